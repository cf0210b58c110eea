import { LEAF, SINGLE, turnedWay, wayOf, type Way } from '../bound';
import type { Docket } from '../docket/schema';
import type { Turn } from '../docket/shop';
import { gridIn, type Grid } from '../flat';
import { contains, EPSILON, grow, lying, rect, type Edges, type Rect, type Size } from '../measure';
import { blockOf, type Block } from './block';
import { edgesTurned } from './place';
import { printableArea, throughSheet } from './turn';

export type Work = Docket['sheet']['work'];

/** Where one block lies on the sheet: its outermost trims, seen from the front. */
export interface Slot {
  readonly trim: Rect;
  /** Half a turn round, as the second of two books head to tail lies. */
  readonly halfTurn: boolean;
}

/** How blocks are laid on a sheet, before any page is thought of. Millimetres, seen from the front. */
export interface Layout {
  /** The sheet with its long edge level. */
  readonly sheet: Size;
  readonly turn: Turn;
  readonly work: Work;
  /** What the machine prints of a side. */
  readonly printable: Rect;
  /** What it prints of both sides, seen from the front. */
  readonly bothSides: Rect;
  readonly block: Block;
  /** Whether blocks lie a quarter turn counter-clockwise on the sheet. */
  readonly rotated: boolean;
  readonly grid: Grid;
  readonly slots: readonly Slot[];
  /** Whether block and margin fit. Where not, one is laid in the middle all the same, to be looked at. */
  readonly fits: boolean;
}

/** How many copies of what lies in a slot each printed sheet gives: two where one form prints front and back. */
export const yieldOf = (work: Work): number => (work === 'work-and-turn' || work === 'work-and-tumble' ? 2 : 1);

/** How sheets of this work come over: its own way where it has one, else the wish, else the machine's. */
export function turnFor(sheet: Docket['sheet']): Turn {
  switch (sheet.work) {
    case 'work-and-turn':
      return 'turn';
    case 'work-and-tumble':
    case 'perfecting':
      return 'tumble';
    case 'sheetwise':
    case 'one-sided':
      if (sheet.turn !== 'machine') return sheet.turn;
      // printed in two passes, it is the hand that turns the pile
      return sheet.machine.sides === 'one' ? sheet.machine.reload.turn : sheet.machine.turn;
  }
}

/** The way that a docket's sections are folded where nothing more is known of them: the one asked for, or the plainest. */
export function plainWay(docket: Pick<Docket, 'product' | 'sheet'>): Way {
  const { product, sheet } = docket;
  const wish = sheet.sections.kind === 'set' ? sheet.sections.list[0]!.fold : sheet.fold;
  const wished = wish === null ? null : wayOf(wish);
  if (wished) return turnedWay(wished, product.bound);
  const leaf = product.binding.kind === 'loose-leaf' || product.binding.kind === 'perfect-bound';
  return leaf ? LEAF : turnedWay(SINGLE, product.bound);
}

