import type { FlatOrder, Patch } from '../../docket';
import { plural, type Check, type InspectedFlat, type Offer } from '../kinds';

/** Sheets of a sequence that are not full: what becomes of the places is said and can be chosen. */
export const notFull: Check<InspectedFlat> = ({ product, plan }) => {
  const { order } = product;
  if (order.kind !== 'sequence' && order.kind !== 'stack' && order.kind !== 'pads') return [];
  const { sheets } = plan;
  let empty = 0;
  let on = 0;
  // only the last lot is not full: what is before it is not looked through
  for (let i = sheets.length - 1; i >= Math.max(0, sheets.length - 2000); i--) {
    const { downs, ahead } = sheets.at(i);
    const none = downs.filter((d) => d === null).length;
    if (none === 0 || ahead) break;
    empty += none;
    on++;
  }
  if (empty === 0) return [];
  return [
    {
      id: 'not-full',
      severity: 'fine',
      station: 'sheet',
      title: `${plural(empty, 'place')} of ${on === 1 ? 'the last sheet' : `the last ${on} sheets`} ${empty === 1 ? 'stays' : 'stay'} empty`,
      detail:
        order.kind === 'pads'
          ? 'The last pad is shorter, or there are fewer pads than places.'
          : `${plan.pieces.length} ${product.what}s do not fill whole sheets.`,
      offers: () => others(order),
    },
  ];
};

function others(order: Exclude<FlatOrder, { kind: 'repeat' | 'shared' }>): Offer[] {
  const to = (order: FlatOrder): Patch => ({ product: { order } });
  switch (order.kind) {
    case 'sequence':
      return [{ label: 'Repeat them there', patch: to({ ...order, last: 'repeats' }) }];
    case 'stack':
      return order.last === 'smaller-lot'
        ? []
        : [
            {
              label: 'A smaller lot for the last',
              detail: 'full sheets first; one sheet by itself for what is left',
              patch: to({ ...order, last: 'smaller-lot' }),
            },
          ];
    case 'pads':
      return [];
  }
}
