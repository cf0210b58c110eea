import { EPSILON, type Rect } from '../measure';

/** Piles of paper with pieces in them, and the lines that they can be cut along. */

/** A pile that is cut: a rectangle of the sheet, with the pieces in it. Millimetres, seen from the front. */
export interface Pile {
  readonly rect: Rect;
  readonly pieces: readonly Rect[];
}

/**
 * Which edges of a pile may lie at the back gauge: those that the sheet is printed from, and those that a knife has cut.
 * What is measured from another edge is as wrong as the paper was cut.
 */
export interface Sound {
  readonly left: boolean;
  readonly right: boolean;
  readonly bottom: boolean;
  readonly top: boolean;
}

export type End = 'low' | 'high';

export const low = (r: Rect, upright: boolean): number => (upright ? r.x : r.y);
export const high = (r: Rect, upright: boolean): number => (upright ? r.x + r.width : r.y + r.height);

/** The part of a rectangle between two lines. */
export function between(r: Rect, upright: boolean, from: number, to: number): Rect {
  return upright ? { ...r, x: from, width: to - from } : { ...r, y: from, height: to - from };
}

/** Lines in one direction that go through no piece and cut something off: the edges of pieces, drawn on to both ends. */
export function linesThrough({ rect, pieces }: Pile, upright: boolean): number[] {
  const edges = pieces.flatMap((p) => [low(p, upright), high(p, upright)]).sort((a, b) => a - b);
  const out: number[] = [];
  // sweep over the pieces by their low edges: a line is free where no piece that began before it ends behind it
  const spans = [...pieces].sort((a, b) => low(a, upright) - low(b, upright));
  let next = 0;
  let reach = -Infinity;
  for (const v of edges) {
    while (next < spans.length && low(spans[next]!, upright) < v - EPSILON)
      reach = Math.max(reach, high(spans[next++]!, upright));
    const inside = v > low(rect, upright) + EPSILON && v < high(rect, upright) - EPSILON;
    if (inside && reach <= v + EPSILON && (out.length === 0 || v - out.at(-1)! > EPSILON)) out.push(v);
  }
  return out;
}

export interface State extends Pile {
  readonly sound: Sound;
}

export const soundEnd = (s: Sound, upright: boolean, end: End): boolean =>
  upright ? (end === 'low' ? s.left : s.right) : end === 'low' ? s.bottom : s.top;

export const bothSound = (a: Sound, b: Sound): Sound => ({
  left: a.left && b.left,
  right: a.right && b.right,
  bottom: a.bottom && b.bottom,
  top: a.top && b.top,
});

/**
 * A length in tenths of micrometres. Lengths of halves, inches' 64ths among them, lie exactly between two of these: it is
 * parted elsewhere, so that what differs by the computer's last digit is the same.
 */
const tenths = (v: number): number => Math.floor(v * 1e4 + 0.3);

/** What a pile is like, wherever it lies: its pieces stand in one order wherever that is. Tenths of micrometres. */
export function likeness({ rect, pieces }: Pile): string {
  let seen = `${tenths(rect.width)} ${tenths(rect.height)}`;
  for (const p of pieces)
    seen += `|${tenths(p.x - rect.x)} ${tenths(p.y - rect.y)} ${tenths(p.width)} ${tenths(p.height)}`;
  return seen;
}
/** The order of pieces in all piles. */
export const inOrder = (pieces: readonly Rect[]): Rect[] =>
  [...pieces].sort((a, b) => tenths(a.x) - tenths(b.x) || tenths(a.y) - tenths(b.y));

export const isDone = ({ rect, pieces }: Pile): boolean =>
  pieces.length === 1 && pieces[0]!.width > rect.width - EPSILON && pieces[0]!.height > rect.height - EPSILON;

/** The pieces of each part between lines that go through none of them. */
export function sharedOut(pieces: readonly Rect[], bounds: readonly number[], upright: boolean): Rect[][] {
  const inside: Rect[][] = bounds.slice(1).map(() => []);
  for (const p of pieces) {
    const middle = (low(p, upright) + high(p, upright)) / 2;
    let [from, to] = [0, inside.length - 1];
    while (from < to) {
      const half = (from + to) >> 1;
      if (bounds[half + 1]! < middle) from = half + 1;
      else to = half;
    }
    inside[from]!.push(p);
  }
  return inside;
}
