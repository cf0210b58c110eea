import { rmSync } from 'node:fs';
import { Copier } from './compose/copier';
import type { Readies } from './compose/forms';
import { layersEntry } from './compose/layers';
import { realNumber as n } from './compose/number';
import { PdfWriter } from './compose/writer';
import { mediaBox, PT, type RawPage } from './geometry';
import { rawPage } from './raw-page';
import { PdfFile } from './syntax/file';
import type { Dict, Ref } from './syntax/objects';

/** How a page is made ready on its own. */
export interface Readied {
  /** What it is printed at of its own size. */
  readonly scale: number;
  readonly with: (copier: Copier, out: PdfWriter) => Readies;
}

/**
 * Writes one page as a PDF of its own, as composing places it: its content as a form, with what it draws on and the
 * annotations that print.
 * @param page from 1
 * @param readied how it is made ready, where it is
 * @throws RangeError where there is no such page; PdfSyntaxError
 */
export function extractPage(path: string, page: number, out: string, readied?: Readied): void {
  const file = new PdfFile(path);
  try {
    const dict = file.pages()[page - 1];
    if (!dict) throw new RangeError('There is no such page.');
    writeAlone(file, dict, out, readied);
  } finally {
    file.close();
  }
}

/** Writes a page of an open file as {@link extractPage} does. @param dict the page */
export function writeAlone(file: PdfFile, dict: Dict, out: string, readied?: Readied): void {
  let writer: PdfWriter | null = null;
  try {
    writer = new PdfWriter(out, file.version >= 2 ? '2.0' : '1.7');
    const allocate = (): number => writer!.allocate();
    const [root, tree, info] = [allocate(), allocate(), allocate()];
    const [kid, form, content] = [allocate(), allocate(), allocate()];
    const copier = new Copier(file, writer);
    const raw = rawPage(file, dict);
    const m = mediaBox(raw);
    const box = [m.x, m.y, m.x + m.width, m.y + m.height];
    const made = formOfPage(
      form,
      { copier, dict, box, raw },
      readied && { by: readied.with(copier, writer), scale: readied.scale },
    );
    const annotations = copier.printedAnnotations(dict, made);
    const names = annotations.map((a, i) => `/A${i} ${a.form}`).join(' ');
    const drawn = annotations.map((a, i) => `q ${a.matrix.map(n).join(' ')} cm /A${i} Do Q\n`).join('');
    writer.stream(content, '', Buffer.from(`/P Do\n${drawn}`, 'latin1'));
    writer.object(
      kid,
      `<</Type/Page/Parent ${tree} 0 R/MediaBox[${box.map(n).join(' ')}]/Rotate ${Math.round(raw.rotate / 90) * 90}` +
        `/UserUnit ${n(raw.userUnit > 0 ? raw.userUnit : 1)}/Resources<</XObject<</P ${form} 0 R ${names}>>>>/Contents ${content} 0 R>>`,
    );
    writer.object(tree, `<</Type/Pages/Count 1/Kids[${kid} 0 R]>>`);
    writer.object(info, '<</Producer(Odd Sparrow)>>');
    writer.object(root, `<</Type/Catalog/Pages ${tree} 0 R${layersEntry([copier])}>>`);
    copier.drain();
    writer.finish(root, info, '0'.repeat(32));
  } catch (e) {
    writer?.abandon();
    rmSync(out, { force: true });
    throw e;
  }
}

/** Writes the form of a page. @returns what writes those of its annotations, where they are not carried over as they are */
function formOfPage(
  num: number,
  { copier, dict, box, raw }: { copier: Copier; dict: Dict; box: readonly number[]; raw: RawPage },
  ready: { readonly by: Readies; readonly scale: number } | undefined,
): ((ref: Ref) => string) | undefined {
  if (!ready) {
    copier.pageAsForm(num, dict, box);
    return undefined;
  }
  const s = (ready.scale * (raw.userUnit > 0 ? raw.userUnit : 1)) / PT;
  const map = [s, 0, 0, s] as const;
  ready.by.pageAsForm(num, dict, box, map);
  return (ref) => ready.by.appearance(ref, map);
}
