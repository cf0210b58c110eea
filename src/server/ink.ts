import { inkBox, unpackArtwork } from '../core';
import { inkIn } from '../pdf';
import { sql } from './db';
import { tell } from './events';
import { summariseAnew } from './jobs';
import { smallPicture } from './pictures';
import { findArtwork, recordArtwork } from './tables/artworks';

/**
 * Looks where the pages of a file have ink, in the small pictures of them; once. Where one is not drawn, as when the server
 * is stopped in the middle, nothing is put down: it is looked for again.
 */
export async function lookForInk(sha256: string): Promise<void> {
  const row = await findArtwork(sql, sha256);
  const artwork = row && unpackArtwork(row.facts);
  if (!row || !artwork || artwork.pages.every((p) => p.ink)) return;
  const pages = [];
  for (const [i, page] of artwork.pages.entries()) {
    const picture = await smallPicture(sha256, i + 1);
    if (picture === null) return;
    // what cannot be drawn is taken as printed all over
    pages.push({ ...page, ink: picture === 'too heavy' ? page.media : inkBox(page, await inkIn(picture)) });
  }
  await recordArtwork(sql, sha256, row.bytes, { ...artwork, pages }, row.working_copy);
  await summariseAnew(sha256);
  tell({ kind: 'pictures', sha256, done: pages.length, total: pages.length });
}
