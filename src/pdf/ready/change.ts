import type { Space } from '../colour/spaces';

/** What a colour space becomes where inks of it are wished to be others. */
export interface Change {
  /** The space as it is written: a reference, or the name of a device's. */
  readonly space: string;
  /** A colour of it, by one that was. */
  readonly into: (colour: readonly number[]) => readonly number[];
  /** Whether its numbers stay what they are. */
  readonly same: boolean;
  /** The space that it was; of a pattern's, that of the pattern's colour. */
  readonly was: Space;
  readonly ofPattern?: boolean;
  /** Whether it paints all process inks where it overprints, those of which there is none as well (8.6.7). */
  readonly whole?: boolean;
  /** The same for a colour that runs into others, where single ones may be printed in black alone. */
  readonly smooth?: (colour: readonly number[]) => readonly number[];
  /** Whether a colour is printed in black alone. */
  readonly neutral?: (colour: readonly number[]) => boolean;
  /** The same for the bytes of a picture. */
  readonly pixels?: (data: Uint8Array | Uint8ClampedArray) => Uint8Array;
}
/** Another space; nothing, as no ink of it prints; null for itself. */
export type Becomes = Change | 'gone' | null;
