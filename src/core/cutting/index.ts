import { onForm, withMargin, type Lay } from '../lay';
import { EPSILON, grow, rect, type Rect } from '../measure';
import { knifeLines, type LinesAt } from './lines';
import { cutProgram, type CutProgram, type NotCuttable } from './program';

export type { LinesAt } from './lines';
export type { Cut, CutProgram, Division, NotCuttable, Pile } from './program';

/** How the sheets of a lay are cut. */
export interface Cuts {
  /** The lines a knife follows in the end, flat or bound: what crop marks show. */
  readonly lines: LinesAt;
  /** How flat sheets are cut apart, or why straight cuts cannot divide them. */
  readonly program: CutProgram | NotCuttable;
}

const known = new WeakMap<Lay, Cuts>();

/** The cuts of a lay, found once. */
export function cutsOf(lay: Lay): Cuts {
  let cuts = known.get(lay);
  if (cuts) return cuts;
  let program: Cuts['program'] | null = null;
  cuts = {
    lines: knifeLines(lay),
    get program() {
      return (program ??= cutProgram(pileOf(lay)));
    },
  };
  known.set(lay, cuts);
  return cuts;
}

/**
 * What is cut out of a flat sheet. Pieces that are trimmed when they are bound are only cut apart: the paper round them
 * stays, halfway to the next.
 */
function pileOf(lay: Lay): { rect: Rect; pieces: Rect[] } {
  const sheet = rect(0, 0, lay.paper.width, lay.paper.height);
  const lies = onForm(lay);
  if (lay.downs.every((d) => d.shape.cut === 'trimmed')) return { rect: sheet, pieces: lies.map((d) => d.trim) };
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

export const isCuttable = (program: Cuts['program']): program is CutProgram => !('notCuttable' in program);
