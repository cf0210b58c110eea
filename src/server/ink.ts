import { inkBox, unpackArtwork } from '../core';
import { inkIn, Stopped } from '../pdf';
import { sql } from './db';
import { coarsestInWorker } from './workers';
import { tell } from './events';
import { summariseAnew } from './jobs';
import { smallPicture, sourceOf } from './pictures';
import { findArtwork, recordArtwork } from './tables/artworks';

/** Pages of a file whose pictures are looked at: what has more is no poster. */
const LOOKED_AT = 60;

/** How coarse a page's pictures are; null too where nobody can tell in time. */
async function coarsestOf(path: string, page: number): Promise<number | null> {
  try {
    return await coarsestInWorker(path, page);
  } catch (e) {
    if (e instanceof Stopped) throw e;
    return null;
  }
}

/**
 * Looks where the pages of a file have ink, in the small pictures of them, and how coarse their pictures are; once. Where one is not drawn, as when the server
 * is stopped in the middle, nothing is put down: it is looked for again.
 */
export async function lookForInk(sha256: string): Promise<void> {
  const row = await findArtwork(sql, sha256);
  const artwork = row && unpackArtwork(row.facts);
  if (!row || !artwork || artwork.pages.every((p) => p.ink && p.ppi !== undefined)) return;
  const few = artwork.pages.length <= LOOKED_AT;
  const pages = [];
  for (const [i, page] of artwork.pages.entries()) {
    const picture = await smallPicture(sha256, i + 1);
    if (picture === null) return;
    const heavy = picture === 'too heavy';
    pages.push({
      ...page,
      // what cannot be drawn is taken as printed all over
      ink: heavy ? page.media : inkBox(page, await inkIn(picture)),
      ppi: few && !heavy ? await coarsestOf(sourceOf(sha256, row.working_copy), i + 1) : null,
    });
  }
  await recordArtwork(sql, sha256, row.bytes, { ...artwork, pages }, row.working_copy);
  await summariseAnew(sha256);
  tell({ kind: 'pictures', sha256, done: pages.length, total: pages.length });
}
