import { withMargin } from '../../lay';
import { formatSize } from '../../measure';
import { passedThrough, type Check, type InspectedBook } from '../kinds';

/** A lighter board than this share of the cover's is none. */
const LIGHTEST = 0.7;

/** A cover that does not fit its sheet. */
export const coverFit: Check<InspectedBook> = (it) => {
  const { product, plan, book, shop } = it;
  const { cover } = product;
  const section = book.sections.find((s) => s.kind === 'cover');
  if (cover.kind !== 'separate' || !section || passedThrough(it)) return [];
  const lay = plan.sheets.lays.find((l) => l.downs[0]!.shape === section.shape);
  if (!lay || lay.fits) return [];
  const need = withMargin(lay.downs[0]!);
  return [
    {
      id: 'cover-fit',
      severity: 'stop',
      station: 'product',
      title: 'The cover does not fit its sheet',
      detail: `Open it needs ${formatSize(need, it.unit)}; ${cover.stock.name} is ${cover.stock.format}.`,
      offers: () => [
        ...shop.stocks
          .filter((s) => s.id !== cover.stock.id && s.grammage >= cover.stock.grammage * LIGHTEST)
          .map((stock) => ({
            label: `${stock.name} ${stock.format} instead`,
            patch: { product: { cover: { stock } } },
            kind: { name: 'stock', most: 2 },
          })),
        ...(cover.flaps > 0 ? [{ label: 'Without flaps', patch: { product: { cover: { flaps: 0 } } } }] : []),
      ],
    },
  ];
};
