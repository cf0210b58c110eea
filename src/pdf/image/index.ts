import { readFileSync } from 'node:fs';
import { mupdf } from './mupdf';
import { writeDurably } from './write-file';
import sharp, { type Metadata } from 'sharp';
import { ArtworkError } from './errors';

export type ImageKind = 'png' | 'jpeg' | 'tiff';

/** Most pixels an image may have before it is refused: a metre square at 600 dpi. */
const MAX_PIXELS = 600e6;

/** Dots an inch where the image does not say. */
const DEFAULT_DPI = 300;

/**
 * Wraps an image as a PDF of its physical size; JPEG data is kept as it is, a TIFF of several pages makes several.
 * @throws ArtworkError where it cannot be read
 */
export async function imageToPdf(path: string, kind: ImageKind, out: string): Promise<void> {
  let meta: Metadata;
  try {
    meta = await sharp(path, { limitInputPixels: MAX_PIXELS }).metadata();
  } catch {
    throw new ArtworkError('damaged', 'This image cannot be read. Save it again as PNG, JPEG or TIFF.');
  }
  const doc = new mupdf.PDFDocument();
  try {
    for (let page = 0; page < (meta.pages ?? 1); page++) {
      const data =
        kind === 'tiff'
          ? await sharp(path, { page, limitInputPixels: MAX_PIXELS })
              .tiff({ compression: 'deflate' })
              .withMetadata()
              .toBuffer()
          : readFileSync(path);
      const image = new mupdf.Image(data);
      const dpi = meta.density && meta.density > 30 && meta.density < 5000 ? meta.density : DEFAULT_DPI;
      // EXIF orientations 5 to 8 lie on their side
      const turned = kind === 'jpeg' && (meta.orientation ?? 1) >= 5;
      const pw = (image.getWidth() * 72) / dpi;
      const ph = (image.getHeight() * 72) / dpi;
      const [w, h] = turned ? [ph, pw] : [pw, ph];
      const resources = doc.addObject({ XObject: { I: doc.addImage(image) } });
      doc.insertPage(
        -1,
        doc.addPage([0, 0, w, h], 0, resources, `q ${placement(meta.orientation ?? 1, kind, w, h)} cm /I Do Q`),
      );
    }
    writeDurably(out, doc.saveToBuffer('compress').asUint8Array());
  } catch (e) {
    if (e instanceof ArtworkError) throw e;
    throw new ArtworkError('damaged', 'This image cannot be read. Save it again as PNG, JPEG or TIFF.');
  } finally {
    doc.destroy();
  }
}

/** The matrix that lays the unit square upright on the page for an EXIF orientation. */
function placement(orientation: number, kind: ImageKind, w: number, h: number): string {
  if (kind !== 'jpeg') return `${w} 0 0 ${h} 0 0`;
  switch (orientation) {
    case 2:
      return `${-w} 0 0 ${h} ${w} 0`;
    case 3:
      return `${-w} 0 0 ${-h} ${w} ${h}`;
    case 4:
      return `${w} 0 0 ${-h} 0 ${h}`;
    case 5:
      return `0 ${-h} ${-w} 0 ${w} ${h}`;
    case 6:
      return `0 ${-h} ${w} 0 0 ${h}`;
    case 7:
      return `0 ${h} ${w} 0 0 0`;
    case 8:
      return `0 ${h} ${-w} 0 ${w} 0`;
    default:
      return `${w} 0 0 ${h} 0 0`;
  }
}
