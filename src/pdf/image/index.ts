import { rmSync } from 'node:fs';
import sharp, { type Metadata, type Sharp } from 'sharp';
import { ArtworkError } from '../errors';
import { PdfWriter } from '../compose/writer';
import { realNumber as n } from '../compose/number';
import { renameDurably } from '../write-file';
import { jpegFacts } from './jpeg';
import { pngParts } from './png';
import { sniff, type ImageKind } from '../sniff';
import { pixelsOf } from './pixels';
import { eachZipped } from './zip';

/** Most pixels of one image: 1.7 m square at 300 dpi. */
const MAX_PIXELS = 400e6;
/** Pages of a TIFF, and their pixels together. */
const MAX_PAGES = 2000;
const MAX_PIXELS_IN_ALL = 4 * MAX_PIXELS;

/** Dots an inch where the image does not say. */
const DEFAULT_DPI = 300;

const UNREADABLE = 'This image cannot be read. Save it again as PNG, JPEG or TIFF.';
const CUT_SHORT = 'Only a part of this image has arrived: it ends in the middle. Copy or export it again.';

const open = (path: string, page = 0): Sharp =>
  sharp(path, { page, limitInputPixels: false, failOn: 'truncated', sequentialRead: true });

/**
 * Wraps an image as a PDF of its physical size. What is packed as PDF packs it is carried over byte for byte (JPEG, most
 * PNG); else its pixels are, in their own colours: grey, RGB or CMYK. A TIFF of several pages makes several. Pictures
 * are measured before anything is unpacked, and unpacked by strips.
 * @throws ArtworkError where it cannot be read, is not whole, or is too large
 */
export async function imageToPdf(path: string, kind: ImageKind, out: string): Promise<void> {
  const pages = await measured(path);
  await writeTree(out, async (writer, tree) => {
    const kids: number[] = [];
    for (const [i, meta] of pages.entries()) kids.push(await writePage(writer, tree, path, i, kind, meta));
    return kids;
  });
}

/** The pictures of a ZIP, a page each, and what was left out of it. */
export interface Unzipped {
  /** What the pages are called: the pictures' file names. */
  readonly names: readonly string[];
  readonly notes: readonly string[];
}

/**
 * Makes a PDF of the pictures in a ZIP, in the order of their names, as {@link imageToPdf} does of one. What is no picture
 * is left out, and said. Of a TIFF of several pages the first is taken.
 * @throws ArtworkError where it has no pictures, or one of them cannot be read
 */
export async function zipToPdf(path: string, out: string): Promise<Unzipped> {
  const names: string[] = [];
  const others: string[] = [];
  const several: string[] = [];
  await writeTree(out, async (writer, tree) => {
    const kids: number[] = [];
    await eachZipped(path, async ({ name, unpack }) => {
      // a name of its own each: what reads images keeps them by their path
      const entry = `${out}.${names.length + others.length}.entry`;
      try {
        await unpack(entry);
        const kind = sniff(entry);
        if (kind !== 'png' && kind !== 'jpeg' && kind !== 'tiff') {
          others.push(name);
          return;
        }
        try {
          const [first, ...more] = await measured(entry);
          if (more.length > 0) several.push(name);
          kids.push(await writePage(writer, tree, entry, 0, kind, first!));
        } catch (e) {
          const said = inWords(e);
          throw said instanceof ArtworkError ? new ArtworkError(said.code, `${name}: ${said.message}`) : said;
        }
        names.push(name);
      } finally {
        rmSync(entry, { force: true });
      }
    });
    if (kids.length === 0)
      throw new ArtworkError(
        'not-artwork',
        'There is no picture in this ZIP. Pack PNG, JPEG or TIFF images into it; a PDF or a table is taken as it is, unpacked.',
      );
    return kids;
  });
  const listed = (all: readonly string[]): string =>
    all.slice(0, 3).join(', ') + (all.length > 3 ? ` and ${all.length - 3} more` : '');
  return {
    names,
    notes: [
      ...(others.length > 0 ? [`Left out of the ZIP, as no pictures: ${listed(others)}.`] : []),
      ...(several.length > 0 ? [`Of several pages the first was taken: ${listed(several)}.`] : []),
    ],
  };
}

