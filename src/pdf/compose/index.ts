import { createHash } from 'node:crypto';
import { existsSync, rmSync, statSync } from 'node:fs';
import { deflateSync } from 'node:zlib';
import {
  bounds,
  boundsOf,
  mark,
  plan,
  type Artwork,
  type Cell,
  type Docket,
  type Outline,
  type Rect,
  type Sheet,
  type SideName,
} from '../../core';
import { mediaBox, pageToSheet, PT } from '../geometry';
import { rawPage } from '../raw-page';
import { PdfFile } from '../syntax/file';
import { isDict, type Dict } from '../syntax/objects';
import { renameDurably } from '../write-file';
import { Copier } from './copier';
import { layersEntry } from './layers';
import { realNumber as n } from './number';
import { marksContent } from './marks';
import { PdfWriter } from './writer';

/** What to compose. */
export interface ComposeJob {
  readonly docket: Docket;
  readonly artwork: Artwork;
  /** The artwork file, a PDF whose tables are sound and that is not encrypted. */
  readonly source: string;
  /** The further files, in the docket's order. */
  readonly more?: readonly string[];
  /** The sheets to write, by number; all where it is not said. */
  readonly sheets?: readonly number[];
  /** Which sides to write: all; or, for a machine that prints one at a time, the fronts, or the backs as they go in. */
  readonly pass?: 'all' | 'fronts' | 'backs';
  /** Where to write. What was there before stays until the new file is whole, and where composing fails. */
  readonly out: string;
  /** Called with sheets done and in all. */
  readonly onProgress?: (done: number, total: number) => void;
}

export interface Composed {
  readonly bytes: number;
  readonly sha256: string;
  /** Sides written: two a sheet, unless all are printed on one side. */
  readonly sides: number;
}

/**
 * Writes the imposed PDF: a page a side, front and back in turn, sheets in running order. Pages of the artwork files
 * become form XObjects, each written once with the resources they share; nothing is decoded or drawn anew. The same
 * docket and artwork give the same bytes.
 * @throws PdfSyntaxError where the source cannot be followed
 */
