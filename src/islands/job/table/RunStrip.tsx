import { memo, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { SIDE_NAMES, type Artwork, type Plan } from '../../../core';
import { cx } from '../../../ui/cx';
import { useJob } from '../context';
import { SideDrawing } from './SideDrawing';

const NONE = { numbers: 'large', aids: false } as const;
const HEIGHT = 58;
/** Pixels on either side within which sheets are drawn before they come into view. */
const OVERSCAN = 1000;

interface Place {
  readonly left: number;
  readonly width: number;
  readonly side: number;
}

/** Where every sheet stands in the strip: two sides each, as wide as their sheet is. */
export function stripPlaces(plan: Plan): { places: Place[]; width: number } {
  let left = 10;
  const places = plan.sheets.blocks.flatMap(({ lay, count }) => {
    const side = Math.round((HEIGHT * lay.paper.width) / lay.paper.height);
    return Array.from({ length: count }, () => {
      const place = { left, width: 2 * side + 12, side };
      left += 2 * side + 26;
      return place;
    });
  });
  return { places, width: left };
}

/** What the bracket under a sheet says: its section where sections are more than sheets of one fold. */
function bracketOf(plan: Plan, index: number): string {
  const sheet = plan.sheets.at(index);
  if (sheet.ahead) return 'ahead';
  // sheets of flat work differ by how often they are printed
  if (plan.product.kind === 'flat') return sheet.prints > 1 && plan.sheets.length > 1 ? `${sheet.prints} ×` : '';
  const here = sheet.pieces.map((id) => plan.pieces.at(id)!);
  const numbers = here.flatMap((p) => p.number ?? []);
  if (numbers.length === 0) return here[0]!.noun;
  return here[0]!.named ? `${here[0]!.noun} ${numbers.join(', ')}` : '';
}

/** What the number of sheets is of: those that a copy takes, or of flat work those that differ. */
function countSaid({ product, sheets }: Plan): string {
  const one = sheets.length === 1;
  // one that goes ahead is like the one behind it
  if (product.kind === 'flat') return one ? 'sheet' : sheets.blocks.some((b) => b.ahead) ? 'sheets' : 'unlike sheets';
  return `${one ? 'sheet' : 'sheets'} a copy`;
}

/** Every sheet in running order, front and back, as small pictures; only those in view are drawn. */
export const RunStrip = memo(function RunStrip({
  current,
  turned,
  onChoose,
}: {
  current: number;
  turned: boolean;
  onChoose: (sheet: number, turned: boolean) => void;
}) {
  // a change shows on the sheet first, and here in the frame after
  const shown = useDeferredValue(useJob(({ plan, files, artwork }) => ({ plan, files, artwork })));
  const { plan } = shown;
  const strip = useRef<HTMLDivElement>(null);
  const [range, setRange] = useState({ left: 0, width: 1200 });
  // what was seen last: asking the element would have the whole screen laid out at once
  const seen = useRef(range);
  const { sheets } = plan;
  const { places, width } = useMemo(() => stripPlaces(plan), [plan]);
  const stocks = useMemo(() => [...new Map(plan.sheets.blocks.map((b) => [b.stock.id, b.stock])).values()], [plan]);

  useEffect(() => {
    const el = strip.current!;
    const look = (): void => {
      seen.current = { left: el.scrollLeft, width: el.clientWidth };
      setRange(seen.current);
    };
    look();
    el.addEventListener('scroll', look, { passive: true });
    const observer = new ResizeObserver(look);
    observer.observe(el);
    return () => {
      el.removeEventListener('scroll', look);
      observer.disconnect();
    };
  }, []);
  const here = places[current];
  useEffect(() => {
    const { left, width: room } = seen.current;
    if (!here) return;
    if (here.left < left || here.left + here.width > left + room)
      strip.current!.scrollTo({ left: here.left - room / 2 + here.width / 2 });
  }, [here]);

  const first = firstAfter(places, range.left - OVERSCAN);
  const last = firstAfter(places, range.left + range.width + OVERSCAN);
  return (
    <section aria-label="Run strip" data-region="strip" className="flex min-w-0 border-t border-ink/50 bg-glass-deep">
      <div className="grid w-24 shrink-0 grid-cols-[minmax(0,1fr)] content-center gap-0.5 border-r border-ink/30 px-2 text-xs leading-tight">
        <span>
          <span className="num text-base font-semibold">{sheets.length}</span> {countSaid(shown.plan)}
        </span>
        {stocks.slice(0, 3).map((stock) => (
          <span key={stock.id} className="flex min-w-0 items-center gap-1" title={`${stock.name} ${stock.format}`}>
            <span className="size-3 shrink-0 border border-ink/50" style={{ background: stock.swatch }} />
            <span className="truncate">{stock.name}</span>
          </span>
        ))}
      </div>
      <div ref={strip} className="min-w-0 flex-1 overflow-x-auto">
        <div className="relative h-[92px]" style={{ width }}>
          {Array.from({ length: Math.min(sheets.length, last + 1) - first }, (_, i) => {
            const at = first + i;
            return (
              <StripSheet
                key={at}
                at={at}
                place={places[at]!}
                on={at === current}
                turned={turned}
                of={shown}
                swatched={stocks.length > 1}
                onChoose={onChoose}
              />
            );
          })}
        </div>
      </div>
    </section>
  );
});

const NO_MARKS: readonly never[] = [];

/** A sheet in the strip: front and back, its number, its section. */
function StripSheet({
  at,
  place,
  on,
  turned,
  of,
  swatched,
  onChoose,
}: {
  readonly at: number;
  readonly place: Place;
  /** Whether it lies on the table. */
  readonly on: boolean;
  readonly turned: boolean;
  readonly of: { readonly plan: Plan; readonly artwork: Artwork; readonly files: readonly string[] };
  /** Whether its stock is to be told from others. */
  readonly swatched: boolean;
  readonly onChoose: (sheet: number, turned: boolean) => void;
}) {
  const { plan, artwork, files } = of;
  const sheet = plan.sheets.at(at);
  const bracket = bracketOf(plan, at);
  return (
    <div className="absolute top-1.5 flex flex-col" style={{ left: place.left }}>
      <div className="flex gap-1">
        {SIDE_NAMES.map((name) => (
          <button
            key={name}
            type="button"
            aria-label={`Sheet ${sheet.number}, ${name}`}
            aria-current={on && turned === (name === 'back') ? 'true' : undefined}
            onClick={() => onChoose(at, name === 'back')}
            className={cx(
              'border-2 bg-paper',
              on && turned === (name === 'back') ? 'border-rust' : on ? 'border-ink' : 'border-transparent',
            )}
            style={{ width: place.side + 4, height: HEIGHT + 4 }}
          >
            <SideDrawing
              sheet={sheet}
              name={name}
              marks={NO_MARKS}
              artwork={artwork}
              files={files}
              scale={0}
              shown={NONE}
            />
          </button>
        ))}
      </div>
      <span className="num flex items-center gap-1.5 text-xs">
        {sheet.number}
        {swatched && (
          <span
            className="size-2.5 border border-ink/50"
            style={{ background: sheet.stock.swatch }}
            title={sheet.stock.name}
          />
        )}
        {bracket && (
          <span className="flex-1 truncate border-t-2 border-r border-l border-plum/80 px-1 font-sans leading-none">
            {bracket}
          </span>
        )}
      </span>
    </div>
  );
}

/** The first place that ends behind a position; the last place where none does. */
function firstAfter(places: readonly Place[], x: number): number {
  let low = 0;
  let high = places.length - 1;
  while (low < high) {
    const m = (low + high) >> 1;
    if (places[m]!.left + places[m]!.width < x) low = m + 1;
    else high = m;
  }
  return Math.max(0, low);
}
