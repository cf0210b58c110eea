import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { plan, readyOn, readyPicture, type Artwork, type Docket, type DrawnOn, type ReadyPicture } from '../core';
import { Stopped, type ReadyPage } from '../pdf';
import { folders } from './config';
import { databaseAway, diskFull, sql } from './db';
import { tell } from './events';
import { profileAt } from './profiles';
import { storedAt, workingCopyAt } from './store';
import { findArtwork } from './tables/artworks';
import { tooHeavy } from './too-heavy';
import { drawInWorker, hastenDrawing, platesInWorker, type Close, type Haste } from './workers';

/** Widths in pixels that pages are drawn at: in the run strip, on the table, zoomed in. */
export const WIDTHS = [160, 640, 1600, 3200] as const;

/** What a page on the table is drawn at, on most screens. */
const ON_TABLE = WIDTHS[1];
/** Pages of a first sheet that are drawn before they are asked for. */
const FIRST_PAGES = 16;

const inHand = new Map<string, Promise<Buffer>>();
/** Where what is drawn of a file is kept. */
export const folderOf = (sha256: string): string => join(folders.pictures(), sha256.slice(0, 2), sha256);
/** What tells pictures of a page apart: what is done to its content. */
const keyOf = (ready: ReadyPicture | null): string =>
  ready ? `-${createHash('sha256').update(JSON.stringify(ready)).digest('hex').slice(0, 24)}` : '';
const fileOf = (sha256: string, page: number, width: number, ready: ReadyPicture | null = null): string =>
  join(folderOf(sha256), `${page}-${width}${keyOf(ready)}.jpg`);
/** How workers are told of it; null where nothing is done to what is drawn. */
function readied(ready: ReadyPicture | null, on: DrawnOn): ReadyPage | null {
  const wish = readyOn(ready, on);
  if (!ready || !wish) return null;
  return { wish, scale: ready.scale, profile: ready.colour && profileAt(ready.colour.profile.sha256) };
}

/**
 * The small picture of a page where it is drawn already.
 * @returns 'too heavy' for a page that cannot be drawn; null for one that nobody has drawn yet
 */
export async function smallPicture(sha256: string, page: number): Promise<Buffer | 'too heavy' | null> {
  const file = fileOf(sha256, page, WIDTHS[0]);
  if (existsSync(file)) return readFile(file);
  return existsSync(heavyFile(sha256, page)) ? 'too heavy' : null;
}
/** Stands for a page that could not be drawn: it is not tried again at every look. */
const heavyFile = (sha256: string, page: number): string => join(folderOf(sha256), `${page}-too-heavy`);

/** The file to read an artwork from: its working copy where it has one. */
export const sourceOf = (sha256: string, workingCopy: boolean): string =>
  workingCopy ? workingCopyAt(sha256) : storedAt(sha256);

/** Keeps what was made of a file, where there is room. */
export async function write(file: string, data: Uint8Array): Promise<void> {
  const temporary = `${file}.${process.pid}.part`;
  try {
    await writeFile(temporary, data);
    await rename(temporary, file);
  } catch (e) {
    await rm(temporary, { force: true });
    // a picture that cannot be kept is shown all the same
    if (!diskFull(e)) throw e;
  }
}

/**
 * A picture of a page, drawn if it is not there yet. Asked for twice at once, it is drawn once. A page that takes too
 * long or too much to draw gets a picture that says so.
 * @param ready what is done to its content first
 * @throws RangeError where there is no such page
 */
