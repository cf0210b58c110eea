import { EPSILON, formatSize, lying, wholeNumber } from '../measure';
import type { ProcessRule } from './rules';

const folds = (n: number): string => `${n} ${n === 1 ? 'fold' : 'folds'}`;

/** Sheets folded to sections or leaflets, each on its way before they come together. */
export const fold: ProcessRule<'fold'> = {
  machines: ['folder'],
  label: 'Fold',
  does: 'fold',
  detail: (m) => `to ${folds(m.mostFolds)}`,
  applies: ({ assembly }) => assembly.folded.length > 0,
  amount: ({ assembly }, copies) => ({
    count: copies * assembly.folded.length,
    of: 'sections',
    sum: `${wholeNumber(copies)} × ${assembly.folded.length} sections`,
  }),
  limits: ({ assembly, pieces }, machine, unit) => {
    const { mostFolds, folded } = assembly;
    const limits = [];
    if (mostFolds > machine.mostFolds)
      limits.push({
        id: 'folder',
        title: `${machine.name} does not make ${folds(mostFolds)}`,
        detail: `It makes ${folds(machine.mostFolds)}; a section here has ${mostFolds}.`,
      });
    const takes = lying(machine.largest);
    const large = folded
      .map((id) => {
        const { size, margin: m } = pieces.at(id)!.shape;
        return lying({ width: size.width + m.left + m.right, height: size.height + m.top + m.bottom });
      })
      .find((s) => s.width > takes.width + EPSILON || s.height > takes.height + EPSILON);
    if (large)
      limits.push({
        id: 'too-large-to-fold',
        title: `The sections are too large for ${machine.name}`,
        detail: `It takes ${formatSize(takes, unit)}; a section here is ${formatSize(large, unit)} before it is folded.`,
      });
    return limits;
  },
};
