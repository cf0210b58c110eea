import { createHash, type Hash } from 'node:crypto';
import { existsSync, readFileSync, rmSync, statSync } from 'node:fs';
import { deflateSync } from 'node:zlib';
import {
  madeReady,
  mark,
  plan,
  readyOn,
  type Artwork,
  type Coder,
  type Docket,
  type DrawnOn,
  type Marks,
  type Plan,
  type ProofWish,
  type Sheet,
  type SideName,
} from '../../core';
import { Rows } from '../../records';
import { OpenPdf } from '../open';
import type { PdfFile } from '../syntax/file';
import { canDecode, filtersOf } from '../syntax/filters';
import { isDict, PdfSyntaxError, type Dict, type PdfObject } from '../syntax/objects';
import { renameDurably, rename } from '../write-file';
import { Copier } from './copier';
import { formsOf, type Form, type Readier, type Readies, type Source } from './forms';
import { FontWriter } from './fonts';
import { ImprintWriter } from './imprints';
import { layersEntry } from './layers';
import { MarkWriter } from './marks';
import { packShort } from './object-streams';
import { boxesOf, drawCell, type Drawn } from './side';
import { SpotSpaces } from './spots';
import { PdfWriter, type Written } from './writer';

/** What to compose. */
export interface ComposeJob extends Written {
  readonly docket: Docket;
  readonly artwork: Artwork;
  /** The docket planned with that artwork, where that has been done. */
  readonly planned?: Plan;
  /** The artwork file, a PDF whose tables are sound and that is not encrypted. */
  readonly source: string;
  /** The further files, in the docket's order. */
  readonly more?: readonly string[];
  /** The pictures that imprints show, as a PDF; null where the docket has none. */
  readonly album?: string | null;
  /** Where the rows of the docket's table are kept; null where it has none. */
  readonly rows?: string | null;
  /** What makes the codes of its imprints, where it has any: see `coderOf`. */
  readonly coder?: Coder;
  /** What writes pages as they are wished; asked for where the docket wishes something of their content. */
  readonly readier?: Readier;
  /** Where the profile is kept that colours are brought to; null where it is not kept. */
  readonly profile?: string | null;
  /** The files, where they are open already; whoever opened them closes them. */
  readonly opened?: readonly OpenPdf[];
  /** The sheets to write, by number; all where it is not said. */
  readonly sheets?: readonly number[];
  /** Which sides to write: all; or, for a machine that prints one at a time, the fronts, or the backs as they go in. */
  readonly pass?: 'all' | 'fronts' | 'backs';
  /** Whether sheets are parted into plates, a page an ink: see `composeSeparated`. */
  readonly plates?: boolean;
  /** Whether every sheet is a PDF of its own, together in a ZIP: see `composeApart`. */
  readonly apart?: boolean;
  /** Whether a proof for other paper is written in place of the sheets: see `composeProof`. */
  readonly proof?: ProofWish;
  /** Where to write. What was there before stays until the new file is whole, and where composing fails. */
  readonly out: string;
  /** Whether streams are unpacked to see that they do not break off: for a file that nobody has gone through yet. */
  readonly verify?: boolean;
  /** Whether what is written is PPF, with previews of the plates: see `composePreviews`. */
  readonly previews?: boolean;
  /** Called for every plate, in the order of their pages. */
  readonly onPlate?: (side: SideName, ink: string) => void;
  /** Called with sheets done and in all. */
  readonly onProgress?: (done: number, total: number) => void;
}

export interface Composed {
  readonly bytes: number;
  /** Empty where it was not asked for. */
  readonly sha256: string;
  /** Sides written: two a sheet, unless all are printed on one side; of plates, each of them. */
  readonly sides: number;
  /** What is to be known of them, in the operator's words. */
  readonly note?: string;
}

/**
 * Writes the imposed PDF: a page a side, front and back in turn, sheets in running order. Pages of the artwork files
 * become form XObjects, each written once with the resources they share; nothing is decoded or drawn anew. The same
 * docket and artwork give the same bytes.
 * @throws PdfSyntaxError where the source cannot be followed
 */
export function compose(job: ComposeJob): Composed {
  // a pipe or a device is written to as it is: there is nothing to keep, and it must not be replaced by a file
  const direct = existsSync(job.out) && !statSync(job.out).isFile();
  const part = direct ? job.out : `${job.out}.part`;
  const opened: OpenPdf[] = [];
  const readies: Readies[] = [];
  let rows: Rows | null = null;
  let writer: PdfWriter | null = null;
  try {
    if (!job.opened) for (const path of filesOf(job)) opened.push(new OpenPdf(path));
    const files = job.opened ?? opened;
    if (job.rows) rows = new Rows(job.rows);
    writer = new PdfWriter(part, files.some((f) => f.file.version >= 2) ? '2.0' : '1.7', job);
    const composed = write(job, writer, files, rows, readies);
    if (!direct) (job.durable === false ? rename : renameDurably)(part, job.out);
    return composed;
  } catch (e) {
    if (writer) {
      writer.abandon();
      if (!direct) rmSync(part, { force: true });
    }
    throw e;
  } finally {
    for (const f of [...opened, ...readies]) f.close();
    rows?.close();
  }
}

