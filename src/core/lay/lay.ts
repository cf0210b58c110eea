import { MOST_UP, type SheetWish } from '../docket';
import type { LayStyle, Shape } from '../makeup';
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
import { arrangementsIn, limited, placedAt, placesOf, type Arrangement } from './cut-out';
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
  /** What of the sheet it may print on, where a neighbour's bleed meets its own; null for all that it clips to. */
  readonly reach: Rect | null;
  /** Which place of the sheet that is as they are counted, empty ones with them, from 1. */
  readonly place: number;
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
  readonly style: LayStyle;
  /** Places that are kept empty. */
  readonly emptied: readonly { readonly place: number; readonly trim: Rect }[];
}

/** What of a sheet's wishes its lay depends on. */
export type LayWish = Pick<SheetWish, 'stock' | 'machine' | 'up' | 'turn' | 'work' | 'fill'>;

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
export function layOf(shape: Shape, wish: LayWish, style: LayStyle = BLOCK): Lay {
  const paper = paperOf(wish);
  if (style.kind === 'cut-out') return cutOutOf(paper, shape, wish, style);
  const { area, whole } = roomFor(paper, shape);
  const headToTail = wish.fill === 'come-and-go';
  const chosen = bestTry(shape, wish, area);
  const fits = countOf(chosen) > 0;
  const grid = fits ? limited(chosen.grid, mostOf(wish.up)) : { columns: 1, rows: 1 };
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
        reach: null,
        place: downs.length + 1,
      });
    }
  return { ...paper, downs, fits, grid: { ...grid, sideways: turns === 1 }, style, emptied: [] };
}

const BLOCK: LayStyle = { kind: 'block' };

/** Between two limits; the lower one where they are the wrong way round. */
const held = (v: number, least: number, most: number): number => Math.max(least, Math.min(v, most));

/** One piece in the middle where none fits, to be looked at. */
function tooLarge(shape: Shape, area: Size): Arrangement {
  const sideways = { width: shape.size.height, height: shape.size.width };
  const turns = overhang(sideways, area) < overhang(shape.size, area) - EPSILON ? 1 : 0;
  return {
    split: null,
    blocks: [{ columns: 1, rows: 1, turns, x: 0, y: 0 }],
    size: sizeTurned(shape.size, turns),
    up: 1,
    cuts: 4,
  };
}

/** Lays out pieces that are cut out at their trims, in the middle of the sheet or moved from there as far as it prints. */
function cutOutOf(paper: Paper, shape: Shape, wish: LayWish, style: Extract<LayStyle, { kind: 'cut-out' }>): Lay {
  const { area, whole } = roomFor(paper, shape);
  const [best] = arrangementsIn(area, shape, style, mostOf(wish.up), yieldOf(wish.work));
  const arrangement = best ?? tooLarge(shape, area);
  const { bleed, lies } = style;
  const along = (whole: number, block: number, from: number, room: number, moved: number): number => {
    const needs = block + 2 * bleed;
    const middle = centred(whole, needs, from, room);
    return bleed + (best ? held(middle + moved, from, from + room - needs) : middle);
  };
  const { size, blocks } = arrangement;
  const x = along(whole.width, size.width, area.x, area.width, lies.offset.x);
  const y = along(whole.height, size.height, area.y, area.height, lies.offset.y);
  const empty = new Set(lies.singles.flatMap((s) => (s.empty ? [s.place] : [])));
  const places = placesOf(arrangement, shape, style, x, y);
  // a sheet with nothing on it is none: the first place is kept where all were emptied
  const kept = places.filter((p) => !empty.has(p.number));
  const laid = kept.length > 0 ? kept : places.slice(0, 1);
  const downs = laid.map((p): LayDown => {
    const { trim, reach, number } = p;
    return {
      shape,
      at: placedAt(shape, p),
      trim,
      margin: {
        left: trim.x - reach.x,
        right: reach.x + reach.width - trim.x - trim.width,
        bottom: trim.y - reach.y,
        top: reach.y + reach.height - trim.y - trim.height,
      },
      reach,
      place: number,
    };
  });
  const [only] = blocks;
  return {
    ...paper,
    downs,
    fits: best !== undefined,
    grid: blocks.length === 1 ? { columns: only!.columns, rows: only!.rows, sideways: only!.turns === 1 } : null,
    style,
    emptied: places.flatMap(({ number, trim }) =>
      laid.some((p) => p.number === number) ? [] : [{ place: number, trim }],
    ),
  };
}

/** How many of a shape lie on a sheet. */
export function layingOf(wish: LayWish, shape: Shape, style: LayStyle = BLOCK): { up: number; fits: boolean } {
  if (style.kind === 'cut-out') {
    const { downs, fits } = layOf(shape, wish, style);
    return { up: downs.length, fits };
  }
  const { area } = roomFor(paperOf(wish), shape);
  const chosen = bestTry(shape, wish, area);
  if (countOf(chosen) === 0) return { up: 1, fits: false };
  const { columns, rows } = limited(chosen.grid, mostOf(wish.up));
  return { up: columns * rows, fits: true };
}

const mostOf = (up: LayWish['up']): number => (up === 'one' ? 1 : up === 'most' ? MOST_UP : up);

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
