import { addTurns, apply, rectThrough, type QuarterTurns, type Rect } from '../measure';
import type { Piece } from '../makeup';
import type { Cell } from '../sheet';
import type { Mark, MarkKind } from './kinds';
import type { SheetSide } from './rules';

/** A rectangle of the upright page as it lies on the side. */
export const onSide = (cell: Cell, r: Rect): Rect => rectThrough(cell.toSide, r);

/** The cells of a side that carry the page of their piece that something stands on. */
export function cellsWith<T extends { readonly page: number }>(
  { sheet, side, pieces }: Pick<SheetSide, 'sheet' | 'side' | 'pieces'>,
  of: (piece: Piece) => readonly T[],
): { cell: Cell; it: T }[] {
  return sheet[side].flatMap((cell) => {
    const piece = pieces.at(cell.piece)!;
    return of(piece)
      .filter((it) => piece.places[it.page - 1] === cell.place)
      .map((it) => ({ cell, it }));
  });
}

/** Text in a strip of the upright page, reading along it: turned by quarter turns counter-clockwise. */
export function textOnPage(
  of: MarkKind,
  cell: Cell,
  strip: Rect,
  text: string,
  height: number,
  turned: QuarterTurns,
): Mark {
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
    at: apply(cell.toSide, x, y),
    text,
    height,
    turned: addTurns(turned, cell.head),
    room: turned % 2 === 0 ? strip.width : strip.height,
    black: true,
  };
}
