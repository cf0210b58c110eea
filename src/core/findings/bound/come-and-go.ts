import { rulesOf, runsBothWays } from '../../makeup';
import type { Check, InspectedBook } from '../kinds';

/** Two books head to tail whose sections are not the same from either end: one pile cannot be both. */
export const comeAndGo: Check<InspectedBook> = ({ docket, product, plan, book }) => {
  if (docket.sheet.fill !== 'come-and-go' || plan.sheets.main.lay.downs.length < 2) return [];
  if (rulesOf(product.binding).made !== 'gathered' || runsBothWays(book.sections)) return [];
  return [
    {
      id: 'come-and-go',
      severity: 'look',
      station: 'sheet',
      title: 'The sections are not the same from either end',
      detail:
        'Gathered in one pile the second book would be out of order. Each section lies with itself: cut the sheets apart before they are gathered.',
      offers: () => [{ label: 'The same, not head to tail', patch: { sheet: { fill: 'repeat' } } }],
    },
  ];
};
