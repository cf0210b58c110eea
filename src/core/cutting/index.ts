import { onForm, throughSheet, withMargin, yieldOf, type Lay } from '../lay';
import { EPSILON, grow, rect, sameSize, type Rect } from '../measure';
import type { FinisherOf, PileProgram } from '../shop';
import { provenBy } from './follow';
import { AS_SET, givenFor } from './given';
import { knifeLines, type LinesAt } from './lines';
import { cutProgram, LAY_EDGES, type CutProgram, type NotCuttable } from './program';
import type { Pile } from './piles';

export type { LinesAt } from './lines';
export type { Cut, CutProgram, NotCuttable, Stage } from './program';
export type { Pile } from './piles';
export {
  fromFeed,
  isSlit,
  lineOnSheet,
  slitsOf,
  type Fed,
  type Feed,
  type Guide,
  type InFeed,
  type NotSlit,
  type Slits,
} from './slits';
export { CutError, cutFrom, followed, type Moment } from './follow';
export { piecesBy } from './given';

/** Of a guillotine, what its programs depend on: what its clamp holds, with its false clamp and without. */
export type Clamp = Pick<FinisherOf<'guillotine'>, 'smallestStrip' | 'bareClamp'>;

/** A program as one guillotine works it. */
export type MachineProgram = CutProgram & {
  /** Whether the false clamp is taken off for it: its strips are too short for the whole clamp. */
  readonly bare: boolean;
  /** Whether the machine has it, and the sheets were laid out for it: then it is true to what a gauge is set by. */
  readonly given?: true;
};

/** How the sheets of a lay are cut. */
export interface Cuts {
  /** The lines a knife follows in the end, flat or bound: what crop marks show. */
  readonly lines: LinesAt;
  /**
   * How flat sheets are cut apart on a guillotine, found once for each clamp, or why straight cuts cannot divide them.
   * @param clamp what the machine's clamp holds; null where no machine is known
   * @param given the program that it has for them: that is it, where it gives their pieces
   */
  readonly programOn: (clamp: Clamp | null, given?: PileProgram) => MachineProgram | NotCuttable;
  /** What comes out of a flat sheet: in the order of the places on its form. */
  readonly pieces: readonly Rect[];
  /** Whether there is anything to be cut. */
  readonly any: boolean;
}

const known = new WeakMap<Lay, Cuts>();

/** The cuts of a lay, found once. */
export function cutsOf(lay: Lay): Cuts {
  let cuts = known.get(lay);
  if (cuts) return cuts;
  const programs = new Map<string, MachineProgram | NotCuttable>();
  let pile: Pile | null = null;
  cuts = {
    lines: knifeLines(lay),
    get pieces() {
      return (pile ??= pileOf(lay)).pieces;
    },
    get any() {
      const [first, ...more] = this.pieces;
      return first !== undefined && (more.length > 0 || !sameSize(first, lay.paper));
    },
    programOn(clamp, given) {
      const theirs = given && givenFor(lay, given, this.pieces);
      if (theirs) return { ...theirs, bare: isBare(theirs, clamp), given: true };
      const key = clamp ? `${clamp.smallestStrip} ${clamp.bareClamp}` : '';
      let program = programs.get(key);
      if (!program) programs.set(key, (program = programFor((pile ??= pileOf(lay)), emptyIn(lay), clamp)));
      return program;
    },
  };
  known.set(lay, cuts);
  return cuts;
}

/** The program for a clamp; for the bare one where that is too wide for a strip. */
function programFor(pile: Pile, empty: readonly Rect[], clamp: Clamp | null): MachineProgram | NotCuttable {
  const whole = besideEmpty(pile, empty, clamp?.smallestStrip ?? null);
  if (!isCuttable(whole)) return whole;
  const enough = clamp === null || leastOf(whole) >= clamp.smallestStrip - EPSILON;
  if (enough || clamp.bareClamp === null || clamp.bareClamp >= clamp.smallestStrip) return { ...whole, bare: false };
  const bare = besideEmpty(pile, empty, clamp.bareClamp);
  return isCuttable(bare) ? { ...bare, bare: true } : bare;
}