/** Writes a PDF of the pages that are made. What was there before stays until it is whole. */
async function writeTree(out: string, make: (writer: PdfWriter, tree: number) => Promise<number[]>): Promise<void> {
  const part = `${out}.part`;
  const writer = new PdfWriter(part, '1.7');
  let done = false;
  try {
    const [root, tree, info] = [writer.allocate(), writer.allocate(), writer.allocate()];
    const kids = await make(writer, tree);
    writer.object(tree, `<</Type/Pages/Count ${kids.length}/Kids[${kids.map((k) => `${k} 0 R`).join(' ')}]>>`);
    writer.object(info, '<</Producer(Odd Sparrow)>>');
    writer.object(root, `<</Type/Catalog/Pages ${tree} 0 R>>`);
    writer.finish(root, info, '0'.repeat(32));
    done = true;
    renameDurably(part, out);
  } catch (e) {
    throw inWords(e);
  } finally {
    if (!done) writer.abandon();
    rmSync(part, { force: true });
  }
}

/** What the image's header says, page by page. @throws ArtworkError where it cannot be taken */
async function measured(path: string): Promise<Metadata[]> {
  try {
    const first = await open(path).metadata();
    const count = first.pages ?? 1;
    if (count > MAX_PAGES)
      throw new ArtworkError('too-large', `Too many pages: ${count}; up to ${MAX_PAGES} of a TIFF are taken.`);
    const all = [first];
    for (let page = 1; page < count; page++) all.push(await open(path, page).metadata());
    let sum = 0;
    for (const { width, height } of all) {
      sum += width * height;
      if (width * height > MAX_PIXELS || sum > MAX_PIXELS_IN_ALL)
        throw new ArtworkError(
          'too-large',
          `Too large: ${said(width)} × ${said(height)} pixels; up to ${MAX_PIXELS / 1e6} megapixels are taken, 20,000 × 20,000. Save it smaller: 300 dots an inch are enough in print.`,
        );
    }
    return all;
  } catch (e) {
    throw inWords(e);
  }
}

const said = (v: number): string => v.toLocaleString('en');

function inWords(e: unknown): Error {
  const code = (e as NodeJS.ErrnoException).code ?? '';
  if (e instanceof ArtworkError || ['ENOSPC', 'EDQUOT', 'ENOENT', 'EACCES', 'EFBIG'].includes(code)) return e as Error;
  const message = e instanceof Error ? e.message : '';
  if (/No space left/i.test(message)) return Object.assign(new Error(message), { code: 'ENOSPC' });
  return new ArtworkError(
    'damaged',
    /premature|read error|truncat|not enough|end of/i.test(message) ? CUT_SHORT : UNREADABLE,
  );
}

/** Reads an image to its end. @throws where it has none */
const readThrough = async (path: string): Promise<void> =>
  void (await open(path).resize({ width: 16, height: 16, fit: 'fill' }).raw().toBuffer());

