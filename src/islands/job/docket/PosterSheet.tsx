import { lazy, Suspense, useCallback, useEffect, useMemo, useState } from 'react';
import {
  cost,
  formatLength,
  formatNumber,
  machineTakes,
  money,
  overlapSteps,
  patched,
  plan as planOf,
  plural,
  reckon,
  wholeNumber,
  type Artwork,
  type DocketOf,
  type PosterPlan,
  type Stock,
} from '../../../core';
import { cx } from '../../../ui/cx';
import { Choice } from '../../../ui/choices';
import { Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { usePoster } from '../context';
import { withStock } from '../wishes';

// the charting library is fetched when somebody asks for bars
const BarsChart = lazy(() => import('./BarsChart'));

/** How the sheets of a poster hang, and what it comes to with more overlap and on other stocks. */
export function PosterSheet() {
  const { product, poster, change } = usePoster(({ product, poster, change }) => ({ product, poster, change }));
  return (
    <>
      <Row label="Sheets hang" hint={`long edge ${poster.hung}`}>
        <Choice
          label="How sheets hang"
          value={product.lies}
          options={[
            { key: 'auto', label: 'As is best' },
            { key: 'level', label: 'Level' },
            { key: 'upright', label: 'Upright' },
          ]}
          onChange={(lies) =>
            change({ product: { lies } }, lies === 'auto' ? 'sheets hung as is best' : `sheets hung ${lies}`)
          }
        />
      </Row>
      <Opened summary="Sheets by overlap">
        <Overlaps />
      </Opened>
      <Opened summary="Stocks compared">
        <Stocks />
      </Opened>
    </>
  );
}

function Opened({ summary, children }: { readonly summary: string; readonly children: React.ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <details className="py-1" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="text-sm text-rust underline">{summary}</summary>
      {open && children}
    </details>
  );
}

/** Panels by how much they may overlap: of each number the most. */
function Overlaps() {
  const { docket, poster, change } = usePoster(({ docket, poster, change }) => ({ docket, poster, change }));
  const { unit } = useUnit();
  const steps = useMemo(() => overlapSteps(docket, unit === 'mm' ? 1 : 25.4 / 8), [docket, unit]);
  const { swatch } = docket.sheet.stock;
  const bars = useMemo(
    () =>
      steps.map(({ panels, overlap }) => ({
        id: String(overlap),
        name: overlap === 0 ? 'edge to edge' : `up to ${formatLength(overlap, unit)}`,
        value: panels,
        said: plural(panels, 'panel'),
        swatch,
      })),
    [steps, swatch, unit],
  );
  const take = useCallback(
    (id: string) => {
      const overlap = Math.round(Number(id) * 1e4) / 1e4;
      change(
        { product: { overlap, columns: null, rows: null, across: null, down: null } },
        `${formatLength(overlap, unit)} of overlap`,
      );
    },
    [change, unit],
  );
  if (steps.length === 0) return <p className="mt-1 text-sm">It is in one piece.</p>;
  const now = steps.find(({ overlap }) => overlap >= docket.product.overlap - 1e-6);
  return (
    <figure className="mt-1">
      <figcaption className="text-xs text-ink-soft">
        Panels of one poster by the most that they can overlap; now {poster.panels.length} by{' '}
        {formatLength(docket.product.overlap, unit)}
      </figcaption>
      <Suspense fallback={<div style={{ height: bars.length * 21 }} aria-busy />}>
        <BarsChart called="Overlaps" bars={bars} now={String(now?.overlap ?? '')} onTake={take} />
      </Suspense>
    </figure>
  );
}

/** A poster on one of the shop's stocks. */
interface OnStock {
  readonly stock: Stock;
  readonly poster: PosterPlan;
  readonly sheets: number;
  readonly waste: number;
  readonly cents: number;
}

/** The poster on every stock that its machine takes, tried one by one while nothing else is to be done; null until then. */
function useStocks(docket: DocketOf<'poster'>, artwork: Artwork, stocks: readonly Stock[]): readonly OnStock[] | null {
  const [found, setFound] = useState<readonly OnStock[] | null>(null);
  useEffect(() => {
    const out: OnStock[] = [];
    let next = 0;
    let timer = 0;
    const step = (): void => {
      const stock = stocks[next++];
      if (!stock) return setFound(out.sort((a, b) => a.cents - b.cents));
      if (machineTakes(docket.sheet.machine, stock)) {
        const wished = patched(docket, { sheet: { stock } });
        const plan = planOf(wished, artwork);
        const figures = new Map(reckon(wished, plan).map((f) => [f.key, f.value]));
        if (!plan.tooLarge && !plan.product.allOverlap && plan.sheets.lays.every((l) => l.fits))
          out.push({
            stock,
            poster: plan.product,
            sheets: figures.get('goodSheets') ?? 0,
            waste: figures.get('waste') ?? 0,
            cents: cost(wished, plan),
          });
      }
      timer = window.setTimeout(step);
    };
    timer = window.setTimeout(step);
    return () => window.clearTimeout(timer);
  }, [docket, artwork, stocks]);
  return found;
}

function Stocks() {
  const { docket, artwork, shop, change } = usePoster(({ docket, artwork, shop, change }) => ({
    docket,
    artwork,
    shop,
    change,
  }));
  const { unit } = useUnit();
  const found = useStocks(docket, artwork, shop.stocks);
  if (!found)
    return (
      <p className="mt-1 h-40 text-sm" aria-busy>
        Trying every stock …
      </p>
    );
  if (found.length === 0) return <p className="mt-1 text-sm">It fits no stock of the shop.</p>;
  const now = docket.sheet.stock.id;
  return (
    <table className="mt-1 w-full border-collapse text-right text-xs" aria-label="Stocks compared">
      <thead className="text-ink-soft">
        <tr>
          <th className="text-left font-normal">stock</th>
          <th className="px-1 font-normal">panels</th>
          <th className="px-1 font-normal">sheets</th>
          <th className="px-1 font-normal">joints</th>
          <th className="px-1 font-normal">waste</th>
          <th className="pl-1 font-normal">money</th>
        </tr>
      </thead>
      <tbody>
        {found.map(({ stock, poster, sheets, waste, cents }) => {
          const on = stock.id === now;
          const take = (): void => withStock(shop, stock.id, change);
          return (
            <tr
              key={stock.id}
              onClick={() => on || take()}
              className={cx('h-6.5 cursor-pointer border-t border-ink/20 hover:bg-oat-deep', on && 'bg-paper')}
            >
              <td className={cx('border-l-4 py-0.5 pl-1 text-left', on ? 'border-rust' : 'border-transparent')}>
                <label className="flex items-center gap-1.5">
                  <input type="radio" name="stock compared" className="accent-rust" checked={on} onChange={take} />
                  {stock.name} {stock.format}
                </label>
              </td>
              <td className="num px-1 whitespace-nowrap">
                {poster.columns} × {poster.rows}
              </td>
              <td className="num px-1">{wholeNumber(sheets)}</td>
              <td className="num px-1 whitespace-nowrap">{formatLength(poster.jointLength, unit, 0)}</td>
              <td className="num px-1 whitespace-nowrap">{formatNumber(waste, 0)} %</td>
              <td className="num pl-1 whitespace-nowrap">{money(cents)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
