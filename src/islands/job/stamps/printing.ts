import type { Album, Artwork, ImprintWish, TableFacts } from '../../../core';

/** What the imprints of a job are drawn from. */
export interface Printing {
  readonly imprint: ImprintWish;
  readonly table: TableFacts | undefined;
  readonly album: Album | undefined;
  readonly dpi: number;
}

/** Null where nothing is put on the pages. */
export const printingOf = (
  imprint: ImprintWish,
  { table, album }: Pick<Artwork, 'table' | 'album'>,
  dpi: number,
): Printing | null => (imprint.prints.length > 0 ? { imprint, table, album, dpi } : null);
