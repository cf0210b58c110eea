import { MOST_ALONG, type PosterProduct } from '../../docket';
import { EPSILON } from '../../measure';

/** Panels along one edge of a poster: how many, where their joints are seen and what each prints. Millimetres. */

/** How far two neighbours go beyond the joint that is seen between them: the one before it and the one behind it. */
export interface Laps {
  readonly before: number;
  readonly behind: number;
}

/**
 * The laps of an overlap: the one that lies under goes all of it beyond the joint; where both are cut through in the
 * middle, and at a gap, each has half of it.
 * @param later whether the panel behind the joint lies over the one before it
 */
export function lapsOf({ overlap, lap }: Pick<PosterProduct, 'overlap' | 'lap'>, later: boolean): Laps {
  if (overlap <= 0 || lap === 'both') return { before: overlap / 2, behind: overlap / 2 };
  return later ? { before: overlap, behind: 0 } : { before: 0, behind: overlap };
}

/**
 * The fewest panels along a length: n = ceil((W − o) ÷ (w − o)), since n panels of w with n − 1 overlaps of o reach
 * n w − (n − 1) o.
 * @param length W, mm @param room what a panel may be long w, mm @param overlap o, mm; below 0 a gap
 * @returns null where a panel is all overlap
 */
export function fewestAlong(length: number, room: number, overlap: number): number | null {
  if (room - overlap <= EPSILON || room <= 0) return length <= room + EPSILON ? 1 : null;
  return Math.max(1, Math.ceil((length - overlap) / (room - overlap) - EPSILON));
}

/** The largest overlap with which so many panels still reach: (n w − W) ÷ (n − 1), mm; any where there is one. */
export const largestOverlap = (length: number, room: number, count: number): number =>
  count > 1 ? (count * room - length) / (count - 1) : Infinity;

/** What is known of an edge before it is divided. */
export interface EdgeWish {
  readonly length: number;
  /** What a panel may be long from trim to trim where both its ends are joints. */
  readonly room: number;
  /** How much more an end takes that is the poster's own edge: its bleed, beyond what is kept free anyway. */
  readonly outer: number;
  readonly overlap: number;
  readonly laps: Laps;
  /** How many panels are wished for; null for the fewest. */
  readonly count: number | null;
  /** Where the joints are to be seen, from the poster's left or top; null for even panels. */
  readonly at: readonly number[] | null;
}

export interface Span {
  readonly from: number;
  readonly to: number;
}

/** An edge divided into panels. */
export interface Divided {
  /** What each panel prints, from trim to trim, from the poster's left or top. */
  readonly spans: readonly Span[];
  /** What is seen of each when they hang. */
  readonly seen: readonly Span[];
  /** Whether each fits its sheet. */
  readonly fits: readonly boolean[];
  /** How many there would have to be: more than are divided where they are too many; null where overlap is all that fits. */
  readonly needed: number | null;
}

/** The least that a panel is long: where joints were put past each other it is still seen which is which, mm. */
export const THINNEST = 5;

/** What is drawn of a panel of which nothing is left, mm. */
const NOTHING = 0.1;

/** Joints in order and apart, as near to where they are wished as that goes. */
function inOrder(at: readonly number[], length: number): number[] {
  const least = Math.min(THINNEST, length / (at.length + 1));
  let before = 0;
  return [...at]
    .sort((a, b) => a - b)
    .map((v, i) => (before = Math.min(Math.max(v, before + least), length - (at.length - i) * least)));
}

/** Where even panels are joined: each prints as much, those at the ends less by the bleed that they carry. */
function evenly(count: number, { length, outer, overlap, laps }: EdgeWish): number[] {
  const each = (length + 2 * outer + (count - 1) * overlap) / count;
  return Array.from({ length: count - 1 }, (_, i) => (i + 1) * (each - overlap) - outer + laps.behind);
}

/** Divides an edge into panels. */
export function divided(wish: EdgeWish): Divided {
  const { length, room, outer, overlap, laps } = wish;
  const fewest = fewestAlong(length + 2 * outer, room, overlap);
  const needed = wish.at ? wish.at.length + 1 : (wish.count ?? fewest);
  const count = Math.min(MOST_ALONG, needed ?? Math.max(1, Math.ceil(length / Math.max(room, THINNEST))));
  const joints = inOrder(wish.at ?? evenly(count, wish), length);
  const ends = [0, ...joints, length];
  const spans: Span[] = [];
  const seen: Span[] = [];
  for (let i = 0; i + 1 < ends.length; i++) {
    const first = i === 0;
    const last = i + 2 === ends.length;
    const from = Math.max(0, ends[i]! - (first ? 0 : laps.behind));
    const to = Math.min(length, ends[i + 1]! + (last ? 0 : laps.before));
    // where gaps leave nothing of a panel there is a line of it to be seen
    const span = { from, to: Math.max(to, from + NOTHING) };
    spans.push(span);
    // at a gap nothing is seen between
    const begins = Math.max(ends[i]!, span.from);
    seen.push({ from: begins, to: Math.max(begins + NOTHING, Math.min(ends[i + 1]!, span.to)) });
  }
  const fits = spans.map(({ from, to }, i) => {
    const edges = (i === 0 ? outer : 0) + (i + 1 === spans.length ? outer : 0);
    return to - from + edges <= room + EPSILON;
  });
  return { spans, seen, fits, needed };
}

/**
 * How far a joint may be moved with its neighbours where they are: so that the panels on both sides still fit.
 * @param joint which, from 0 @returns null where it may not be moved at all
 */
export function limitsOf(wish: EdgeWish, joints: readonly number[], joint: number): Span | null {
  const { length, room, outer, laps } = wish;
  const before = joint === 0 ? 0 : joints[joint - 1]!;
  const behind = joint + 1 === joints.length ? length : joints[joint + 1]!;
  const firstEdge = joint === 0 ? outer : laps.behind;
  const lastEdge = joint + 1 === joints.length ? outer : laps.before;
  // the panel before: from before − its lap to the joint + its lap beyond it; the one behind alike
  const to = Math.min(before + room - firstEdge - laps.before, behind - THINNEST);
  const from = Math.max(behind - room + lastEdge + laps.behind, before + THINNEST);
  return from > to + EPSILON ? null : { from, to: Math.max(from, to) };
}
