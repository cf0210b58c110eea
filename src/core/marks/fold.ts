import type { FoldLine } from '../lay';
import { linesOutside } from './outside';
import { lineFields, type LaySide, type MarkRule } from './rules';

/** Where folds, or scores, meet the edges of the sheet. */
export function positions(folds: LaySide['folds'], kind: FoldLine['kind']): { upright: number[]; level: number[] } {
  const of = folds.filter((f) => f.kind === kind);
  return {
    upright: of.filter((f) => f.upright).map((f) => f.at),
    level: of.filter((f) => !f.upright).map((f) => f.at),
  };
}

/** Fold marks, dashed: at both ends of every fold, outside the block of pieces. */
export const fold: MarkRule<'fold'> = {
  label: 'Fold marks',
  said: 'fold marks',
  short: 'fold',
  fields: lineFields(),
  vital: false,
  applies: ({ sheets }) =>
    sheets.lays.some((lay) => lay.downs.some((d) => d.shape.lines.some((l) => l.kind === 'fold'))),
  missed: (lay) => lay.downs.some((d) => d.shape.lines.some((l) => l.kind === 'fold')),
  onLay: (wish, on, taken) => linesOutside('fold', on, positions(on.folds, 'fold'), wish, taken, [1.2, 0.8]),
};
