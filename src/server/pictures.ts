import { existsSync } from 'node:fs';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { folders } from './config';
import { tell } from './events';
import { storedAt, workingCopyAt } from './store';
import { findArtwork } from './tables/artworks';
import { drawInWorker } from './workers';

/** Widths in pixels that pages are drawn at: in the run strip, on the table, zoomed in. */
export const WIDTHS = [160, 640, 1600, 3200] as const;

const inHand = new Map<string, Promise<Buffer>>();
const fileOf = (sha256: string, page: number, width: number): string =>
  join(folders.pictures(), sha256.slice(0, 2), sha256, `${page}-${width}.jpg`);

/** The file to read an artwork from: its working copy where it has one. */
export const sourceOf = (sha256: string, workingCopy: boolean): string =>
  workingCopy ? workingCopyAt(sha256) : storedAt(sha256);

/** A picture of a page, drawn if it is not there yet. Asked for twice at once, it is drawn once. */
export function picture(sha256: string, page: number, width: number): Promise<Buffer> {
  const file = fileOf(sha256, page, width);
  const waiting = inHand.get(file);
  if (waiting) return waiting;
  const made = (async () => {
    if (existsSync(file)) return readFile(file);
    const row = await findArtwork(sha256);
    if (!row || page < 1 || page > row.facts.pages.length) throw new RangeError('There is no such page.');
    const jpeg = Buffer.from(await drawInWorker(sourceOf(sha256, row.working_copy), page, width));
    await mkdir(join(folders.pictures(), sha256.slice(0, 2), sha256), { recursive: true });
    const temporary = `${file}.${process.pid}`;
    await writeFile(temporary, jpeg);
    await rename(temporary, file);
    return jpeg;
  })().finally(() => inHand.delete(file));
  inHand.set(file, made);
  return made;
}

const filling = new Map<string, Promise<void>>();
const progress = new Map<string, { done: number; total: number }>();

/** How far the small pictures of a file have come; null where nothing is being made. */
export const pictureProgress = (sha256: string): { done: number; total: number } | null => progress.get(sha256) ?? null;

/** Makes the small pictures of a whole file, one after another so that those asked for come between. */
export function fillPictures(sha256: string): Promise<void> {
  const running = filling.get(sha256);
  if (running) return running;
  const work = (async () => {
    const row = await findArtwork(sha256);
    if (!row) return;
    const total = row.facts.pages.length;
    let told = 0;
    for (let page = 1; page <= total; page++) {
      await picture(sha256, page, WIDTHS[0]).catch(() => undefined);
      progress.set(sha256, { done: page, total });
      const now = Date.now();
      if (now - told > 250 || page === total) {
        told = now;
        tell({ kind: 'pictures', sha256, done: page, total });
      }
    }
  })().finally(() => {
    filling.delete(sha256);
    progress.delete(sha256);
  });
  filling.set(sha256, work);
  return work;
}
