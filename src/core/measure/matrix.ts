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
