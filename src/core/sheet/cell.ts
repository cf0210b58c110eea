import type { Stamp } from '../imprint';
import type { Content, Piece, Strip } from '../makeup';
import {
  bounds,
  boundsOf,
  compose,
  contains,
  intersect,
  rectangle,
  rectThrough,
  type Matrix,
  type Outline,
  type QuarterTurns,
  type Rect,
  type Size,
} from '../measure';
import type { Spot } from './spots';

/** One page on one side of a sheet. Millimetres from that side's lower left corner, seen from that side. */
export interface Cell {
  /** Which of the pieces that lie on the sheet it is on, from 0. */
  readonly down: number;
  /** Which piece of the product that is. */
  readonly piece: number;
  /** Its place in the content, from 1. */
  readonly place: number;
  /** What it is called there. */
  readonly label: string;
  /** The page's number in its file, from 1, or null for a blank. */
  readonly page: number | null;
  /** The file it is from: 0 for the artwork. */
  readonly file: number;
  /** Where its head points: quarter turns counter-clockwise from up, to the nearest. */
  readonly head: QuarterTurns;
  /** The page, upright. */
  readonly size: Size;
  readonly trim: Rect;
  /** What of the artwork is shown: the trim with its bleed, up to the fold. */
  readonly clip: Outline;
  /** Takes the artwork page (mm from the lower left of its media box, seen upright) to the side; null for a blank. */
  readonly matrix: Matrix | null;
  /** What is drawn of it once more, under it: bleed that is made. */
  readonly made: readonly { readonly clip: Outline; readonly matrix: Matrix }[];
  /** Takes the upright page to the side. */
  readonly toSide: Matrix;
  /** What is put on it at imposition. */
  readonly stamps: readonly Stamp[];
}

/** How far a cell is printed: what is shown of its page, and the bleed that is made of it. */
export const printedOf = ({ clip, made }: Pick<Cell, 'clip' | 'made'>): Rect =>
  made.length === 0 ? boundsOf(clip) : bounds([clip, ...made.map((m) => m.clip)].map(boundsOf));

const NO_STAMPS: readonly Stamp[] = [];
const NONE_MADE: readonly never[] = [];

/** What of a page shows where it may be seen only as far as it reaches. */
function within(clip: Outline, reach: Rect): Outline {
  if (contains(reach, boundsOf(clip))) return clip;
  const shared = intersect(boundsOf(clip), reach);
  // a part cut out of a page is a rectangle, and so is what it lies in
  return shared && clip.kind === 'rectangle' ? rectangle(shared) : clip;
}

/** The cell at a spot, for the piece that lies there. */
export function cellAt(content: Content, spot: Spot, piece: Piece): Cell {
  const place = piece.places[spot.page - 1] ?? 0;
  const { page, label, toPage, reach, made = NONE_MADE, stamps = NO_STAMPS } = content.at(place);
  const matrix = toPage ? compose(toPage, spot.toSide) : null;
  return {
    down: spot.down,
    piece: piece.id,
    place,
    label,
    page: page?.page ?? null,
    file: page?.file ?? 0,
    head: spot.head,
    size: spot.size,
    trim: spot.trim,
    clip: matrix && reach ? within(spot.clip, rectThrough(matrix, reach)) : spot.clip,
    matrix,
    made: made.length === 0 ? NONE_MADE : made.flatMap((strip) => onSide(strip, spot)),
    toSide: spot.toSide,
    stamps,
  };
}

/** A strip of bleed as it lies on the side, as far as the place shows of it; nothing where it shows none. */
function onSide({ clip, toPage }: Strip, spot: Pick<Spot, 'clip' | 'toSide'>): Cell['made'] {
  const shared = spot.clip.kind === 'rectangle' && intersect(spot.clip.rect, rectThrough(spot.toSide, clip));
  return shared ? [{ clip: rectangle(shared), matrix: compose(toPage, spot.toSide) }] : [];
}
