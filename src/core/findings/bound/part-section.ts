import { rulesOf } from '../../makeup';
import type { Check, InspectedBook } from '../kinds';

/** A part section at either end of a book whose outer sections carry the pull of the cover. */
export const partSection: Check<InspectedBook> = ({ docket, product, book }) => {
  if (!rulesOf(product.binding).partsInside) return [];
  const text = book.sections.filter((s) => s.kind === 'text');
  if (text.length < 3) return [];
  const largest = text.reduce((m, s) => Math.max(m, s.way.pages), 0);
  const first = text[0]!.way.pages < largest;
  const last = text.at(-1)!.way.pages < largest;
  if (!first && !last) return [];
  const whole = text.filter((s) => s.way.pages === largest);
  const parts = text.filter((s) => s.way.pages < largest);
  const wish = ({ way, stock }: (typeof text)[0]) => ({
    fold: way.id === 'own' ? { columns: way.columns, rows: way.rows, folds: [...way.folds] } : way.id,
    stock: stock.id === docket.sheet.stock.id ? null : stock,
  });
  return [
    {
      id: 'part-section',
      severity: 'look',
      station: 'sheet',
      title: `A part section comes ${first ? 'first' : 'last'}`,
      detail: 'In a sewn book the outer sections carry the pull of the cover; a smaller one belongs before the last.',
      offers: () =>
        whole.length > 1
          ? [
              {
                label: 'Put it before the last',
                patch: {
                  product: {
                    sections: { kind: 'set', list: [...whole.slice(0, -1), ...parts, whole.at(-1)!].map(wish) },
                  },
                },
              },
            ]
          : [],
    },
  ];
};
