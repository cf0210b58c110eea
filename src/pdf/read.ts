import { statSync } from 'node:fs';
import type { Artwork, PageFacts } from '../core';
import { bookmarksIn } from './bookmarks';
import { checkComposable } from './check';
import { ArtworkError } from './errors';
import { pageFacts, type RawPage } from './geometry';
import { imageToPdf, zipToPdf } from './image';
import { spotInks } from './inks';
import { openWithMupdf } from './mupdf-file';
import { allow } from './mupdf';
import { rawPage } from './raw-page';
import { sniff } from './sniff';
import { PdfEncrypted, PdfFile } from './syntax/file';
import { PdfTooLarge } from './syntax/budget';
import { PdfSyntaxError } from './syntax/objects';
import { writeDurably } from './write-file';

const PAST_MENDING = 'This PDF is damaged beyond mending. Ask for it to be saved or exported again.';
const MENDED = 'The file was damaged and has been mended; look at its pages once.';
const NO_PAGES = 'This PDF has no pages. Export it again.';

/** Files larger than this are not written anew: that is done in memory. */
const MENDABLE = 400 << 20;

/** Artwork read: its facts, and whether a working copy was made that is to be used in its place. */
export interface ReadArtwork {
  readonly artwork: Artwork;
  readonly workingCopy: boolean;
}

/**
 * Reads what there is to know of an artwork file. A file that is damaged, locked or an image gets a working copy at
 * `copy`: a sound PDF with the same pages. The file itself is never touched. What is found good here can be composed:
 * it has been gone through as composing does.
 * @throws ArtworkError where it cannot be artwork, saying what to do
 */
export async function readArtwork(path: string, copy: string, password?: string): Promise<ReadArtwork> {
  const kind = sniff(path);
  switch (kind) {
    case 'empty':
      throw new ArtworkError('empty', 'This file is empty: nothing arrived but its name. Copy or export it again.');
    case 'unknown':
      throw new ArtworkError(
        'not-artwork',
        'This is neither a PDF nor a PNG, JPEG or TIFF image, nor a ZIP of them. Export it as PDF.',
      );
    case 'pdf':
      return readPdf(path, copy, password);
    case 'zip': {
      const { names, notes } = await zipToPdf(path, copy);
      const { artwork } = await followed(copy);
      return {
        artwork: { ...artwork, kind: 'image', names: [...names], notes: [...artwork.notes, ...notes] },
        workingCopy: true,
      };
    }
    default: {
      await imageToPdf(path, kind, copy);
      return { artwork: { ...(await followed(copy)).artwork, kind: 'image' }, workingCopy: true };
    }
  }
}

/** What our own reader makes of a file. */
interface Followed {
  readonly artwork: Artwork;
  /** Whether it is damaged, though it can be followed. */
  readonly mended: boolean;
  readonly broken: boolean;
  readonly faceless: readonly number[];
}

async function readPdf(path: string, copy: string, password: string | undefined): Promise<ReadArtwork> {
  const own = await followed(path).catch((e: unknown) => e as Error);
  const found = own instanceof Error ? null : own;
  if (found && !found.mended && !found.broken && found.faceless.length === 0) {
    if (found.artwork.pages.length === 0) throw new ArtworkError('no-pages', NO_PAGES);
    return { artwork: found.artwork, workingCopy: false };
  }
  if (own instanceof PdfTooLarge) throw new ArtworkError('too-large', own.message);
  if (own instanceof Error && !(own instanceof PdfSyntaxError)) throw own;
  const locked = own instanceof PdfEncrypted;
  if (own instanceof PdfEncrypted && own.handler !== '/Standard')
    throw new ArtworkError(
      'sealed',
      'This PDF is sealed for certain people by their certificates, and no password opens it here. Ask for a copy without.',
    );
  const asItIs = (): ReadArtwork => {
    const { artwork, mended, broken, faceless } = found!;
    const notes = [
      ...artwork.notes,
      ...(mended || broken ? [MENDED] : []),
      ...(faceless.length > 0 ? [facelessNote(faceless)] : []),
    ];
    return { artwork: { ...artwork, notes }, workingCopy: false };
  };
  const { size } = statSync(path);
  if (size > MENDABLE) {
    if (found && found.artwork.pages.length > 0) return asItIs();
    throw new ArtworkError(
      locked ? 'locked' : 'damaged',
      locked
        ? 'This PDF is locked, and too large to be unlocked here. Ask for it without a password.'
        : 'This PDF is damaged, and too large to be mended here. Ask for it to be saved or exported again.',
    );
  }
  try {
    return await rewritten(path, copy, password, found, locked);
  } catch (e) {
    // what cannot be written anew and can be followed all the same is taken as it is
    if (found && found.artwork.pages.length > 0 && !(e instanceof ArtworkError && e.code === 'too-large'))
      return asItIs();
    throw e;
  }
}

