import { useEffect, useState } from 'react';
import { Copy, RotateCcw, Trash2 } from 'lucide-react';
import {
  formatNumber,
  formatSize,
  money,
  type Finisher,
  type Machine,
  type ShopList,
  type ShopValue,
  type Stock,
  type Unit,
} from '../../core';
import { Button } from '../../ui/Button';
import { ask } from '../../ui/client';
import { cx } from '../../ui/cx';
import { Swatch } from '../../ui/Swatch';
import { useUnit } from '../../ui/unit';
import { FINISHER_WORDS, FinisherEditor } from './FinisherEditor';
import { MachineEditor } from './MachineEditor';
import { StockEditor } from './StockEditor';
import { add, remove, retire, useShop } from './store';

interface Entry {
  readonly value: ShopValue;
  readonly retired: boolean;
}

/** Of a list's value, the line under its name. */
function factsOf(list: ShopList, value: ShopValue, unit: Unit): string {
  if (list === 'stocks') {
    const s = value as Stock;
    return `${formatSize(s, unit)}, ${formatNumber(s.grammage)} g/m², ${s.grain} grain, ${money(s.price * 1000)} a thousand`;
  }
  if (list === 'machines') {
    const m = value as Machine;
    const by = m.printer ?? (m.folder ? `into ${m.folder}` : 'exported by hand');
    return `to ${formatSize(m.largest, unit)}, ${formatNumber(m.click, 3)} ct a click, ${by}`;
  }
  const f = value as Finisher;
  return `${FINISHER_WORDS[f.kind].name.toLowerCase()}, to ${formatSize(f.largest, unit)}, ${formatNumber(f.speed, 0)} ${FINISHER_WORDS[f.kind].an} an hour`;
}

const nameOf = (list: ShopList, value: ShopValue): string =>
  list === 'stocks' ? `${value.name} ${(value as Stock).format}` : value.name;

/** A list of the shop, and what of it is open beside it. */
export function Entries({ list }: { readonly list: ShopList }) {
  const entries = useShop((s) => s.file[list]) as readonly Entry[];
  const wanted = useShop((s) => s.open[list]);
  const { unit } = useUnit();
  const sorted = [...entries.filter((e) => !e.retired), ...entries.filter((e) => e.retired)];
  const open = entries.find((e) => e.value.id === wanted) ?? sorted[0];
  const look = (id: string): void => useShop.setState((s) => ({ open: { ...s.open, [list]: id } }));
  if (!open)
    return (
      <p className="border-t border-ink py-12 text-center text-ink-soft">
        Nothing here yet. Add one above, or import a shop’s file.
      </p>
    );
  return (
    <div className="grid min-h-0 flex-1 border-t border-ink min-[900px]:grid-cols-[minmax(18rem,24rem)_1fr]">
      <ul className="min-h-0 overflow-y-auto border-ink/30 min-[900px]:border-r" aria-label="In the shop">
        {sorted.map(({ value, retired }) => (
          <li key={value.id} className="border-b border-ink/20">
            <button
              type="button"
              aria-current={value.id === open.value.id ? 'true' : undefined}
              onClick={() => look(value.id)}
              className={cx(
                'grid w-full grid-cols-[1.5rem_1fr] items-start gap-x-1 px-2 py-1.5 text-left',
                value.id === open.value.id ? 'bg-oat-deep' : 'hover:bg-oat-deep/60',
              )}
            >
              <span className="flex pt-1">{list === 'stocks' && <Swatch colour={(value as Stock).swatch} />}</span>
              <span className="min-w-0">
                <span
                  className={cx('block truncate font-semibold', retired && 'font-normal text-ink-soft line-through')}
                >
                  {nameOf(list, value)}
                </span>
                <span className="block truncate text-sm text-ink-soft" title={factsOf(list, value, unit)}>
                  {retired ? 'retired: jobs keep it' : factsOf(list, value, unit)}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ul>
      <section key={open.value.id} aria-label={nameOf(list, open.value)} className="min-h-0 overflow-y-auto px-4 py-3">
        <div className="mb-3 flex flex-wrap items-center gap-2">
          <h2 className="mr-auto text-xl">{nameOf(list, open.value)}</h2>
          <ActsOn list={list} entry={open} />
        </div>
        <div className="drawn-form">
          {list === 'stocks' && <StockEditor stock={open.value as Stock} />}
          {list === 'machines' && <MachineEditor machine={open.value as Machine} />}
          {list === 'finishers' && <FinisherEditor finisher={open.value as Finisher} />}
          <UsedIn id={open.value.id} list={list} />
        </div>
      </section>
    </div>
  );
}

function ActsOn({ list, entry: { value, retired } }: { readonly list: ShopList; readonly entry: Entry }) {
  return (
    <>
      <Button
        small
        onPress={() =>
          void add(list, { ...value, id: '', name: `${value.name}, copy` } as ShopValue, `${value.name} copied`)
        }
      >
        <Copy size={14} aria-hidden /> Copy
      </Button>
      <Button small onPress={() => void retire(list, value.id, !retired)}>
        {retired ? (
          <>
            <RotateCcw size={14} aria-hidden /> Use again
          </>
        ) : (
          'Retire'
        )}
      </Button>
      <Button small kind="quiet" aria-label={`Delete ${value.name}`} onPress={() => void remove(list, value.id)}>
        <Trash2 size={14} aria-hidden />
      </Button>
    </>
  );
}

/** The jobs that have it: they keep what they have, whatever is changed here. */
function UsedIn({ id, list }: { readonly id: string; readonly list: ShopList }) {
  const [jobs, setJobs] = useState<readonly { id: string; number: number; title: string }[] | null>(null);
  useEffect(() => {
    let gone = false;
    ask<typeof jobs>(`/api/shop/${list}/${encodeURIComponent(id)}/jobs`).then(
      (l) => !gone && setJobs(l),
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [id, list]);
  if (!jobs) return null;
  return (
    <div className="mt-4 border-t border-ink/30 pt-2 text-sm">
      {jobs.length === 0 ? (
        'No job has it.'
      ) : (
        <>
          In{' '}
          {jobs.slice(0, 12).map((j, i) => (
            <span key={j.id}>
              {i > 0 && ', '}
              <a href={`/jobs/${j.id}`} className="text-rust underline">
                {j.number} {j.title}
              </a>
            </span>
          ))}
          {jobs.length > 12 && ` and ${jobs.length - 12} more`}. They keep the figures that they have until somebody
          takes the new ones.
        </>
      )}
    </div>
  );
}
