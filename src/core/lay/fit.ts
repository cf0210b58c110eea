import { EPSILON, type Size } from '../measure';

/**
 * How many pieces lie along a length: n = floor((L + g + ε) / (a + g)), since n pieces have n − 1 gaps.
 * @param length usable length L, mm
 * @param piece the piece's length a, mm, above 0
 * @param gap between two pieces g, mm
 */
export function countAlong(length: number, piece: number, gap: number): number {
  if (!(piece > 0)) throw new RangeError('A piece needs a length above 0.');
  return Math.max(0, Math.floor((length + gap + EPSILON) / (piece + gap)));
}

/** A grid of equal pieces: how many each way. */
export interface Grid {
  readonly columns: number;
  readonly rows: number;
}

/** The grid of pieces that fit an area with gaps between columns and between rows. */
export function gridIn(area: Size, piece: Size, gap: Size): Grid {
  return {
    columns: countAlong(area.width, piece.width, gap.width),
    rows: countAlong(area.height, piece.height, gap.height),
  };
}
