import type { PDFPage } from 'mupdf';
import { rect, type Rect } from '../core';
import { PT } from './geometry';
import { mupdf } from './mupdf';

/** Square millimetres of a page that are looked at, at most; larger pages are looked at more coarsely. */
const MOST_SQUARES = 4e6;
/** How far round the place of the most ink it is shown, mm. */
const ROUND = 3;

/** The most ink on a page: drawn with a dot a millimetre, each dot is the mean over its square. */
export function mostInkOn(page: PDFPage): { total: number; box: Rect } {
  const [x0, y0, x1, y1] = page.getBounds('MediaBox');
  const [w, h] = [Math.max(1, (x1 - x0) / PT), Math.max(1, (y1 - y0) / PT)];
  const scale = Math.min(1, Math.sqrt(MOST_SQUARES / (w * h)));
  const matrix = mupdf.Matrix.scale(scale / PT, scale / PT);
  const dots = page.toPixmap(matrix, mupdf.ColorSpace.DeviceCMYK, false, true, 'Print', 'MediaBox');
  try {
    const [width, height] = [dots.getWidth(), dots.getHeight()];
    const pixels = dots.getPixels();
    let [most, at] = [0, 0];
    for (let i = 0; i < width * height; i++) {
      const sum = pixels[4 * i]! + pixels[4 * i + 1]! + pixels[4 * i + 2]! + pixels[4 * i + 3]!;
      if (sum > most) [most, at] = [sum, i];
    }
    const [x, y] = [((at % width) + 0.5) / scale, h - (Math.floor(at / width) + 0.5) / scale];
    return { total: (most / 255) * 100, box: rect(x - ROUND, y - ROUND, 2 * ROUND, 2 * ROUND) };
  } finally {
    dots.destroy();
  }
}
