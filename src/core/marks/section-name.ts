import { anyOf, contains, overlap, rect } from '../measure';
import type { Mark } from './kinds';
import { cellsWith, onSide, textOnPage } from './on-page';
import type { MarkRule } from './rules';

const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);

/** The name of each section with its sheet, on its lap where it has one, else beneath its first page. */
export const sectionName: MarkRule<'sectionName'> = {
  label: 'Section names',
  said: 'section names',
  short: null,
  fields: [{ key: 'height', label: 'height', as: { kind: 'length', min: 1, max: 10 } }],
  vital: false,
  applies: ({ pieces }) => anyOf(pieces, (p) => p.namePlace !== null),
  missed: () => false,
  onSheet: (wish, on) =>
    cellsWith(on, ({ namePlace }) => (namePlace ? [namePlace] : [])).flatMap(({ cell, it }): Mark[] => {
      const piece = on.pieces.at(cell.piece)!;
      const { width: w } = cell.size;
      const text = `${capital(piece.noun)} ${piece.number} · sheet ${on.sheet.number}`;
      const long = Math.min(60, w - 10);
      if (it.lap >= wish.height + 1) {
        const strip = rect(w + it.bleed + (it.lap - wish.height) / 2, 10, wish.height, long);
        return [textOnPage('sectionName', cell, strip, text, wish.height, 1)];
      }
      const strip = rect(5, -it.bleed - 1.5 - wish.height, long, wish.height);
      const lies = onSide(cell, strip);
      // pages beside it, and their bleed, are not written on
      const free = contains(on.space.area, lies) && !on.space.keepOff.some((k) => overlap(k, lies));
      return free ? [textOnPage('sectionName', cell, strip, text, wish.height, 0)] : [];
    }),
};