/** Whether the false clamp comes off for a program. */
const isBare = (program: CutProgram, clamp: Clamp | null): boolean =>
  clamp !== null && clamp.bareClamp !== null && leastOf(program) < clamp.smallestStrip - EPSILON;

/** Places that stay empty are cut like the others where that takes less: what falls out of them is waste. */
function besideEmpty(pile: Pile, empty: readonly Rect[], clamp: number | null): CutProgram | NotCuttable {
  const without = cutProgram(pile, LAY_EDGES, clamp);
  if (empty.length === 0) return without;
  const all = cutProgram({ ...pile, pieces: [...pile.pieces, ...empty] }, LAY_EDGES, clamp);
  if (!isCuttable(all)) return without;
  if (!isCuttable(without)) return all;
  return (all.turned - without.turned || all.cuts.length - without.cuts.length) < 0 ? all : without;
}

/** The shortest measure of a program: what lies behind the knife at the least, mm. */
export const leastOf = ({ cuts }: Pick<CutProgram, 'cuts'>): number =>
  cuts.reduce((m, c) => Math.min(m, c.measure), Infinity);

/** What is wrong with a program that is worked through as it is written; null where every piece comes out of it. */
export const unproven = (lay: Lay, program: MachineProgram): string | null =>
  provenBy(program, lay.paper, cutsOf(lay).pieces, program.given && AS_SET);

/** Whether its pieces are cut out at their trims, not only apart. */
const isCutOut = ({ downs }: Lay): boolean => downs.every((d) => d.shape.cut === 'trimmed');

/** The empty places of a form, whose pieces are cut out at their trims. */
function emptyIn(lay: Lay): Rect[] {
  if (!isCutOut(lay)) return [];
  const front = lay.emptied.map((e) => e.trim);
  return yieldOf(lay.work) === 1 ? front : [...front, ...front.map((r) => throughSheet(r, lay.paper, lay.turn))];
}

/**
 * What is cut out of a flat sheet. Pieces that are trimmed when they are bound are only cut apart: the paper round them
 * stays, halfway to the next.
 */
function pileOf(lay: Lay): Pile {
  const sheet = rect(0, 0, lay.paper.width, lay.paper.height);
  const lies = onForm(lay);
  if (isCutOut(lay)) return { rect: sheet, pieces: lies.map((d) => d.trim) };
  const pieces = lies.map(withMargin);
  return { rect: sheet, pieces: pieces.map((p) => toEdges(p, pieces, sheet)) };
}

/** A piece with the paper round it: halfway to the next, to the sheet's edge where no other lies between. */
function toEdges(p: Rect, all: readonly Rect[], sheet: Rect): Rect {
  /** How far it reaches on one side, as distances of others from that side, and of the sheet's edge. */
  const reach = (level: boolean, beyond: (q: Rect) => number, edge: number): number => {
    let nearest = Infinity;
    let any = false;
    for (const q of all) {
      const far = beyond(q);
      if (far < -EPSILON) continue;
      any = true;
      const beside = level
        ? q.y < p.y + p.height - EPSILON && p.y < q.y + q.height - EPSILON
        : q.x < p.x + p.width - EPSILON && p.x < q.x + q.width - EPSILON;
      if (beside) nearest = Math.min(nearest, far);
    }
    if (nearest < Infinity) return nearest / 2;
    return any ? 0 : edge;
  };
  return grow(p, {
    left: reach(true, (q) => p.x - q.x - q.width, p.x - sheet.x),
    right: reach(true, (q) => q.x - p.x - p.width, sheet.width - p.x - p.width),
    bottom: reach(false, (q) => p.y - q.y - q.height, p.y - sheet.y),
    top: reach(false, (q) => q.y - p.y - p.height, sheet.height - p.y - p.height),
  });
}

export const isCuttable = <P extends CutProgram>(program: P | NotCuttable): program is P => !('notCuttable' in program);
