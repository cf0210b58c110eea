import { yieldOf } from '../../lay';
import { rulesOf } from '../../makeup';
import { wholeNumber } from '../../measure';
import type { Check, InspectedBook } from '../kinds';

/** Leaves that come into order by being cut and stacked: what must be known of it, and where it cannot be. */
export const stacked: Check<InspectedBook> = ({ product, plan }) => {
  const { binding, copies } = product;
  if (binding.kind !== 'loose-leaf' || !rulesOf(binding).stacked(binding)) return [];
  const { lay, called, yields } = plan.sheets.main;
  const high = plan.sheets.blocks.filter((b) => b.called === called).reduce((n, b) => n + b.count, 0);
  if (high < 2) return [];
  const repeated = {
    label: 'Leaf by leaf: each sheet carries one leaf',
    patch: { product: { binding: { ...binding, order: 'repeat' as const } } },
  };
  // the half that is turned over lies face down, and so with its last sheet's leaf on top when it is turned back
  if (yieldOf(lay.work) === 2)
    return [
      {
        id: 'stack-one-form',
        severity: 'stop',
        station: 'sheet',
        title: 'Half of the piles come out backwards',
        detail:
          'One form for both sides prints each leaf a second time on the back. Turned face up, those piles begin with the last leaf: they cannot be stacked in reading order.',
        offers: () => [
          { label: 'Front and back from two forms', patch: { sheet: { work: 'sheetwise' as const } } },
          repeated,
        ],
      },
    ];
  if (copies <= yields) return [];
  return [
    {
      id: 'stack-sets',
      severity: 'look',
      station: 'sheet',
      title: `Every ${wholeNumber(high)} sheets are cut by themselves`,
      detail: `${wholeNumber(high)} sheets, cut and stacked, make ${yields === 1 ? 'one copy' : `${wholeNumber(yields)} copies`}. Cut with the next ones beneath them, the piles would begin anew in their middle.`,
      offers: () => [repeated],
    },
  ];
};
