import { useState } from 'react';
import { FilePlus2, X } from 'lucide-react';
import { FileTrigger } from 'react-aria-components';
import { formatSize, inksCounted, MOST_WAITING, wholeNumber, type OrderFacts, type Unit } from '../../core';
import { Button } from '../../ui/Button';
import { ask } from '../../ui/client';
import { useNotices } from '../../ui/Notices';
import { useUnit } from '../../ui/unit';
import { ARTWORK_TYPES } from '../../ui/upload';
import type { OrderView } from '../../ui/views';
import { Due } from './JobRow';
import { useOrders } from './hooks';
import { useUploads } from './uploads';

/** How many orders wait; of very many those that are due first are here. */
const waitingSaid = (n: number): string =>
  n === 1 ? 'one order waits' : `${n >= MOST_WAITING ? `the first ${n}` : n} orders wait`;

/** What an order says of what is made, in a line: `300 × 350 × 500 mm, 4/0, on Silk 135, Curlew`. */
function madeSaid(f: OrderFacts, unit: Unit): string {
  const runs = f.runs ? `${f.runs.length} forms, ${f.runs.map((r) => wholeNumber(r)).join(' + ')}` : undefined;
  return [
    runs ?? (f.copies === undefined ? undefined : `${wholeNumber(f.copies)} copies`),
    f.pages === undefined ? undefined : `${f.pages} ${f.pages === 1 ? 'page' : 'pages'}`,
    f.finished && formatSize(f.finished, unit),
    f.inks && inksCounted(f.inks),
    [f.stock, f.grammage && `${f.grammage} g/m²`, f.paper && formatSize(f.paper, unit)].filter(Boolean).join(' ') ||
      undefined,
    f.machine,
  ]
    .filter((s) => s !== undefined)
    .join(' · ');
}

async function drop(number: string, waiting: boolean): Promise<void> {
  const { say } = useNotices.getState();
  try {
    await ask(`/api/orders?number=${encodeURIComponent(number)}`, 'PATCH', { waiting });
    if (!waiting)
      say({
        tone: 'fine',
        text: `Order ${number} waits no longer.`,
        action: { label: 'Put it back', run: () => void drop(number, true) },
      });
  } catch (e) {
    say({ tone: 'stop', text: (e as Error).message });
  }
}

/** Orders that are drawn at first, and at each asking for more: a board is not held up by a thousand of them. */
const FEW = 12;
const MORE = 100;

/** Orders that came from the order system and wait for their artwork: a file let go on one becomes its job. */
export function Orders() {
  const orders = useOrders();
  const { unit } = useUnit();
  const [open, setOpen] = useState(true);
  const [shown, setShown] = useState(FEW);
  if (!orders || orders.length === 0) return null;
  return (
    <section aria-label="Orders waiting for artwork" className="shrink-0 border border-ink/40 bg-paper px-3 py-2">
      <div className="flex items-center gap-3">
        <h2 className="text-base">Ordered</h2>
        <span className="text-sm">{waitingSaid(orders.length)} for artwork; drop a file on its order</span>
        <Button small kind="quiet" className="ml-auto" aria-expanded={open} onPress={() => setOpen(!open)}>
          {open ? 'Fold' : 'Show each'}
        </Button>
      </div>
      {open && (
        <ul className="max-h-[30vh] overflow-y-auto">
          {orders.slice(0, shown).map((o) => (
            <WaitingOrder key={o.number} order={o} unit={unit} />
          ))}
        </ul>
      )}
      {open && orders.length > shown && (
        <Button small kind="quiet" onPress={() => setShown(shown + MORE)}>
          {orders.length - shown} more, due later
        </Button>
      )}
    </section>
  );
}

function WaitingOrder({ order, unit }: { readonly order: OrderView; readonly unit: Unit }) {
  const { number, facts } = order;
  const { add } = useUploads.getState();
  const made = madeSaid(facts, unit);
  return (
    <li
      data-order={number}
      className="grid grid-cols-[6rem_minmax(0,1fr)_auto] items-center gap-x-3 border-t border-ink/15 py-1.5 first:border-t-0 min-[900px]:grid-cols-[6rem_minmax(0,1fr)_11rem_7rem_auto]"
    >
      <span className="num truncate font-semibold" title={number}>
        {number}
      </span>
      <span className="min-w-0">
        <span className="block truncate font-medium">{facts.title ?? facts.artwork ?? 'without a title'}</span>
        <span className="block truncate text-sm text-ink-soft" title={made}>
          {made || 'nothing more is said'}
        </span>
      </span>
      <span className="truncate text-sm max-[900px]:hidden">{facts.customer ?? ''}</span>
      <span className="text-sm max-[900px]:hidden">
        <Due due={facts.due ?? null} done={false} />
      </span>
      <span className="flex items-center gap-1">
        <FileTrigger acceptedFileTypes={[...ARTWORK_TYPES]} onSelect={(l) => l && add([...l].slice(0, 1), number)}>
          <Button small aria-label={`Artwork for order ${number}`}>
            <FilePlus2 size={14} aria-hidden /> Artwork
          </Button>
        </FileTrigger>
        <Button
          small
          kind="quiet"
          aria-label={`Take order ${number} off the list`}
          onPress={() => void drop(number, false)}
        >
          <X size={14} aria-hidden />
        </Button>
      </span>
    </li>
  );
}
