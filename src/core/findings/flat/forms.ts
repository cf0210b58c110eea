import { plural, type Check, type Finding, type InspectedFlat, type Offer } from '../kinds';

/** More artworks than the sheets that were wished for have places. */
export const forms: Check<InspectedFlat> = ({ product, plan, flat }) => {
  const { order } = product;
  if (order.kind !== 'shared') return [];
  const { length } = plan.sheets;
  if (order.forms === 'fewest-sheets') return length > MANY ? [manyForms(length, product.what)] : [];
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
        ...(length <= 50 ? [atMost(length)] : []),
      ],
    },
  ];
};

/** Unlike sheets that are cut and sorted without a word. */
const MANY = 6;

const atMost = (n: number): Offer => ({
  label: `${n} unlike sheets`,
  patch: { product: { order: { kind: 'shared', forms: n } } },
});

/** Many unlike sheets are many piles to be cut and kept apart, for what they save of paper: the job with fewer is priced. */
const manyForms = (length: number, what: string): Finding => ({
  id: 'many-forms',
  severity: 'look',
  station: 'sheet',
  title: `${length} unlike sheets, each cut by itself`,
  detail: `They take the fewest sheets there can be. With fewer unlike ones some ${what}s are made that nobody ordered, and there are fewer piles.`,
  offers: () =>
    [1, 2, 3, 4].map((n) => ({
      ...atMost(n),
      label: n === 1 ? 'One sheet for all' : `At most ${n} unlike sheets`,
      kind: { name: 'forms', most: 3 },
    })),
});
