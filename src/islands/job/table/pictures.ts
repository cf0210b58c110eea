import type { Artwork, Cell, PageFacts, Sheet, SideName } from '../../../core';
import { pictureUrl } from '../../../ui/client';
import { pictureWidth } from './geometry';

/** The pictures of a cell's page. */
export interface CellPictures {
  readonly facts: PageFacts;
  /** At once, for it is there already. */
  readonly small: string;
  /** As sharp as the screen shows it; null where the small one is. */
  readonly sharp: string | null;
}

const SMALLEST = 160;

/**
 * @param scale screen pixels in a millimetre; 0 for the smallest picture
 * @returns null for a blank, and where the artwork lacks the page
 */
export function picturesOf(cell: Cell, artwork: Artwork, files: readonly string[], scale: number): CellPictures | null {
  const { page, matrix, file } = cell;
  if (page === null || !matrix) return null;
  const facts = (file === 0 ? artwork.pages : artwork.more?.[file - 1])?.[page - 1];
  if (!facts) return null;
  const at = (width: number): string => pictureUrl(files[file] ?? '', page, width);
  const wanted = scale === 0 ? SMALLEST : pictureWidth(facts.media.width * Math.hypot(matrix[0], matrix[1]) * scale);
  return { facts, small: at(SMALLEST), sharp: wanted > SMALLEST ? at(wanted) : null };
}

/** The sharp pictures of some sides, each once, in the order in which they are looked at. */
export function sharpPictures(
  sides: readonly (readonly [Sheet, SideName])[],
  artwork: Artwork,
  files: readonly string[],
  scale: number,
): string[] {
  const all = sides.flatMap(([sheet, name]) =>
    sheet[name].flatMap((cell) => picturesOf(cell, artwork, files, scale)?.sharp ?? []),
  );
  return [...new Set(all)];
}
