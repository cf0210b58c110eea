import type { Docket } from '../docket';
import { apply, contains, rect, type QuarterTurns, type Rect, type Size } from '../measure';
import { pageToSide, type Cell, type Plan, type Section, type Sheet, type SpineEdge } from '../sheet';
import type { Mark, MarkSpace } from './kinds';
import { namesSections } from './slug';

/** A rectangle of the upright page as it lies on the side. */
function onSide(cell: Cell, r: Rect): Rect {
  const m = pageToSide(cell.trim, cell.head);
  const [x1, y1] = apply(m, r.x, r.y);
  const [x2, y2] = apply(m, r.x + r.width, r.y + r.height);
  return rect(Math.min(x1, x2), Math.min(y1, y2), Math.abs(x2 - x1), Math.abs(y2 - y1));
}

/** The size of a cell's page, upright. */
const upright = (cell: Cell): Size =>
  cell.head % 2 === 0
    ? { width: cell.trim.width, height: cell.trim.height }
    : { width: cell.trim.height, height: cell.trim.width };

const sectionOf = (plan: Plan, cell: Cell): Section | undefined => plan.sections.find((s) => s.number === cell.section);

/** Cells of a side with the section each begins: that carry its first page. */
function firstPages(plan: Plan, sheet: Sheet, side: 'front' | 'back'): { cell: Cell; section: Section }[] {
  return sheet[side].cells.flatMap((cell) => {
    const section = sectionOf(plan, cell);
    return section && section.places[0] === cell.reading ? [{ cell, section }] : [];
  });
}

/**
 * Collating marks: a step on the spine fold of every gathered section, one step lower for each, so that a missing or
 * doubled section shows as a break in the stairs. Behind `restart` steps they begin again at the head.
 */
export function collatingMarks(docket: Docket, plan: Plan, sheet: Sheet, side: 'front' | 'back'): Mark[] {
  const wish = docket.marks.collating;
  const { binding, bound } = docket.product;
  const gathered = binding.kind === 'perfect-bound' || binding.kind === 'sewn';
  if (!wish.on || !gathered || sheet.kind !== 'text') return [];
  const mill = binding.kind === 'perfect-bound' ? binding.grindOff : 0;
  return firstPages(plan, sheet, side)
    .filter(({ section }) => section.way.folds.length > 0)
    .map(({ cell, section }) => {
      const { width: w, height: h } = upright(cell);
      const from = wish.from + ((section.number - 1) % wish.restart) * wish.length;
      const step =
        bound === 'top'
          ? rect(from, h + mill - wish.width / 2, wish.length, wish.width)
          : rect(
              (bound === 'left' ? -mill : w + mill) - wish.width / 2,
              h - from - wish.length,
              wish.width,
              wish.length,
            );
      return { kind: 'area', of: 'collating', rect: onSide(cell, step), black: wish.colour === 'black' };
    });
}

/** The name of each section with its sheet, on its lap where it has one, else beneath its first page. */
export function sectionNames(
  docket: Docket,
  plan: Plan,
  sheet: Sheet,
  side: 'front' | 'back',
  space: MarkSpace,
): Mark[] {
  const wish = docket.marks.sectionName;
  if (!wish.on || !namesSections(plan) || sheet.kind !== 'text') return [];
  const { lap, lapSide } = docket.sheet.trims;
  const { bound, bleed } = docket.product;
  return firstPages(plan, sheet, side).flatMap(({ cell, section }): Mark[] => {
    const { width: w } = upright(cell);
    const text = `Section ${section.number} · sheet ${sheet.number}`;
    const long = Math.min(60, w - 10);
    if (lap >= wish.height + 1 && lapSide === 'low' && bound === 'left') {
      const strip = rect(w + bleed + (lap - wish.height) / 2, 10, wish.height, long);
      return [textMark(cell, strip, text, wish.height, 1)];
    }
    const strip = rect(5, -bleed - 1.5 - wish.height, long, wish.height);
    const lies = onSide(cell, strip);
    // pages beside it, and their bleed, are not written on
    if (!contains(space.area, lies) || space.keepOff.some((k) => overlaps(k, lies))) return [];
    return [textMark(cell, strip, text, wish.height, 0)];
  });
}

