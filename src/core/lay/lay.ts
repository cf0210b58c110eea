import type { SheetWish } from '../docket';
import type { Shape } from '../makeup';
import {
  addTurns,
  contains,
  edgesTurned,
  EPSILON,
  grow,
  laidAt,
  lying,
  rect,
  sizeTurned,
  turnsOf,
  type Edges,
  type Matrix,
  type QuarterTurns,
  type Rect,
  type Size,
} from '../measure';
import type { Turn } from '../shop';
import { gridIn, type Grid } from './fit';
import { printableArea, throughSheet, turnFor, yieldOf, type Work } from './turn';

/** A piece as it lies on paper, seen from the front. */
export interface LayDown {
  readonly shape: Shape;
  /** Takes the shape, from the lower left of its trims, to the sheet: quarter turns, or any angle for nests. */
  readonly at: Matrix;
  /** The rectangle round its trims, as it lies. */
  readonly trim: Rect;
  /** The paper it needs outside them, as it lies. */
  readonly margin: Edges;
}

/** The plate of a press, which is larger than its paper: where the paper lies on it, from the plate's lower left. */
export interface PlatePlace {
  readonly plate: Size;
  readonly paper: Rect;
}

/** Equal pieces in columns and rows. */
export interface LaidGrid extends Grid {
  /** Whether they lie a quarter turn round. */
  readonly sideways: boolean;
}

/** How pieces lie on one paper, before any page is thought of. Millimetres, seen from the front. */
export interface Lay {
  /** The sheet with its long edge level. */
  readonly paper: Size;
  /** Null where the machine has none. */
  readonly plate: PlatePlace | null;
  readonly turn: Turn;
  readonly work: Work;
  /** What the machine prints of a side. */
  readonly printable: Rect;
  /** What it prints of both sides, seen from the front. */
  readonly bothSides: Rect;
  readonly downs: readonly LayDown[];
  /** Whether all fits. Where not, one piece is laid in the middle all the same, to be looked at. */
  readonly fits: boolean;
  /** Where it is one block of equal pieces; null where it is not. */
  readonly grid: LaidGrid | null;
}

/** What of a sheet's wishes its lay depends on. */
export type LayWish = Pick<SheetWish, 'stock' | 'machine' | 'up' | 'turn' | 'work' | 'fill'>;

/** Pieces on a sheet at most: no guillotine and no hand cuts more. */
export const MOST_UP = 500;

/** The paper, and what of it can be printed. */
type Paper = Pick<Lay, 'paper' | 'plate' | 'turn' | 'work' | 'printable' | 'bothSides'>;

function paperOf(wish: LayWish): Paper {
  const { machine, stock, work } = wish;
  const paper = lying(stock);
  const turn = turnFor(wish);
  const printable = printableArea(paper, machine.noPrint);
  const seenFromFront = work === 'one-sided' ? printable : throughSheet(printable, paper, turn);
  const left = Math.max(printable.x, seenFromFront.x);
  const bottom = Math.max(printable.y, seenFromFront.y);
  const bothSides = rect(
    left,
    bottom,
    Math.max(0, Math.min(printable.x + printable.width, seenFromFront.x + seenFromFront.width) - left),
    Math.max(0, Math.min(printable.y + printable.height, seenFromFront.y + seenFromFront.height) - bottom),
  );
  return { paper, plate: null, turn, work, printable, bothSides };
}

/** Where pieces may lie: with one form for front and back, the half left of (below) the axis that the sheet turns about. */
function roomFor({ paper, work, bothSides: b }: Paper, shape: Shape): { area: Rect; whole: Size } {
  switch (work) {
    case 'work-and-turn':
      return {
        area: rect(b.x, b.y, Math.max(0, paper.width / 2 - b.x), b.height),
        whole: { width: paper.width / 2, height: paper.height },
      };
    case 'work-and-tumble':
      return {
        area: rect(b.x, b.y, b.width, Math.max(0, paper.height / 2 - b.y)),
        whole: { width: paper.width, height: paper.height / 2 },
      };
    case 'sheetwise':
    case 'perfecting':
    case 'one-sided':
      // the sheet is the piece: what lies in the edge that does not print stays white
      return { area: shape.wholeSheet ? rect(0, 0, paper.width, paper.height) : b, whole: paper };
  }
}

/** Equal pieces one way round: how many, and what each takes of the sheet. */
interface Try {
  readonly turns: QuarterTurns;
  readonly margin: Edges;
  readonly trim: Size;
  readonly piece: Size;
  readonly grid: Grid;
}

function tryTurned(shape: Shape, turns: QuarterTurns, evenly: boolean, area: Rect): Try {
  const lies = edgesTurned(shape.margin, turns);
  // head to tail, neighbours show each other what was the far margin: both ends need the larger
  const margin = evenly ? evened(lies) : lies;
  const trim = sizeTurned(shape.size, turns);
  const piece = { width: trim.width + margin.left + margin.right, height: trim.height + margin.top + margin.bottom };
  // every piece keeps its own margin, so that pieces lie side by side and share nothing
  return { turns, margin, trim, piece, grid: gridIn(area, piece, { width: 0, height: 0 }) };
}

