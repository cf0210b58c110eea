import { directionThrough, sheetThrough, throughSheet, turnsDown, type Lay, type LayDown } from '../lay';
import type { Print } from '../makeup';
import {
  addTurns,
  boundsOf,
  compose,
  intersect,
  laidAt,
  outlineThrough,
  rectangle,
  rectThrough,
  type Matrix,
  type Outline,
  type QuarterTurns,
  type Rect,
  type Size,
} from '../measure';

/** Where a page of a piece lies on a side, whatever is on it. Millimetres, seen from that side. */
export interface Spot {
  /** Which piece of the lay it is on, from 0. */
  readonly down: number;
  /** Which of the piece's pages, from 1. */
  readonly page: number;
  /** Where its head points: quarter turns counter-clockwise from up, to the nearest. */
  readonly head: QuarterTurns;
  readonly size: Size;
  readonly trim: Rect;
  readonly clip: Outline;
  /** Takes the upright page, from its lower left, to the side. */
  readonly toSide: Matrix;
}

/** The spots of both sides of a lay. */
export interface Spots {
  readonly front: readonly Spot[];
  readonly back: readonly Spot[];
}

const quarter = ({ shape }: LayDown): boolean => shape.turns === 'quarters';

function outlineBehind(o: Outline, lay: Lay): Outline {
  return o.kind === 'rectangle'
    ? rectangle(throughSheet(o.rect, lay.paper, lay.turn))
    : outlineThrough(sheetThrough(lay.paper, lay.turn), o);
}

/** What of an outline the machine prints. */
function printed(o: Outline, { printable }: Lay): Outline {
  const shared = intersect(boundsOf(o), printable);
  return shared && o.kind === 'rectangle' ? rectangle(shared) : o;
}

/** What of an outline shows where a neighbour's bleed meets it. */
function reached(o: Outline, { reach }: LayDown): Outline {
  const shared = reach && o.kind === 'rectangle' ? intersect(o.rect, reach) : null;
  return shared ? rectangle(shared) : o;
}

/**
 * Where a print lies. The back of a page is exactly behind its front: what the piece has on its inner face is seen
 * through the sheet. A piece that lies by quarter turns is taken by its rectangle, so that nothing is lost to rounding.
 */
function spotOf(lay: Lay, down: LayDown, index: number, print: Print): Spot {
  const { page, size } = print;
  const inner = print.face === 'inner';
  const flat = rectThrough(down.at, print.trim);
  const clip = reached(outlineThrough(down.at, print.clip), down);
  const head = addTurns(print.head, turnsDown(down));
  const seen = inner ? directionThrough(head, lay.turn) : head;
  const trim = inner ? throughSheet(flat, lay.paper, lay.turn) : flat;
  const shown = inner ? outlineBehind(clip, lay) : clip;
  const base = { down: index, page, size, head: seen, trim, clip: down.shape.wholeSheet ? printed(shown, lay) : shown };
  if (quarter(down)) return { ...base, toSide: laidAt(size, seen, trim.x, trim.y) };
  const onPiece = laidAt(size, print.head, print.trim.x, print.trim.y);
  if (!inner) return { ...base, toSide: compose(onPiece, down.at) };
  // seen through the sheet twice, the page is itself again
  const mirrored: Matrix = [-1, 0, 0, 1, size.width, 0];
  const behind = sheetThrough(lay.paper, lay.turn);
  return { ...base, toSide: compose(compose(compose(mirrored, onPiece), down.at), behind) };
}

/** Where each page of each piece lies on both sides of a lay. */
export function spotsOf(lay: Lay): Spots {
  const front: Spot[] = [];
  const back: Spot[] = [];
  lay.downs.forEach((down, index) => {
    for (const print of down.shape.prints)
      (print.face === 'outer' ? front : back).push(spotOf(lay, down, index, print));
  });
  return { front, back };
}