export function compose(job: ComposeJob): Composed {
  const { docket, artwork } = job;
  const planned = plan(docket, artwork);
  const marks = mark(docket, planned);
  // a pipe or a device is written to as it is: there is nothing to keep, and it must not be replaced by a file
  const direct = existsSync(job.out) && !statSync(job.out).isFile();
  const part = direct ? job.out : `${job.out}.part`;
  const opened: PdfFile[] = [];
  let writer: PdfWriter | null = null;
  try {
    for (const path of [job.source, ...(job.more ?? [])]) opened.push(new PdfFile(path));
    const source = opened[0]!;
    const out = (writer = new PdfWriter(part, opened.some((f) => f.version >= 2) ? '2.0' : '1.7'));
    const files = opened.map((file) => ({ file, pages: file.pages(), copier: new Copier(file, out) }));
    const { copier } = files[0]!;
    const [root, tree, info, all] = [out.allocate(), out.allocate(), out.allocate(), out.allocate()];
    // Every separation at the tint asked for (8.6.6.4)
    out.object(all, '[/Separation /All /DeviceCMYK <</FunctionType 2/Domain[0 1]/C0[0 0 0 0]/C1[1 1 1 1]/N 1>>]');

    interface Form {
      readonly num: number;
      readonly annotations: readonly { form: string; matrix: number[] }[];
    }
    const forms = new Map<string, Form>();
    const nameOf = (cell: Cell): string => (cell.file === 0 ? `P${cell.page}` : `F${cell.file}P${cell.page}`);
    const formOf = (cell: Cell): Form => {
      const name = nameOf(cell);
      let form = forms.get(name);
      if (!form) {
        const from = files[cell.file];
        const dict = from?.pages[cell.page! - 1];
        if (!from || !dict) throw new RangeError(`The artwork has no page ${cell.page} in file ${cell.file + 1}.`);
        const num = out.allocate();
        const m = mediaBox(rawPage(from.file, dict));
        from.copier.pageAsForm(num, dict, [m.x, m.y, m.x + m.width, m.y + m.height]);
        form = { num, annotations: from.copier.printedAnnotations(dict) };
        from.copier.drain();
        forms.set(name, form);
      }
      return form;
    };

    const kids: number[] = [];
    const made = createHash('sha256');
    const writeSide = (sheet: Sheet, name: SideName): void => {
      const cells = sheet[name];
      const { width, height } = sheet.lay.paper;
      const sheetBox = [0, 0, width * PT, height * PT].map(n).join(' ');
      const used = new Map<string, string>();
      let content = '';
      for (const cell of cells) {
        if (cell.page === null || cell.matrix === null) continue;
        const form = formOf(cell);
        const { file, pages } = files[cell.file]!;
        const toSheet = pageToSheet(rawPage(file, pages[cell.page - 1]!), cell.matrix);
        used.set(nameOf(cell), `${form.num} 0 R`);
        content += `q ${clipPath(cell.clip)} W n ${toSheet.map(n).join(' ')} cm /${nameOf(cell)} Do\n`;
        form.annotations.forEach((a, i) => {
          const key = `${nameOf(cell)}A${i}`;
          used.set(key, a.form);
          content += `q ${a.matrix.map(n).join(' ')} cm /${key} Do Q\n`;
        });
        content += 'Q\n';
      }
      content += marksContent(marks.of(sheet.number, name));
      made.update(content);
      const stream = out.allocate();
      out.stream(stream, '/Filter/FlateDecode', deflateSync(content, { level: 6 }));
      const num = out.allocate();
      const xobjects = [...used].map(([key, ref]) => `/${key} ${ref}`).join(' ');
      // a side that is not printed is as large as its sheet
      const whole = [{ x: 0, y: 0, width, height }];
      const trim = corners(bounds(cells.length > 0 ? cells.map((c) => c.trim) : whole));
      const bleed = corners(bounds(cells.length > 0 ? cells.map((c) => boundsOf(c.clip)) : whole));
      out.object(
        num,
        `<</Type/Page/Parent ${tree} 0 R/MediaBox[${sheetBox}]/BleedBox[${bleed}]/TrimBox[${trim}]` +
          `/Resources<</XObject<<${xobjects}>>/ColorSpace<</All ${all} 0 R>>>>/Contents ${stream} 0 R>>`,
      );
      kids.push(num);
    };

    const pass = job.pass ?? 'all';
    const wanted = job.sheets ? job.sheets.map((n) => planned.sheets.at(n - 1)) : [...planned.sheets];
    const twoSided = wanted.some((s) => s.sides === 2);
    const { reload } = docket.sheet.machine;
    // the pile goes back in as it came out, or from its other end
    const order = pass === 'backs' && reload.order === 'reversed' ? [...wanted].reverse() : wanted;
    order.forEach((sheet, i) => {
      if (pass !== 'backs') writeSide(sheet, 'front');
      if (pass !== 'fronts' && twoSided) writeSide(sheet, 'back');
      job.onProgress?.(i + 1, wanted.length);
    });

    out.object(tree, `<</Type/Pages/Count ${kids.length}/Kids[${kids.map((k) => `${k} 0 R`).join(' ')}]>>`);
    out.object(info, `<</Title ${textString(docket.title)}/Producer(Odd Sparrow)>>`);
    out.begin(root);
    out.text(
      `<</Type/Catalog/Pages ${tree} 0 R${layersEntry(files.map((f) => f.copier))}${carriedFromCatalog(source.catalog(), copier)}>>`,
    );
    out.end();
    for (const f of files) f.copier.drain();
    const id = made
      .update(JSON.stringify([docket.title, ...opened.map((f) => f.size)]))
      .digest('hex')
      .slice(0, 32);
    const finished = out.finish(root, info, id);
    if (!direct) renameDurably(part, job.out);
    return { ...finished, sides: kids.length };
  } catch (e) {
    if (writer) {
      writer.abandon();
      if (!direct) rmSync(part, { force: true });
    }
    throw e;
  } finally {
    for (const f of opened) f.close();
  }
}

/** Output intents (14.11.5) hold for the sheets as they did for the pages. */
function carriedFromCatalog(catalog: Dict, copier: Copier): string {
  const v = catalog.get('/OutputIntents');
  const there = v !== undefined && (isDict(copier.source.get(v)) || Array.isArray(copier.source.get(v)));
  return there ? `/OutputIntents ${copier.value(v)}` : '';
}

const at = (...mm: readonly number[]): string => mm.map((v) => n(v * PT)).join(' ');

/** An outline as a path (8.5.2), to clip with. */
function clipPath(o: Outline): string {
  if (o.kind === 'rectangle') return `${at(o.rect.x, o.rect.y, o.rect.width, o.rect.height)} re`;
  const steps = o.steps.map((s) => ('by' in s ? `${at(...s.by.flat(), ...s.to)} c` : `${at(...s.to)} l`));
  return `${at(...o.from)} m ${steps.join(' ')} h`;
}

const corners = (r: Rect): string => [r.x, r.y, r.x + r.width, r.y + r.height].map((v) => n(v * PT)).join(' ');

/** A text string (7.9.2.2): UTF-16BE with its mark, as hex. */
function textString(s: string): string {
  const be = Buffer.from(`\ufeff${s}`, 'utf16le').swap16();
  return `<${be.toString('hex')}>`;
}
