import { rect, type Rect } from './rect';
import type { Size } from './size';

/**
 * A plane affine map `[a b c d e f]` as in ISO 32000-1, 8.3.3: x' = a·x + c·y + e, y' = b·x + d·y + f.
 */
export type Matrix = readonly [number, number, number, number, number, number];

/** A rotation by quarter turns, counter-clockwise. */
export type QuarterTurns = 0 | 1 | 2 | 3;

/** The map that does `first`, then `then`. */
export function compose(first: Matrix, then: Matrix): Matrix {
  // by index: taking arrays apart costs more than the arithmetic, and this runs for every page on every sheet
  const p = then[0];
  const q = then[1];
  const r = then[2];
  const s = then[3];
  return [
    first[0] * p + first[1] * r,
    first[0] * q + first[1] * s,
    first[2] * p + first[3] * r,
    first[2] * q + first[3] * s,
    first[4] * p + first[5] * r + then[4],
    first[4] * q + first[5] * s + then[5],
  ];
}

export const translation = (x: number, y: number): Matrix => [1, 0, 0, 1, x, y];
export const scaling = (s: number): Matrix => [s, 0, 0, s, 0, 0];

const TURNS: readonly (readonly [number, number, number, number])[] = [
  [1, 0, 0, 1],
  [0, 1, -1, 0],
  [-1, 0, 0, -1],
  [0, -1, 1, 0],
];

/** A rotation about the origin by quarter turns, counter-clockwise, without rounding. */
export function rotation(turns: QuarterTurns): Matrix {
  const [a, b, c, d] = TURNS[turns]!;
  return [a, b, c, d, 0, 0];
}

/** Where the map takes a point. */
export function apply(m: Matrix, x: number, y: number): [number, number] {
  return [m[0] * x + m[2] * y + m[4], m[1] * x + m[3] * y + m[5]];
}

/** Adds quarter turns. */
export const addTurns = (a: number, b: number): QuarterTurns => ((((a + b) % 4) + 4) % 4) as QuarterTurns;

/** The smallest rectangle along the axes that holds a rectangle where a map takes it. */
export function rectThrough(m: Matrix, r: Rect): Rect {
  const width = Math.abs(m[0]) * r.width + Math.abs(m[2]) * r.height;
  const height = Math.abs(m[1]) * r.width + Math.abs(m[3]) * r.height;
  return rect(
    (m[0] < 0 ? m[0] * (r.x + r.width) : m[0] * r.x) + (m[2] < 0 ? m[2] * (r.y + r.height) : m[2] * r.y) + m[4],
    (m[1] < 0 ? m[1] * (r.x + r.width) : m[1] * r.x) + (m[3] < 0 ? m[3] * (r.y + r.height) : m[3] * r.y) + m[5],
    width,
    height,
  );
}

/** Turns a figure whose lower left corner is the origin by quarters, and lays the lower left of what it becomes at (x, y). */
export function laidAt(size: Size, turns: QuarterTurns, x: number, y: number): Matrix {
  const e = turns === 1 ? size.height : turns === 2 ? size.width : 0;
  const f = turns === 2 ? size.height : turns === 3 ? size.width : 0;
  return compose(rotation(turns), translation(x + e, y + f));
}

/** A size after quarter turns. */
export const sizeTurned = (size: Size, turns: QuarterTurns): Size =>
  turns % 2 === 0 ? size : { width: size.height, height: size.width };

/** Whole quarter turns that a map makes, counter-clockwise, to the nearest. */
export const turnsOf = (m: Matrix): QuarterTurns => addTurns(Math.round(Math.atan2(m[1], m[0]) / (Math.PI / 2)), 0);

/** The matrix that undoes a matrix. */
export function inverse([a, b, c, d, e, f]: Matrix): Matrix {
  const det = a * d - b * c;
  return [d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det];
}
