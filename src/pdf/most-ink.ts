import type { PDFPage } from 'mupdf';
import { rect, type Rect } from '../core';
import { PT } from './geometry';
import { mupdf } from './mupdf';

/** Square millimetres of a page that are looked at, at most; larger pages are looked at more coarsely. */
const MOST_SQUARES = 4e6;
/** How far round the place of the most ink it is shown, mm. */
const ROUND = 3;

/**
 * The most ink on a page: drawn with a dot a millimetre, each dot is the mean over its square.
 * @param prints where it prints, mm from the lower left
 */
export function mostInkOn(page: PDFPage, prints: readonly Rect[]): { total: number; box: Rect } {
  const [x0, y0, x1, y1] = page.getBounds('MediaBox');
  const [w, h] = [Math.max(1, (x1 - x0) / PT), Math.max(1, (y1 - y0) / PT)];
  const scale = Math.min(1, Math.sqrt(MOST_SQUARES / (w * h)));
  const matrix = mupdf.Matrix.scale(scale / PT, scale / PT);
  const dots = page.toPixmap(matrix, mupdf.ColorSpace.DeviceCMYK, false, true, 'Print', 'MediaBox');
  try {
    const [width, height] = [dots.getWidth(), dots.getHeight()];
    const pixels = dots.getPixels();
    let [most, at] = [0, 0];
    // dots whose middles are in a rectangle
    const from = (v: number): number => Math.max(0, Math.ceil(v * scale - 0.5));
    for (const r of prints)
      for (let row = from(h - r.y - r.height); row < Math.min(height, (h - r.y) * scale - 0.5); row++)
        for (let x = from(r.x); x < Math.min(width, (r.x + r.width) * scale - 0.5); x++) {
          const i = row * width + x;
          const sum = pixels[4 * i]! + pixels[4 * i + 1]! + pixels[4 * i + 2]! + pixels[4 * i + 3]!;
          if (sum > most) [most, at] = [sum, i];
        }
    const [x, y] = [((at % width) + 0.5) / scale, h - (Math.floor(at / width) + 0.5) / scale];
    return { total: (most / 255) * 100, box: rect(x - ROUND, y - ROUND, 2 * ROUND, 2 * ROUND) };
  } finally {
    dots.destroy();
  }
}
