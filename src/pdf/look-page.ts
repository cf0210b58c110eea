import type { PDFDocument } from 'mupdf';
import { bounds, intersect, rect, type Rect } from '../core';
import type { PageLook, Space } from '../core/preflight';
import { crookedOn } from './crooked';
import { drawnItems } from './drawn-items';
import { PT } from './geometry';
import { mostInkOn } from './most-ink';
import { mupdf } from './mupdf';
import { fontsOf, notesOn, safely, used } from './page-notes';
import { Seen } from './seen';

/** A picture that takes more of a page than this may be a scan of it. */
const FILLS = 0.6;

/**
 * Looks a page over as preflight asks.
 * @param page from 0 @param places of the pieces on it, mm @param shadings in what its runs of colours are
 */
export function lookAtPage(
  doc: PDFDocument,
  page: number,
  { trims, prints }: { readonly trims: readonly Rect[]; readonly prints: readonly Rect[] },
  shadings: () => readonly Space[],
): PageLook {
  const items = safely(() => drawnItems(doc, page));
  const loaded = doc.loadPage(page);
  try {
    const [x0, , , y1] = loaded.getBounds('MediaBox');
    const seen = new Seen((x, y) => [(x - x0) / PT, (y1 - y) / PT], trims, prints, shadings);
    const whole = safely(() => {
      const device = seen.device();
      try {
        loaded.run(device, mupdf.Matrix.identity);
        device.close();
      } finally {
        device.destroy();
      }
      return true;
    });
    const media = rect(
      0,
      0,
      loaded.getBounds('MediaBox')[2] / PT - x0 / PT,
      (y1 - loaded.getBounds('MediaBox')[1]) / PT,
    );
    const onPage = items?.flatMap((i) => intersect(i.box, media) ?? []) ?? [];
    return {
      whole: whole === true && items !== null,
      extent: onPage.length > 0 ? bounds(onPage) : null,
      pictures: seen.pictures,
      spaces: Object.fromEntries(seen.spaces),
      lines: seen.lines,
      rich: seen.rich,
      through: seen.through,
      blackOver: seen.blackOver,
      mostInk: seen.spaces.has('cmyk') || seen.spaces.has('spot') ? safely(() => mostInkOn(loaded, prints)) : null,
      crooked:
        !seen.lettered && seen.widest > FILLS * media.width * media.height ? safely(() => crookedOn(loaded)) : null,
      closest: seen.closest.all,
      fonts: used(fontsOf(doc, page), seen.fonts),
      ...notesOn(doc, page),
    };
  } finally {
    loaded.destroy();
  }
}
