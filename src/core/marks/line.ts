import { EPSILON, type Rect } from '../measure';
import type { Mark, MarkKind, MarkSpace } from './kinds';

/** The shortest piece of a mark worth printing, in millimetres. */
export const SHORTEST_MARK = 1;

/** How far a line that runs along an edge may reach over it, mm: a hair on either side shows nowhere. */
const HAIR = 0.25;

/**
 * A line from `start` on, `length` long in one of the four directions. What lies at its start, as a page's bleed, it
 * begins behind, as long as before; where the printable area or another page comes in its way it is cut off. Null where
 * less than {@link SHORTEST_MARK} is left.
 */
export function lineMark(
  of: MarkKind,
  start: readonly [number, number],
  direction: readonly [number, number],
  length: number,
  weight: number,
  space: MarkSpace,
  dash: readonly number[] = [],
): Mark | null {
  const axis = direction[0] !== 0 ? 0 : 1;
  const sign = direction[axis]!;
  const at = start[axis]!;
  const across = start[1 - axis]!;
  const span = (r: Rect): [number, number] => {
    const low = axis === 0 ? r.x : r.y;
    const high = axis === 0 ? r.x + r.width : r.y + r.height;
    return sign > 0 ? [low - at, high - at] : [at - high, at - low];
  };
  const covers = (r: Rect, margin: number): boolean => {
    const low = axis === 0 ? r.y : r.x;
    const high = low + (axis === 0 ? r.height : r.width);
    return across > low - margin && across < high + margin;
  };
  if (!covers(space.area, EPSILON)) return null;
  const [first, last] = span(space.area);
  let from = Math.max(0, first);
  let to = Math.min(length, last);
  const inTheWay = space.keepOff
    // along the edge of a page is not on it; what the thickness of a thick one would reach is in its way as well
    .filter((r) => covers(r, Math.max(0, weight / 2 - HAIR) - EPSILON))
    .map(span)
    .sort((a, b) => a[0] - b[0]);
  for (const [a, b] of inTheWay) {
    if (b <= from + EPSILON || a >= to - EPSILON) continue;
    // the side nearer to the start, or what lies behind
    if (a - from >= SHORTEST_MARK) to = a;
    else {
      from = b;
      to = Math.min(b + length, last);
    }
  }
  if (to - from < Math.min(SHORTEST_MARK, length) - EPSILON) return null;
  const point = (t: number): [number, number] => [start[0] + direction[0] * t, start[1] + direction[1] * t];
  return { kind: 'line', of, from: point(from), to: point(to), weight, dash };
}

/** Equal positions once: grid lines of several slots fall on each other. */
export function distinct(values: readonly number[]): number[] {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted.filter((v, i) => i === 0 || v - sorted[i - 1]! > EPSILON);
}