const overlaps = (a: Rect, b: Rect): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** Text in a strip of the upright page, reading along it: turned by quarter turns counter-clockwise. */
function textMark(
  cell: Cell,
  strip: Rect,
  text: string,
  height: number,
  turned: QuarterTurns,
  of: 'section' | 'tab' = 'section',
): Mark {
  const m = pageToSide(cell.trim, cell.head);
  const starts: readonly (readonly [number, number])[] = [
    [strip.x, strip.y],
    [strip.x + strip.width, strip.y],
    [strip.x + strip.width, strip.y + strip.height],
    [strip.x, strip.y + strip.height],
  ];
  const [x, y] = starts[turned]!;
  return {
    kind: 'text',
    of,
    at: apply(m, x, y),
    text,
    height,
    turned: ((turned + cell.head) % 4) as QuarterTurns,
    room: turned % 2 === 0 ? strip.width : strip.height,
    black: true,
  };
}

/**
 * Where a tab stands on its leaf, the page upright: the extension's part for its place in the bank.
 * @param index of the tab, from 0
 * @param size of the leaf with the extension, in mm
 */
export function tabPlace(tabs: Docket['product']['tabs'], index: number, size: Size, spine: SpineEdge): Rect {
  const { width: w, height: h } = size;
  const level = spine === 'top' || spine === 'bottom';
  const long = level ? w : h;
  const inset = Math.min(tabs.inset, long / 4);
  const each = (long - 2 * inset) / tabs.positions;
  const place = tabs.restart ? index % tabs.positions : Math.min(index, tabs.positions - 1);
  const e = tabs.extension;
  switch (spine) {
    case 'left':
      return rect(w - e, h - inset - (place + 1) * each, e, each);
    case 'right':
      return rect(0, h - inset - (place + 1) * each, e, each);
    case 'top':
      return rect(inset + place * each, 0, each, e);
    case 'bottom':
      return rect(inset + place * each, h - e, each, e);
  }
}

/** What a tab says. */
export function tabText(tabs: Docket['product']['tabs'], index: number, title: string): string {
  switch (tabs.text) {
    case 'number':
      return String(index + 1);
    case 'title':
      return title;
    case 'both':
      return title ? `${index + 1}  ${title}` : String(index + 1);
  }
}

/** The words on tabs, on both sides, in black. */
export function tabTexts(docket: Docket, plan: Plan, sheet: Sheet, side: 'front' | 'back'): Mark[] {
  if (sheet.kind !== 'tab') return [];
  return sheet[side].cells.flatMap((cell): Mark[] => {
    const tab = sectionOf(plan, cell)?.tab;
    if (!tab) return [];
    const place = tabPlace(docket.product.tabs, tab.index, upright(cell), cell.spine);
    const level = cell.spine === 'top' || cell.spine === 'bottom';
    const deep = level ? place.height : place.width;
    const long = level ? place.width : place.height;
    const height = Math.min(3.2, deep * 0.32);
    const middle = (deep - height) / 2;
    const pad = Math.min(3, long / 8);
    const strip = level
      ? rect(place.x + pad, place.y + middle, long - 2 * pad, height)
      : rect(place.x + middle, place.y + pad, height, long - 2 * pad);
    // read from the head down at the right edge, from the foot up at the left one
    const turned: QuarterTurns = level ? 0 : cell.spine === 'left' ? 3 : 1;
    return [textMark(cell, strip, tabText(docket.product.tabs, tab.index, tab.title), height, turned, 'tab')];
  });
}

/** Where the tabs of a side stand out, for drawing; what of the extension lies beside them is cut away. */
export function tabsOn(docket: Docket, plan: Plan, sheet: Sheet, side: 'front' | 'back'): Rect[] {
  if (sheet.kind !== 'tab') return [];
  return sheet[side].cells.flatMap((cell) => {
    const tab = sectionOf(plan, cell)?.tab;
    return tab ? [onSide(cell, tabPlace(docket.product.tabs, tab.index, upright(cell), cell.spine))] : [];
  });
}
