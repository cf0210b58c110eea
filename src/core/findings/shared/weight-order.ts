import { loadsOf, type Load } from '../../sheet';
import type { Check } from '../kinds';

/** Weights that a machine needs time to change between, by fuser and speed. */
const WEIGHT_CLASSES = [80, 105, 135, 170, 220, 300] as const;
const weightClass = (grammage: number): number => WEIGHT_CLASSES.filter((w) => grammage > w).length;

/** Changes of weight a copy from which the waits are worth a word. */
const WORTH_SAYING = 3;

/** Jobs that change between light and heavy paper many times a copy: the press waits each time. */
export const weightOrder: Check = ({ docket: { product }, plan }) => {
  if (!plan.sheets.blocks.some((b) => b.machine.mixes)) return [];
  const changesIn = ({ stocks }: Load): number =>
    stocks.filter((s, i) => i > 0 && weightClass(s.stock.grammage) !== weightClass(stocks[i - 1]!.stock.grammage))
      .length;
  const waits = loadsOf(plan).filter((load) => changesIn(load) > 1);
  const changes = waits.reduce((n, load) => n + changesIn(load), 0);
  if (changes < WORTH_SAYING) return [];
  const inParts = product.kind === 'flat' && product.parts.length > 1;
  const stocks = [...new Map(waits.flatMap((l) => l.stocks).map((s) => [s.stock.id, s.stock])).values()].sort(
    (a, b) => a.grammage - b.grammage,
  );
  return [
    {
      id: 'weight-order',
      severity: 'fine',
      station: 'sheet',
      title: `The press changes weight ${changes} times${inParts ? '' : ' a copy'}`,
      detail: `It waits at every change. One stock after the other, collated by hand, it would not: ${stocks.map((s) => s.name).join(', then ')}.`,
      offers: () => [
        inParts
          ? {
              label: 'Part by part',
              detail: 'cut each by itself, then gathered',
              patch: { product: { collated: 'parts' } },
            }
          : {
              label: 'One stock after the other',
              detail: 'collate by hand',
              patch: { sheet: { machine: { mixes: false } } },
            },
      ],
    },
  ];
};
