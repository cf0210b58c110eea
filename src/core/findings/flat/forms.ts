import { plural, type Check, type InspectedFlat } from '../kinds';

/** More artworks than the sheets that were wished for have places. */
export const forms: Check<InspectedFlat> = ({ product, plan, flat }) => {
  const { order } = product;
  if (order.kind !== 'shared' || order.forms === 'fewest-sheets') return [];
  const { length } = plan.sheets;
  if (length <= order.forms) return [];
  const up = plan.sheets.main.lay.downs.length;
  return [
    {
      id: 'forms',
      severity: 'look',
      station: 'sheet',
      title: `${flat.faces.length} ${product.what}s do not share ${plural(order.forms, 'sheet')}`,
      detail: `${plural(order.forms, 'sheet has', 'sheets have')} ${order.forms * up} places. They lie on ${length} unlike sheets.`,
      offers: () => [
        {
          label: 'As many unlike sheets as are best',
          patch: { product: { order: { kind: 'shared', forms: 'fewest-sheets' } } },
        },
        ...(length <= 50
          ? [
              {
                label: `${length} unlike sheets`,
                patch: { product: { order: { kind: 'shared' as const, forms: length } } },
              },
            ]
          : []),
      ],
    },
  ];
};
