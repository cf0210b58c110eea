import type { ColorSpace } from 'mupdf';
import type { Space } from '../core/preflight';

/** What colours are, as far as preflight asks. */

/** Less of an ink than this nobody sees double. */
export const TRACE = 0.05;
/** As much of black is black, and no grey. */
const SOLID = 0.9;

/** In what a colour space says its colours. */
export function spaceOf(space: ColorSpace | null): Space {
  if (!space) return 'grey';
  const type = space.getType();
  if (type === 'Separation') return 'spot';
  if (space.isLab()) return 'lab';
  if (space.isGray()) return 'grey';
  if (space.isCMYK()) return 'cmyk';
  // without a profile of its own it goes by the name of the device
  return space.getName().startsWith('Device') ? 'rgb' : 'profiled';
}

/** Whether something is painted so that letters on it knock it out: in any colour but black and white. */
export function isGround(space: ColorSpace, color: readonly number[]): boolean {
  if (isBlack(space, color)) return false;
  if (space.isGray() || space.isRGB()) return color.some((c) => c < 1 - TRACE);
  return color.some((c) => c > TRACE);
}

/** Whether a colour is black alone. */
export function isBlack(space: ColorSpace, color: readonly number[]): boolean {
  if (space.isGray()) return color[0]! < 1 - SOLID;
  return space.isCMYK() && color[3]! > SOLID && color.slice(0, 3).every((c) => c < TRACE);
}
