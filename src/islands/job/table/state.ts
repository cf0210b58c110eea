/** What the light table shows, and how. */
export interface TableState {
  /** From 0. */
  readonly sheet: number;
  readonly turned: boolean;
  readonly through: boolean;
  readonly numbers: boolean;
  readonly aids: boolean;
  /** Creep, drawn many times too large. */
  readonly creep: boolean;
}