/** The layout that a docket's product and sheet ask for: of its plainest section, or of a block given. */
export function planLayout(
  docket: Pick<Docket, 'product' | 'sheet'>,
  block: Block = blockOf(docket, plainWay(docket)),
): Layout {
  const { machine, stock, up, work, fill } = docket.sheet;
  const sheet = lying(stock);
  const turn = turnFor(docket.sheet);
  const printable = printableArea(sheet, machine.noPrint);
  const seenFromFront = work === 'one-sided' ? printable : throughSheet(printable, sheet, turn);
  const left = Math.max(printable.x, seenFromFront.x);
  const bottom = Math.max(printable.y, seenFromFront.y);
  const bothSides = rect(
    left,
    bottom,
    Math.max(0, Math.min(printable.x + printable.width, seenFromFront.x + seenFromFront.width) - left),
    Math.max(0, Math.min(printable.y + printable.height, seenFromFront.y + seenFromFront.height) - bottom),
  );
  // one form for front and back: blocks keep to the half left of (below) the axis the sheet turns about
  const area =
    work === 'work-and-turn'
      ? rect(bothSides.x, bothSides.y, Math.max(0, sheet.width / 2 - bothSides.x), bothSides.height)
      : work === 'work-and-tumble'
        ? rect(bothSides.x, bothSides.y, bothSides.width, Math.max(0, sheet.height / 2 - bothSides.y))
        : bothSides;
  const whole =
    work === 'work-and-turn'
      ? { width: sheet.width / 2, height: sheet.height }
      : work === 'work-and-tumble'
        ? { width: sheet.width, height: sheet.height / 2 }
        : sheet;

  const tries = [false, true].map((rotated) => {
    const m = rotated ? quarterTurned(block.margin) : block.margin;
    // head to tail, neighbours show each other what was the far margin: both ends need the larger
    const b = fill === 'come-and-go' ? evened(m) : m;
    const trim = rotated ? { width: block.size.height, height: block.size.width } : block.size;
    const piece = { width: trim.width + b.left + b.right, height: trim.height + b.top + b.bottom };
    // every block keeps its own margin, so that pieces lie side by side and share nothing
    const grid = gridIn(area, piece, { width: 0, height: 0 });
    return { rotated, b, trim, piece, grid, count: grid.columns * grid.rows };
  });
  const [straight, turned] = tries as [(typeof tries)[0], (typeof tries)[0]];
  let chosen = turned.count > straight.count ? turned : straight;
  if (up === 'one') chosen = straight.count > 0 || turned.count === 0 ? straight : turned;
  const fits = chosen.count > 0;
  if (!fits) chosen = overhang(turned.piece, area) < overhang(straight.piece, area) - EPSILON ? turned : straight;
  const grid = fits ? limited(chosen.grid, up) : { columns: 1, rows: 1 };
  const size = { width: grid.columns * chosen.piece.width, height: grid.rows * chosen.piece.height };
  const x0 = centred(whole.width, size.width, area.x, area.width);
  const y0 = centred(whole.height, size.height, area.y, area.height);
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
        halfTurn: fill === 'come-and-go' && slots.length % 2 === 1,
      });
  return {
    sheet,
    turn,
    work,
    printable,
    bothSides,
    block,
    rotated: chosen.rotated,
    grid,
    slots,
    fits,
  };
}

/** Places on a sheet at most: no guillotine and no hand cuts more. */
export const MOST_UP = 500;

/** As many of the grid's places as are wished for, rows first filled up. */
function limited(grid: Grid, up: Docket['sheet']['up']): Grid {
  const n = up === 'one' ? 1 : up === 'most' ? MOST_UP : up;
  if (n >= grid.columns * grid.rows) return grid;
  // the fullest rectangle of not more than n places
  let best: Grid = { columns: 1, rows: 1 };
  for (let columns = 1; columns <= Math.min(n, grid.columns); columns++) {
    const rows = Math.min(grid.rows, Math.floor(n / columns));
    if (columns * rows > best.columns * best.rows) best = { columns, rows };
  }
  return best;
}

const evened = (e: Edges): Edges => {
  const x = Math.max(e.left, e.right);
  const y = Math.max(e.top, e.bottom);
  return { left: x, right: x, top: y, bottom: y };
};

/** Edges after a quarter turn counter-clockwise: what was on the right is on top. */
export const quarterTurned = (e: Edges): Edges => edgesTurned(e, 1);

/** The margin round a slot as it lies on the sheet. */
export function slotMargin(layout: Layout, slot: Slot): Edges {
  const m = layout.rotated ? quarterTurned(layout.block.margin) : layout.block.margin;
  return slot.halfTurn ? edgesTurned(m, 2) : m;
}

/** A slot with its margin. */
export const slotWithBleed = (layout: Layout, slot: Slot): Rect => grow(slot.trim, slotMargin(layout, slot));

/** A rectangle of the block, as it lies in a slot, seen from the front. */
export function inSlot(layout: Layout, slot: Slot, r: Rect): Rect {
  const { size } = layout.block;
  let at = layout.rotated ? rect(size.height - r.y - r.height, r.x, r.height, r.width) : r;
  if (slot.halfTurn)
    at = rect(slot.trim.width - at.x - at.width, slot.trim.height - at.y - at.height, at.width, at.height);
  return rect(slot.trim.x + at.x, slot.trim.y + at.y, at.width, at.height);
}

/** Every slot that a side's form carries: where one form prints both sides, those of the back as well. */
export function formSlots(layout: Layout): readonly Slot[] {
  if (yieldOf(layout.work) === 1) return layout.slots;
  return [
    ...layout.slots,
    ...layout.slots.map((s) => ({ ...s, trim: throughSheet(s.trim, layout.sheet, layout.turn) })),
  ];
}

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