/** The files that pages are taken from, in order: the artwork, the further ones, the album. */
export const filesOf = ({ source, more = [], album }: Pick<ComposeJob, 'source' | 'more' | 'album'>): string[] => [
  source,
  ...more,
  ...(album ? [album] : []),
];

/** A document that is being written. */
interface Writing {
  readonly out: PdfWriter;
  /** The number of the page tree, and of the colour space of marks. */
  readonly tree: number;
  readonly all: number;
  readonly formOf: ReturnType<typeof formsOf>;
  /** Those of the sheets that go ahead of the job; null where none does. */
  readonly aheadOf: ReturnType<typeof formsOf> | null;
  readonly marks: Marks;
  readonly drawn: MarkWriter;
  readonly imprints: ImprintWriter;
  readonly kids: number[];
  /** Of all content, for the document's identifier. */
  readonly made: Hash;
}

/** The files with what writes their pages as they are wished; an album's stay as they are. */
function sourcesOf(
  job: ComposeJob,
  out: PdfWriter,
  copiers: readonly (readonly [OpenPdf, Copier])[],
  readies: Readies[],
  on: DrawnOn,
): Source[] {
  const wish = readyOn(madeReady(job.docket), on);
  const paths = filesOf(job);
  return copiers.map(([opened, copier], i): Source => {
    if (!wish || (job.album && i === copiers.length - 1)) return { opened, copier };
    if (!job.readier) throw new RangeError('Pages are written as they are wished where somebody can.');
    const ready = job.readier(copier, out, wish, paths[i]!);
    readies.push(ready);
    return { opened, copier, ready };
  });
}

function write(
  job: ComposeJob,
  out: PdfWriter,
  files: readonly OpenPdf[],
  rows: Rows | null,
  readies: Readies[],
): Composed {
  const { docket, artwork } = job;
  const planned = job.planned ?? plan(docket, artwork);
  const copiers = files.map((opened) => {
    const verify = job.verify ? (o: PdfObject): void => unbroken(opened.file, o) : undefined;
    return [opened, new Copier(opened.file, out, verify)] as const;
  });
  const sources = sourcesOf(job, out, copiers, readies, 'sheets');
  const [root, tree, info, all] = [out.allocate(), out.allocate(), out.allocate(), out.allocate()];
  // Every separation at the tint asked for (8.6.6.4)
  out.object(all, '[/Separation /All /DeviceCMYK <</FunctionType 2/Domain[0 1]/C0[0 0 0 0]/C1[1 1 1 1]/N 1>>]');
  const formOf = formsOf(out, sources);
  const ahead = planned.sheets.blocks.some((b) => b.ahead);
  const aheadOf = ahead ? formsOf(out, sourcesOf(job, out, copiers, readies, 'ahead')) : null;
  const fonts = new FontWriter(out);
  const spots = new SpotSpaces(out);
  const writing: Writing = {
    out,
    tree,
    all,
    formOf,
    aheadOf,
    marks: mark(docket, planned),
    drawn: new MarkWriter(out, all, fonts, spots, job.coder ?? null),
    imprints: new ImprintWriter(
      {
        docket,
        table: artwork.table,
        rows,
        coder: job.coder ?? null,
        album: artwork.album,
        formOf: (page) => formOf({ file: sources.length - 1, page }),
      },
      fonts,
      spots,
    ),
    kids: [],
    made: createHash('sha256'),
  };
  writeSheets(job, planned, writing);
  fonts.finish();
  const { kids, made } = writing;
  out.object(tree, `<</Type/Pages/Count ${kids.length}/Kids[${kids.map((k) => `${k} 0 R`).join(' ')}]>>`);
  const wish = madeReady(docket);
  const trapped = wish?.traps ? '/Trapped/True' : '';
  out.object(info, `<</Title ${textString(docket.title)}/Producer(Odd Sparrow)${trapped}>>`);
  const [first] = sources;
  const colour = wish?.colour;
  const intent =
    colour && job.profile
      ? outputIntent(out, colour.profile.name, readFileSync(job.profile))
      : intentOf(first!.opened.file.catalog(), first!.copier);
  out.object(root, `<</Type/Catalog/Pages ${tree} 0 R${layersEntry(sources.map((s) => s.copier))}${intent}>>`);
  for (const s of sources) s.copier.drain();
  const id = made
    .update(JSON.stringify([docket.title, ...files.map((f) => f.file.size)]))
    .digest('hex')
    .slice(0, 32);
  return { ...out.finish(root, info, id), sides: kids.length };
}

