import { wholeNumber, type Rect, type Size } from '../measure';

/** What is told of a machine that is set for a job. */

/** A measure that a machine is set to, mm. */
export interface SetTo {
  readonly label: string;
  readonly value: number;
  /** What belongs to it: where it is measured from, what is done before. */
  readonly note?: string;
}

/** A line in the drawing of what is in the machine, by its number among the figures where it has one. */
export interface DrawnLine {
  readonly kind: 'fold' | 'cut' | 'stitch' | 'score' | 'hole';
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly number: number | null;
}

/** How a machine of the route is set for a job: what one reads off a print with a ruler elsewhere. */
export interface MachineSetup {
  readonly machine: string;
  /** What is done there, of what: `Fold 800 sections of 16 pages`. */
  readonly what: string;
  /** What the measures are taken from. */
  readonly from: string;
  readonly figures: readonly SetTo[];
  /** What lies in the machine, from its lower left, mm. */
  readonly drawing: { readonly size: Size; readonly lines: readonly DrawnLine[]; readonly inner: Rect | null };
}

export const counted = (n: number, thing: string): string => `${wholeNumber(n)} ${thing}${n === 1 ? '' : 's'}`;
