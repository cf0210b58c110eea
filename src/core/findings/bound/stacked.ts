import { yieldOf } from '../../lay';
import { liftOf, rulesOf } from '../../makeup';
import { wholeNumber } from '../../measure';
import type { Check, Finding, InspectedBook } from '../kinds';

/** Leaves that come into order by being cut and stacked: what must be known of it, and where it cannot be. */
export const stacked: Check<InspectedBook> = ({ docket, product, plan }) => {
  const { binding, copies } = product;
  if (binding.kind !== 'loose-leaf' || !rulesOf(binding).stacked(binding)) return [];
  // leaves on another stock, or behind a tab, are a stack of their own; a single sheet has no order
  const stacks = plan.sheets.blocks.filter((b) => b.count > 1);
  if (stacks.length === 0) return [];
  const repeated = {
    label: 'Leaf by leaf: each sheet carries one leaf',
    patch: { product: { binding: { ...binding, order: 'repeat' as const } } },
  };
  // the half that is turned over lies face down, and so with its last sheet's leaf on top when it is turned back
  if (stacks.some((b) => yieldOf(b.lay.work) === 2))
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
  const found: Finding[] = [];
  // a stack's last lot may give more than the others, and is a block of its own then
  const high = stacks.find((b) => b.count > liftOf(docket.finish, b.stock));
  if (high)
    found.push({
      id: 'stack-lots',
      severity: 'look',
      station: 'sheet',
      title: `Cut in lots of ${wholeNumber(liftOf(docket.finish, high.stock))} sheets`,
      detail:
        'No more lie under the guillotine’s knife at once. Each lot is in order by itself: its piles are laid on each other, and then on the next lot’s.',
      offers: () => [repeated],
    });
  const again = stacks.filter((b) => copies > b.yields);
  if (again.length === 0) return found;
  const heights = again.map((b) => wholeNumber(b.count));
  return [
    ...found,
    {
      id: 'stack-sets',
      severity: 'look',
      station: 'sheet',
      title: again.length === 1 ? `Every ${heights[0]!} sheets are cut by themselves` : 'Every stack is cut by itself',
      detail: `A stack of ${heights.join(', of ')} sheets is one set. Cut with the next one beneath it, its piles would begin anew in their middle.`,
      offers: () => [repeated],
    },
  ];
};