export function picture(
  sha256: string,
  page: number,
  width: number,
  haste: Haste = 'looked-at',
  ready: ReadyPicture | null = null,
): Promise<Buffer> {
  const file = fileOf(sha256, page, width, ready);
  const waiting = inHand.get(file);
  if (waiting) {
    hastenDrawing(file, haste);
    return waiting;
  }
  const made = (async () => {
    if (existsSync(file)) return readFile(file);
    const row = await findArtwork(sql, sha256);
    const facts = row && row.facts.alike[row.facts.pages[page - 1] ?? -1];
    if (!row || !facts) throw new RangeError('There is no such page.');
    const instead = (): Promise<Buffer> => tooHeavy(width, facts.media.height / facts.media.width);
    if (existsSync(heavyFile(sha256, page))) return instead();
    await mkdir(folderOf(sha256), { recursive: true }).catch((e: unknown) => {
      if (!diskFull(e)) throw e;
    });
    try {
      const jpeg = Buffer.from(
        await drawInWorker(sourceOf(sha256, row.working_copy), page, width, {
          haste,
          id: file,
          ready: readied(ready, 'screen'),
        }),
      );
      await write(file, jpeg);
      return jpeg;
    } catch (e) {
      // too long, too much, or nothing that MuPDF can make a picture of: the page is printed all the same
      if (databaseAway(e) || diskFull(e) || e instanceof Stopped) throw e;
      // that it cannot be made ready says nothing of the page as it is
      if (!ready) await write(heavyFile(sha256, page), new Uint8Array());
      return instead();
    }
  })().finally(() => inHand.delete(file));
  inHand.set(file, made);
  return made;
}

const parting = new Map<string, Promise<string>>();

/**
 * The inks of a page, each as a picture, as JSON; kept as pictures are, where it is not a part of it looked at closely.
 * @throws RangeError where there is no such page; TookTooLong, TookTooMuch, PdfSyntaxError where it cannot be parted
 */
export function plates(
  sha256: string,
  page: number,
  ready: ReadyPicture | null,
  at: Close | null = null,
): Promise<string> {
  const close = at ? `-at-${at.x}-${at.y}` : '';
  const file = join(folderOf(sha256), `${page}-plates-2${keyOf(ready)}${close}.json`);
  const waiting = parting.get(file);
  if (waiting) return waiting;
  const made = (async () => {
    if (existsSync(file)) return readFile(file, 'utf8');
    const row = await findArtwork(sql, sha256);
    if (!row || row.facts.pages[page - 1] === undefined) throw new RangeError('There is no such page.');
    const parted = await platesInWorker(sourceOf(sha256, row.working_copy), page, readied(ready, 'sheets'), at);
    const json = JSON.stringify({
      ...parted,
      plates: parted.plates.map(({ png, ...plate }) => ({ ...plate, png: Buffer.from(png).toString('base64') })),
    });
    // nobody comes back to just this spot
    if (at) return json;
    await mkdir(folderOf(sha256), { recursive: true }).catch((e: unknown) => {
      if (!diskFull(e)) throw e;
    });
    await write(file, Buffer.from(json));
    return json;
  })().finally(() => parting.delete(file));
  parting.set(file, made);
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
    const row = await findArtwork(sql, sha256);
    if (!row) return;
    const total = row.facts.pages.length;
    let told = 0;
    for (let page = 1; page <= total; page++) {
      if (!existsSync(fileOf(sha256, page, WIDTHS[0]))) {
        const lost = await picture(sha256, page, WIDTHS[0], 'filling').then(
          () => false,
          // they are drawn when they are asked for
          (e: unknown) => databaseAway(e) || diskFull(e),
        );
        if (lost) return;
      }
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

/**
 * Draws the pages of a job's first sheet as its screen will show them, front before back, so that they are there, or
 * nearly, when the screen asks for them. Cannot fail: what cannot be drawn is asked for again and says so.
 */
export async function drawFirstSheet(docket: Docket, artwork: Artwork): Promise<void> {
  const sheet = plan(docket, artwork).sheets.at(0);
  const files = [docket.artwork.file, ...docket.artwork.more];
  const ready = readyPicture(docket, artwork);
  const pages = new Map(
    [...sheet.front, ...sheet.back].flatMap(({ file, page }) =>
      page === null ? [] : [[`${file} ${page}`, { sha256: files[file]?.sha256 ?? '', page }] as const],
    ),
  );
  // of very many up it is the first few that are looked at
  await Promise.all(
    [...pages.values()]
      .slice(0, FIRST_PAGES)
      .map(({ sha256, page }) => picture(sha256, page, ON_TABLE, 'ahead', ready).catch(() => undefined)),
  );
}

/** Removes pictures that were half written when the server was stopped. */
export async function sweepPictures(): Promise<void> {
  for (const entry of await readdir(folders.pictures(), { recursive: true }).catch(() => []))
    if (!/\.jpg$|plates.*\.json$|look\.json$|too-heavy$|^[0-9a-f/]+$/.test(entry))
      await rm(join(folders.pictures(), entry), { force: true });
}
