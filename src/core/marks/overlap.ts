import { rect, type QuarterTurns, type Rect } from '../measure';
import type { Covered } from '../makeup';
import type { Cell } from '../sheet';
import type { Mark } from './kinds';
import { cellsWith, onSide, textOnPage } from './on-page';
import type { MarkRule } from './rules';
import type { MarksWish } from '../docket';

/** White round a guide, so that it is seen on any artwork, mm on both sides. */
const CASING = 0.25;
/** Dashes of a guide, mm. */
const DASH = [4, 2];
/** Room for a line of words: this much of their height for each letter. */
const LETTER = 0.62;

/** The line in a strip that the edge of the panel above comes to, moved into what it covers; as a rectangle of no width. */
function guideIn({ rect: r, edge }: Covered, offset: number): Rect {
  switch (edge) {
    case 'left':
      return rect(r.x + r.width - offset, r.y, 0, r.height);
    case 'right':
      return rect(r.x + offset, r.y, 0, r.height);
    case 'bottom':
      return rect(r.x, r.y + r.height - offset, r.width, 0);
    case 'top':
      return rect(r.x, r.y + offset, r.width, 0);
  }
}

/** The words in the middle of a strip, on white: which panel is glued on it. */
function wordsIn(cell: Cell, { rect: r, edge, by }: Covered, height: number): Mark[] {
  const upright = edge === 'left' || edge === 'right';
  const [wide, long] = upright ? [r.width, r.height] : [r.height, r.width];
  const text = `glue here · ${by} lies over`;
  const room = text.length * height * LETTER;
  // what does not go into the strip would be seen
  if (wide < height + 3 || long < room + 10) return [];
  const across = (wide - height) / 2;
  const along = (long - room) / 2;
  const strip = upright ? rect(r.x + across, r.y + along, height, room) : rect(r.x + along, r.y + across, room, height);
  const white = rect(strip.x - 0.5, strip.y - 0.5, strip.width + 1, strip.height + 1);
  const turned: QuarterTurns = upright ? 1 : 0;
  return [
    { kind: 'area', of: 'overlap', rect: onSide(cell, white), black: false, white: true },
    textOnPage('overlap', cell, strip, text, height, turned),
  ];
}

function guide(cell: Cell, it: Covered, { offset, weight }: MarksWish['overlap']): Mark[] {
  const line = guideIn(it, offset);
  const r = onSide(cell, line);
  const half = weight / 2 + CASING;
  const white =
    line.width === 0
      ? rect(line.x - half, line.y, 2 * half, line.height)
      : rect(line.x, line.y - half, line.width, 2 * half);
  return [
    { kind: 'area', of: 'overlap', rect: onSide(cell, white), black: false, white: true },
    {
      kind: 'line',
      of: 'overlap',
      from: [r.x, r.y],
      to: [r.x + r.width, r.y + r.height],
      weight,
      dash: DASH,
    },
  ];
}

/** Where the edge of the panel that lies over this one comes to, in the strip that it covers, and which one that is. */
export const overlap: MarkRule<'overlap'> = {
  label: 'Overlap guides',
  detail: 'On the panel that lies beneath, hidden when it hangs.',
  said: 'overlap guides',
  short: 'overlap',
  fields: [
    { key: 'offset', label: 'inside the joint', as: { kind: 'length', min: 0, max: 20 } },
    { key: 'weight', label: 'weight', as: { kind: 'length', min: 0.01, max: 5 } },
    { key: 'height', label: 'height of words', as: { kind: 'length', min: 1, max: 10 } },
  ],
  vital: false,
  applies: ({ product }) => product.kind === 'poster' && product.panels.length > 1,
  missed: () => false,
  onSheet: (wish, on) =>
    cellsWith(on, ({ covered = [] }) => covered).flatMap(({ cell, it }): Mark[] => {
      const wide = it.edge === 'left' || it.edge === 'right' ? it.rect.width : it.rect.height;
      // beyond the strip there is nothing to draw on
      if (wish.offset >= wide) return [];
      return [...guide(cell, it, wish), ...wordsIn(cell, it, wish.height)];
    }),
};
