import { memo, useDeferredValue, useMemo, useRef, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { FilePlus2, Search } from 'lucide-react';
import { STANDINGS, type Standing } from '../../core';
import { Button } from '../../ui/Button';
import { Pick } from '../../ui/choices';
import { ARTWORK_TYPES } from '../../ui/upload';
import type { ListedJob } from '../../ui/views';
import { grouped, matching, ORDER_WORDS, ORDERS, ordered, STANDING_WORDS, type Order } from './board';
import { useSlash } from './hooks';
import { TICKET_TYPES } from './tickets';

export type Totals = Readonly<Record<Standing, number>>;
export type Shown = Standing | 'all' | 'removed';

/** What is looked for: by where it stands, customer and words, and in which order. */
export function useLooking(jobs: readonly ListedJob[], shown: Shown) {
  const [search, setSearch] = useState('');
  const [customer, setCustomer] = useState<string | null>(null);
  const [order, setOrder] = useState<Order>('due');
  // a key shows at once; what it finds may follow a frame later
  const words = useDeferredValue(search);
  const standing = shown === 'all' || shown === 'removed' ? null : shown;
  const groups = useMemo(
    () => grouped(ordered(matching(jobs, { standing, customer, words }), order)),
    [jobs, standing, customer, words, order],
  );
  const key = JSON.stringify([shown, customer, words, order]);
  const wishes = useMemo(
    () => ({ search, setSearch, customer, setCustomer, order, setOrder }),
    [search, customer, order],
  );
  return { wishes, groups, key };
}
export type Wishes = ReturnType<typeof useLooking>['wishes'];

/** The heading with the search field and the way to add artwork. */
export const Head = memo(function Head({
  wishes: { search, setSearch, customer, setCustomer, order, setOrder },
  customers,
  add,
}: {
  readonly wishes: Wishes;
  readonly customers: readonly string[];
  readonly add: (files: readonly File[]) => void;
}) {
  const field = useRef<HTMLInputElement>(null);
  useSlash(field);
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
      <h1 className="mr-auto text-3xl">Jobs</h1>
      {customers.length > 0 && (
        <div className="w-48">
          <Pick
            label="Customer"
            value={customer ?? ''}
            options={[{ key: '', label: 'All customers' }, ...customers.map((c) => ({ key: c, label: c }))]}
            onChange={(key) => setCustomer(key || null)}
          />
        </div>
      )}
      <div className="w-44">
        <Pick
          label="Order"
          value={order}
          options={ORDERS.map((key) => ({ key, label: ORDER_WORDS[key] }))}
          onChange={setOrder}
        />
      </div>
      <label className="relative">
        <span className="sr-only">Search jobs</span>
        <Search size={16} className="absolute top-2 left-2 text-ink-soft" aria-hidden />
        <input
          ref={field}
          type="search"
          placeholder="Title, number, stock"
          value={search}
          onChange={(e) => setSearch(e.target.value)}
          className="min-h-8 w-60 rounded-sm border border-ink/40 bg-paper pr-2 pl-8 placeholder:text-ink-soft"
        />
      </label>
      <FileTrigger
        allowsMultiple
        acceptedFileTypes={[...ARTWORK_TYPES, ...TICKET_TYPES]}
        onSelect={(l) => l && add([...l])}
      >
        <Button kind="next">
          <FilePlus2 size={16} aria-hidden /> Add artwork
        </Button>
      </FileTrigger>
    </div>
  );
});

const TAB =
  'relative flex min-h-8 items-baseline gap-1.5 border-b-3 border-transparent px-2.5 py-0.5 has-checked:border-rust has-checked:font-semibold has-focus-visible:outline-3 has-focus-visible:outline-rust hover:border-ink/40';

/** Where jobs stand, and how many there: one is looked at, or all. */
export const StandingSwitch = memo(function StandingSwitch({
  n,
  shown,
  onChange,
}: {
  readonly n: Totals;
  readonly shown: Shown;
  readonly onChange: (shown: Shown) => void;
}) {
  const all = STANDINGS.reduce((sum, s) => sum + n[s], 0);
  const removed = shown === 'removed';
  const tab = (key: Shown, word: string, count: number | null) => (
    <label key={key} className={TAB}>
      <input
        type="radio"
        name="standing"
        className="absolute inset-0 cursor-pointer appearance-none outline-none"
        checked={shown === key}
        onChange={() => onChange(key)}
      />
      {word}
      {count !== null && <span className="num text-sm font-normal">{count}</span>}
    </label>
  );
  return (
    <div role="radiogroup" aria-label="Which jobs are shown" className="flex flex-wrap">
      {tab('all', 'All', removed ? null : all)}
      {STANDINGS.map((s) => tab(s, STANDING_WORDS[s][0], removed ? null : n[s]))}
      {tab('removed', 'Removed', removed ? all : null)}
    </div>
  );
});
