import { totalOf } from '../../measure';
import { plural, type Check, type Finding, type InspectedFlat, type Offer } from '../kinds';

/** More artworks than the sheets that were wished for have places. */
export const forms: Check<InspectedFlat> = ({ product, plan, flat }) => {
  const { order } = product;
  if (order.kind !== 'shared') return [];
  const { length } = plan.sheets;
  const up = plan.sheets.main.lay.downs.length;
  // however they are shared out, every artwork that is wanted has a place somewhere
  const least = Math.ceil(totalOf(flat.ordered, (n) => (n > 0 ? 1 : 0)) / up);
  if (order.forms === 'fewest-sheets')
    return length > Math.max(MANY, least) ? [manyForms(length, least, product.what)] : [];
  if (length <= order.forms) return [];
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
const manyForms = (length: number, least: number, what: string): Finding => ({
  id: 'many-forms',
  severity: 'look',
  station: 'sheet',
  title: `${length} unlike sheets, each cut by itself`,
  detail: `They take the fewest sheets there can be. With fewer unlike ones some ${what}s are made that nobody ordered, and there are fewer piles.`,
  offers: () =>
    [0, 1, 2, 3]
      .map((more) => least + more)
      .filter((n) => n < length)
      .map((n) => ({
        ...atMost(n),
        label: n === 1 ? 'One sheet for all' : `At most ${n} unlike sheets`,
        kind: { name: 'forms', most: 3 },
      })),
});
