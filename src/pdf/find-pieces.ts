import { statSync } from 'node:fs';
import { foundOn, saysTrim, type Artwork, type FoundOnPage } from '../core';
import { drawnItems } from './drawn-items';
import { allow } from './mupdf';
import { openWithMupdf } from './mupdf-file';

/** Pages of which what they take up is kept; of more only where marks stand is. */
const FEW = 12;
/** Pages that are looked at before it is believed that a long file carries no marks. */
const FIRST = 4;
/** Pages that are looked at at all. */
const MOST = 2000;
/**
 * Looks on the pages of a file for the pieces that they are for: between mark lines, and where their content is. Pages
 * whose trim box says it are left alone.
 * @returns page by page; null where nothing was found, or nobody looked
 */
export function findPieces(path: string, { pages }: Pick<Artwork, 'pages'>): (FoundOnPage | null)[] {
  const out: (FoundOnPage | null)[] = pages.map(() => null);
  const open = pages.flatMap((page, i) => (saysTrim(page) ? [] : [i])).slice(0, MOST);
  if (open.length === 0) return out;
  allow((96 << 20) + statSync(path).size);
  const { doc, close } = openWithMupdf(path);
  const few = pages.length <= FEW;
  let marked = 0;
  try {
    for (const [nth, i] of open.entries()) {
      if (!few && nth >= FIRST && marked === 0) break;
      const items = drawnItems(doc, i);
      const found = items && foundOn(items, pages[i]!.media);
      if (!found) continue;
      if (found.marked) marked++;
      if (few) out[i] = found;
      else if (found.marked) out[i] = { marked: found.marked, ...(found.parts ? { parts: found.parts } : {}) };
    }
  } finally {
    close();
  }
  return out;
}

/** The facts of a file with what was found on its pages. */
export const withFound = <A extends Pick<Artwork, 'pages'>>(artwork: A, found: readonly (FoundOnPage | null)[]): A =>
  found.some((f) => f !== null)
    ? { ...artwork, pages: artwork.pages.map((page, i) => (found[i] ? { ...page, found: found[i] } : page)) }
    : artwork;
