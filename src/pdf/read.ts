import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import type { Artwork, PageFacts } from '../core';
import { ArtworkError } from './errors';
import { pageFacts, type RawPage } from './geometry';
import { imageToPdf, type ImageKind } from './image';
import { openWithMupdf } from './mupdf-file';
import { rawPage } from './raw-page';
import { spotInks } from './inks';
import { PdfFile } from './syntax/file';
import { canDecode } from './syntax/filters';
import { isDict, PdfSyntaxError, type Dict, type PdfValue } from './syntax/objects';
import { writeDurably } from './write-file';

const PAST_MENDING = 'This PDF is damaged beyond mending. Ask for it to be saved or exported again.';

/** Artwork read: its facts, and whether a working copy was made that is to be used in its place. */
export interface ReadArtwork {
  readonly artwork: Artwork;
  readonly workingCopy: boolean;
}

/** What a file is by its first bytes. */
export function sniff(path: string): 'pdf' | ImageKind | 'empty' | 'unknown' {
  const fd = openSync(path, 'r');
  try {
    if (fstatSync(fd).size === 0) return 'empty';
    const head = Buffer.alloc(1024);
    const n = readSync(fd, head, 0, 1024, 0);
    const text = head.subarray(0, n).toString('latin1');
    if (text.includes('%PDF-')) return 'pdf';
    if (text.startsWith('\x89PNG\r\n')) return 'png';
    if (text.startsWith('\xff\xd8\xff')) return 'jpeg';
    if (text.startsWith('II*\0') || text.startsWith('MM\0*')) return 'tiff';
    return 'unknown';
  } finally {
    closeSync(fd);
  }
}

/**
 * Reads what there is to know of an artwork file. A file that is damaged, locked or an image gets a working copy at
 * `copy`: a sound PDF with the same pages. The file itself is never touched.
 * @throws ArtworkError where it cannot be artwork, saying what to do
 */
export async function readArtwork(path: string, copy: string, password?: string): Promise<ReadArtwork> {
  const kind = sniff(path);
  switch (kind) {
    case 'empty':
      throw new ArtworkError('empty', 'This file is empty: nothing arrived but its name. Copy or export it again.');
    case 'unknown':
      throw new ArtworkError('not-artwork', 'This is neither a PDF nor a PNG, JPEG or TIFF image. Export it as PDF.');
    case 'pdf':
      return readPdf(path, copy, password);
    default: {
      await imageToPdf(path, kind, copy);
      return { artwork: { ...factsOf(copy, []), kind: 'image' }, workingCopy: true };
    }
  }
}

function readPdf(path: string, copy: string, password: string | undefined): ReadArtwork {
  const { doc, close } = openWithMupdf(path, password);
  try {
    const count = pagesOf(doc);
    if (count === 0) throw new ArtworkError('no-pages', 'This PDF has no pages. Export it again.');
    const notes: string[] = [];
    if (!doc.wasRepaired()) {
      try {
        const artwork = factsOf(path, notes);
        if (artwork.pages.length === count) return { artwork, workingCopy: false };
      } catch {
        // the strict reader does not follow it: MuPDF, which does, writes it anew
      }
    }
    if (doc.wasRepaired()) notes.push('The file was damaged and has been mended; look at its pages once.');
    if (password !== undefined) notes.push('The file was locked and has been opened with its password.');
    // written anew as it is; where even that holds something the composer cannot join, with its streams unpacked
    for (const options of ['garbage=1,encrypt=none', 'garbage=1,encrypt=none,decompress,compress']) {
      const saved = doc.saveToBuffer(options);
      writeDurably(copy, saved.asUint8Array());
      saved.destroy();
      try {
        return { artwork: factsOf(copy, notes), workingCopy: true };
      } catch (e) {
        if (!(e instanceof PdfSyntaxError)) throw e;
      }
    }
    throw new ArtworkError('damaged', PAST_MENDING);
  } catch (e) {
    if (e instanceof ArtworkError) throw e;
    throw new ArtworkError('damaged', PAST_MENDING);
  } finally {
    close();
  }
}

function pagesOf(doc: { countPages(): number }): number {
  try {
    return doc.countPages();
  } catch {
    throw new ArtworkError('damaged', PAST_MENDING);
  }
}

/** The facts of a sound PDF; what is odd about its pages is added to the notes. */
function factsOf(path: string, notes: string[]): Artwork {
  const file = new PdfFile(path);
  try {
    const dicts = file.pages();
    const pages: PageFacts[] = [];
    const odd = { empty: [] as number[], huge: [] as number[], outside: [] as number[] };
    dicts.forEach((dict, i) => {
      checkContents(file, dict);
      const raw = rawPage(file, dict);
      const facts = pageFacts(raw);
      if (isEmptyBox(raw)) odd.empty.push(i + 1);
      if (Math.max(facts.media.width, facts.media.height) >= 5080) odd.huge.push(i + 1);
      if (raw.trim && !facts.hasTrim) odd.outside.push(i + 1);
      pages.push(facts);
    });
    const said = (pages_: number[], what: string): void => {
      if (pages_.length > 0)
        notes.push(`Page ${pages_.slice(0, 5).join(', ')}${pages_.length > 5 ? ' …' : ''}: ${what}`);
    };
    said(odd.empty, 'it says it has no size; taken as 215.9 × 279.4 mm');
    said(odd.huge, 'larger than five metres');
    said(odd.outside, 'its trim box is not on the page; the crop box is taken');
    return { pages, kind: 'pdf', inks: spotInks(file, dicts), notes };
  } finally {
    file.close();
  }
}

/**
 * Content in several streams is joined when it is composed, for which each must be one that can be unpacked.
 * @throws PdfSyntaxError where it is not
 */
function checkContents(file: PdfFile, page: Dict): void {
  const contents = file.get(page.get('/Contents'));
  if (!Array.isArray(contents) || contents.length < 2) return;
  for (const part of contents) {
    const dict = file.get(part);
    if (!isDict(dict)) continue;
    const filter = file.get(dict.get('/Filter'));
    const names: PdfValue[] = filter === undefined ? [] : Array.isArray(filter) ? filter : [filter];
    for (const name of names)
      if (!canDecode(file.get(name))) throw new PdfSyntaxError(`Content is packed with ${String(name)}.`);
  }
}

function isEmptyBox({ media }: RawPage): boolean {
  return !media || media.length < 4 || Math.abs(media[2]! - media[0]!) < 1e-6 || Math.abs(media[3]! - media[1]!) < 1e-6;
}
