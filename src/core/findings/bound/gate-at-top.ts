import type { Check, Finding, InspectedBook } from '../kinds';
import { CHOSEN, waysIn } from './ways';

/** A gate whose doors are half as wide as its middle, bound at the top: it is laid with its doors at the sides. */
export const gateAtTop: Check<InspectedBook> = ({ product, book }) =>
  waysIn(book)
    .filter((way) => way.spans && product.bound === 'top')
    .map((way): Finding => ({
      id: 'gate-at-top',
      severity: 'look',
      station: 'sheet',
      title: 'The gate opens to the sides, not upwards',
      detail: `${way.name}: its doors are at the left and the right, whichever edge is said to be bound.`,
      offers: () => [
        { label: 'Bound at the left', patch: { product: { bound: 'left' as const } } },
        {
          label: 'Gate, folded shut, upwards',
          detail: 'four panels of one size',
          patch: { product: { fold: '8-gate', sections: { kind: 'auto' as const } } },
        },
        CHOSEN,
      ],
    }));