/** Writes a file anew as a working copy, by MuPDF, which follows what our own reader does not. */
async function rewritten(
  path: string,
  copy: string,
  password: string | undefined,
  found: Followed | null,
  locked: boolean,
): Promise<ReadArtwork> {
  const { size } = statSync(path);
  // it holds the file, what it has made of it, and the new one
  allow((160 << 20) + 5 * size);
  const { doc, close } = openWithMupdf(path, password);
  try {
    const count = pagesOf(doc);
    if (count === 0) {
      if (!doc.wasRepaired() && !found?.mended) throw new ArtworkError('no-pages', NO_PAGES);
      throw new ArtworkError('damaged', PAST_MENDING);
    }
    const notes: string[] = [];
    if (doc.wasRepaired() || found?.mended || found?.broken || (!found && !locked)) notes.push(MENDED);
    if (locked && password !== undefined) notes.push('The file was locked and has been opened with its password.');
    const faceless = found ? found.faceless : allPages(count);
    if (faceless.length > 0) giveFaces(doc, faceless);
    // written anew as it is; where that holds something the composer cannot join, with its streams unpacked
    const ways = found?.broken ? [UNPACKED] : [AS_IT_IS, UNPACKED];
    for (const [i, options] of ways.entries()) {
      const saved = doc.saveToBuffer(options);
      writeDurably(copy, saved.asUint8Array());
      saved.destroy();
      const again = await followed(copy).catch((e: unknown) => e as Error);
      if (!(again instanceof Error)) {
        if (again.artwork.pages.length === 0) break;
        if (again.broken && i + 1 < ways.length) continue;
        if (again.faceless.length > 0) notes.push(facelessNote(again.faceless));
        return { artwork: { ...again.artwork, notes: [...notes, ...again.artwork.notes] }, workingCopy: true };
      }
      if (again instanceof PdfTooLarge) throw new ArtworkError('too-large', again.message);
      if (!(again instanceof PdfSyntaxError)) throw again;
    }
    throw new ArtworkError('damaged', PAST_MENDING);
  } catch (e) {
    if (e instanceof ArtworkError) throw e;
    const code = (e as NodeJS.ErrnoException).code ?? '';
    if (['ENOSPC', 'EDQUOT', 'EFBIG', 'EACCES'].includes(code)) throw e;
    throw new ArtworkError('damaged', PAST_MENDING);
  } finally {
    close();
  }
}

const AS_IT_IS = 'garbage=1,encrypt=none';
const UNPACKED = 'garbage=1,encrypt=none,decompress,compress';

const allPages = (count: number): number[] => Array.from({ length: Math.min(count, 500) }, (_, i) => i + 1);

const facelessNote = (pages: readonly number[]): string =>
  `Page ${few(pages)}: fields or remarks are filled in and bring no appearance to print; they are left out. Have them printed to PDF, or flattened.`;

/** Has appearances made for what brings none: what is set, if only to what it is, is drawn anew. */
function giveFaces(doc: ReturnType<typeof openWithMupdf>['doc'], pages: readonly number[]): void {
  for (const n of pages.slice(0, 500)) {
    try {
      const page = doc.loadPage(n - 1);
      const bare = (it: { getObject(): { get(key: string): { isNull(): boolean } } }): boolean =>
        it.getObject().get('AP').isNull();
      for (const field of page.getWidgets().filter(bare)) {
        const value = field.getValue();
        if (field.isText()) field.setTextValue(value);
        else if (field.isChoice()) field.setChoiceValue(value);
        field.update();
      }
      for (const remark of page.getAnnotations().filter(bare)) {
        remark.setContents(remark.getContents());
        remark.update();
      }
      page.update();
      page.destroy();
    } catch (e) {
      if (e instanceof WebAssembly.RuntimeError) throw e;
      // what stays without one is said
    }
  }
}

function pagesOf(doc: { countPages(): number }): number {
  try {
    return doc.countPages();
  } catch {
    throw new ArtworkError('damaged', PAST_MENDING);
  }
}

const few = (list: readonly number[]): string => `${list.slice(0, 5).join(', ')}${list.length > 5 ? ' …' : ''}`;

/** Goes through a PDF: its facts, and what is odd about its pages. @throws PdfSyntaxError where it cannot be followed */
async function followed(path: string): Promise<Followed> {
  const file = new PdfFile(path);
  try {
    const numbers: (number | null)[] = [];
    const dicts = file.pages(numbers);
    const notes: string[] = [];
    const pages: PageFacts[] = [];
    const odd = { empty: [] as number[], huge: [] as number[], outside: [] as number[] };
    dicts.forEach((dict, i) => {
      const raw = rawPage(file, dict);
      const facts = pageFacts(raw);
      if (isEmptyBox(raw)) odd.empty.push(i + 1);
      if (Math.max(facts.media.width, facts.media.height) >= 5080) odd.huge.push(i + 1);
      if (raw.trim && !facts.hasTrim) odd.outside.push(i + 1);
      pages.push(facts);
    });
    const said = (list: number[], what: string): void => {
      if (list.length > 0) notes.push(`Page ${few(list)}: ${what}`);
    };
    said(odd.empty, 'it says it has no size; taken as 215.9 × 279.4 mm');
    said(odd.huge, 'larger than five metres');
    said(odd.outside, 'its trim box is not on the page; the crop box is taken');
    const { broken, faceless } = await checkComposable(path, file, dicts);
    const inks = spotInks(file, dicts);
    // a damaged outline is no reason to write the file anew
    const { mended } = file;
    const bookmarks = bookmarksIn(file, numbers);
    const artwork: Artwork = { pages, kind: 'pdf', inks, notes, ...(bookmarks.length > 0 ? { bookmarks } : {}) };
    return { artwork, mended, broken, faceless };
  } catch (e) {
    // more calls in each other than there is room for, or a number no page has: a file made so
    if (e instanceof RangeError) throw new PdfSyntaxError(e.message);
    throw e;
  } finally {
    file.close();
  }
}

function isEmptyBox({ media }: RawPage): boolean {
  return !media || media.length < 4 || Math.abs(media[2]! - media[0]!) < 1e-6 || Math.abs(media[3]! - media[1]!) < 1e-6;
}
