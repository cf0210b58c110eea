import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { createInflate, constants } from 'node:zlib';
import { Copier, printsAtAll, type ObjectSink } from './compose/copier';
import { mediaBox } from './geometry';
import { rawPage } from './raw-page';
import type { PdfFile } from './syntax/file';
import { PdfTooLarge } from './syntax/budget';
import { canDecode, filtersOf } from './syntax/filters';
import { isDict, numberOf, PdfSyntaxError, type Dict, type PdfObject } from './syntax/objects';

/** Takes everything and keeps nothing: what can be put into it can be composed. */
/** Takes what is written, and keeps none of it. */
export class Nowhere implements ObjectSink {
  readonly takesBytes = false;
  private last = 0;
  allocate = (): number => ++this.last;
  begin = (): void => undefined;
  end = (): void => undefined;
  object = (): void => undefined;
  text = (): void => undefined;
  bytes = (): void => undefined;
}

/** What came of going through a file as composing will. */
export interface Checked {
  /** Streams whose packed data breaks off; readers show what comes before. */
  readonly broken: boolean;
  /** Pages with fields or remarks that are to print and have no appearance, from 1. */
  readonly faceless: readonly number[];
}

/** Streams longer than this are unpacked by parts. */
const BY_PARTS = 2 << 20;

/**
 * Goes through every page as composing does, with everything it draws on, so that a file found good is one that can be
 * composed; and unpacks what is not a picture, to know that it can be and that it stays within measure.
 * @throws PdfSyntaxError where it cannot be composed; PdfTooLarge
 */
export async function checkComposable(path: string, file: PdfFile, pages: readonly Dict[]): Promise<Checked> {
  let broken = false;
  const long: PdfObject[] = [];
  const resolve = file.get.bind(file);
  const onStream = (object: PdfObject): void => {
    const dict = object.value as Dict;
    if (file.get(dict.get('/Subtype')) === '/Image') return;
    const filters = filtersOf(dict, resolve);
    if (filters.length === 0 || !filters.every(canDecode)) return;
    if (filters.every((f) => f.name === '/FlateDecode') && object.stream!.length > BY_PARTS) long.push(object);
    else if (!file.decoded(object).whole) broken = true;
  };
  const copier = new Copier(file, new Nowhere(), onStream);
  const faceless: number[] = [];
  pages.forEach((page, i) => {
    const m = mediaBox(rawPage(file, page));
    copier.pageAsForm(0, page, [m.x, m.y, m.x + m.width, m.y + m.height]);
    copier.printedAnnotations(page);
    copier.drain();
    if (hasFaceless(file, page)) faceless.push(i + 1);
  });
  // what is not of the pages, and goes with them
  const intents = file.catalog().get('/OutputIntents');
  if (intents !== undefined) copier.value(intents);
  copier.drain();
  for (const object of long) if (!(await unpacksWhole(path, file, object))) broken = true;
  return { broken, faceless };
}

/** Unpacks a long stream by parts, keeping none. @returns whether it does not break */
async function unpacksWhole(path: string, file: PdfFile, object: PdfObject): Promise<boolean> {
  const { offset, length } = object.stream!;
  const layers = filtersOf(object.value as Dict, file.get.bind(file)).length;
  let parts: AsyncIterable<Buffer> = createReadStream(path, {
    start: offset,
    end: offset + length - 1,
    highWaterMark: 1 << 18,
  });
  for (let layer = 0; layer < layers; layer++) parts = unpacked(parts);
  try {
    for await (const part of parts) file.budget.spend(part.length);
    return true;
  } catch (e) {
    if (e instanceof PdfTooLarge) throw e;
    const code = (e as NodeJS.ErrnoException).code ?? '';
    if (code.startsWith('Z_')) return false;
    throw e instanceof PdfSyntaxError ? e : new PdfSyntaxError('A stream cannot be read.');
  }
}

/** A deflated stream's data, part by part. */
async function* unpacked(packed: AsyncIterable<Buffer>): AsyncIterable<Buffer> {
  const inflate = createInflate({ finishFlush: constants.Z_SYNC_FLUSH });
  const fed = pipeline(packed, inflate);
  fed.catch(() => undefined);
  yield* inflate as AsyncIterable<Buffer>;
  await fed;
}

/** Annotations that readers draw by themselves where they bring no appearance. */
const DRAWN = new Set([
  ...['/Widget', '/FreeText', '/Stamp', '/Square', '/Circle', '/Line', '/Ink', '/Polygon', '/PolyLine'],
  ...['/Highlight', '/Underline', '/StrikeOut', '/Squiggly', '/Caret', '/Redact'],
]);

/** Whether a page has something that is to print and brings no appearance to print it by (12.5.5). */
export function hasFaceless(file: PdfFile, page: Dict): boolean {
  const annots = file.get(page.get('/Annots'));
  if (!Array.isArray(annots)) return false;
  return annots.some((a) => {
    const annot = file.get(a);
    if (!isDict(annot)) return false;
    const kind = String(file.get(annot.get('/Subtype')));
    if (!DRAWN.has(kind) || !printsAtAll(numberOf(file.get(annot.get('/F')), 0))) return false;
    const appearances = file.get(annot.get('/AP'));
    if (isDict(appearances) && file.get(appearances.get('/N')) !== undefined) return false;
    return kind !== '/Widget' || showsSomething(file, annot);
  });
}

/** Whether a field has a value, a frame or a ground to show. */
function showsSomething(file: PdfFile, field: Dict): boolean {
  let at: Dict | undefined = field;
  for (let depth = 0; at && depth < 16; depth++) {
    const v = file.get(at.get('/V'));
    if (v !== undefined && v !== '()' && v !== '<>' && v !== '/Off') return true;
    const parent = file.get(at.get('/Parent'));
    at = isDict(parent) ? parent : undefined;
  }
  const look = file.get(field.get('/MK'));
  return isDict(look) && (look.has('/BG') || look.has('/BC') || look.has('/CA'));
}
