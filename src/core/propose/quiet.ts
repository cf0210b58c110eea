import { EPSILON, type Size } from '../measure';
import { divided, THINNEST, type EdgeWish } from '../makeup';

/** Joints where a picture is quiet: in the sky and not through a face or a line of text. */

/**
 * How busy a picture is along every upright (or level) line of it: the mean of how much its brightness changes across the
 * line, from 0 for even colour.
 * @param grey brightness of its pixels, row by row from the top, 0 to 255
 * @param way whether the lines are those of columns (`across`) or of rows
 */
export function busyness(
  grey: Uint8Array | Uint8ClampedArray,
  { width, height }: Size,
  way: 'across' | 'down',
): Float64Array {
  const out = new Float64Array(way === 'across' ? width : height);
  const at = (x: number, y: number): number => grey[y * width + x]!;
  // a joint shows where what crosses it changes beside it, and where what runs along it is cut: both ways count
  for (let y = 0; y + 1 < height; y++)
    for (let x = 0; x + 1 < width; x++) {
      const here = at(x, y);
      const change = Math.abs(at(x + 1, y) - here) + Math.abs(at(x, y + 1) - here);
      out[way === 'across' ? x : y]! += change;
    }
  const lines = way === 'across' ? height : width;
  for (let i = 0; i < out.length; i++) out[i]! /= Math.max(1, lines - 1);
  return out;
}

/** Each value with those within so far of it, as their mean. @param reach in places, at least 0 */
export function blurred(values: Float64Array, reach: number): Float64Array {
  const sums = new Float64Array(values.length + 1);
  for (let i = 0; i < values.length; i++) sums[i + 1] = sums[i]! + values[i]!;
  return values.map((_, i) => {
    const from = Math.max(0, i - reach);
    const to = Math.min(values.length, i + reach + 1);
    return (sums[to]! - sums[from]!) / (to - from);
  });
}

/** Joints that were sought, and what they gain. */
export interface Quiet {
  /** Where they are seen, mm. */
  readonly at: readonly number[];
  /** How busy it is along them together, and along those that they take the place of. */
  readonly busy: number;
  readonly before: number;
}

/** The least that is seen of a panel, as a share of an even one: beside strips large panels look wrong. */
const LEAST_SHARE = 0.3;
/** What a joint as far from its even place as a panel is long counts, as a share of the busiest line: of equals the evenest. */
const PULL = 0.02;

/**
 * The quietest joints of an edge, all together, with which every panel still fits: by dynamic programming over the places
 * that each may have, one a `step`.
 * @param wish as many panels as its joints make now @param cost how busy each line of the picture is, evenly along the edge
 * @returns null where there is no joint, or none can be moved
 */
export function quietJoints(wish: EdgeWish, cost: Float64Array, step = 1): Quiet | null {
  const { length, room, outer, laps } = wish;
  const now = divided(wish)
    .seen.slice(1)
    .map((s) => s.from);
  const count = now.length + 1;
  if (now.length === 0 || cost.length === 0) return null;
  const places = Math.floor(length / step + EPSILON);
  const costAt = (mm: number): number =>
    cost[Math.min(cost.length - 1, Math.max(0, Math.floor((mm / length) * cost.length)))]!;
  const most = Math.max(...cost);
  const least = Math.max(THINNEST, LEAST_SHARE * (length / count));
  /** The longest that is seen of a panel: the one at an end has its edge's bleed and one lap. */
  const longest = (i: number): number =>
    room - (i === 0 ? outer : laps.behind) - (i + 1 === count ? outer : laps.before);
  const pull = (mm: number, i: number): number => (PULL * most * Math.abs(mm - now[i]!)) / (length / count);
  // best[i][p]: the quietest that joints 0 … i come to with joint i at place p
  const best: Float64Array[] = [];
  const from: Int32Array[] = [];
  for (let i = 0; i < now.length; i++) {
    const here = new Float64Array(places + 1).fill(Infinity);
    const came = new Int32Array(places + 1).fill(-1);
    const limit = longest(i);
    const before = best[i - 1];
    // places of the joint before that are near enough, the quietest first: a queue that slides along
    const queue: number[] = [];
    let head = 0;
    let next = 0;
    for (let p = 0; p <= places; p++) {
      const x = p * step;
      const own = costAt(x) + pull(x, i);
      if (!before) {
        if (x >= least - EPSILON && x <= limit + EPSILON) here[p] = own;
        continue;
      }
      for (; next * step <= x - least + EPSILON; next++) {
        if (before[next] === Infinity) continue;
        while (queue.length > head && before[queue.at(-1)!]! >= before[next]!) queue.pop();
        queue.push(next);
      }
      while (head < queue.length && queue[head]! * step < x - limit - EPSILON) head++;
      const q = queue[head];
      if (q === undefined) continue;
      here[p] = before[q]! + own;
      came[p] = q;
    }
    best.push(here);
    from.push(came);
  }
  const last = best.at(-1)!;
  let end = -1;
  for (let p = 0; p <= places; p++) {
    const left = length - p * step;
    if (left < least - EPSILON || left > longest(count - 1) + EPSILON) continue;
    if (last[p]! < (end < 0 ? Infinity : last[end]!)) end = p;
  }
  if (end < 0) return null;
  const at: number[] = [];
  for (let i = now.length - 1, p = end; i >= 0; p = from[i]![p]!, i--) at.unshift(p * step);
  const sum = (joints: readonly number[]): number => joints.reduce((t, x) => t + costAt(x), 0);
  return { at, busy: sum(at), before: sum(now) };
}
