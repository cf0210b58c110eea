import { EPSILON, type Rect } from '../measure';
import type { Lay } from '../lay';
import type { LaySide } from './rules';

/** A corner of a trim from which a cut runs on, out of the piece. */
export interface Corner {
  /** The piece's place among the trims. */
  readonly piece: number;
  readonly at: readonly [number, number];
  readonly direction: readonly [number, number];
}

/** Whether pieces are cut out of the sheet as they are finished, so that each can have marks of its own. */
export const areCutOut = ({ downs }: Pick<Lay, 'downs'>): boolean => downs.every((d) => d.shape.cut === 'trimmed');

/** The four ways out of each corner that go on along a cut: two at every corner where both edges are cut. */
export function corners({ trims, cuts }: Pick<LaySide, 'trims' | 'cuts'>): Corner[] {
  const isCut = (all: readonly number[], v: number): boolean => all.some((c) => Math.abs(c - v) < EPSILON);
  return trims.flatMap((t, piece) => {
    const [right, top] = [t.x + t.width, t.y + t.height];
    const out: Corner[] = [];
    for (const x of [t.x, right])
      if (isCut(cuts.upright, x))
        out.push({ piece, at: [x, t.y], direction: [0, -1] }, { piece, at: [x, top], direction: [0, 1] });
    for (const y of [t.y, top])
      if (isCut(cuts.level, y))
        out.push({ piece, at: [t.x, y], direction: [-1, 0] }, { piece, at: [right, y], direction: [1, 0] });
    return out;
  });
}

/** Where a rectangle begins and ends along a way out of a corner, from the corner on. */
export function spanAlong({ at, direction }: Corner, r: Rect): readonly [number, number] {
  const axis = direction[0] !== 0 ? 0 : 1;
  const low = axis === 0 ? r.x : r.y;
  const high = axis === 0 ? r.x + r.width : r.y + r.height;
  return direction[axis]! > 0 ? [low - at[axis]!, high - at[axis]!] : [at[axis]! - high, at[axis]! - low];
}

/** Whether the line on from a corner goes through a rectangle, or along its edge where `edges` count. */
export function isAcross({ at, direction }: Corner, r: Rect, edges: boolean): boolean {
  const axis = direction[0] !== 0 ? 0 : 1;
  const across = at[1 - axis]!;
  const low = axis === 0 ? r.y : r.x;
  const high = low + (axis === 0 ? r.height : r.width);
  const margin = edges ? EPSILON : -EPSILON;
  return across > low - margin && across < high + margin;
}

/** How far it is from a corner to the next piece, 0 where they touch; null where none lies that way. */
export function gapFrom(corner: Corner, trims: readonly Rect[]): number | null {
  const gaps = trims.flatMap((r, i) => {
    if (i === corner.piece || !isAcross(corner, r, true)) return [];
    const [near] = spanAlong(corner, r);
    return near > -EPSILON ? [Math.max(0, near)] : [];
  });
  return gaps.length > 0 ? Math.min(...gaps) : null;
}
