import { statSync } from 'node:fs';
import { allow, mupdf } from './mupdf';
import { openWithMupdf } from './mupdf-file';

/** Smaller than this, in pixels, a picture is a tint or an ornament: nobody looks for detail in it. */
const SMALL = 64;
/** Points of an inch. */
const INCH = 72;

/**
 * How coarse the coarsest picture of a page is at the page's own size: the lower of its pixels an inch across and down,
 * wherever it stands in the page, in forms and patterns too. Masks of one bit are not looked at.
 * @param page from 1
 * @returns pixels an inch, to a tenth; null where the page has no picture
 */
export function coarsestPicture(path: string, page: number): number | null {
  allow((64 << 20) + statSync(path).size);
  const { doc, close } = openWithMupdf(path);
  try {
    const loaded = doc.loadPage(page - 1);
    let least = Infinity;
    const device = new mupdf.Device({
      fillImage: (image, ctm) => {
        const [width, height] = [image.getWidth(), image.getHeight()];
        if (width * height < SMALL * SMALL) return;
        const across = Math.hypot(ctm[0]!, ctm[1]!) / INCH;
        const down = Math.hypot(ctm[2]!, ctm[3]!) / INCH;
        if (across > 0 && down > 0) least = Math.min(least, width / across, height / down);
      },
    });
    try {
      loaded.run(device, mupdf.Matrix.identity);
      device.close();
    } finally {
      device.destroy();
      loaded.destroy();
    }
    return Number.isFinite(least) ? Math.round(least * 10) / 10 : null;
  } finally {
    close();
  }
}
