/** How pages are numbered on the table: over the artwork, small in a corner, or not at all. */
export type Numbers = 'large' | 'small' | 'none';
/** What comes after what, by the key that changes it. */
export const NEXT_NUMBERS: Readonly<Record<Numbers, Numbers>> = { large: 'small', small: 'none', none: 'large' };

/** What the light table shows, and how. */
export interface TableState {
  /** From 0. */
  readonly sheet: number;
  readonly turned: boolean;
  readonly through: boolean;
  readonly numbers: Numbers;
  readonly aids: boolean;
  /** Creep, drawn many times too large. */
  readonly creep: boolean;
  /** Chains of measures along the sheet. */
  readonly lengths: boolean;
  /** Whether presses measure. */
  readonly tape: boolean;
}