const countOf = ({ grid }: Try): number => grid.columns * grid.rows;

/** The way round that lays more; one alone lies upright where it can, one that fits no way where less hangs over. */
function bestTry(shape: Shape, { up, fill }: LayWish, area: Rect): Try {
  const upright = tryTurned(shape, 0, fill === 'come-and-go', area);
  const sideways = tryTurned(shape, 1, fill === 'come-and-go', area);
  if (countOf(upright) === 0 && countOf(sideways) === 0)
    return overhang(sideways.piece, area) < overhang(upright.piece, area) - EPSILON ? sideways : upright;
  if (up === 'one') return countOf(upright) > 0 ? upright : sideways;
  return countOf(sideways) > countOf(upright) ? sideways : upright;
}

/**
 * Lays as many of a shape on a sheet as are wished for and fit, in one block of columns and rows, in the middle of the
 * sheet or as near to it as the printable part lets them.
 */
export function layOf(shape: Shape, wish: LayWish): Lay {
  const paper = paperOf(wish);
  const { area, whole } = roomFor(paper, shape);
  const headToTail = wish.fill === 'come-and-go';
  const chosen = bestTry(shape, wish, area);
  const fits = countOf(chosen) > 0;
  const grid = fits ? limited(chosen.grid, wish.up) : { columns: 1, rows: 1 };
  const { piece, margin, trim, turns } = chosen;
  const x0 = centred(whole.width, grid.columns * piece.width, area.x, area.width);
  const y0 = centred(whole.height, grid.rows * piece.height, area.y, area.height);
  const downs: LayDown[] = [];
  for (let row = grid.rows - 1; row >= 0; row--)
    for (let column = 0; column < grid.columns; column++) {
      const x = x0 + column * piece.width + margin.left;
      const y = y0 + row * piece.height + margin.bottom;
      const over = headToTail && downs.length % 2 === 1;
      const lies = addTurns(turns, over ? 2 : 0);
      downs.push({
        shape,
        at: laidAt(shape.size, lies, x, y),
        trim: rect(x, y, trim.width, trim.height),
        margin: edgesTurned(shape.margin, lies),
      });
    }
  return { ...paper, downs, fits, grid: { ...grid, sideways: turns === 1 } };
}

/** How many of a shape lie on a sheet. */
export function layingOf(wish: LayWish, shape: Shape): { up: number; fits: boolean } {
  const { area } = roomFor(paperOf(wish), shape);
  const chosen = bestTry(shape, wish, area);
  if (countOf(chosen) === 0) return { up: 1, fits: false };
  const { columns, rows } = limited(chosen.grid, wish.up);
  return { up: columns * rows, fits: true };
}

/** As many of the grid's places as are wished for: the fullest rectangle of not more. */
function limited(grid: Grid, up: LayWish['up']): Grid {
  const n = up === 'one' ? 1 : up === 'most' ? MOST_UP : up;
  if (n >= grid.columns * grid.rows) return grid;
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

function overhang(piece: Size, area: Size): number {
  return Math.max(0, piece.width - area.width) + Math.max(0, piece.height - area.height);
}

/** In the middle of the sheet where that prints, else as near to it as the printable part lets it. */
function centred(whole: number, block: number, from: number, room: number): number {
  const middle = (whole - block) / 2;
  if (block > room + EPSILON) return middle;
  return Math.min(Math.max(middle, from), from + room - block);
}

/** How far a piece is turned, in quarters, to the nearest. */
export const turnsDown = (down: LayDown): QuarterTurns => turnsOf(down.at);

/** A piece with its margin, as it lies. */
export const withMargin = ({ trim, margin }: Pick<LayDown, 'trim' | 'margin'>): Rect => grow(trim, margin);

/** A rectangle on a side's form. */
export type OnForm = Pick<LayDown, 'trim' | 'margin'>;

/**
 * Every piece that a side's form carries, seen from the front: where one form prints both sides, those of the back as
 * well, each as it lies behind.
 */
export function onForm(lay: Lay): readonly OnForm[] {
  if (yieldOf(lay.work) === 1) return lay.downs;
  return [
    ...lay.downs,
    ...lay.downs.map(({ trim, margin }) => {
      const behind = throughSheet(grow(trim, margin), lay.paper, lay.turn);
      const at = throughSheet(trim, lay.paper, lay.turn);
      return {
        trim: at,
        margin: {
          left: at.x - behind.x,
          right: behind.x + behind.width - at.x - at.width,
          bottom: at.y - behind.y,
          top: behind.y + behind.height - at.y - at.height,
        },
      };
    }),
  ];
}

/** Whether the trims, without bleed, are inside what the machine prints. */
export const trimsPrint = (lay: Lay): boolean => lay.downs.every((d) => contains(lay.bothSides, d.trim));