async function writePage(
  writer: PdfWriter,
  tree: number,
  path: string,
  page: number,
  kind: ImageKind,
  meta: Metadata,
): Promise<number> {
  const image = writer.allocate();
  const jpeg = kind === 'jpeg' ? jpegFacts(path) : null;
  const png = kind === 'png' ? pngParts(path) : null;
  const size = `/Width ${meta.width}/Height ${meta.height}`;
  if (jpeg) {
    await readThrough(path);
    const space = colourSpace(writer, jpeg.components, meta.icc);
    const inverted = jpeg.inverted ? '/Decode[1 0 1 0 1 0 1 0]' : '';
    writer.fileStream(
      image,
      `/Type/XObject/Subtype/Image${size}/BitsPerComponent 8/ColorSpace ${space}${inverted}/Filter/DCTDecode`,
      path,
      jpeg.ranges,
    );
  } else if (png) {
    await readThrough(path);
    const space =
      png.palette === null
        ? colourSpace(writer, png.colours, meta.icc)
        : `[/Indexed/DeviceRGB ${png.palette.length / 3 - 1}<${png.palette.toString('hex')}>]`;
    writer.fileStream(
      image,
      `/Type/XObject/Subtype/Image${size}/BitsPerComponent ${png.bits}/ColorSpace ${space}/Filter/FlateDecode` +
        `/DecodeParms<</Predictor 15/Colors ${png.colours}/BitsPerComponent ${png.bits}/Columns ${meta.width}>>`,
      path,
      png.ranges,
    );
  } else {
    const { components, colours, alpha } = pixelsOf(open(path, page), meta);
    let mask = '';
    if (alpha) {
      const soft = writer.allocate();
      await writer.deflated(
        soft,
        `/Type/XObject/Subtype/Image${size}/BitsPerComponent 8/ColorSpace/DeviceGray/Filter/FlateDecode`,
        pixelsOf(open(path, page), meta).alpha!(),
      );
      mask = `/SMask ${soft} 0 R`;
    }
    const space = colourSpace(writer, components, meta.icc);
    await writer.deflated(
      image,
      `/Type/XObject/Subtype/Image${size}/BitsPerComponent 8/ColorSpace ${space}${mask}/Filter/FlateDecode`,
      colours(),
    );
  }
  const dpi = meta.density && meta.density > 30 && meta.density < 5000 ? meta.density : DEFAULT_DPI;
  // EXIF orientations 5 to 8 lie on their side
  const turned = (meta.orientation ?? 1) >= 5;
  const pw = (meta.width * 72) / dpi;
  const ph = (meta.height * 72) / dpi;
  const [w, h] = turned ? [ph, pw] : [pw, ph];
  const content = writer.allocate();
  writer.stream(content, '', Buffer.from(`q ${placement(meta.orientation ?? 1, w, h)} cm /I Do Q`, 'latin1'));
  const num = writer.allocate();
  writer.object(
    num,
    `<</Type/Page/Parent ${tree} 0 R/MediaBox[0 0 ${n(w)} ${n(h)}]/Resources<</XObject<</I ${image} 0 R>>>>/Contents ${content} 0 R>>`,
  );
  return num;
}

const DEVICE: Readonly<Record<number, string>> = { 1: '/DeviceGray', 3: '/DeviceRGB', 4: '/DeviceCMYK' };
/** The colour space in an ICC profile's header (ICC.1, 7.2.8), by its number of components. */
const PROFILED: Readonly<Record<string, number>> = { GRAY: 1, 'RGB ': 3, CMYK: 4 };

/** The image's own profile where it has one that fits, else the device's space of so many components. */
function colourSpace(writer: PdfWriter, components: number, icc: Buffer | undefined): string {
  if (!icc || icc.length < 128 || PROFILED[icc.toString('latin1', 16, 20)] !== components) return DEVICE[components]!;
  const num = writer.allocate();
  writer.stream(num, `/N ${components}/Alternate${DEVICE[components]}`, icc);
  return `[/ICCBased ${num} 0 R]`;
}

/** The matrix that lays the unit square upright on the page for an orientation (TIFF 6.0, tag 274; Exif likewise). */
function placement(orientation: number, width: number, height: number): string {
  const [w, h] = [n(width), n(height)];
  switch (orientation) {
    case 2:
      return `-${w} 0 0 ${h} ${w} 0`;
    case 3:
      return `-${w} 0 0 -${h} ${w} ${h}`;
    case 4:
      return `${w} 0 0 -${h} 0 ${h}`;
    case 5:
      return `0 -${h} -${w} 0 ${w} ${h}`;
    case 6:
      return `0 -${h} ${w} 0 0 ${h}`;
    case 7:
      return `0 ${h} ${w} 0 0 0`;
    case 8:
      return `0 ${h} -${w} 0 ${w} 0`;
    default:
      return `${w} 0 0 ${h} 0 0`;
  }
}
