import type { Artwork, PageFacts } from '../core';
import { hasFaceless } from './check';
import { pageFacts } from './geometry';
import { OpenPdf } from './open';
import { sniff } from './sniff';
import { PdfSyntaxError } from './syntax/objects';

/** A sound file and its facts. It is open: whoever has it closes it. */
export interface SoundPdf {
  readonly artwork: Artwork;
  readonly opened: OpenPdf;
}

/**
 * The facts of a PDF that is sound and says nothing odd, found without going through what its pages are made of; null for
 * every other file, which is to be read with care. Quick: for who composes at once, and sees then what can be composed.
 */
export function soundPdf(path: string): SoundPdf | null {
  if (sniff(path) !== 'pdf') return null;
  let opened: OpenPdf | null = null;
  try {
    opened = new OpenPdf(path);
    const pages = factsOf(opened);
    if (pages && pages.length > 0 && !opened.file.mended)
      return { artwork: { pages, kind: 'pdf', inks: [], notes: [] }, opened };
  } catch (e) {
    if (!(e instanceof PdfSyntaxError || e instanceof RangeError)) {
      opened?.close();
      throw e;
    }
  }
  opened?.close();
  return null;
}

/** The facts of all pages; null where one of them has no box, or fields that it does not show. */
function factsOf(opened: OpenPdf): PageFacts[] | null {
  const facts: PageFacts[] = [];
  for (const [i, dict] of opened.pages.entries()) {
    const raw = opened.raw(i + 1);
    if (!raw.media || hasFaceless(opened.file, dict)) return null;
    facts.push(pageFacts(raw));
  }
  return facts;
}
