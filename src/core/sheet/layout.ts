import type { Docket } from '../docket/schema';
import type { Turn } from '../docket/shop';
import { gridIn, type Grid } from '../flat';
import { contains, EPSILON, grow, lying, rect, type Edges, type Rect, type Size } from '../measure';
import { printableArea, throughSheet } from './turn';

/** Where one open booklet lies on the sheet: the trim of its two pages, seen from the front. */
export interface Slot {
  readonly trim: Rect;
}

/** How the open booklet is laid on the sheet, before any page is thought of. Millimetres, seen from the front. */
export interface Layout {
  /** The sheet with its long edge level. */
  readonly sheet: Size;
  readonly turn: Turn;
  /** What the machine prints of a side. */
  readonly printable: Rect;
  /** What it prints of both sides, seen from the front. */
  readonly bothSides: Rect;
  /** The open booklet, untrimmed edges excluded, upright. */
  readonly spread: Size;
  /** The bleed round the open booklet, upright. */
  readonly bleed: Edges;
  /** Whether the spine stands upright in the upright spread: not where it is bound at the top. */
  readonly spineUpright: boolean;
  /** Whether it lies a quarter turn counter-clockwise on the sheet. */
  readonly rotated: boolean;
  readonly grid: Grid;
  readonly slots: readonly Slot[];
  /** Whether page and bleed fit. Where not, one booklet is laid in the middle all the same, to be looked at. */
  readonly fits: boolean;
}

/** Bleed at the edges away from the spine, and at the two that meet it. */
export function bleedsOf(product: Docket['product']): { face: number; ends: number } {
  return { face: product.bleed, ends: Math.min(product.bleed, product.endBleed ?? product.bleed) };
}

/** The open booklet and its bleed, upright. */
export function spreadOf(product: Docket['product']): { spread: Size; bleed: Edges } {
  const { width, height } = product.finished;
  const { face, ends } = bleedsOf(product);
  return product.bound === 'top'
    ? { spread: { width, height: 2 * height }, bleed: { left: ends, right: ends, top: face, bottom: face } }
    : { spread: { width: 2 * width, height }, bleed: { left: face, right: face, top: ends, bottom: ends } };
}

/** The layout that a docket's product and sheet ask for. */
export function planLayout(docket: Pick<Docket, 'product' | 'sheet'>): Layout {
  const { machine, stock, up } = docket.sheet;
  const sheet = lying(stock);
  const turn = docket.sheet.turn === 'machine' ? machine.turn : docket.sheet.turn;
  const printable = printableArea(sheet, machine.noPrint);
  const seenFromFront = throughSheet(printable, sheet, turn);
  const left = Math.max(printable.x, seenFromFront.x);
  const bottom = Math.max(printable.y, seenFromFront.y);
  const bothSides = rect(
    left,
    bottom,
    Math.max(0, Math.min(printable.x + printable.width, seenFromFront.x + seenFromFront.width) - left),
    Math.max(0, Math.min(printable.y + printable.height, seenFromFront.y + seenFromFront.height) - bottom),
  );
  const { spread, bleed } = spreadOf(docket.product);

  const tries = [false, true].map((rotated) => {
    const b = rotated ? quarterTurned(bleed) : bleed;
    const trim = rotated ? { width: spread.height, height: spread.width } : spread;
    const piece = { width: trim.width + b.left + b.right, height: trim.height + b.top + b.bottom };
    // every booklet keeps its own bleed, so the pieces lie side by side and share nothing
    const grid = gridIn(bothSides, piece, { width: 0, height: 0 });
    return { rotated, b, trim, piece, grid, count: grid.columns * grid.rows };
  });
  const [straight, turned] = tries as [(typeof tries)[0], (typeof tries)[0]];
  let chosen = turned.count > straight.count ? turned : straight;
  if (up === 'one') chosen = straight.count > 0 || turned.count === 0 ? straight : turned;
  const fits = chosen.count > 0;
  if (!fits)
    chosen = overhang(turned.piece, bothSides) < overhang(straight.piece, bothSides) - EPSILON ? turned : straight;
  const grid = fits && up === 'most' ? chosen.grid : { columns: 1, rows: 1 };

  const block = { width: grid.columns * chosen.piece.width, height: grid.rows * chosen.piece.height };
  const x0 = centred(sheet.width, block.width, bothSides.x, bothSides.width);
  const y0 = centred(sheet.height, block.height, bothSides.y, bothSides.height);
  const slots: Slot[] = [];
  for (let row = grid.rows - 1; row >= 0; row--)
    for (let column = 0; column < grid.columns; column++)
      slots.push({
        trim: rect(
          x0 + column * chosen.piece.width + chosen.b.left,
          y0 + row * chosen.piece.height + chosen.b.bottom,
          chosen.trim.width,
          chosen.trim.height,
        ),
      });
  return {
    sheet,
    turn,
    printable,
    bothSides,
    spread,
    bleed,
    spineUpright: docket.product.bound !== 'top',
    rotated: chosen.rotated,
    grid,
    slots,
    fits,
  };
}

/** Edges after a quarter turn counter-clockwise: what was on the right is on top. */
export function quarterTurned(e: Edges): Edges {
  return { top: e.right, left: e.top, bottom: e.left, right: e.bottom };
}

/** The bleed round a slot as it lies on the sheet. */
export const slotBleed = (layout: Layout): Edges => (layout.rotated ? quarterTurned(layout.bleed) : layout.bleed);

/** A slot with its bleed. */
export const slotWithBleed = (layout: Layout, slot: Slot): Rect => grow(slot.trim, slotBleed(layout));

/** Whether the trims, without bleed, are inside what the machine prints. */
export const trimsPrint = (layout: Layout): boolean => layout.slots.every((s) => contains(layout.bothSides, s.trim));

function overhang(piece: Size, area: Size): number {
  return Math.max(0, piece.width - area.width) + Math.max(0, piece.height - area.height);
}

/** In the middle of the sheet where that prints, else as near to it as the printable part lets it. */
function centred(whole: number, block: number, from: number, room: number): number {
  const middle = (whole - block) / 2;
  if (block > room + EPSILON) return middle;
  return Math.min(Math.max(middle, from), from + room - block);
}
