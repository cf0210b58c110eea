import type { StockRange } from '../../docket';
import { pageRanges, type Check, type InspectedBook } from '../kinds';

const ends = ({ from, to }: StockRange): [number, number] => [Math.min(from, to), Math.max(from, to)];

/** What is left of a range without the pages of another. */
function without(range: StockRange, other: StockRange): StockRange[] {
  const [low, high] = ends(range);
  const [from, to] = ends(other);
  if (to < low || from > high) return [range];
  return [
    ...(low < from ? [{ ...range, from: low, to: from - 1 }] : []),
    ...(high > to ? [{ ...range, from: to + 1, to: high }] : []),
  ];
}

/** Ranges so that none overlaps one before it. */
const apart = (ranges: readonly StockRange[]): StockRange[] =>
  ranges.reduce<StockRange[]>(
    (kept, r) => [...kept, ...kept.reduce((left, k) => left.flatMap((l) => without(l, k)), [r])],
    [],
  );

/** Pages that are wished on two stocks: the range that stands first holds. */
export const stockRanges: Check<InspectedBook> = ({ product: { stocks } }) => {
  const twice = stocks.flatMap((r, i) =>
    stocks.slice(0, i).flatMap((before) => {
      const [[a, b], [c, d]] = [ends(r), ends(before)];
      const [from, to] = [Math.max(a, c), Math.min(b, d)];
      return from <= to && before.stock.id !== r.stock.id ? [{ from, to, before: before.stock, other: r.stock }] : [];
    }),
  );
  const [first] = twice;
  if (!first) return [];
  const pages = pageRanges(Array.from({ length: first.to - first.from + 1 }, (_, i) => first.from + i));
  return [
    {
      id: 'stock-ranges',
      severity: 'look',
      station: 'product',
      title: `${first.from === first.to ? 'Page' : 'Pages'} ${pages} ${first.from === first.to ? 'is' : 'are'} wished on two stocks`,
      detail: `On ${first.before.name} and on ${first.other.name}; the range that stands first holds.`,
      offers: () => [
        { label: `On ${first.before.name}`, patch: { product: { stocks: apart(stocks).slice(0, 100) } } },
        { label: `On ${first.other.name}`, patch: { product: { stocks: apart([...stocks].reverse()).slice(0, 100) } } },
      ],
    },
  ];
};