/** Streams longer than this are unpacked by parts, by who reads with care. */
const MOST_UNPACKED = 16 << 20;

/** @throws PdfSyntaxError where a stream that is no picture breaks off, or is too long to be seen through here */
function unbroken(file: PdfFile, object: PdfObject): void {
  const dict = object.value as Dict;
  if (file.get(dict.get('/Subtype')) === '/Image') return;
  const filters = filtersOf(dict, file.get.bind(file));
  if (filters.length === 0 || !filters.every(canDecode)) return;
  if (object.stream!.length > MOST_UNPACKED || !file.decoded(object).whole)
    throw new PdfSyntaxError('A stream breaks off.');
}

/** The sheets that are wanted, in the order in which their sides are written. */
function writeSheets(job: ComposeJob, { sheets }: Plan, writing: Writing): void {
  const pass = job.pass ?? 'all';
  const numbers = job.sheets ?? Array.from({ length: sheets.length }, (_, i) => i + 1);
  const twoSided = numbers.some((number) => sheets.at(number - 1).sides === 2);
  const { reload } = job.docket.sheet.machine;
  // the pile goes back in as it came out, or from its other end
  const order = pass === 'backs' && reload.order === 'reversed' ? [...numbers].reverse() : numbers;
  order.forEach((number, i) => {
    const sheet = sheets.at(number - 1);
    if (pass !== 'backs') writeSide(writing, sheet, 'front');
    if (pass !== 'fronts' && twoSided) writeSide(writing, sheet, 'back');
    job.onProgress?.(i + 1, numbers.length);
  });
}

function writeSide(
  { out, tree, all, formOf, aheadOf, marks, drawn, imprints, kids, made }: Writing,
  sheet: Sheet,
  side: SideName,
): void {
  const on: Drawn = { content: '', forms: new Map(), fonts: new Map(), spaces: new Map(), states: new Map() };
  for (const cell of sheet[side]) {
    if (cell.page === null || cell.matrix === null) continue;
    const form: Form = (sheet.ahead && aheadOf ? aheadOf : formOf)(cell);
    drawCell(on, cell, form);
    imprints.draw(on, cell);
  }
  drawn.draw(on, marks.of(sheet.number, side));
  made.update(on.content);
  const stream = out.allocate();
  out.stream(stream, '/Filter/FlateDecode', packShort(on.content));
  const num = out.allocate();
  const fonts = on.fonts.size > 0 ? `/Font<<${named(on.fonts)}>>` : '';
  const states = on.states.size > 0 ? `/ExtGState<<${named(on.states)}>>` : '';
  out.object(
    num,
    `<</Type/Page/Parent ${tree} 0 R${boxesOf(sheet, side)}` +
      `/Resources<</XObject<<${named(on.forms)}>>/ColorSpace<</All ${all} 0 R${named(on.spaces)}>>${fonts}${states}>>/Contents ${stream} 0 R>>`,
  );
  kids.push(num);
}

/** Resources by their names (7.8.3). */
function named(all: ReadonlyMap<string, string>): string {
  let out = '';
  for (const [key, ref] of all) out += `/${key} ${ref}`;
  return out;
}

/** Output intents (14.11.5) hold for the sheets as they did for the pages. */
function intentOf(catalog: Dict, copier: Copier): string {
  const v = catalog.get('/OutputIntents');
  const there = v !== undefined && (isDict(copier.source.get(v)) || Array.isArray(copier.source.get(v)));
  return there ? `/OutputIntents ${copier.value(v)}` : '';
}

/** What the inks are meant for (14.11.5): the profile that they were made by. */
function outputIntent(out: PdfWriter, name: string, profile: Uint8Array): string {
  const num = out.allocate();
  out.stream(num, '/N 4/Filter/FlateDecode', deflateSync(profile));
  return `/OutputIntents[<</Type/OutputIntent/S/GTS_PDFX/OutputConditionIdentifier(Custom)/Info ${textString(name)}/DestOutputProfile ${num} 0 R>>]`;
}

/** A text string (7.9.2.2): UTF-16BE with its mark, as hex. */
function textString(s: string): string {
  const be = Buffer.from(`\ufeff${s}`, 'utf16le').swap16();
  return `<${be.toString('hex')}>`;
}
