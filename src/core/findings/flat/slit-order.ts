import { machinesFor, routeWith, slitterOf } from '../../finishing';
import type { Check, InspectedFlat, Offer } from '../kinds';

const IN_SEQUENCE: Offer = {
  label: 'In sequence instead',
  detail: 'one after the other on every sheet',
  patch: { product: { order: { kind: 'sequence', way: 'across', last: null } } },
};

/** Piles that would be in order as a guillotine cuts them, on a slitter, which has none: its pieces come sheet by sheet. */
export const slitOrder: Check<InspectedFlat> = ({ docket, product, plan, shop }) => {
  const slitter = slitterOf(docket.finish);
  const { kind } = product.order;
  if (!slitter || (kind !== 'stack' && kind !== 'pads') || plan.sheets.length < 2) return [];
  return [
    {
      id: 'slit-order',
      severity: 'look',
      station: 'product',
      title: `${slitter.name} gives the pieces sheet by sheet, not in piles`,
      detail:
        kind === 'stack'
          ? 'Cut and stacked, they are in order only when whole piles are laid on each other.'
          : 'A pad is a pile that is cut at once.',
      offers: () => [
        ...(kind === 'stack' ? [IN_SEQUENCE] : []),
        ...machinesFor('cut', shop)
          .filter((m) => m.kind === 'guillotine')
          .map((m) => ({
            label: `Cut on ${m.name}`,
            patch: { finish: { route: routeWith(docket.finish.route, 'cut', m) } },
            kind: { name: 'guillotine', most: 2 },
          })),
      ],
    },
  ];
};
