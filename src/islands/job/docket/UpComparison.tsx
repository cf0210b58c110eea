import { lazy, Suspense, useCallback, useEffect, useMemo, useState } from 'react';
import {
  cost,
  money,
  patched,
  plan as planOf,
  reckon,
  upsWorth,
  wholeNumber,
  type Artwork,
  type DocketOf,
} from '../../../core';
import { useFlat } from '../context';

// the charting library is fetched when somebody asks for bars
const BarsChart = lazy(() => import('./BarsChart'));

/** Pieces of a job whose ways are compared: of more each takes too long. */
export const MOST_COMPARED = 5000;

/** What the job comes to with so many up. */
interface Way {
  readonly up: number;
  readonly sheets: number;
  readonly cents: number;
}

/** Sheets against how many lie on one; opened when asked for. */
export function UpComparison() {
  const [open, setOpen] = useState(false);
  const few = useFlat(({ plan }) => plan.pieces.length <= MOST_COMPARED && plan.sheets.main.lay.fits);
  if (!few) return null;
  return (
    <details className="py-1" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="text-sm text-rust underline">Sheets by number up</summary>
      {open && <Compared />}
    </details>
  );
}

/** The job with one up, two up and so on, tried one after the other while nothing else is to be done. */
function useWays(docket: DocketOf<'flat'>, artwork: Artwork): readonly Way[] | null {
  const [ways, setWays] = useState<readonly Way[] | null>(null);
  useEffect(() => {
    const found: Way[] = [];
    let next = 1;
    let most = Infinity;
    let timer = 0;
    const step = (): void => {
      if (next > most) return setWays(upsWorth(found));
      const wished = patched(docket, { sheet: { up: next } });
      const plan = planOf(wished, artwork);
      const here = plan.sheets.main.lay.downs.length;
      // what does not fit lies as many up as do
      if (here < next) most = here;
      else {
        const sheets = reckon(wished, plan).find((f) => f.key === 'goodSheets')?.value ?? 0;
        found.push({ up: next, sheets, cents: cost(wished, plan) });
      }
      next++;
      timer = window.setTimeout(step);
    };
    timer = window.setTimeout(step);
    return () => window.clearTimeout(timer);
  }, [docket, artwork]);
  return ways;
}

function Compared() {
  const { docket, artwork, plan, change } = useFlat(({ docket, artwork, plan, change }) => ({
    docket,
    artwork,
    plan,
    change,
  }));
  const ways = useWays(docket, artwork);
  const bars = useMemo(
    () =>
      (ways ?? []).map((w) => ({
        id: String(w.up),
        name: `${w.up} up`,
        value: w.sheets,
        said: `${wholeNumber(w.sheets)} · ${money(w.cents)}`,
        swatch: docket.sheet.stock.swatch,
      })),
    [ways, docket],
  );
  const take = useCallback((id: string) => change({ sheet: { up: Number(id) } }, `${id} up`), [change]);
  if (!ways)
    return (
      <p className="mt-1 h-40 text-sm" aria-busy>
        Trying one after the other …
      </p>
    );
  const now = String(plan.sheets.main.lay.downs.length);
  return (
    <figure className="mt-1">
      <figcaption className="text-xs text-ink-soft">
        Good sheets of the whole job, and its money; the least number up for so many sheets
      </figcaption>
      <Suspense fallback={<div style={{ height: bars.length * 21 }} aria-busy />}>
        <BarsChart called="Numbers up" bars={bars} now={now} onTake={take} />
      </Suspense>
      <table className="sr-only" aria-label="Sheets by number up">
        <tbody>
          {ways.map((w) => (
            <tr key={w.up}>
              <th scope="row">{w.up} up</th>
              <td>{wholeNumber(w.sheets)} sheets</td>
              <td>{money(w.cents)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  );
}
