import type { MarksWish } from '../docket';
import type { CollatingStep } from '../makeup';
import { anyOf, EPSILON, rect, type Rect, type Size } from '../measure';
import { cellsWith, onSide } from './on-page';
import type { MarkRule } from './rules';

/**
 * Where a step lies on its upright page: the steps go down from the head, or from the left where the head is bound. They
 * begin again before one would run off the page's other end.
 */
function stepAt(wish: MarksWish['collating'], { edge, out, step }: CollatingStep, { width: w, height: h }: Size): Rect {
  const { length, width } = wish;
  const long = edge === 'left' || edge === 'right' ? h : w;
  const room = Math.max(1, Math.floor((long - wish.from) / length + EPSILON));
  const from = wish.from + ((step - 1) % Math.min(wish.restart, room)) * length;
  switch (edge) {
    case 'left':
      return rect(-out - width / 2, h - from - length, width, length);
    case 'right':
      return rect(w + out - width / 2, h - from - length, width, length);
    case 'top':
      return rect(from, h + out - width / 2, length, width);
    case 'bottom':
      return rect(from, -out - width / 2, length, width);
  }
}

/**
 * Collating marks: a step on the spine fold of every gathered section, one step lower for each, so that a missing or
 * doubled section shows as a break in the stairs. Behind `restart` steps, or as many as the page has room for, they begin
 * again at the head.
 */
export const collating: MarkRule<'collating'> = {
  label: 'Collating marks',
  said: 'collating marks',
  short: null,
  fields: [
    { key: 'length', label: 'step', as: { kind: 'length', min: 1, max: 60 } },
    { key: 'width', label: 'width', as: { kind: 'length', min: 0.5, max: 10 } },
    { key: 'from', label: 'from head', as: { kind: 'length', min: 0, max: 1000 } },
    { key: 'restart', label: 'begins again after', as: { kind: 'count', min: 2, max: 60 } },
    {
      key: 'colour',
      label: 'colour',
      as: {
        kind: 'choice',
        options: [
          { key: 'black', label: 'Black' },
          { key: 'all', label: 'Every separation' },
        ],
      },
    },
  ],
  vital: false,
  applies: ({ pieces }) => anyOf(pieces, (p) => p.step !== null),
  missed: () => false,
  onSheet: (wish, on) =>
    cellsWith(on, ({ step }) => (step ? [step] : [])).map(({ cell, it }) => ({
      kind: 'area',
      of: 'collating',
      rect: onSide(cell, stepAt(wish, it, cell.size)),
      black: wish.colour === 'black',
    })),
};
