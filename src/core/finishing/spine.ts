import { EPSILON } from '../measure';
import { STITCHES, type FinisherOf } from '../shop';

/** What goes through a spine: stitches, and holes. Millimetres from its head. */

/** Where stitches stand: each holds as much of the spine, so that of two they are a quarter from its ends. */
export function stitchesAt(spine: number, { stitches = STITCHES }: Pick<FinisherOf<'stitcher'>, 'stitches'>): number[] {
  return Array.from({ length: stitches }, (_, i) => (spine * (2 * i + 1)) / (2 * stitches));
}

/** From a hole's middle to the end of the spine at the least: nearer it would break out. */
const HOLE_TO_END = 4;

/** Where holes stand: as many as there is room for at the machine's pitch, as far from both ends; none where it has none. */
export function holesAt(spine: number, { pitch }: Pick<FinisherOf<'punch'>, 'pitch'>): number[] {
  if (!pitch) return [];
  const count = Math.max(0, Math.floor((spine - 2 * HOLE_TO_END + EPSILON) / pitch) + 1);
  const first = (spine - (count - 1) * pitch) / 2;
  return Array.from({ length: count }, (_, i) => first + i * pitch);
}
