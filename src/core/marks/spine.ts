import { anyOf } from '../measure';
import { positions } from './fold';
import { linesOutside } from './outside';
import { lineFields, type MarkRule } from './rules';

/** Where a cover is scored: at both sides of its spine and at its hinges. */
export const spine: MarkRule<'spine'> = {
  label: 'Spine and hinge marks',
  said: 'spine and hinge marks',
  short: null,
  fields: lineFields(),
  vital: false,
  applies: ({ pieces }) => anyOf(pieces, (p) => p.shape.lines.some((l) => l.kind === 'score')),
  missed: () => false,
  onLay: (wish, on, taken) => linesOutside('spine', on, positions(on.folds, 'score'), wish, taken, [0.4, 0.6]),
};
