import { createHash } from 'node:crypto';
import { unlinkSync } from 'node:fs';
import { deflateSync } from 'node:zlib';
import { bounds, mark, plan, type Artwork, type Docket, type Rect, type Sheet } from '../../core';
import { mediaBox, pageToSheet, PT } from '../geometry';
import { rawPage } from '../raw-page';
import { PdfFile } from '../syntax/file';
import { isDict, type Dict } from '../syntax/objects';
import { Copier, realNumber as n } from './copier';
import { marksContent } from './marks';
import { PdfWriter } from './writer';

/** What to compose. */
export interface ComposeJob {
  readonly docket: Docket;
  readonly artwork: Artwork;
  /** The artwork file, a PDF whose tables are sound and that is not encrypted. */
  readonly source: string;
  /** Where to write; removed again where composing fails. */
  readonly out: string;
  /** Called with sheets done and in all. */
  readonly onProgress?: (done: number, total: number) => void;
}

export interface Composed {
  readonly bytes: number;
  readonly sha256: string;
  /** Sides written: two a sheet. */
  readonly sides: number;
}

/**
 * Writes the imposed PDF: a page a side, front and back in turn, the outermost sheet first. Pages of the artwork
 * become form XObjects, each written once with the resources they share; nothing is decoded or drawn anew. The same
 * docket and artwork give the same bytes.
 * @throws PdfSyntaxError where the source cannot be followed
 */
export function compose(job: ComposeJob): Composed {
  const { docket, artwork } = job;
  const planned = plan(docket, artwork);
  const marks = mark(docket, planned);
  const source = new PdfFile(job.source);
  let writer: PdfWriter | null = null;
  try {
    const pages = source.pages();
    const out = (writer = new PdfWriter(job.out, source.version >= 2 ? '2.0' : '1.7'));
    const copier = new Copier(source, out);
    const [root, tree, info, all] = [out.allocate(), out.allocate(), out.allocate(), out.allocate()];
    // Every separation at the tint asked for (8.6.6.4)
    out.object(all, '[/Separation /All /DeviceCMYK <</FunctionType 2/Domain[0 1]/C0[0 0 0 0]/C1[1 1 1 1]/N 1>>]');

    interface Form {
      readonly num: number;
      readonly annotations: readonly { form: string; matrix: number[] }[];
    }
    const forms = new Map<number, Form>();
    const formOf = (page: number): Form => {
      let form = forms.get(page);
      if (!form) {
        const dict = pages[page - 1];
        if (!dict) throw new RangeError(`The artwork has no page ${page}.`);
        const num = out.allocate();
        const m = mediaBox(rawPage(source, dict));
        copier.pageAsForm(num, dict, [m.x, m.y, m.x + m.width, m.y + m.height]);
        form = { num, annotations: copier.printedAnnotations(dict) };
        copier.drain();
        forms.set(page, form);
      }
      return form;
    };

    const sheetBox = [0, 0, planned.layout.sheet.width * PT, planned.layout.sheet.height * PT].map(n).join(' ');
    const kids: number[] = [];
    const writeSide = (sheet: Sheet, name: 'front' | 'back'): void => {
      const { cells } = sheet[name];
      const used = new Map<string, string>();
      let content = '';
      for (const cell of cells) {
        if (cell.page === null || cell.matrix === null) continue;
        const dict = pages[cell.page - 1]!;
        const form = formOf(cell.page);
        const toSheet = pageToSheet(rawPage(source, dict), cell.matrix);
        used.set(`P${cell.page}`, `${form.num} 0 R`);
        content += `q ${box(cell.clip)} re W n ${toSheet.map(n).join(' ')} cm /P${cell.page} Do\n`;
        form.annotations.forEach((a, i) => {
          const key = `P${cell.page}A${i}`;
          used.set(key, a.form);
          content += `q ${a.matrix.map(n).join(' ')} cm /${key} Do Q\n`;
        });
        content += 'Q\n';
      }
      content += marksContent(marks.of(sheet.number, name));
      const stream = out.allocate();
      out.stream(stream, '/Filter/FlateDecode', deflateSync(content, { level: 6 }));
      const num = out.allocate();
      const xobjects = [...used].map(([key, ref]) => `/${key} ${ref}`).join(' ');
      const trim = corners(bounds(cells.map((c) => c.trim)));
      const bleed = corners(bounds(cells.map((c) => c.clip)));
      out.object(
        num,
        `<</Type/Page/Parent ${tree} 0 R/MediaBox[${sheetBox}]/BleedBox[${bleed}]/TrimBox[${trim}]` +
          `/Resources<</XObject<<${xobjects}>>/ColorSpace<</All ${all} 0 R>>>>/Contents ${stream} 0 R>>`,
      );
      kids.push(num);
    };

    planned.sheets.forEach((sheet, i) => {
      writeSide(sheet, 'front');
      writeSide(sheet, 'back');
      job.onProgress?.(i + 1, planned.sheets.length);
    });

    out.object(tree, `<</Type/Pages/Count ${kids.length}/Kids[${kids.map((k) => `${k} 0 R`).join(' ')}]>>`);
    out.object(info, `<</Title ${textString(docket.title)}/Producer(Odd Sparrow)>>`);
    out.begin(root);
    out.text(`<</Type/Catalog/Pages ${tree} 0 R${carriedFromCatalog(source.catalog(), copier)}>>`);
    out.end();
    copier.drain();
    const id = createHash('sha256')
      .update(JSON.stringify([docket, source.size]))
      .digest('hex')
      .slice(0, 32);
    return { ...out.finish(root, info, id), sides: kids.length };
  } catch (e) {
    if (writer) {
      writer.abandon();
      unlinkSync(job.out);
    }
    throw e;
  } finally {
    source.close();
  }
}

/** Output intents (14.11.5) and the state of layers (8.11.4) hold for the sheets as they did for the pages. */
function carriedFromCatalog(catalog: Dict, copier: Copier): string {
  let out = '';
  for (const key of ['/OCProperties', '/OutputIntents']) {
    const v = catalog.get(key);
    if (v !== undefined && (isDict(copier.source.get(v)) || Array.isArray(copier.source.get(v))))
      out += `${key} ${copier.value(v)}`;
  }
  return out;
}

const box = (r: Rect): string => [r.x, r.y, r.width, r.height].map((v) => n(v * PT)).join(' ');
const corners = (r: Rect): string => [r.x, r.y, r.x + r.width, r.y + r.height].map((v) => n(v * PT)).join(' ');

/** A text string (7.9.2.2): UTF-16BE with its mark, as hex. */
function textString(s: string): string {
  const be = Buffer.from(`\ufeff${s}`, 'utf16le').swap16();
  return `<${be.toString('hex')}>`;
}
