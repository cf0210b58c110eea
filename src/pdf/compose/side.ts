import {
  bounds,
  printedOf,
  type Cell,
  type Matrix,
  type Outline,
  type Rect,
  type Sheet,
  type SideName,
} from '../../core';
import { PT } from '../geometry';
import type { Form } from './forms';
import { points, realNumber as n } from './number';

/** What is drawn on a side: operators, and the forms, fonts and colour spaces they name. */
export interface Drawn {
  content: string;
  readonly forms: Map<string, string>;
  readonly fonts: Map<string, string>;
  readonly spaces: Map<string, string>;
  /** Graphics states that it names, as they are written. */
  readonly states: Map<string, string>;
}

const at = (...mm: readonly number[]): string => mm.map((v) => points(v * PT)).join(' ');

/** Paths are alike on all sheets of a lay, and so are their outlines: written once. */
const paths = new WeakMap<Outline, string>();

/** An outline as a path (8.5.2), to clip with. */
export function clipPath(o: Outline): string {
  let path = paths.get(o);
  if (path === undefined) paths.set(o, (path = written(o)));
  return path;
}

function written(o: Outline): string {
  if (o.kind === 'rectangle') return `${at(o.rect.x, o.rect.y, o.rect.width, o.rect.height)} re`;
  const steps = o.steps.map((s) => ('by' in s ? `${at(...s.by.flat(), ...s.to)} c` : `${at(...s.to)} l`));
  return `${at(...o.from)} m ${steps.join(' ')} h`;
}

/** Draws a page of the artwork where a cell has it, its printed annotations with it. */
export function drawCell(out: Drawn, cell: Pick<Cell, 'clip' | 'matrix' | 'made'>, form: Form): void {
  out.forms.set(form.name, form.ref);
  // bleed that is made goes on under the page
  for (const { clip, matrix } of cell.made) out.content += `${drawn(clip, form, matrix)}Q\n`;
  out.content += drawn(cell.clip, form, cell.matrix!);
  form.annotations.forEach((a, i) => {
    const key = `${form.name}A${i}`;
    out.forms.set(key, a.form);
    out.content += `q ${a.matrix.map(n).join(' ')} cm /${key} Do Q\n`;
  });
  out.content += 'Q\n';
}

/** Operators that draw a page, its graphics state still kept. */
function drawn(clip: Outline, form: Form, upright: Matrix): string {
  const [a, b, c, d, e, f] = form.toSheet(upright);
  return `q ${clipPath(clip)} W n ${n(a)} ${n(b)} ${n(c)} ${n(d)} ${points(e)} ${points(f)} cm /${form.name} Do\n`;
}

/** A side's boxes (14.11.2): the sheet, and on it the pages without and with their bleed. */
export function boxesOf(sheet: Sheet, side: SideName): string {
  const cells = sheet[side];
  const { paper, plate } = sheet.lay;
  const { width, height } = paper;
  // a side that is not printed is as large as its sheet
  const whole = [{ x: 0, y: 0, width, height }];
  const trim = bounds(cells.length > 0 ? cells.map((c) => c.trim) : whole);
  const bleed = bounds(cells.length > 0 ? cells.map(printedOf) : whole);
  // the paper's corner stays where everything is measured from: a plate begins before it
  const media = plate ? { x: -plate.paper.x, y: -plate.paper.y, ...plate.plate } : { x: 0, y: 0, width, height };
  return `/MediaBox[${corners(media)}]/BleedBox[${corners(bleed)}]/TrimBox[${corners(trim)}]`;
}

const corners = (r: Rect): string => at(r.x, r.y, r.x + r.width, r.y + r.height);
