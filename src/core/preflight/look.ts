import type { Artwork } from '../docket';
import type { Rect, Size } from '../measure';

/** What a file looks like, as far as preflight asks: millimetres from the lower left of each page as it is seen. */

/** In what a thing is coloured. `rgb` says nothing of which; `profiled` says by a profile. */
export type Space = 'grey' | 'rgb' | 'profiled' | 'cmyk' | 'lab' | 'spot';

export interface PictureLook {
  readonly box: Rect;
  /** Pixels an inch, the lower of across and down. */
  readonly ppi: number;
  readonly space: Space;
}

/** How a scan lies that is not straight. */
export interface CrookedLook {
  /** At what its lines run, degrees counter-clockwise. */
  readonly angle: number;
  /** The middle of what is on it, and how large that is once it is straight; mm. */
  readonly middle: { readonly x: number; readonly y: number };
  readonly size: Size;
}

export type Edge = 'left' | 'right' | 'head' | 'foot';

/** What comes closest to one edge of the trim, of what is meant to stay whole. */
export interface ClosestLook {
  readonly edge: Edge;
  /** How far it goes beyond the trim, mm; below 0 where it stays inside. */
  readonly ink: number;
  readonly box: Rect;
}

export interface PageLook {
  /** Whether all of it could be looked at. */
  readonly whole: boolean;
  /** What holds all that is drawn; null where nothing is. */
  readonly extent: Rect | null;
  readonly pictures: readonly PictureLook[];
  /** Where each space is used first. */
  readonly spaces: Readonly<Partial<Record<Space, Rect>>>;
  /** Lines drawn with a pen, thin ones alone, with the width that they have. */
  readonly lines: readonly { readonly box: Rect; readonly width: number }[];
  /** Small letters in three inks or more, with their size in points. */
  readonly rich: readonly { readonly box: Rect; readonly points: number }[];
  /** What is seen through, or is blended with what lies under it. */
  readonly through: readonly Rect[];
  /** Things painted in white that overprints, and so are not there in print. */
  readonly lostWhites?: number;
  /** What is wrong with colour profiles that it names. */
  readonly brokenProfiles?: readonly string[];
  /** The most ink in one place: per cent of all inks together, the mean over a square millimetre. Null where all of it is of light. */
  readonly mostInk?: { readonly total: number; readonly box: Rect } | null;
  /** Letters in black alone over something that is painted; and how many texts in black alone do not overprint. */
  readonly blackOver?: readonly Rect[];
  readonly knockingBlacks?: number;
  /** Letters, pictures and frames that are closest to the trim. */
  readonly closest?: readonly ClosestLook[];
  /** How it lies, where it is a scan that is not straight. */
  readonly crooked?: CrookedLook | null;
  readonly fonts: readonly { readonly name: string; readonly embedded: boolean }[];
  /** Comments that are on it, and whether they print. */
  readonly remarks: { readonly printed: number; readonly unprinted: number };
  readonly fields: number;
}

export interface FileLook {
  readonly artwork: Artwork;
  /** As the file says: `1.6`; null where it says nothing, as a picture. */
  readonly version: string | null;
  readonly layers: readonly { readonly name: string; readonly hidden: boolean }[];
  readonly pages: readonly PageLook[];
}
