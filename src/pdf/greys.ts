import type { PDFPage } from 'mupdf';
import { mupdf } from './mupdf';

/** A page's whole media box in greys, row by row, 255 where it is white. @param scale dots a point */
export function greysOf(
  page: PDFPage,
  scale: number,
): { readonly width: number; readonly height: number; readonly greys: Uint8Array } {
  const { scale: by } = mupdf.Matrix;
  const pixmap = page.toPixmap(by(scale, scale), mupdf.ColorSpace.DeviceGray, false, true, 'Print', 'MediaBox');
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
