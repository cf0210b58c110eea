import { MOST_UP, type Lies } from '../docket';
import type { LayStyle, Shape } from '../makeup';
import { addTurns, EPSILON, laidAt, rect, sizeTurned, type QuarterTurns, type Rect, type Size } from '../measure';
import { countAlong, type Grid } from './fit';

/** How pieces lie that are cut out at their trims: in one block, or in two of which one lies sideways. */

type CutOut = Extract<LayStyle, { kind: 'cut-out' }>;

/** Equal pieces in columns and rows; from the lower left of all that lies on the sheet, trims only. */
export interface Block extends Grid {
  readonly turns: 0 | 1;
  readonly x: number;
  readonly y: number;
}

/** One way to lay pieces out. */
export interface Arrangement {
  readonly blocks: readonly Block[];
  /** Where the second block lies; null where there is one only. */
  readonly split: 'beside' | 'below' | null;
  /** From trim to trim. */
  readonly size: Size;
  readonly up: number;
  /** Straight cuts that a sheet of it takes; in two blocks at the most, where a program may find fewer. */
  readonly cuts: number;
}

/** What a block of pieces is large, with gaps between them. */
function blockSize({ columns, rows }: Grid, piece: Size, gap: CutOut['gap']): Size {
  return {
    width: columns * piece.width + (columns - 1) * gap.across,
    height: rows * piece.height + (rows - 1) * gap.down,
  };
}

/**
 * What paper a block needs: columns × width + (columns − 1) × gap, rows alike, and the bleed of the outermost. So 9 × 14
 * pieces of 40 mm with 1.5 mm between need 372 × 579.5 mm.
 */
export function blockNeeds(grid: Grid, piece: Size, gap: CutOut['gap'], bleed: number): Size {
  const { width, height } = blockSize(grid, piece, gap);
  return { width: width + 2 * bleed, height: height + 2 * bleed };
}

/** Cuts between the pieces of a block: one where they touch, two where there is a gap. */
function cutsWithin({ columns, rows }: Grid, gap: CutOut['gap']): number {
  const each = (g: number): number => (g > EPSILON ? 2 : 1);
  return (columns - 1) * each(gap.across) + (rows - 1) * each(gap.down);
}

/** The grid that is wished for by hand, as far as it fits. */
function byHand(fits: Grid, { columns, rows }: Pick<Lies, 'columns' | 'rows'>): Grid {
  return { columns: Math.min(fits.columns, columns ?? Infinity), rows: Math.min(fits.rows, rows ?? Infinity) };
}

const upOf = ({ columns, rows }: Grid): number => columns * rows;

/** As many of a grid's places as are wished for: the fullest rectangle of not more. */
export function limited(grid: Grid, most: number): Grid {
  if (most >= upOf(grid)) return grid;
  let best: Grid = { columns: 1, rows: 1 };
  for (let columns = 1; columns <= Math.min(most, grid.columns); columns++) {
    const rows = Math.min(grid.rows, Math.floor(most / columns));
    if (columns * rows > upOf(best)) best = { columns, rows };
  }
  return best;
}

/** One block, all one way round. */
function inOneBlock(room: Size, shape: Shape, style: CutOut, turns: 0 | 1, most: number): Arrangement | null {
  const piece = sizeTurned(shape.size, turns);
  const { gap, lies } = style;
  const fits = {
    columns: countAlong(room.width, piece.width, gap.across),
    rows: countAlong(room.height, piece.height, gap.down),
  };
  const grid = limited(byHand(fits, lies), most);
  if (upOf(grid) === 0) return null;
  return {
    blocks: [{ ...grid, turns, x: 0, y: 0 }],
    split: null,
    size: blockSize(grid, piece, gap),
    up: upOf(grid),
    cuts: 4 + cutsWithin(grid, gap),
  };
}

/**
 * Two blocks that one straight cut parts: so many columns (or rows) one way round, and what is left of the room filled
 * the other way round. Every number of columns is tried.
 */
function inTwoBlocks(room: Size, shape: Shape, style: CutOut, most: number): Arrangement[] {
  const out: Arrangement[] = [];
  const { gap } = style;
  for (const turns of [0, 1] as const)
    for (const beside of [true, false]) {
      const piece = sizeTurned(shape.size, turns);
      const other = sizeTurned(shape.size, turns === 0 ? 1 : 0);
      const between = beside ? gap.across : gap.down;
      const columns = countAlong(room.width, piece.width, gap.across);
      const rows = countAlong(room.height, piece.height, gap.down);
      for (let n = 1; n < (beside ? columns : rows) + 1; n++) {
        const first = beside ? { columns: n, rows } : { columns, rows: n };
        if (upOf(first) === 0) continue;
        const a = blockSize(first, piece, gap);
        const left = beside
          ? { width: room.width - a.width - between, height: room.height }
          : { width: room.width, height: room.height - a.height - between };
        const second = {
          columns: countAlong(left.width, other.width, gap.across),
          rows: countAlong(left.height, other.height, gap.down),
        };
        if (!(left.width > 0 && left.height > 0) || upOf(second) === 0) continue;
        const up = upOf(first) + upOf(second);
        if (up > most) continue;
        const b = blockSize(second, other, gap);
        const edge = between > EPSILON ? 2 : 1;
        // blocks of unlike height are trimmed each by itself; of unlike width their common edge is trimmed at once
        const unlike = Math.abs(beside ? a.height - b.height : a.width - b.width) > EPSILON;
        const uneven = unlike ? (beside ? 2 : 1) : 0;
        out.push({
          split: beside ? 'beside' : 'below',
          // what is read first lies above: blocks that lie over each other are laid from the top
          blocks: beside
            ? [
                { ...first, turns, x: 0, y: Math.max(0, b.height - a.height) },
                {
                  ...second,
                  turns: turns === 0 ? 1 : 0,
                  x: a.width + between,
                  y: Math.max(0, a.height - b.height),
                },
              ]
            : [
                { ...first, turns, x: 0, y: b.height + between },
                { ...second, turns: turns === 0 ? 1 : 0, x: 0, y: 0 },
              ],
          size: beside
            ? { width: a.width + between + b.width, height: Math.max(a.height, b.height) }
            : { width: Math.max(a.width, b.width), height: a.height + between + b.height },
          up,
          cuts: 4 + cutsWithin(first, gap) + cutsWithin(second, gap) + edge + uneven,
        });
      }
    }
  return out;
}

