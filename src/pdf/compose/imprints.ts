import {
  apply,
  compose,
  CountError,
  scaling,
  setImprint,
  wordsOf,
  type Album,
  type Cell,
  type Coder,
  type Docket,
  type ImprintInk,
  type Setting,
  type Stamp,
  type TableFacts,
} from '../../core';
import type { Form } from './forms';
import type { Rows } from '../../records';
import { PT } from '../geometry';
import { ImprintError } from '../errors';
import type { FontWriter } from './fonts';
import type { SpotSpaces } from './spots';
import { points, realNumber as n } from './number';
import { clipPath, type Drawn } from './side';

const p = (mm: number): string => points(mm * PT);

/** What is drawn into: where the job has its table, and what makes its codes. */
export interface Imprinting {
  readonly docket: Pick<Docket, 'imprint' | 'sheet'>;
  readonly table: TableFacts | undefined;
  readonly rows: Rows | null;
  readonly coder: Coder | null;
  readonly album: Album | undefined;
  /** The form of a page of the album. */
  readonly formOf: (page: number) => Form;
}

const NO_CODER: Coder = () => {
  throw new Error('A job with codes is composed with what makes them.');
};

/** Puts words, numbers and codes on the pages of a file that is written. */
export class ImprintWriter {
  private last: { readonly record: number; readonly row: readonly string[] | null } | null = null;

  constructor(
    private readonly it: Imprinting,
    private readonly fonts: FontWriter,
    private readonly spots: SpotSpaces,
  ) {}

  private rowOf(record: number): readonly string[] | null {
    if (this.last?.record !== record) this.last = { record, row: this.it.rows?.at(record) ?? null };
    return this.last.row;
  }

  /** @throws ImprintError where a code cannot hold its value, or a number has run out of digits */
  draw(on: Drawn, cell: Cell): void {
    if (cell.stamps.length === 0) return;
    on.content += `q ${clipPath(cell.clip)} W n\n`;
    for (const stamp of cell.stamps) this.drawStamp(on, cell, stamp);
    on.content += 'Q\n';
  }

  private drawStamp(on: Drawn, cell: Cell, stamp: Stamp): void {
    const { imprint, record, mirrored } = stamp;
    const { docket, table, coder, album } = this.it;
    const said = `Record ${record + 1}, “${imprint.name}”: `;
    let words: string;
    try {
      const naming = { counters: docket.imprint.counters, columns: table?.columns.map((c) => c.name) ?? [] };
      words = wordsOf(stamp, naming, this.rowOf(record));
    } catch (e) {
      throw e instanceof CountError ? new ImprintError(said + e.message) : e;
    }
    if (words === '') return;
    const { dpi } = docket.sheet.machine;
    const setting = setImprint(imprint, words, cell.size, { dpi, coder: coder ?? NO_CODER, album, mirrored });
    if (setting.wrong !== null) throw new ImprintError(said + setting.wrong);
    if (setting.picture) this.show(on, cell, setting, setting.picture);
    else this.place(on, cell, stamp, setting);
  }

  /** A picture of the album, clipped to its place. */
  private show(
    on: Drawn,
    cell: Cell,
    { size, toPage }: Setting,
    { page, toBox }: NonNullable<Setting['picture']>,
  ): void {
    const form = this.it.formOf(page);
    const toSide = compose(toPage, cell.toSide);
    const corners = [
      [0, 0],
      [size.width, 0],
      [size.width, size.height],
      [0, size.height],
    ].map(([x, y]) => apply(toSide, x!, y!));
    const path = corners.map(([x, y], i) => `${p(x)} ${p(y)} ${i === 0 ? 'm' : 'l'}`).join(' ');
    const [a, b, c, d, e, f] = form.toSheet(compose(toBox, toSide));
    on.forms.set(form.name, form.ref);
    on.content += `q ${path} h W n ${n(a)} ${n(b)} ${n(c)} ${n(d)} ${points(e)} ${points(f)} cm /${form.name} Do Q\n`;
  }

  private place(on: Drawn, cell: Cell, { imprint }: Stamp, setting: Setting): void {
    const { says, ink } = imprint;
    // from millimetres of the box to points of the side: the map's own scale is 1
    const [a, b, c, d, e, f] = compose(compose(setting.toPage, cell.toSide), scaling(PT));
    const k = 1 / PT;
    on.content += `q ${[a, b, c, d].map((v) => n(v * k)).join(' ')} ${points(e)} ${points(f)} cm\n`;
    if (says.kind === 'code' && says.light)
      on.content += `0 0 0 0 k 0 0 ${p(setting.size.width)} ${p(setting.size.height)} re f\n`;
    on.content += this.inked(on, ink);
    if (setting.dark.length > 0)
      on.content += `${setting.dark.map((r) => `${p(r.x)} ${p(r.y)} ${p(r.width)} ${p(r.height)} re`).join('\n')}\nf\n`;
    const font = says.kind === 'text' ? says.font : 'mono';
    for (const { text, x, y } of setting.lines) {
      const runs = this.fonts.show(text, font);
      if (runs.length === 0) continue;
      on.content += `BT ${p(x)} ${p(y)} Td`;
      for (const { key, ref, hex } of runs) {
        on.fonts.set(key, ref);
        on.content += ` /${key} ${n(setting.points)} Tf <${hex}> Tj`;
      }
      on.content += ' ET\n';
    }
    on.content += 'Q\n';
  }

  /** Sets the ink: process inks, or a spot ink at full strength with what stands for it (8.6.6.4). */
  private inked(on: Drawn, { spot, cmyk }: ImprintInk): string {
    const tints = [cmyk.c, cmyk.m, cmyk.y, cmyk.k].map((t) => n(t / 100)).join(' ');
    if (spot === null) return `${tints} k\n`;
    return this.spots.fill(on, spot, 1, tints);
  }
}
