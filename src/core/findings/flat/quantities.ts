import { inSequence } from '../../makeup';
import { anyOf } from '../../measure';
import { pageRanges, type Check, type InspectedFlat } from '../kinds';

/** Quantities of pieces that there are not, or that count for nothing. */
export const quantities: Check<InspectedFlat> = ({ product, flat }) => {
  const list = product.quantities;
  if (list.length === 0) return [];
  const n = flat.faces.length;
  const beyond = list.filter((q) => q.piece > n).map((q) => q.piece);
  if (inSequence(product))
    return [
      {
        id: 'quantities',
        severity: 'look',
        station: 'product',
        title: 'Quantities of single pieces do not count here',
        detail: 'In a sequence every piece comes as often as there are sets.',
        offers: () => [
          { label: 'Forget them', patch: { product: { quantities: [] } } },
          {
            label: 'Let them share sheets instead',
            patch: { product: { order: { kind: 'shared', forms: 'fewest-sheets' } } },
          },
        ],
      },
    ];
  if (!anyOf(flat.ordered, (o) => o > 0))
    return [
      {
        id: 'quantities',
        severity: 'stop',
        station: 'product',
        title: 'None of it is wanted',
        detail: 'Every piece has the quantity 0: nothing would be printed.',
        offers: () => [{ label: `${product.copies} of each`, patch: { product: { quantities: [] } } }],
      },
    ];
  if (beyond.length === 0) return [];
  return [
    {
      id: 'quantities',
      severity: 'look',
      station: 'product',
      title: `There is no ${product.what} ${pageRanges(beyond)}`,
      detail: `The artwork has ${n}: quantities behind that are left out.`,
      offers: () => [{ label: 'Take them out', patch: { product: { quantities: list.filter((q) => q.piece <= n) } } }],
    },
  ];
};
