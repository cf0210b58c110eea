import { sameInk, type TrapSettings } from '../../core';

/** Which of two colours that meet is spread into the other, how far, and in which inks. */

/** A flat colour: how much of each ink, 0 to 1, by the ink's name; inks of which there is none are left out. */
export type Flat = ReadonlyMap<string, number>;

/**
 * How dense process inks are in full, by the lightness that ISO 12647-2 has for them on coated paper (L* of 55, 48, 89 and
 * 16): Y = ((L* + 16) / 116)³, D = −log₁₀ Y.
 */
const LIGHTNESS: Readonly<Record<string, number>> = { Cyan: 55, Magenta: 48, Yellow: 89, Black: 16 };

/** The neutral density of a lightness. @param l L*, 0 to 100 */
export const densityOfLightness = (l: number): number => {
  const y = l > 8 ? ((l + 16) / 116) ** 3 : l / 903.3;
  return -Math.log10(Math.max(y, 1e-4));
};

/** How dense an ink is in full; null where nobody knows. */
export type SolidDensity = (ink: string) => number | null;
export const processDensity: SolidDensity = (ink) => {
  const process = Object.keys(LIGHTNESS).find((p) => sameInk(p, ink));
  return process === undefined ? null : densityOfLightness(LIGHTNESS[process]!);
};

/** An ink of which nothing is known is as dense as magenta: between the light ones and the dark. */
const UNKNOWN = densityOfLightness(48);

/**
 * How dense a colour is: tints by how much of the paper they cover (Murray-Davies), inks that lie on each other one with
 * the other.
 */
export function densityOf(colour: Flat, solid: SolidDensity): number {
  let sum = 0;
  for (const [ink, tint] of colour) {
    const full = processDensity(ink) ?? solid(ink) ?? UNKNOWN;
    sum -= Math.log10(1 - tint * (1 - 10 ** -full));
  }
  return sum;
}

/** What lies where two colours meet. */
export interface Decision {
  /** Which of the two is spread: the lighter one. */
  readonly lighter: 0 | 1;
  /** Whether half of it lies on each side. */
  readonly half: boolean;
  /** How far, mm. */
  readonly width: number;
  /** What is painted: all that either has. */
  readonly inks: Flat;
}

/** Less of a difference is none, whatever is counted with. */
const HAIR = 1e-6;

/**
 * Decides how two colours that meet are trapped.
 * @param settings by which; tints in per cent there
 * @returns null where nothing shows if they are apart: one has all the ink that the other has, or as good as
 */
export function decide(a: Flat, b: Flat, settings: TrapSettings, solid: SolidDensity): Decision | null {
  const inks = new Map(a);
  for (const [ink, tint] of b) inks.set(ink, Math.max(tint, inks.get(ink) ?? 0));
  const step = settings.step / 100 - HAIR;
  const more = (of: Flat, than: Flat): boolean => [...of].some(([ink, tint]) => tint - (than.get(ink) ?? 0) >= step);
  if (!more(a, b) || !more(b, a)) return null;
  const black = (colour: Flat): boolean => (colour.get('Black') ?? 0) >= settings.blackFrom / 100 - HAIR;
  if (black(a) !== black(b)) return { lighter: black(a) ? 1 : 0, half: false, width: settings.black, inks };
  const [da, db] = [densityOf(a, solid), densityOf(b, solid)];
  const half = Math.min(da, db) >= settings.slide * Math.max(da, db) - HAIR;
  return { lighter: da <= db ? 0 : 1, half, width: settings.width, inks };
}
