import type { SheetWish } from '../docket';
import type { LayStyle, Shape } from '../makeup';
import type { Edges, Matrix, Rect, Size } from '../measure';
import type { Turn } from '../shop';
import type { Grid } from './fit';
import type { Work } from './turn';

/** A piece as it lies on paper, seen from the front. */
export interface LayDown {
  readonly shape: Shape;
  /** Takes the shape, from the lower left of its trims, to the sheet: quarter turns, or any angle for nests. */
  readonly at: Matrix;
  /** The rectangle round its trims, as it lies. */
  readonly trim: Rect;
  /** The paper it needs outside them, as it lies. */
  readonly margin: Edges;
  /** What of the sheet it may print on, where a neighbour's bleed meets its own; null for all that it clips to. */
  readonly reach: Rect | null;
  /** Which place of the sheet that is as they are counted, empty ones with them, from 1. */
  readonly place: number;
}

/** The plate of a press, which is larger than its paper: where the paper lies on it, from the plate's lower left. */
export interface PlatePlace {
  readonly plate: Size;
  readonly paper: Rect;
}

/** Equal pieces in columns and rows. */
export interface LaidGrid extends Grid {
  /** Whether they lie a quarter turn round. */
  readonly sideways: boolean;
}

/** How pieces lie on one paper, before any page is thought of. Millimetres, seen from the front. */
export interface Lay {
  /** The sheet with its long edge level. */
  readonly paper: Size;
  /** Null where the machine has none. */
  readonly plate: PlatePlace | null;
  readonly turn: Turn;
  readonly work: Work;
  /** What the machine prints of a side. */
  readonly printable: Rect;
  /** What it prints of both sides, seen from the front. */
  readonly bothSides: Rect;
  readonly downs: readonly LayDown[];
  /** Whether all fits. Where not, one piece is laid in the middle all the same, to be looked at. */
  readonly fits: boolean;
  /** Where it is one block of equal pieces; null where it is not. */
  readonly grid: LaidGrid | null;
  readonly style: LayStyle;
  /** Places that are kept empty. */
  readonly emptied: readonly { readonly place: number; readonly trim: Rect }[];
}

/** What of a sheet's wishes its lay depends on. */
export type LayWish = Pick<SheetWish, 'stock' | 'machine' | 'up' | 'turn' | 'work' | 'fill'>;
