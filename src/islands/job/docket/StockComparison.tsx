import { lazy, Suspense, useCallback, useMemo, useState } from 'react';
import {
  money,
  patched,
  reckon,
  stockPlans,
  wholeNumber,
  type Docket,
  type Plan,
  type Stock,
  type StockPlan,
} from '../../../core';
import { cx } from '../../../ui/cx';
import { useJob } from '../context';
import { withStock } from '../wishes';
import type { Bar } from './BarsChart';

// the charting library is fetched when somebody asks for bars
const BarsChart = lazy(() => import('./BarsChart'));

/** A stock's name and format, and where another has the same, its grain. */
function nameOf(stock: Stock, all: readonly StockPlan[]): string {
  const name = `${stock.name} ${stock.format}`;
  const alike = all.filter(({ stock: s }) => `${s.name} ${s.format}` === name).length;
  return alike > 1 ? `${name} ${stock.grain}` : name;
}

/** Sheets that come out good, of the whole job on a stock. */
const goodSheets = (docket: Docket, stock: Stock, plan: Plan): number =>
  reckon(patched(docket, { sheet: { stock } }), plan).find((f) => f.key === 'goodSheets')?.value ?? 0;

/** The stocks that the job fits, by what the whole of it costs on each; opened when asked for. */
export function StockComparison() {
  const [open, setOpen] = useState(false);
  return (
    <details className="py-1" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="text-sm text-rust underline">Stocks compared</summary>
      {open && <Compared />}
    </details>
  );
}

const barsOf = (plans: readonly StockPlan[]): Bar[] =>
  plans.map((p) => ({
    id: p.stock.id,
    name: nameOf(p.stock, plans),
    value: p.cents,
    said: money(p.cents),
    swatch: p.stock.swatch,
  }));

function Compared() {
  const { docket, artwork, shop, change } = useJob(({ docket, artwork, shop, change }) => ({
    docket,
    artwork,
    shop,
    change,
  }));
  const plans = useMemo(
    () =>
      stockPlans(docket, artwork, shop)
        .filter((p) => p.fits)
        .sort((a, b) => a.cents - b.cents),
    [docket, artwork, shop],
  );
  const bars = useMemo(() => barsOf(plans), [plans]);
  const take = useCallback((id: string) => withStock(shop, id, change), [shop, change]);
  const now = docket.sheet.stock.id;
  const isFlat = docket.product.kind === 'flat';
  if (plans.length === 0) return <p className="mt-1 text-sm">The job fits no stock of the shop.</p>;
  return (
    <figure className="mt-1">
      <figcaption className="text-xs text-ink-soft">
        Paper{plans.some((p) => p.plan.sheets.main.machine.plate > 0) ? ', plates' : ''} and clicks for the whole job
      </figcaption>
      <Suspense fallback={<div style={{ height: plans.length * 21 }} aria-busy />}>
        <BarsChart called="Stocks" bars={bars} now={now} onTake={take} />
      </Suspense>
      <table className="mt-2 w-full border-collapse text-right text-xs" aria-label="Stocks compared">
        <thead className="text-ink-soft">
          <tr>
            <th className="text-left font-normal">stock</th>
            <th className="px-1 font-normal">up</th>
            <th className="px-1 font-normal">{isFlat ? 'sheets' : 'sheets a copy'}</th>
            <th className="pl-1 font-normal">money</th>
          </tr>
        </thead>
        <tbody>
          {plans.map(({ stock, plan, cents }) => {
            const on = stock.id === now;
            const name = nameOf(stock, plans);
            return (
              <tr
                key={stock.id}
                data-stock={stock.id}
                onClick={() => on || take(stock.id)}
                className={cx('h-6.5 cursor-pointer border-t border-ink/20 hover:bg-oat-deep', on && 'bg-paper')}
              >
                <td className={cx('border-l-4 py-0.5 pl-1 text-left', on ? 'border-rust' : 'border-transparent')}>
                  <label className="flex items-center gap-1.5">
                    <input
                      type="radio"
                      name="stock compared"
                      className="accent-rust"
                      checked={on}
                      onChange={() => take(stock.id)}
                    />
                    {name}
                  </label>
                </td>
                <td className="num px-1">{plan.sheets.main.lay.downs.length}</td>
                <td className="num px-1">
                  {isFlat ? wholeNumber(goodSheets(docket, stock, plan)) : plan.sheets.length}
                </td>
                <td className="num pl-1 whitespace-nowrap">{money(cents)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </figure>
  );
}
