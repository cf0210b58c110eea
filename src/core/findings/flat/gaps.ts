import { EPSILON, formatLength } from '../../measure';
import type { Check, InspectedFlat } from '../kinds';

/**
 * Between two pieces there is room for one cut and no bleed, or for the bleed of both; with less each gets half of it. The
 * gap that is too small is the smaller one.
 */
export const gaps: Check<InspectedFlat> = ({ product, flat, plan, unit }) => {
  const { bleed } = product;
  const { lay } = plan.sheets.main;
  const ways = [
    ...(lay.grid === null || lay.grid.columns > 1 ? [flat.gap.across] : []),
    ...(lay.grid === null || lay.grid.rows > 1 ? [flat.gap.down] : []),
  ];
  const short = ways.filter((g) => g < 2 * bleed - EPSILON);
  if (bleed === 0 || short.length === 0) return [];
  const least = Math.min(...short);
  const touching = least <= EPSILON;
  const wished = product.lies.gap.across === 0 || product.lies.gap.down === 0;
  return [
    {
      id: 'gap-bleed',
      // said by hand, and every neighbour the same: as a run of labels in one colour is cut
      severity: touching && product.order.kind === 'repeat' && wished ? 'fine' : 'look',
      station: 'sheet',
      title: touching ? 'Pieces touch: there is no bleed between them' : 'The gap is too small for the bleed of both',
      detail: touching
        ? 'One cut parts two pieces. Where it is a hair off, each shows a line of the other; no matter where both have the same colour there.'
        : `Between two pieces there are ${formatLength(least, unit)}, and each needs ${formatLength(bleed, unit)} of it: they get half of it each.`,
      offers: () => [
        {
          label: `Gap of ${formatLength(2 * bleed, unit)}`,
          detail: 'bleed for both, two cuts',
          patch: { product: { lies: { gap: { across: null, down: null } } } },
        },
        {
          label: `Bleed of ${formatLength(least / 2, unit)}`,
          detail: touching ? 'one cut; for artwork that is white at its edges' : 'as much as the gap has',
          patch: { product: { bleed: least / 2 } },
        },
        ...(touching
          ? []
          : [
              {
                label: 'No gap and no bleed',
                detail: 'one cut between two; for artwork that is white at its edges',
                patch: { product: { bleed: 0, lies: { gap: { across: 0, down: 0 } } } },
              },
            ]),
      ],
    },
  ];
};
