import { useEffect, useState } from 'react';
import {
  flatWaysOn,
  formatNumber,
  money,
  wholeNumber,
  waysInOrder,
  type Artwork,
  type DocketOf,
  type FlatWay,
  type Lay,
  type Stock,
} from '../../../core';
import { cx } from '../../../ui/cx';
import { useFlat } from '../context';

const SAID = { auto: 'as is best', upright: 'upright', sideways: 'sideways', mixed: 'both ways' } as const;

/** Ways to lay it out, side by side with what the job then comes to; opened when asked for. */
export function FlatWays() {
  const [open, setOpen] = useState(false);
  return (
    <details className="py-1" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="text-sm text-rust underline">Ways to lay it compared</summary>
      {open && <Compared />}
    </details>
  );
}

/** Ways that are shown. */
const SHOWN = 8;

/** The ways on every stock, tried stock by stock while nothing else is to be done; null until they are known. */
function useWays(docket: DocketOf<'flat'>, artwork: Artwork, stocks: readonly Stock[]): readonly FlatWay[] | null {
  const [ways, setWays] = useState<readonly FlatWay[] | null>(null);
  useEffect(() => {
    const found: FlatWay[] = [];
    let next = 0;
    let timer = 0;
    const step = (): void => {
      const stock = stocks[next++];
      if (!stock) return setWays(waysInOrder(found, docket.sheet.stock).slice(0, SHOWN));
      found.push(...flatWaysOn(docket, artwork, stock));
      timer = window.setTimeout(step);
    };
    timer = window.setTimeout(step);
    return () => window.clearTimeout(timer);
  }, [docket, artwork, stocks]);
  return ways;
}

function Compared() {
  const { docket, artwork, shop, plan, change } = useFlat(({ docket, artwork, shop, plan, change }) => ({
    docket,
    artwork,
    shop,
    plan,
    change,
  }));
  const ways = useWays(docket, artwork, shop.stocks);
  if (!ways)
    return (
      <p className="mt-1 h-40 text-sm" aria-busy>
        Trying every stock …
      </p>
    );
  if (ways.length === 0) return <p className="mt-1 text-sm">It fits no stock of the shop.</p>;
  const { lay } = plan.sheets.main;
  const isNow = (w: FlatWay): boolean =>
    w.stock.id === docket.sheet.stock.id &&
    JSON.stringify(trims(w.plan.sheets.main.lay)) === JSON.stringify(trims(lay));
  return (
    <ul className="mt-1 grid grid-cols-2 gap-1.5" aria-label="Ways to lay it">
      {ways.map((w) => {
        const now = isNow(w);
        return (
          <li key={`${w.stock.id} ${w.way}`}>
            <button
              type="button"
              aria-pressed={now}
              onClick={() =>
                change(
                  { sheet: { stock: w.stock }, product: { lies: { way: w.way } } },
                  `${SAID[w.way]} on ${w.stock.name} ${w.stock.format}`,
                )
              }
              className={cx(
                'grid h-full w-full content-start gap-1 border-2 bg-paper p-1.5 text-left text-xs hover:border-rust',
                now ? 'border-rust' : 'border-ink/25',
              )}
            >
              <LayPicture lay={w.plan.sheets.main.lay} swatch={w.stock.swatch} />
              <span className="font-semibold">
                {w.up} up, {SAID[w.way]}
              </span>
              <span className="truncate">
                {w.stock.name} {w.stock.format}
              </span>
              <span className="num">
                {wholeNumber(w.sheets)} sheets · {formatNumber(w.waste, 0)} % waste
              </span>
              <span className="num">
                {w.cuts === null ? 'no straight cuts' : `${w.cuts} cuts`} · <b>{money(w.cents)}</b>
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}

const trims = (lay: Lay): number[] => lay.downs.flatMap(({ trim }) => [trim.x, trim.y, trim.width].map(Math.round));

/** A lay drawn small: the paper and what lies on it. */
function LayPicture({ lay, swatch }: { readonly lay: Lay; readonly swatch: string }) {
  const { width, height } = lay.paper;
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className="h-16 w-full" aria-hidden>
      <rect width={width} height={height} fill={swatch} stroke="#2a211c" strokeWidth={2} />
      {lay.downs.map(({ trim: t }, i) => (
        <rect
          key={i}
          x={t.x}
          y={height - t.y - t.height}
          width={t.width}
          height={t.height}
          fill="#fffdf8"
          stroke="#2a211c"
          strokeWidth={2}
        />
      ))}
    </svg>
  );
}
