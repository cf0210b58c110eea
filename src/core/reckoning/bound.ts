import type { BoundProduct } from '../docket';
import type { BookPlan } from '../makeup';
import { inUnits } from '../measure';
import type { Figure } from './figure';

/** What is done about creep, in words. */
const CORRECTIONS: Readonly<Record<BoundProduct['creep']['correction'], string>> = {
  none: 'not corrected',
  'push-in': 'inner content moved to the spine',
  'push-out': 'outer content moved to the face',
  halves: 'inner content moved to the spine and outer to the face',
  scale: 'pages made narrower',
};

/** The figures that only books have: the width of the spine, and creep. */
export function bookFigures(
  { spine, creep, nested }: BookPlan,
  { creep: wish }: Pick<BoundProduct, 'creep'>,
): Figure[] {
  const figures: Figure[] = [];
  if (spine) figures.push({ key: 'spine', label: 'Spine', value: spine.width, unit: 'mm', sum: spine.sum });
  if (creep.standsOut.length > 1 || nested)
    figures.push({
      key: 'creep',
      label: 'Creep',
      value: creep.standsOut.at(-1) ?? 0,
      unit: 'mm',
      sum: inUnits((_, unit) => `${creep.sum[unit]}, ${CORRECTIONS[wish.correction]}`),
    });
  return figures;
}
