import type { Line } from '../makeup';
import { anyOf } from '../measure';
import { positions } from './fold';
import { linesOutside } from './outside';
import { lineFields, type MarkRule } from './rules';

/** Whether a cover is folded along a score: what is only scored has marks like folds. */
const isSpine = ({ kind, order }: Pick<Line, 'kind' | 'order'>): boolean => kind === 'score' && order > 0;

/** Where a cover is scored: at both sides of its spine and at its hinges. */
export const spine: MarkRule<'spine'> = {
  label: 'Spine and hinge marks',
  said: 'spine and hinge marks',
  short: null,
  fields: lineFields(),
  vital: false,
  applies: ({ pieces }) => anyOf(pieces, (p) => p.shape.lines.some(isSpine)),
  missed: () => false,
  onLay: (wish, on, taken) => linesOutside('spine', on, positions(on.folds, isSpine), wish, taken, [0.4, 0.6]),
};
