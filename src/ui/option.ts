/** One of what can be chosen. */
export interface Option<K extends string = string> {
  readonly key: K;
  readonly label: string;
  readonly detail?: string;
  readonly swatch?: string;
}
