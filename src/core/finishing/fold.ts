import { EPSILON, formatLength, formatSize, lying, wholeNumber, type Unit } from '../measure';
import type { FinisherOf } from '../shop';
import type { Plan } from '../sheet';
import { foldRuns } from './fold-plates';
import type { Limit, ProcessRule } from './rules';

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
  limits: (plan, machine, unit) => {
    const { assembly, pieces } = plan;
    const { mostFolds, folded } = assembly;
    const limits: Limit[] = [];
    if (mostFolds > machine.mostFolds)
      limits.push({
        id: 'folder',
        title: `${machine.name} does not make ${folds(mostFolds)}`,
        detail: `It makes ${folds(machine.mostFolds)}; a section here has ${mostFolds}.`,
      });
    limits.push(...plateLimits(plan, machine, unit));
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

/** Folds nearer to the edge that goes in first, or further from it, than fold plates can be set. */
function plateLimits(plan: Plan, { name, plates }: FinisherOf<'folder'>, unit: Unit): Limit[] {
  if (!plates) return [];
  const beyond = foldRuns(plan)
    .flatMap((run) => run.folds)
    .find((f) => f.plate < plates.shortest - EPSILON || f.plate > plates.longest + EPSILON);
  if (!beyond) return [];
  return [
    {
      id: 'fold-plate',
      title: `${name} cannot set fold ${beyond.order}`,
      detail: `It is ${formatLength(beyond.plate, unit)} from the edge that goes in first; its plates are set from ${formatLength(plates.shortest, unit)} to ${formatLength(plates.longest, unit)}.`,
    },
  ];
}
