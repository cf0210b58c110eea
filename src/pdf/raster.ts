import { rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { PDFPage, Pixmap } from 'mupdf';
import type { ReadyOn } from '../core';
import { extractPage } from './extract';
import { allow, mupdf } from './mupdf';
import { openWithMupdf, type OpenedPdf } from './mupdf-file';
import type { Copier } from './compose/copier';
import type { Readies } from './compose/forms';
import type { PdfWriter } from './compose/writer';
import type { Press } from './icc';
import { readierFor } from './ready';
import { scratchFolder } from './scratch';

/** More pixels than this are not drawn for one page. */
const MAX_PIXELS = 16e6;
/** MuPDF counts bytes of a file in 31 bits: pages of larger ones are drawn from a file of their own. */
const MUPDF_READS = 2 ** 31 - 2 ** 20;

const open = new Map<string, OpenedPdf>();
let drawn = 0;

/** Keeps the last few documents open: pages of one file are asked for one after another. */
function opened(path: string): OpenedPdf {
  let it = open.get(path);
  if (it) open.delete(path);
  else it = openWithMupdf(path);
  open.set(path, it);
  if (open.size > 3) {
    const [oldest, stale] = open.entries().next().value!;
    stale.close();
    open.delete(oldest);
  }
  return it;
}

/**
 * Draws a page, its whole media box as it is seen, printing annotations included.
 * @param page from 1
 * @param width in pixels
 * @param ready what is done to its content first, and what it is printed at of its own size
 * @param press where its colours are brought to, where they are
 * @returns a JPEG
 */
export function rasterise(
  path: string,
  page: number,
  width: number,
  ready?: ReadyPage,
  press: Press | null = null,
): Uint8Array {
  const { size } = statSync(path);
  // a picture on the page is unpacked before it is made smaller
  allow((224 << 20) + 4 * size);
  if (size <= MUPDF_READS && !ready) return draw(opened(path), page, width);
  const dir = scratchFolder();
  try {
    const one = join(dir, 'page.pdf');
    pageAlone(path, page, one, ready, press);
    const it = openWithMupdf(one);
    try {
      return draw(it, 1, width, press);
    } finally {
      it.close();
    }
  } finally {
    rmSync(dir, { recursive: true, force: true });
  }
}

/** What is done to the content of a page before it is drawn. */
export interface ReadyPage {
  readonly wish: ReadyOn;
  /** What it is printed at of its own size. */
  readonly scale: number;
  /** Where the profile is kept that its colours are brought to; null where they are not. */
  readonly profile?: string | null;
}

/** Writes a page as a file of its own, its content made ready. */
export function pageAlone(
  path: string,
  page: number,
  out: string,
  ready?: ReadyPage,
  press: Press | null = null,
): void {
  let readies: Readies | null = null;
  const made = (copier: Copier, writer: PdfWriter): Readies =>
    (readies = readierFor(press)(copier, writer, ready!.wish, path));
  try {
    extractPage(path, page, out, ready && { scale: ready.scale, with: made });
  } finally {
    (readies as Readies | null)?.close();
  }
}

/** A page's whole media box as it prints, red, green and blue. */
export const drawnAt = (page: PDFPage, scale: number, press: Press | null = null): Pixmap => {
  const matrix = mupdf.Matrix.scale(scale, scale);
  const { DeviceRGB, DeviceCMYK } = mupdf.ColorSpace;
  if (!press) return page.toPixmap(matrix, DeviceRGB, false, true, 'Print', 'MediaBox');
  // in the inks that are printed, and as they look
  const inks = page.toPixmap(matrix, DeviceCMYK, false, true, 'Print', 'MediaBox');
  try {
    const [w, h] = [inks.getWidth(), inks.getHeight()];
    const seen = new mupdf.Pixmap(DeviceRGB, [0, 0, w, h], false);
    // memory may have grown, and moved, meanwhile
    const pixels = press.shown(inks.getPixels());
    seen.getPixels().set(pixels);
    return seen;
  } finally {
    inks.destroy();
  }
};

function draw({ doc }: OpenedPdf, page: number, width: number, press: Press | null = null): Uint8Array {
  // MuPDF draws nothing outside the crop box, where the bleed may be: for drawing, the whole sheet is the crop
  const object = doc.findPage(page - 1);
  object.put('CropBox', object.getInheritable('MediaBox'));
  const loaded = doc.loadPage(page - 1);
  try {
    const [x0, y0, x1, y1] = loaded.getBounds('MediaBox');
    const [w, h] = [Math.max(1e-3, x1 - x0), Math.max(1e-3, y1 - y0)];
    const scale = Math.min(width / w, Math.sqrt(MAX_PIXELS / (w * h)));
    const pixmap = drawnAt(loaded, scale, press);
    try {
      return pixmap.asJPEG(82, false).slice();
    } finally {
      pixmap.destroy();
    }
  } finally {
    loaded.destroy();
    if (++drawn % 20 === 0) mupdf.emptyStore();
  }
}
