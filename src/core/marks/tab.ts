import { rect, type Rect } from '../measure';
import type { Plan, Sheet, SideName } from '../sheet';
import type { Mark } from './kinds';
import { cellsWith, onSide, textOnPage } from './on-page';
import type { SheetSide } from './rules';

/** The words on tabs, on both sides, in black. */
export function tabTexts(on: SheetSide): Mark[] {
  return cellsWith(on, (piece) => piece.words).map(({ cell, it: { rect: place, text, turned } }) => {
    const level = turned % 2 === 0;
    const deep = level ? place.height : place.width;
    const long = level ? place.width : place.height;
    const height = Math.min(3.2, deep * 0.32);
    const middle = (deep - height) / 2;
    const pad = Math.min(3, long / 8);
    const strip = level
      ? rect(place.x + pad, place.y + middle, long - 2 * pad, height)
      : rect(place.x + middle, place.y + pad, height, long - 2 * pad);
    return textOnPage('tab', cell, strip, text, height, turned);
  });
}

/** Where the tabs of a side stand out, for drawing; what of the extension lies beside them is cut away. */
export const tabsOn = ({ pieces }: Pick<Plan, 'pieces'>, sheet: Sheet, side: SideName): Rect[] =>
  cellsWith({ sheet, side, pieces }, (piece) => piece.words).map(({ cell, it }) => onSide(cell, it.rect));
