import { yieldOf } from '../../lay';
import { inSequence } from '../../makeup';
import type { Check, InspectedFlat } from '../kinds';

/** One form for front and back gives every number twice: of what is wanted once, that is one too many. */
export const twice: Check<InspectedFlat> = ({ product, plan }) => {
  const { work } = plan.sheets.main.lay;
  if (!inSequence(product) || yieldOf(work) === 1 || product.copies % 2 === 0) return [];
  return [
    {
      id: 'twice',
      severity: 'look',
      station: 'sheet',
      title:
        product.copies === 1
          ? `Every ${product.what} comes twice`
          : `There is one set more than the ${product.copies} that are wanted`,
      detail: 'One form prints front and back, and each printed sheet gives two of all that lies on it.',
      offers: () => [
        {
          label: 'Front and back from two forms',
          detail: 'each has the whole sheet',
          patch: { sheet: { work: 'sheetwise' } },
        },
      ],
    },
  ];
};
