import type { StockRange } from '../../docket';
import { rulesOf, type Section } from '../../makeup';
import { pageRanges, type Check, type InspectedBook } from '../kinds';

const inRange = (p: number, r: StockRange): boolean => p >= Math.min(r.from, r.to) && p <= Math.max(r.from, r.to);

/** Places that follow each other, as ranges. */
function rangesOf(places: readonly number[]): { from: number; to: number }[] {
  const runs: { from: number; to: number }[] = [];
  for (const p of places) {
    const last = runs.at(-1);
    if (last && last.to === p - 1) last.to = p;
    else runs.push({ from: p, to: p });
  }
  return runs;
}

/** A change of stock inside a section: one sheet of paper cannot be two. */
export const stockInSection: Check<InspectedBook> = ({ product, book }) => {
  const mixed = book.sections.filter((s) => s.strangers.length > 0);
  const [first] = mixed;
  if (!first) return [];
  const places = mixed.flatMap((s) => s.strangers).sort((a, b) => a - b);
  // places as wishes count them
  const wished = (s: Section): number[] => s.reading.map((p) => p - book.shift);
  const { stocks } = product;
  // every range grown to the whole of the sections that it touches
  const grown = (): StockRange[] =>
    stocks.flatMap((r) => {
      const touched = book.sections.filter((s) => s.kind === 'text' && wished(s).some((p) => inRange(p, r)));
      const all = [...new Set(touched.flatMap(wished))].sort((a, b) => a - b);
      return rangesOf(all.filter((p) => p >= 1)).map((run) => ({ ...run, stock: r.stock }));
    });
  const pages = places.length === 1 ? ['Page', 'is'] : ['Pages', 'are'];
  return [
    {
      id: 'stock-in-section',
      severity: 'stop',
      station: 'product',
      title: `Section ${first.order} would be on two stocks`,
      detail: `${pages[0]} ${pageRanges(places)} ${pages[1]} wished on another stock than the rest of the sheet they share with pages ${pageRanges(wished(first).sort((a, b) => a - b))}.`,
      offers: () => {
        const whole = grown();
        return [
          {
            label: 'Whole sections on that stock',
            detail: `pages ${pageRanges(whole.flatMap((g) => Array.from({ length: g.to - g.from + 1 }, (_, i) => g.from + i)))}`,
            patch: { product: { stocks: whole.slice(0, 100) } },
          },
          ...(rulesOf(product.binding).made === 'gathered' && rulesOf(product.binding).singleLeaves
            ? [
                {
                  label: 'Single leaves',
                  detail: 'each on its own stock',
                  patch: { product: { fold: '2-leaf', sections: { kind: 'auto' as const } } },
                },
              ]
            : []),
          {
            label: 'One stock for all of it',
            patch: { product: { stocks: stocks.filter((r) => !places.some((p) => inRange(p, r))) } },
          },
        ];
      },
    },
  ];
};
