import { foldLines, onForm, throughSheet, type Lay } from '../lay';
import { apply, inverse, type Rect } from '../measure';
import { printedOf, type Cell } from './cell';
import type { Sheet, SideName } from './sheets';

/** Measuring on a drawn side. Millimetres from its lower left corner, seen from that side. */

/** A place on a side, as an operator measures it. */
export interface PlaceOnSide {
  /** How far it is from the sheet's edges. */
  readonly sheet: { readonly left: number; readonly right: number; readonly bottom: number; readonly top: number };
  /** The page that lies there, and how far the place is from its left and its foot as it is read; null between pages. */
  readonly page: { readonly cell: Cell; readonly left: number; readonly foot: number } | null;
}

const within = (r: Rect, x: number, y: number): boolean =>
  x >= r.x && x <= r.x + r.width && y >= r.y && y <= r.y + r.height;

/** What lies at a place of a side. */
export function placeOnSide(sheet: Sheet, side: SideName, x: number, y: number): PlaceOnSide {
  const { width, height } = sheet.lay.paper;
  const cell = sheet[side].find((c) => within(c.trim, x, y));
  const page = cell ? apply(inverse(cell.toSide), x, y) : null;
  return {
    sheet: { left: x, right: width - x, bottom: y, top: height - y },
    page: cell && page ? { cell, left: page[0], foot: page[1] } : null,
  };
}

/** The trims of the pieces on a side. */
const trimsOn = (lay: Lay, side: SideName): readonly Rect[] =>
  onForm(lay).map((d) => (side === 'front' ? d.trim : throughSheet(d.trim, lay.paper, lay.turn)));

const inOrder = (values: readonly number[]): number[] =>
  [...values].sort((a, b) => a - b).filter((v, i, all) => i === 0 || v - all[i - 1]! > 0.005);

/** What measuring holds to: upright lines at `x`, level ones at `y`, each once, in order. */
export interface Holds {
  readonly x: readonly number[];
  readonly y: readonly number[];
}

/** Everything on a side that one measures from: edges, what prints, trims, bleeds, folds. */
export function holdsOf(sheet: Sheet, side: SideName): Holds {
  const { lay } = sheet;
  const rects = [
    { x: 0, y: 0, ...lay.paper },
    lay.printable,
    ...trimsOn(lay, side),
    ...sheet[side].flatMap((c) => [c.trim, printedOf(c)]),
  ];
  const folds = foldLines(lay, side);
  return {
    x: inOrder([...rects.flatMap((r) => [r.x, r.x + r.width]), ...folds.filter((f) => f.upright).map((f) => f.at)]),
    y: inOrder([...rects.flatMap((r) => [r.y, r.y + r.height]), ...folds.filter((f) => !f.upright).map((f) => f.at)]),
  };
}

/** The line that a value is held to, where one is nearer than `reach`; else the value. */
export function heldTo(lines: readonly number[], value: number, reach: number): number {
  let best = value;
  let near = reach;
  for (const line of lines) {
    const apart = Math.abs(line - value);
    if (apart <= near) [best, near] = [line, apart];
  }
  return best;
}

/** One measure of a chain: from one line to the next. */
export interface Dimension {
  readonly from: number;
  readonly to: number;
  /** What lies between: paper that a piece takes, or a gap or margin. */
  readonly kind: 'trim' | 'gap';
}

/**
 * The chains of measures along a side's foot and its left: margins, trims and the gaps between, from edge to edge. They
 * add up to the sheet.
 */
export function dimensionsOf(
  sheet: Sheet,
  side: SideName,
): { readonly across: readonly Dimension[]; readonly up: readonly Dimension[] } {
  const { lay } = sheet;
  const trims = trimsOn(lay, side);
  const { width, height } = lay.paper;
  return {
    across: chain(
      trims.map((t) => [t.x, t.x + t.width] as const),
      width,
    ),
    up: chain(
      trims.map((t) => [t.y, t.y + t.height] as const),
      height,
    ),
  };
}

function chain(spans: readonly (readonly [number, number])[], whole: number): Dimension[] {
  const lines = inOrder([0, whole, ...spans.flat().filter((v) => v > 0 && v < whole)]);
  return lines.slice(1).map((to, i) => {
    const from = lines[i]!;
    const mid = (from + to) / 2;
    return { from, to, kind: spans.some(([a, b]) => mid > a && mid < b) ? 'trim' : 'gap' };
  });
}
