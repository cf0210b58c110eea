import { EPSILON } from './length';
import type { Size } from './size';

/** An axis-parallel rectangle in millimetres; `x`, `y` are its lower left corner. */
export interface Rect extends Size {
  readonly x: number;
  readonly y: number;
}

/** Lengths at the four edges of a rectangle, in millimetres. */
export interface Edges {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

export const rect = (x: number, y: number, width: number, height: number): Rect => ({ x, y, width, height });

/** The rectangle that two points span; without a width or a height where they lie on an upright or a level line. */
export const spanned = (a: readonly [number, number], b: readonly [number, number]): Rect =>
  rect(Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.abs(b[0] - a[0]), Math.abs(b[1] - a[1]));

/** Whether two rectangles share more than an edge. */
export const overlap = (a: Rect, b: Rect): boolean =>
  a.x < b.x + b.width - EPSILON &&
  b.x < a.x + a.width - EPSILON &&
  a.y < b.y + b.height - EPSILON &&
  b.y < a.y + a.height - EPSILON;

/** A rectangle grown outwards by `edges` (negative values shrink it). */
export function grow(r: Rect, edges: Edges | number): Rect {
  const e = typeof edges === 'number' ? { left: edges, right: edges, top: edges, bottom: edges } : edges;
  return rect(r.x - e.left, r.y - e.bottom, r.width + e.left + e.right, r.height + e.top + e.bottom);
}

export const shrink = (r: Rect, e: Edges): Rect =>
  grow(r, { left: -e.left, right: -e.right, top: -e.top, bottom: -e.bottom });

/** The part two rectangles share, or null where they do not overlap. */
export function intersect(a: Rect, b: Rect): Rect | null {
  const x = Math.max(a.x, b.x);
  const y = Math.max(a.y, b.y);
  const width = Math.min(a.x + a.width, b.x + b.width) - x;
  const height = Math.min(a.y + a.height, b.y + b.height) - y;
  return width > EPSILON && height > EPSILON ? { x, y, width, height } : null;
}

/** Whether `inner` lies within `outer`, within the tolerance of lengths. */
export function contains(outer: Rect, inner: Rect): boolean {
  return (
    inner.x >= outer.x - EPSILON &&
    inner.y >= outer.y - EPSILON &&
    inner.x + inner.width <= outer.x + outer.width + EPSILON &&
    inner.y + inner.height <= outer.y + outer.height + EPSILON
  );
}

/** The smallest rectangle round all of `rects`, of which there must be at least one. */
export function bounds(rects: readonly Rect[]): Rect {
  let left = Infinity;
  let bottom = Infinity;
  let right = -Infinity;
  let top = -Infinity;
  for (const r of rects) {
    left = Math.min(left, r.x);
    bottom = Math.min(bottom, r.y);
    right = Math.max(right, r.x + r.width);
    top = Math.max(top, r.y + r.height);
  }
  return rect(left, bottom, right - left, top - bottom);
}

/** Edges the same width all round. */
export const evenEdges = (all: number): Edges => ({ left: all, right: all, top: all, bottom: all });

/** Edges after quarter turns counter-clockwise: after one, what was on the right is on top. */
export function edgesTurned(e: Edges, turns: 0 | 1 | 2 | 3): Edges {
  switch (turns) {
    case 0:
      return e;
    case 1:
      return { top: e.right, left: e.top, bottom: e.left, right: e.bottom };
    case 2:
      return { top: e.bottom, left: e.right, bottom: e.top, right: e.left };
    case 3:
      return { top: e.left, left: e.bottom, bottom: e.right, right: e.top };
  }
}