/**
 * The ways to lay a shape out in a room, the best first: on the fewest sheets, which on one stock is the least waste and the
 * least money, paper and clicks being by the sheet; then with the fewest cuts, then with the most on a sheet. In the room the outermost pieces still have their bleed.
 * @param room what can be printed, mm
 * @param most how many are wished for on a sheet @param each copies that a printed sheet gives
 */
export function arrangementsIn(room: Size, shape: Shape, style: CutOut, most: number, each: 1 | 2 = 1): Arrangement[] {
  const inside = { width: room.width - 2 * style.bleed, height: room.height - 2 * style.bleed };
  if (!(inside.width > 0 && inside.height > 0)) return [];
  const { way } = style.lies;
  const set = style.lies.columns !== null || style.lies.rows !== null;
  const limit = Math.min(most, MOST_UP);
  const all: Arrangement[] = [];
  for (const turns of [0, 1] as const) {
    if ((turns === 0 && way === 'sideways') || (turns === 1 && way === 'upright')) continue;
    const one = inOneBlock(inside, shape, style, turns, limit);
    if (one) all.push(one);
  }
  const square = Math.abs(shape.size.width - shape.size.height) < EPSILON;
  const mixed = (way === 'auto' || way === 'mixed') && !set && !square && style.lies.turned === 'none';
  if (mixed) {
    const two = inTwoBlocks(inside, shape, style, limit);
    if (way === 'mixed' && two.length > 0) all.length = 0;
    all.push(...two);
  }
  const ranked = all.map((a) => ({ a, sheets: style.sheets(a.up, each) }));
  return ranked.sort((p, q) => p.sheets - q.sheets || p.a.cuts - q.a.cuts || q.a.up - p.a.up).map(({ a }) => a);
}

/** A place of an arrangement: where its piece lies, and what of its bleed shows there. */
export interface Place {
  /** As places are counted, from 1. */
  readonly number: number;
  readonly turns: QuarterTurns;
  readonly trim: Rect;
  /** The trim with as much bleed as has room: none of it in a neighbour. */
  readonly reach: Rect;
}

/** A place before it is counted. */
type Lying = Omit<Place, 'number'>;

/** How much of the bleed shows at an edge: all of it at the outside, half of the gap where a neighbour's meets it. */
const bleedAt = (bleed: number, gap: number, inside: boolean): number => (inside ? Math.min(bleed, gap / 2) : bleed);

function placesIn(
  block: Block,
  shape: Shape,
  style: CutOut,
  arrangement: Arrangement,
  x0: number,
  y0: number,
): Lying[] {
  const { columns, rows, turns } = block;
  const { gap, bleed, lies, counted } = style;
  const piece = sizeTurned(shape.size, turns);
  // the second block lies beside the first, or below it
  const second = arrangement.blocks[1] === block;
  const inner = {
    left: arrangement.split === 'beside' && second,
    right: arrangement.split === 'beside' && !second,
    top: arrangement.split === 'below' && second,
    bottom: arrangement.split === 'below' && !second,
  };
  const out: Lying[] = [];
  const put = (column: number, row: number): void => {
    const x = x0 + block.x + column * (piece.width + gap.across);
    const y = y0 + block.y + (rows - 1 - row) * (piece.height + gap.down);
    const over = (lies.turned === 'rows' && row % 2 === 1) || (lies.turned === 'columns' && column % 2 === 1);
    const left = bleedAt(bleed, gap.across, column > 0 || inner.left);
    const right = bleedAt(bleed, gap.across, column < columns - 1 || inner.right);
    const top = bleedAt(bleed, gap.down, row > 0 || inner.top);
    const bottom = bleedAt(bleed, gap.down, row < rows - 1 || inner.bottom);
    out.push({
      turns: addTurns(turns, over ? 2 : 0),
      trim: rect(x, y, piece.width, piece.height),
      reach: rect(x - left, y - bottom, piece.width + left + right, piece.height + bottom + top),
    });
  };
  if (counted === 'down') for (let c = 0; c < columns; c++) for (let r = 0; r < rows; r++) put(c, r);
  else for (let r = 0; r < rows; r++) for (let c = 0; c < columns; c++) put(c, r);
  return out;
}

/** All places of an arrangement that lies with its lower left trims at a point of the sheet. */
export function placesOf(arrangement: Arrangement, shape: Shape, style: CutOut, x: number, y: number): Place[] {
  const places = arrangement.blocks.flatMap((b) => placesIn(b, shape, style, arrangement, x, y));
  const changed = new Map(style.lies.singles.map((s) => [s.place, s]));
  return places.map((p, i) => {
    const number = i + 1;
    return { ...p, number, turns: addTurns(p.turns, changed.get(number)?.turned ? 2 : 0) };
  });
}

/** Where a place's piece lies. */
export const placedAt = (shape: Shape, { turns, trim }: Place) => laidAt(shape.size, turns, trim.x, trim.y);
