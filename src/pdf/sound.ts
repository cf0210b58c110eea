import type { Artwork, PageFacts } from '../core';
import { hasFaceless } from './check';
import { pageFacts } from './geometry';
import { rawPage } from './raw-page';
import { sniff } from './sniff';
import { PdfFile } from './syntax/file';
import { PdfSyntaxError } from './syntax/objects';

/**
 * The facts of a PDF that is sound and says nothing odd, found without going through what its pages are made of; null for
 * every other file, which is to be read with care. Quick: for who composes at once, and sees then what can be composed.
 */
export function soundPdf(path: string): Artwork | null {
  if (sniff(path) !== 'pdf') return null;
  let file: PdfFile | null = null;
  try {
    file = new PdfFile(path);
    const pages: PageFacts[] = [];
    for (const dict of file.pages()) {
      const raw = rawPage(file, dict);
      if (!raw.media || hasFaceless(file, dict)) return null;
      pages.push(pageFacts(raw));
    }
    return file.mended || pages.length === 0 ? null : { pages, kind: 'pdf', inks: [], notes: [] };
  } catch (e) {
    if (e instanceof PdfSyntaxError || e instanceof RangeError) return null;
    throw e;
  } finally {
    file?.close();
  }
}
