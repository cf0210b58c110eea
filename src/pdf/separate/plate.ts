import { PROCESS, sameInk } from '../../core';
import type { Space, Tints } from '../colour/spaces';

/** One plate: an ink of a side. */
export interface Plate {
  readonly ink: string;
  /** Which of the process inks it is; -1 for a spot ink. */
  readonly process: number;
}

export const plateOf = (ink: string): Plate => ({ ink, process: PROCESS.findIndex((p) => sameInk(p, ink)) });

/** How much of a colour is on a plate, 0 to 1. */
export function amountOn(plate: Plate, { process, spots, all }: Tints): number {
  if (all !== null) return all;
  if (plate.process >= 0) return process[plate.process]!;
  for (const s of spots) if (sameInk(s.name, plate.ink)) return s.tint;
  return 0;
}

/** A colour that is set: to fill, or to stroke. */
export interface Paint {
  readonly space: Space;
  readonly colour: readonly number[];
}

/**
 * Whether painting leaves something on a plate, or takes it away there; where not, and it overprints, the plate stays as it
 * is (ISO 32000-1, 8.6.7, tables 148 and 149).
 * @param zero whether a CMYK colour's inks of which there is none are left alone too (overprint mode 1)
 */
export function touches(plate: Plate, { space, colour }: Paint, zero: boolean): boolean {
  const { paints } = space;
  if (paints === 'all') return true;
  if (typeof paints !== 'string') return paints.some((name) => sameInk(name, plate.ink));
  if (plate.process < 0) return false;
  return paints === 'process' || !zero || (colour[plate.process] ?? 0) > 0;
}

/** Less of an ink than this is what pictures have of every ink, and no loss to anybody. */
const NOTICED = 0.02;

/** The process inks that a colour is made of and that have no plate. */
export function lostOf(plates: readonly Plate[], { process, all }: Tints): string[] {
  if (all !== null) return [];
  return PROCESS.filter((_, i) => process[i]! > NOTICED && !plates.some((p) => p.process === i));
}
