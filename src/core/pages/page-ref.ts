import type { Artwork } from '../docket';
import type { QuarterTurns } from '../measure';
import type { WorkedPage } from './worked';

/** A part of an artwork page: one place of a grid of equal parts, counted from its lower left. */
export interface Part {
  readonly columns: number;
  readonly rows: number;
  readonly column: number;
  readonly row: number;
  /** From where to where it reaches across, as shares of the width, where its column is not one of equal ones. */
  readonly across?: readonly [number, number];
  /** Where it is one of several pieces that stand on the page: which, from 0; then it is no place of a grid. */
  readonly piece?: number;
}

/** Where a page of the product comes from. */
export interface PageRef {
  /** 0 for the artwork, 1 for the first further file. */
  readonly file: number;
  /** Its page there, from 1. */
  readonly page: number;
  /** How it is turned to stand upright, quarter turns counter-clockwise. */
  readonly turn: QuarterTurns;
  readonly part?: Part;
}

/** What is known of a page, or undefined where the file has no such page. */
export const factsOf = (artwork: Artwork, ref: Pick<PageRef, 'file' | 'page'>): WorkedPage | undefined =>
  (ref.file === 0 ? artwork.pages : artwork.more?.[ref.file - 1])?.[ref.page - 1];

/** How many pages a file of the docket has. */
export const pagesIn = (artwork: Artwork, file: number): number =>
  (file === 0 ? artwork.pages : (artwork.more?.[file - 1] ?? [])).length;
