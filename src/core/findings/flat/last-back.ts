import type { Check, InspectedFlat } from '../kinds';

/** Fronts and backs in turns, and a last front without a back. */
export const lastBack: Check<InspectedFlat> = ({ product, flat }) => {
  const last = flat.faces.at(-1);
  if (product.sides === 'one' || !last?.front || last.back) return [];
  const n = flat.faces.length;
  return [
    {
      id: 'last-back',
      severity: 'look',
      station: 'product',
      title: n === 1 ? 'There is no back' : `There is no back for the last ${product.what}`,
      detail:
        n === 1
          ? 'It is printed on both sides, and the artwork has one page.'
          : `Fronts and backs take turns, and there are ${2 * n - 1} pages: either every page is a front, or one is missing.`,
      offers: () => [
        {
          label: n === 1 ? 'Print one side' : 'Every page is a front',
          patch: { product: { sides: 'one' } },
        },
      ],
    },
  ];
};
