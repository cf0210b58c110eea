import { useMemo, useState } from 'react';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { pilesOf, wholeNumber, type PileOf } from '../../../core';
import { Button } from '../../../ui/Button';
import { useFlat } from '../context';
import { useRoom } from '../room';
import { FlatFace } from './FlatFace';

/** Piles that are drawn at most: more are too small to be told from each other. */
const DRAWN = 60;

/** Flat work as it comes off the cutter: the piles of a lot in their order, any piece turned over in the hand. */
export function Piles({ sheet }: { readonly sheet: number }) {
  const { plan, what, thick } = useFlat(({ plan, product, docket }) => ({
    plan,
    what: product.what,
    thick: docket.sheet.stock.caliper,
  }));
  const lots = plan.sheets.lots;
  const here = lots.findIndex((l) => sheet >= l.from && sheet < l.from + l.count);
  const [chosen, setLot] = useState<number | null>(null);
  const at = Math.min(chosen ?? Math.max(0, here), lots.length - 1);
  const piles = useMemo(() => pilesOf(plan, at), [plan, at]);
  // of parts that lie on each other the topmost is seen
  const { swatch } = plan.sheets.at(lots[at]?.from ?? 0).stock;
  const [room, size] = useRoom();
  const { width: w, height: h } = plan.assembly.finished;
  const shown = piles.slice(0, DRAWN);
  const columns = bestColumns(shown.length, size, { w, h });
  const scale = Math.min(
    (size.width - 32) / columns / (w + 8),
    Math.max(0.15, (size.height - 24) / Math.ceil(shown.length / columns) / (h + 26)),
  );
  return (
    <div className="flex h-full min-h-0 flex-col bg-glass">
      <div className="flex flex-wrap items-center gap-2 border-b border-ink/30 px-3 py-1.5">
        <Button small aria-label="Lot before" isDisabled={at === 0} onPress={() => setLot(at - 1)}>
          <ChevronLeft size={16} />
        </Button>
        <Button small aria-label="Lot after" isDisabled={at >= lots.length - 1} onPress={() => setLot(at + 1)}>
          <ChevronRight size={16} />
        </Button>
        <span className="font-head font-semibold" role="status">
          {lots.length > 1 ? `Lot ${at + 1} of ${lots.length}` : 'As it comes off the guillotine'}
        </span>
        <span className="text-sm">{saidPiles(piles, what)}</span>
      </div>
      <div ref={room} className="min-h-0 flex-1 overflow-auto p-3">
        {size.width > 0 && (
          <ol
            className="mx-auto grid w-fit gap-x-2 gap-y-3"
            style={{ gridTemplateColumns: `repeat(${columns}, max-content)` }}
          >
            {shown.map((p) => (
              <Pile key={p.place} pile={p} scale={scale} thick={thick} what={what} swatch={swatch} />
            ))}
          </ol>
        )}
        {piles.length > DRAWN && <p className="mt-2 text-center text-sm">and {piles.length - DRAWN} more</p>}
      </div>
    </div>
  );
}

/** The columns at which piles are drawn largest. */
function bestColumns(n: number, room: { width: number; height: number }, piece: { w: number; h: number }): number {
  let best = { columns: 1, k: 0 };
  for (let columns = 1; columns <= Math.max(1, n); columns++) {
    const rows = Math.ceil(n / columns);
    const k = Math.min(room.width / columns / (piece.w + 8), room.height / rows / (piece.h + 26));
    if (k > best.k) best = { columns, k };
  }
  return best.columns;
}

function saidPiles(piles: readonly PileOf[], what: string): string {
  const all = piles.reduce((n, p) => n + p.count, 0);
  const one = piles.length === 1 ? 'one pile' : `${piles.length} piles`;
  return `${one}, ${wholeNumber(all)} ${all === 1 ? what : `${what}s`}; laid on each other in this order`;
}

/** One pile: its topmost piece, as thick as it is, with what is in it; pressed it is turned over. */
function Pile({
  pile,
  scale,
  thick,
  what,
  swatch,
}: {
  readonly pile: PileOf;
  readonly scale: number;
  readonly thick: number;
  readonly what: string;
  readonly swatch: string;
}) {
  const [over, setOver] = useState(false);
  const { front, back, first, last, count, place } = pile;
  const high = Math.max(1, Math.min(14, pile.count * thick * scale));
  const range = first === last ? `${first}` : `${first} – ${last}`;
  return (
    <li className="flex flex-col items-center">
      <button
        type="button"
        aria-pressed={over}
        aria-label={`Pile ${place}: ${what} ${range}, ${wholeNumber(count)} high; ${over ? 'back' : 'front'} up`}
        title="Turn it over"
        onClick={() => setOver(!over)}
        className="border border-ink/50 bg-paper"
        style={{ boxShadow: `${high / 2}px ${high}px 0 -0.5px #d9cdb8, ${high / 2}px ${high}px 0 0.5px #2a211c99` }}
      >
        <FlatFace place={over ? back : front} back={over} scale={scale} swatch={swatch} />
      </button>
      <span className="num pt-3.5 text-xs">
        <b>{range}</b>
        {count > 1 && <span className="text-ink-soft"> · {wholeNumber(count)}</span>}
      </span>
    </li>
  );
}
