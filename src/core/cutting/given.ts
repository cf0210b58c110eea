import { sameSize, type Rect } from '../measure';
import type { Lay } from '../lay';
import type { PileProgram } from '../shop';
import { CutError, followed, provenBy, type Moment } from './follow';
import { programWith, type Cut, type CutProgram } from './program';

/** How far a piece may lie from where a given program cuts it, mm: half of what a back gauge is set by. */
export const AS_SET = 0.05;

/** Where the line of a cut lies on the first of its piles: it is the edge in front of what stays in hand. */
function lineOf({ hand: [first], lies }: Moment): Pick<Cut, 'upright' | 'at'> {
  const { x, y, width, height } = first!;
  const upright = lies % 2 === 1;
  return { upright, at: [y, x, y + height, x + width][lies]! };
}

/**
 * A program that a guillotine has, with what is found by working it: which way each cut goes and where its line lies.
 * @throws CutError where it cannot be worked
 */
export function asProgram({ pile, stages }: PileProgram): CutProgram {
  const moments = followed({ stages: stages.map((s) => ({ ...s, cuts: s.cuts.map(asCut) })) }, pile);
  // a moment before each stage, and one after each of its cuts
  const after = moments.filter((m) => m.made > 0);
  let n = 0;
  return programWith(stages.map((s) => ({ ...s, cuts: s.cuts.map((c) => ({ ...c, ...lineOf(after[n++]!) })) })));
}

const asCut = (c: PileProgram['stages'][number]['cuts'][number]): Cut => ({ ...c, upright: false, at: 0 });

/**
 * The pieces that a program cuts: of what lies on the table in the end what fell as pieces, and what is as large of that which
 * was left in hand; where nothing fell as pieces, what was left in hand.
 * @returns those of one size and those that lie a quarter turned to them; null where they are of more sizes
 * @throws CutError where it cannot be worked
 */
export function piecesBy(
  program: PileProgram,
): { readonly as: readonly Rect[]; readonly turned: readonly Rect[] } | null {
  const whole = asProgram(program);
  const moments = followed(whole, program.pile);
  const fell = (waste: boolean): Set<Rect> =>
    new Set(
      moments.flatMap((m) => (m.made > 0 && whole.stages[m.stage]!.cuts[m.made - 1]!.waste === waste ? m.fell : [])),
    );
  const [waste, good] = [fell(true), fell(false)];
  const last = moments.at(-1)!;
  const kept = [...last.hand, ...last.fell, ...last.aside].filter((r) => !waste.has(r));
  const sure = kept.filter((r) => good.has(r));
  const [first] = sure.length > 0 ? sure : kept;
  if (!first) return null;
  const of =
    (width: number, height: number) =>
    (r: Rect): boolean =>
      Math.abs(r.width - width) < ALIKE && Math.abs(r.height - height) < ALIKE;
  const [as, turned] = [of(first.width, first.height), of(first.height, first.width)];
  if (!sure.every((r) => as(r) || turned(r))) return null;
  const ofOne = kept.filter(as);
  const others = kept.filter((r) => !as(r) && turned(r));
  return ofOne.length >= others.length ? { as: ofOne, turned: others } : { as: others, turned: ofOne };
}

/** How far two pieces may differ and still be of one size, mm. */
const ALIKE = 0.1;

const worked = new WeakMap<PileProgram, CutProgram | null>();
const known = new WeakMap<Lay, { readonly given: PileProgram; readonly program: CutProgram | null }>();

/** A program that was given, where it cuts the sheets of a lay into their pieces; null where it does not. */
export function givenFor(lay: Lay, given: PileProgram, pieces: readonly Rect[]): CutProgram | null {
  const before = known.get(lay);
  if (before?.given === given) return before.program;
  let program = worked.get(given);
  if (program === undefined) worked.set(given, (program = workedThrough(given)));
  const fits =
    program && sameSize(given.pile, lay.paper) && provenBy(program, lay.paper, pieces, AS_SET) === null
      ? program
      : null;
  known.set(lay, { given, program: fits });
  return fits;
}

function workedThrough(given: PileProgram): CutProgram | null {
  try {
    return asProgram(given);
  } catch (e) {
    if (e instanceof CutError) return null;
    throw e;
  }
}
