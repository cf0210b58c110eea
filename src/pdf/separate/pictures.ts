import type { Image, PDFDocument, PDFObject, Pixmap } from 'mupdf';
import { decodeName } from '../inks';
import { stringBytes } from '../colour/spaces';
import { allow, mupdf } from '../mupdf';
import { openWithMupdf, type OpenedPdf } from '../mupdf-file';
import { isDict, PdfSyntaxError, Ref, type Dict, type PdfValue } from '../syntax/objects';

/** A picture unpacked: samples of 8 bits, row by row, a pixel's components together. */
export interface Samples {
  readonly width: number;
  readonly height: number;
  readonly components: number;
  readonly data: Uint8ClampedArray;
  /** How much of each pixel is there, where some are not. */
  readonly alpha: Uint8Array | null;
}

/** Bytes of a picture that is unpacked whole. */
const MOST = 900 << 20;

/** Unpacks the pictures of a file, whatever they are packed with. */
export class Pictures {
  private opened: OpenedPdf | null = null;

  constructor(private readonly path: string) {}

  private get doc(): PDFDocument {
    allow(2 * MOST);
    return (this.opened ??= openWithMupdf(this.path)).doc;
  }

  /** @throws PdfSyntaxError where it cannot be unpacked, or is too large for that */
  ofObject(ref: Ref, size: number): Samples {
    return this.unpacked(this.doc.newIndirect(ref.num), size);
  }

  /** An inline image. @param dict by long names @param data a byte a character */
  inline(dict: Dict, data: string, size: number): Samples {
    const { doc } = this;
    return this.unpacked(doc.addRawStream(Buffer.from(data, 'latin1'), objectOf(doc, dict)), size);
  }

  private unpacked(object: PDFObject, size: number): Samples {
    if (!(size <= MOST)) throw new PdfSyntaxError('A picture is too large to be parted into its inks here.');
    let image: Image | null = null;
    let pixmap: Pixmap | null = null;
    try {
      image = this.doc.loadImage(object);
      pixmap = image.toPixmap();
      return samplesOf(pixmap);
    } catch (e) {
      if (e instanceof WebAssembly.RuntimeError) throw e;
      throw new PdfSyntaxError('A picture cannot be unpacked to part it into its inks.');
    } finally {
      pixmap?.destroy();
      image?.destroy();
    }
  }

  close(): void {
    this.opened?.close();
  }
}

/** Pixels in process inks as JPEG. @param quality of 100 */
export function jpegOf(pixels: Uint8Array, width: number, height: number, quality: number): Uint8Array {
  allow(2 * MOST);
  const pixmap = new mupdf.Pixmap(mupdf.ColorSpace.DeviceCMYK, [0, 0, width, height], false);
  try {
    pixmap.getPixels().set(pixels);
    return pixmap.asJPEG(quality, false).slice();
  } finally {
    pixmap.destroy();
  }
}

function samplesOf(pixmap: Pixmap): Samples {
  const [width, height] = [pixmap.getWidth(), pixmap.getHeight()];
  const all = pixmap.getNumberOfComponents();
  const stride = pixmap.getStride();
  const pixels = pixmap.getPixels();
  const clear = pixmap.getAlpha() > 0;
  const components = clear ? all - 1 : all;
  if (!clear && stride === width * all)
    return { width, height, components, data: pixels.slice(0, stride * height), alpha: null };
  const data = new Uint8ClampedArray(width * height * components);
  const alpha = clear ? new Uint8Array(width * height) : null;
  for (let y = 0, to = 0; y < height; y++)
    for (let x = 0, from = y * stride; x < width; x++, from += all, to++) {
      for (let c = 0; c < components; c++) data[to * components + c] = pixels[from + c]!;
      if (alpha) alpha[to] = pixels[from + components]!;
    }
  return { width, height, components, data, alpha };
}

/** A value as MuPDF holds it; objects of the file keep their numbers. */
function objectOf(doc: PDFDocument, v: PdfValue): PDFObject {
  if (v instanceof Ref) return doc.newIndirect(v.num);
  if (isDict(v)) {
    const dict = doc.newDictionary();
    for (const [key, value] of v) dict.put(decodeName(key), objectOf(doc, value));
    return dict;
  }
  if (Array.isArray(v)) {
    const array = doc.newArray();
    for (const value of v) array.push(objectOf(doc, value));
    return array;
  }
  if (v.startsWith('/')) return doc.newName(decodeName(v));
  if (v.startsWith('(') || v.startsWith('<')) return doc.newByteString(stringBytes(v));
  if (v === 'true' || v === 'false') return doc.newBoolean(v === 'true');
  return v === 'null' ? doc.newNull() : doc.newReal(Number(v) || 0);
}
