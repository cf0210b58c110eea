import { isScored, type FoldLine, type Lay } from '../lay';
import { linesOutside } from './outside';
import { lineFields, type LaySide, type MarkRule } from './rules';

/** Where lines of some kind meet the edges of the sheet. */
export function positions(
  folds: LaySide['folds'],
  wanted: (line: FoldLine) => boolean,
): { upright: number[]; level: number[] } {
  const of = folds.filter(wanted);
  return {
    upright: of.filter((f) => f.upright).map((f) => f.at),
    level: of.filter((f) => !f.upright).map((f) => f.at),
  };
}

/** What has such marks: folds, and what is scored or perforated in a flat piece. */
const isMarked = (l: Pick<FoldLine, 'kind' | 'order'>): boolean => l.kind === 'fold' || isScored(l);
const hasAny = ({ downs }: Lay): boolean =>
  downs.some((d) => d.shape.lines.some((l) => l.kind !== 'trim' && isMarked({ kind: l.kind, order: l.order })));

/** Fold marks, dashed: at both ends of every fold, score and perforation, outside the block of pieces. */
export const fold: MarkRule<'fold'> = {
  label: 'Fold marks',
  said: 'fold marks',
  short: 'fold',
  fields: lineFields(),
  vital: false,
  applies: ({ sheets }) => sheets.lays.some(hasAny),
  missed: hasAny,
  onLay: (wish, on, taken) => linesOutside('fold', on, positions(on.folds, isMarked), wish, taken, [1.2, 0.8]),
};
