import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { inkBox, unpackArtwork } from '../core';
import { inkIn } from '../pdf';
import { sql } from './db';
import { tell } from './events';
import { summariseAnew } from './jobs';
import { smallPicture } from './pictures';
import { findArtwork, recordArtwork } from './tables/artworks';

/** Looks where the pages of a file have ink, in the small pictures of them; once. */
export async function lookForInk(sha256: string): Promise<void> {
  const row = await findArtwork(sql, sha256);
  const artwork = row && unpackArtwork(row.facts);
  if (!row || !artwork || artwork.pages.every((p) => p.ink)) return;
  const pages = [];
  for (const [i, page] of artwork.pages.entries()) {
    const file = smallPicture(sha256, i + 1);
    // what has no picture is taken as printed all over
    pages.push({ ...page, ink: existsSync(file) ? inkBox(page, await inkIn(await readFile(file))) : page.media });
  }
  await recordArtwork(sql, sha256, row.bytes, { ...artwork, pages }, row.working_copy);
  await summariseAnew(sha256);
  tell({ kind: 'pictures', sha256, done: pages.length, total: pages.length });
}
