import { closeSync, openSync, readSync, statSync } from 'node:fs';
import type { Artwork } from '../core';
import { placesOn, type FileLook, type PageLook, type Space } from '../core/preflight';
import { Nowhere } from './check';
import { Copier } from './compose/copier';
import { findPieces, withFound } from './find-pieces';
import { lookAtPage } from './look-page';
import { allow } from './mupdf';
import { openWithMupdf } from './mupdf-file';
import { OpenPdf } from './open';
import { layersOf } from './page-notes';
import { brokenProfiles } from './broken-profiles';
import { overprinted } from './overprint';
import { shadingSpaces } from './shading-spaces';
import { PdfSyntaxError } from './syntax/objects';

/** Pages that are looked at in one file, at most. */
const MOST_PAGES = 5000;

/** The version that a file begins with (7.5.2); its catalog may say a later one. Null where it is no PDF. */
function versionOf(path: string): string | null {
  const fd = openSync(path, 'r');
  try {
    const bytes = Buffer.alloc(1024);
    const text = bytes.toString('latin1', 0, readSync(fd, bytes, 0, bytes.length, 0));
    return /%PDF-(\d\.\d)/.exec(text)?.[1] ?? null;
  } finally {
    closeSync(fd);
  }
}

/**
 * Looks a file over, page by page.
 * @param path where it lies @param source what can be drawn of it: itself, or its working copy
 */
export function lookAtFile(
  path: string,
  source: string,
  artwork: Artwork,
  onProgress: (done: number, total: number) => void = () => undefined,
): FileLook {
  const found = withFound(artwork, findPieces(source, artwork));
  allow((160 << 20) + 2 * statSync(source).size);
  const { doc, close } = openWithMupdf(source);
  const opened = openOr(source);
  try {
    const total = Math.min(MOST_PAGES, artwork.pages.length);
    const pages: PageLook[] = [];
    const profiles = new Map<string, string | null>();
    for (let i = 0; i < total; i++) {
      pages.push({
        ...lookAtPage(doc, i, placesOn(found, i), () => shadingsOn(opened, i)),
        ...overprintOn(opened, i),
        brokenProfiles: profilesOn(opened, i, profiles),
      });
      onProgress(i + 1, total);
    }
    const said = versionOf(path);
    const catalog = doc.getTrailer().get('Root').get('Version');
    const later = catalog.isName() ? catalog.asName() : null;
    return {
      artwork: found,
      version: said !== null && later !== null && later > said ? later : said,
      layers: layersOf(doc),
      pages,
    };
  } finally {
    opened?.close();
    close();
  }
}

/** The file as its content is gone through; null where it cannot be followed. */
function openOr(path: string): OpenPdf | null {
  try {
    return new OpenPdf(path);
  } catch (e) {
    if (e instanceof PdfSyntaxError) return null;
    throw e;
  }
}

/** In what the runs of colours of a page are, as far as it can be followed. */
function shadingsOn(opened: OpenPdf | null, index: number): Space[] {
  const page = opened?.pages[index];
  if (!opened || !page) return [];
  try {
    return shadingSpaces(opened.file, page);
  } catch (e) {
    if (e instanceof PdfSyntaxError) return [];
    throw e;
  }
}

/** What is wrong with profiles of a page, as far as it can be followed. */
function profilesOn(opened: OpenPdf | null, index: number, known: Map<string, string | null>): string[] {
  const page = opened?.pages[index];
  if (!opened || !page) return [];
  try {
    return brokenProfiles(opened.file, page, known);
  } catch (e) {
    if (e instanceof PdfSyntaxError) return [];
    throw e;
  }
}

/** What a page's overprint does to white and to black, as far as it can be followed. */
function overprintOn(opened: OpenPdf | null, index: number): Pick<PageLook, 'lostWhites' | 'knockingBlacks'> {
  const page = opened?.pages[index];
  if (!opened || !page) return {};
  try {
    const content = new Copier(opened.file, new Nowhere()).contentOf(page).toString('latin1');
    const { lost, knocking } = overprinted(opened.file, page, content);
    return { lostWhites: lost, knockingBlacks: knocking };
  } catch (e) {
    if (e instanceof PdfSyntaxError) return {};
    throw e;
  }
}
