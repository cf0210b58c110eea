import { allow, mupdf } from './mupdf';
import { openWithMupdf } from './mupdf-file';
import { drawnAt } from './raster';

/** A picture as its pixels: red, green, blue of each, row by row from the upper left. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly rgb: Uint8ClampedArray;
  /** Pixels of a millimetre. */
  readonly fine: number;
}

const MAX_PIXELS = 32e6;

/** Draws a page, its whole media box as it is seen. @param page from 1 @param fine pixels of a millimetre; fewer of a page that is too large */
export function pixelsOf(path: string, page: number, fine: number): Pixels {
  allow(256 << 20);
  const it = openWithMupdf(path);
  try {
    const object = it.doc.findPage(page - 1);
    object.put('CropBox', object.getInheritable('MediaBox'));
    const loaded = it.doc.loadPage(page - 1);
    const [x0, y0, x1, y1] = loaded.getBounds('MediaBox');
    const points = Math.max(1e-3, x1 - x0) * Math.max(1e-3, y1 - y0);
    const scale = Math.min((fine * 25.4) / 72, Math.sqrt(MAX_PIXELS / points));
    const pixmap = drawnAt(loaded, scale);
    try {
      return {
        width: pixmap.getWidth(),
        height: pixmap.getHeight(),
        rgb: pixmap.getPixels().slice(),
        fine: (scale * 72) / 25.4,
      };
    } finally {
      pixmap.destroy();
      loaded.destroy();
    }
  } finally {
    it.close();
  }
}

/** Pixels as a JPEG. */
export function jpegOf({ width, height, rgb }: Omit<Pixels, 'fine'>): Uint8Array {
  const pixmap = new mupdf.Pixmap(mupdf.ColorSpace.DeviceRGB, [0, 0, width, height], false);
  try {
    pixmap.getPixels().set(rgb);
    return pixmap.asJPEG(90, false).slice();
  } finally {
    pixmap.destroy();
  }
}
