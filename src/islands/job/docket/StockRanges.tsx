import type { BoundProduct } from '../../../core';
import { Entry, Row } from '../../../ui/fields';
import { useBook, useJob } from '../context';
import { Add, Remove, removed, replaced, StockOf } from './lists';

/** Reads `5-8` or `7`. */
function range(text: string, most: number): { from: number; to: number } {
  const m = /^\s*(\d+)\s*(?:[-–]\s*(\d+))?\s*$/.exec(text);
  const from = Number(m?.[1]);
  const to = Number(m?.[2] ?? m?.[1]);
  if (!m || from < 1 || to < 1 || from > most || to > most) throw new Error(`Type pages from 1 to ${most}: 5-8.`);
  return { from: Math.min(from, to), to: Math.max(from, to) };
}

/** Stocks by range: any pages on another stock than the rest. */
export function StockRanges() {
  const { docket, change, plan } = useBook(({ docket, change, plan }) => ({ docket, change, plan }));
  const shop = useJob((s) => s.shop);
  const { stocks } = docket.product;
  const most = Math.max(1, plan.product.places + plan.product.blanks);
  const put = (list: BoundProduct['stocks'], label: string): void => change({ product: { stocks: list } }, label);
  const other = shop.stocks.find((s) => s.id !== docket.sheet.stock.id) ?? docket.sheet.stock;
  return (
    <Row label="Other stocks">
      <ul className="grid gap-1">
        {stocks.map((r, i) => (
          <li key={i} className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-1 border-b border-ink/15 pb-1.5">
            <Entry
              label={`Pages on ${r.stock.name}`}
              wide
              shown={r.from === r.to ? String(r.from) : `${r.from}-${r.to}`}
              take={(t) => put(replaced(stocks, i, { ...r, ...range(t, most) }), 'pages on another stock')}
            />
            <Remove what={`pages on ${r.stock.name}`} onPress={() => put(removed(stocks, i), 'one stock less')} />
            <StockOf
              label={`Stock of pages ${r.from} to ${r.to}`}
              stock={r.stock}
              onChange={(stock) => put(replaced(stocks, i, { ...r, stock }), `pages on ${stock.name}`)}
            />
          </li>
        ))}
      </ul>
      <Add onPress={() => put([...stocks, { from: 1, to: Math.min(4, most), stock: other }], 'pages on another stock')}>
        Pages on another stock
      </Add>
    </Row>
  );
}
