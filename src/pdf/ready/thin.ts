import type { ThinLines } from '../../core';
import { LONG, narrowest, type Point } from '../slivers';
import type { Linear } from '../compose/forms';
import type { PdfFile } from '../syntax/file';
import { numberOf, type Dict } from '../syntax/objects';

/** How thick lines are as they are printed, and how thick they are to be drawn to be seen. */

/** Matrices of forms and patterns (8.3.4), without where they are moved to. */
export function linearOf(file: PdfFile, dict: Dict): Linear {
  const v = file.get(dict.get('/Matrix'));
  const at = (i: number, otherwise: number): number =>
    Array.isArray(v) && v.length >= 4 ? numberOf(file.get(v[i]), otherwise) : otherwise;
  return [at(0, 1), at(1, 0), at(2, 0), at(3, 1)];
}

/** Applies `first`, then `then`. */
export const follow = (first: Linear, then: Linear): Linear => [
  first[0] * then[0] + first[1] * then[2],
  first[0] * then[1] + first[1] * then[3],
  first[2] * then[0] + first[3] * then[2],
  first[2] * then[1] + first[3] * then[3],
];

/** How much a map stretches, the way that it does least and most: its singular values. */
export function stretches([a, b, c, d]: Linear): readonly [number, number] {
  const [s, t] = [Math.hypot(a + d, b - c), Math.hypot(a - d, b + c)];
  return [Math.abs(s - t) / 2, (s + t) / 2];
}

/** How alike the stretches of both ways are where a map only scales and turns. */
const EVEN = 1e-6;

/**
 * A map for all that stretch alike: one that scales and turns is told by its scale, as no line is any thinner for being
 * turned, however often it is drawn.
 */
export function alike(map: Linear): Linear {
  const [least, widest] = stretches(map);
  return widest - least <= EVEN * widest ? [widest, 0, 0, widest] : map;
}

/** What stretches less than this draws nothing that anybody sees. */
const FLAT = 1e-6;

/**
 * The pen that makes a thin line as thick as it is wished, as it is set in the content.
 * @param width of the pen as it is, in units of the content; 0 is the thinnest line of the device
 * @param map from those units to millimetres as printed
 * @returns null where the line is thick enough, or cannot be made any thicker
 */
export function thickened(width: number, map: Linear, { under, to, most }: ThinLines): number | null {
  const [least, widest] = stretches(map);
  if (!(widest > FLAT) || !(width >= 0) || width * least >= under - 1e-9) return null;
  const pen = least > FLAT ? Math.min(to / least, most / widest) : most / widest;
  return pen > width ? pen : null;
}

/**
 * The pen that a filled sliver is drawn round with, so that it is as thick as lines are to be.
 * @param parts its subpaths, points in units of the content
 * @returns null where a part of it is no sliver
 */
export function sliverPen(
  parts: readonly (readonly Point[])[],
  map: Linear,
  { under, to, most }: ThinLines,
): number | null {
  const [least, widest] = stretches(map);
  if (!(least > FLAT) || parts.length === 0) return null;
  let thinnest = Infinity;
  for (const part of parts) {
    const shape = narrowest(part.map(([x, y]) => [x * map[0] + y * map[2], x * map[1] + y * map[3]] as const));
    if (!shape || shape.across >= under - 1e-9 || shape.along < LONG * under) return null;
    thinnest = Math.min(thinnest, shape.across);
  }
  // drawn round it, half of the pen lies on either side
  return Math.min((to - thinnest) / least, most / widest);
}
