import type { Patch } from '../../docket';
import type { Machine, Stock } from '../../shop';
import type { Finding, InspectedBook } from '../kinds';
import { changedMachine, changedStock } from '../shared/shop-changed';

/** What of a book besides its text is on stocks that the shop has changed: cover, ranges, tabs, inserts. */
export function partsChanged({ docket, product, shop, unit }: InspectedBook): Finding[] {
  const { cover, stocks, tabs, inserts } = product;
  const parts: { readonly stock: Stock | null; readonly patch: (now: Stock) => Patch }[] = [
    ...(cover.kind === 'separate'
      ? [{ stock: cover.stock, patch: (stock: Stock) => ({ product: { cover: { ...cover, stock } } }) }]
      : []),
    ...stocks.map(({ stock }) => ({
      stock,
      patch: (now: Stock) => ({
        product: { stocks: stocks.map((r) => (r.stock.id === now.id ? { ...r, stock: now } : r)) },
      }),
    })),
    { stock: tabs.on ? tabs.stock : null, patch: (stock: Stock) => ({ product: { tabs: { stock } } }) },
    ...inserts.map(({ stock }) => ({
      stock,
      patch: (now: Stock) => ({
        product: { inserts: inserts.map((it) => (it.stock.id === now.id ? { ...it, stock: now } : it)) },
      }),
    })),
  ];
  // the text's stock is asked about at the sheet; of the others each once
  const seen = new Set([docket.sheet.stock.id]);
  const found = parts.flatMap(({ stock, patch }) => {
    if (!stock || seen.has(stock.id)) return [];
    seen.add(stock.id);
    return changedStock(stock, shop.stocks, unit, 'product', patch);
  });
  const own = cover.kind === 'separate' ? cover.machine : null;
  if (cover.kind !== 'separate' || !own || own.id === docket.sheet.machine.id) return found;
  const patch = (machine: Machine): Patch => ({ product: { cover: { ...cover, machine } } });
  return [...found, ...changedMachine(own, shop.machines, unit, patch)];
}
