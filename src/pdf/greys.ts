import type { PDFPage, Pixmap } from 'mupdf';
import type { Rect } from '../core';
import { mupdf } from './mupdf';

/** A picture in greys, row by row, 255 where it is white. */
export interface Greys {
  readonly width: number;
  readonly height: number;
  readonly greys: Uint8Array;
}

/** A page's whole media box in greys. @param scale dots a point */
export const greysOf = (page: PDFPage, scale: number): Greys =>
  taken(page.toPixmap(mupdf.Matrix.scale(scale, scale), mupdf.ColorSpace.DeviceGray, false, true, 'Print', 'MediaBox'));

/** A part of a page in greys. @param part in points from the upper left of its media box, y downwards @param scale dots a point */
export function greysOfPart(page: PDFPage, part: Rect, scale: number): Greys {
  const [x0, y0] = page.getBounds('MediaBox');
  const [width, height] = [Math.max(1, Math.round(part.width * scale)), Math.max(1, Math.round(part.height * scale))];
  const pixmap = new mupdf.Pixmap(mupdf.ColorSpace.DeviceGray, [0, 0, width, height], false);
  pixmap.clear(255);
  const map = [scale, 0, 0, scale, -(x0 + part.x) * scale, -(y0 + part.y) * scale] as const;
  const device = new mupdf.DrawDevice([...map], pixmap);
  try {
    page.run(device, mupdf.Matrix.identity);
    device.close();
  } finally {
    device.destroy();
  }
  return taken(pixmap);
}

function taken(pixmap: Pixmap): Greys {
  try {
    const [width, height, stride] = [pixmap.getWidth(), pixmap.getHeight(), pixmap.getStride()];
    const pixels = pixmap.getPixels();
    const greys = new Uint8Array(width * height);
    for (let y = 0; y < height; y++) greys.set(pixels.subarray(y * stride, y * stride + width), y * width);
    return { width, height, greys };
  } finally {
    pixmap.destroy();
  }
}
