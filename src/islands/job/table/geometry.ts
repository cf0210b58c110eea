import type { Matrix, QuarterTurns, Rect } from '../../../core';

/** From the core's sheets (millimetres, y up) to drawings (millimetres, y down). */

/** A rectangle of a side `height` high, y down. */
export const down = (r: Rect, height: number): Rect => ({ ...r, y: height - r.y - r.height });

/**
 * The SVG matrix that lays an upright picture of an artwork page (its media box, y down from its top) on a drawing,
 * given the core's matrix from the page to a surface `height` high: flip, map, flip back.
 */
export const pictureMatrix = (m: Matrix, mediaHeight: number, height: number): string =>
  `matrix(${picturePlace(m, mediaHeight, height).join(' ')})`;

/** The same as numbers. */
export function picturePlace([a, b, c, d, e, f]: Matrix, mediaHeight: number, height: number): Matrix {
  return [a, -b, -c, d, c * mediaHeight + e, height - d * mediaHeight - f];
}

/** Degrees clockwise, as SVG turns, for a head that points so many quarter turns counter-clockwise from up. */
export const headDegrees = (head: QuarterTurns): number => -90 * head;

/** The narrowest drawn width that is sharp at `pixels`. */
export function pictureWidth(pixels: number): number {
  return [160, 640, 1600, 3200].find((w) => w >= pixels * 0.9) ?? 3200;
}
