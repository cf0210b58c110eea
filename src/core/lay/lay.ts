import type { LayStyle, Shape } from '../makeup';
import {
  addTurns,
  contains,
  edgesTurned,
  EPSILON,
  grow,
  laidAt,
  rect,
  sizeTurned,
  turnsOf,
  type Edges,
  type QuarterTurns,
  type Rect,
  type Size,
} from '../measure';
import { limited } from './cut-out';
import { gridIn, type Grid } from './fit';
import type { Lay, LayDown, LayWish } from './kinds';
import { cutOutOf } from './laid-out';
import { centred, mostOf, overhang, paperOf, roomFor } from './paper';
import { throughSheet, yieldOf } from './turn';

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

type BlockStyle = Extract<LayStyle, { kind: 'block' }>;

const countOf = ({ grid }: Try): number => grid.columns * grid.rows;

/** The way round that is said, where it fits; else the one that lays more; one alone lies upright where it can, one that fits no way where less hangs over. */
function bestTry(shape: Shape, { up, fill }: LayWish, area: Rect, { lies }: BlockStyle): Try {
  const upright = tryTurned(shape, 0, fill === 'come-and-go', area);
  const sideways = tryTurned(shape, 1, fill === 'come-and-go', area);
  const said = lies === 'sideways' ? sideways : upright;
  if (lies && countOf(said) > 0) return said;
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
  const chosen = bestTry(shape, wish, area, style);
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

/** How many of a shape lie on a sheet. */
export function layingOf(wish: LayWish, shape: Shape, style: LayStyle = BLOCK): { up: number; fits: boolean } {
  if (style.kind === 'cut-out') {
    const { downs, fits } = layOf(shape, wish, style);
    return { up: downs.length, fits };
  }
  const { area } = roomFor(paperOf(wish), shape);
  const chosen = bestTry(shape, wish, area, style);
  if (countOf(chosen) === 0) return { up: 1, fits: false };
  const { columns, rows } = limited(chosen.grid, mostOf(wish.up));
  return { up: columns * rows, fits: true };
}

const evened = (e: Edges): Edges => {
  const x = Math.max(e.left, e.right);
  const y = Math.max(e.top, e.bottom);
  return { left: x, right: x, top: y, bottom: y };
};

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
