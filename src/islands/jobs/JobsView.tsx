import { useDeferredValue, useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { FileTrigger, ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import { FilePlus2, Search } from 'lucide-react';
import { Pick } from '../../ui/choices';
import { Button } from '../../ui/Button';
import { ask, listen } from '../../ui/client';
import { useUndoKey } from '../../ui/keys';
import { Mast } from '../../ui/Mast';
import { ARTWORK_TYPES } from '../../ui/upload';
import { NoticeList } from '../../ui/Notices';
import { RegionKey, SkipLinks } from '../../ui/Regions';
import { refreshing } from '../../ui/refresh';
import { Severity } from '../../ui/Severity';
import type { ListedJob, Standing } from '../../ui/views';
import { undoAct } from './acts';
import { ActsBar } from './ActsBar';
import { Arrivals } from './Arrivals';
import { Board, FirstRows } from './Board';
import {
  counts,
  customersOf,
  grouped,
  matching,
  ORDER_WORDS,
  ORDERS,
  ordered,
  STANDING_WORDS,
  STANDINGS,
  type Order,
} from './board';
import { PrintingDialog } from './PrintingDialog';
import { useUploads } from './uploads';

/** The jobs as they are now, or those that were removed, and what is wrong where they cannot be had. */
function useJobs(first: readonly ListedJob[] | null, removed: boolean) {
  const [jobs, setJobs] = useState(first);
  const [problem, setProblem] = useState<string | null>(
    first ? null : 'The database does not answer. This page tries again by itself.',
  );
  const [of, setOf] = useState(removed);
  useEffect(() => {
    const { again, stop: rest } = refreshing(() =>
      ask<ListedJob[]>(removed ? '/api/jobs?removed' : '/api/jobs')
        .then((l) => {
          setJobs((before) => keeping(before, l));
          setOf(removed);
          setProblem(null);
        })
        .catch((e: Error) => setProblem(e.message)),
    );
    again();
    const timer = setInterval(again, 15_000);
    const news = ['job', 'jobs', 'delivery', 'open'];
    const stop = listen((e) => news.includes(e.kind) && again());
    return () => {
      rest();
      clearInterval(timer);
      stop();
    };
  }, [removed]);
  return { jobs: of === removed ? jobs : null, problem };
}

/** The list as it is now, what has not changed being what it was: it is not drawn again. */
function keeping(before: readonly ListedJob[] | null, now: readonly ListedJob[]): readonly ListedJob[] {
  const known = new Map(before?.map((j) => [j.id, j]));
  return now.map((j) => {
    const was = known.get(j.id);
    return was && JSON.stringify(was) === JSON.stringify(j) ? was : j;
  });
}

/** Takes files that are dropped anywhere in the window. @returns whether some are held over it, and whether it takes them yet */
function useDrops(add: (files: readonly File[]) => void): { readonly over: boolean; readonly ready: boolean } {
  const [over, setOver] = useState(false);
  const [ready, setReady] = useState(false);
  useEffect(() => {
    let depth = 0;
    const off = new AbortController();
    const on = (kind: 'dragenter' | 'dragleave' | 'dragover' | 'drop', act: (e: DragEvent) => void): void =>
      window.addEventListener(
        kind,
        (e) => {
          if (kind === 'dragleave' || e.dataTransfer?.types.includes('Files')) act(e);
        },
        { signal: off.signal },
      );
    on('dragenter', () => {
      depth++;
      setOver(true);
    });
    on('dragleave', () => {
      depth = Math.max(0, depth - 1);
      if (depth === 0) setOver(false);
    });
    on('dragover', (e) => e.preventDefault());
    on('drop', (e) => {
      e.preventDefault();
      depth = 0;
      setOver(false);
      add([...(e.dataTransfer?.files ?? [])]);
    });
    setReady(true);
    return () => off.abort();
  }, [add]);
  return { over, ready };
}

/** The slash leads to the search field, wherever the focus is not in a field. */
function useSlash(field: RefObject<HTMLInputElement | null>): void {
  useEffect(() => {
    const key = (e: KeyboardEvent): void => {
      if (e.key === '/' && !(e.target instanceof HTMLInputElement)) {
        e.preventDefault();
        field.current?.focus();
      }
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [field]);
}

/** Asks before the window goes while files are arriving. */
function useStayWhile(busy: boolean): void {
  useEffect(() => {
    if (!busy) return;
    const stay = (e: BeforeUnloadEvent): void => e.preventDefault();
    window.addEventListener('beforeunload', stay);
    return () => window.removeEventListener('beforeunload', stay);
  }, [busy]);
}

type Totals = Readonly<Record<Standing, number>>;
type Shown = Standing | 'all' | 'removed';

/** What is looked for: by where it stands, customer and words, and in which order. */
function useLooking(jobs: readonly ListedJob[], shown: Shown) {
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
  return { search, setSearch, customer, setCustomer, order, setOrder, groups };
}
type Looking = ReturnType<typeof useLooking>;

/** The heading with the search field and the way to add artwork. */
function Head({
  looking: { search, setSearch, customer, setCustomer, order, setOrder },
  customers,
  add,
}: {
  readonly looking: Looking;
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
      <FileTrigger allowsMultiple acceptedFileTypes={[...ARTWORK_TYPES]} onSelect={(l) => l && add([...l])}>
        <Button kind="next">
          <FilePlus2 size={16} aria-hidden /> Add artwork
        </Button>
      </FileTrigger>
    </div>
  );
}

const TAB =
  'flex min-h-8 items-baseline gap-1.5 border-b-3 border-transparent px-2.5 py-0.5 data-[selected]:border-rust data-[selected]:font-semibold hover:border-ink/40';

/** Where jobs stand, and how many there: one is looked at, or all. */
function StandingSwitch({
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
    <ToggleButton key={key} id={key} className={TAB}>
      {word}
      {count !== null && <span className="num text-sm font-normal">{count}</span>}
    </ToggleButton>
  );
  return (
    <ToggleButtonGroup
      aria-label="Which jobs are shown"
      selectionMode="single"
      disallowEmptySelection
      selectedKeys={[shown]}
      onSelectionChange={(k) => onChange([...k][0] as Shown)}
      className="flex flex-wrap"
    >
      {tab('all', 'All', removed ? null : all)}
      {STANDINGS.map((s) => tab(s, STANDING_WORDS[s][0], removed ? null : n[s]))}
      {tab('removed', 'Removed', removed ? all : null)}
    </ToggleButtonGroup>
  );
}

/** Why no job is to be seen, and what to do. */
function Nothing({ jobs, shown, looking }: { jobs: readonly ListedJob[]; shown: Shown; looking: Looking }) {
  const { search, setSearch, customer, setCustomer } = looking;
  if (shown === 'removed' && jobs.length === 0)
    return <p className="py-12 text-center text-ink-soft">Nothing was removed.</p>;
  if (jobs.length === 0)
    return (
      <div className="grid place-items-center border border-dashed border-ink/50 py-24 text-center">
        <p className="font-head text-2xl">Drop a PDF here</p>
        <p className="mt-1 text-ink-soft">
          It becomes a job that is planned already: size, sheet, order of pages and marks.
        </p>
      </div>
    );
  return (
    <p className="py-12 text-center text-ink-soft">
      {search ? `No job here has “${search}” in it.` : 'No job stands here.'}{' '}
      {(search || customer) && (
        <button
          type="button"
          className="text-rust underline"
          onClick={() => {
            setSearch('');
            setCustomer(null);
          }}
        >
          Show all
        </button>
      )}
    </p>
  );
}

/** All jobs by where they stand; PDFs dropped anywhere on it become jobs that are planned already. */
export function JobsView({
  first,
  totals,
  emptyShop,
}: {
  /** The jobs that are seen at first; the others are asked for. */
  readonly first: readonly ListedJob[] | null;
  /** How many jobs stand where, of all. */
  readonly totals: Totals | null;
  /** Whether the shop has nothing yet that a job could be planned on. */
  readonly emptyShop: boolean;
}) {
  const [shown, setShown] = useState<Shown>('all');
  const { jobs, problem } = useJobs(first, shown === 'removed');
  const all = useMemo(() => jobs ?? [], [jobs]);
  const counted = useMemo(() => counts(all), [all]);
  const looking = useLooking(all, shown);
  const [marked, setMarked] = useState<ReadonlySet<string>>(new Set());
  const { add, list } = useUploads();
  const { over, ready } = useDrops(add);
  useUndoKey(undoAct);
  useStayWhile(list.some((a) => a.state === 'arriving' || a.state === 'waiting'));
  const seen = looking.groups.flatMap((g) => g.jobs);
  const chosen = seen.filter((j) => marked.has(j.id));
  return (
    <div className="flex h-screen min-h-96 flex-col" data-ready={ready || undefined}>
      <SkipLinks to={[['jobs', 'To the jobs']]} />
      <RegionKey />
      <Mast here="jobs" />
      <main data-region="jobs" className="mx-auto flex min-h-0 w-full max-w-7xl flex-1 flex-col gap-2 px-4 pt-4">
        <Head looking={looking} customers={customersOf(all)} add={add} />
        {problem && (
          <p role="alert" className="flex items-center gap-2 border border-brick bg-paper px-3 py-2">
            <Severity of="stop" /> {problem}
          </p>
        )}
        {emptyShop && (
          <p className="flex flex-wrap items-center gap-2 border border-saffron bg-paper px-3 py-2">
            <Severity of="look" /> The shop has no paper or no press yet: nothing can be planned.
            <a href="/shop" className="font-semibold text-rust underline">
              Put some in on the Shop page
            </a>
          </p>
        )}
        <Arrivals />
        <StandingSwitch
          n={jobs === first && totals ? totals : counted}
          shown={shown}
          onChange={(to) => {
            setShown(to);
            setMarked(new Set());
          }}
        />
        <ActsBar marked={chosen} removed={shown === 'removed'} clear={() => setMarked(new Set())} />
        {jobs && seen.length === 0 && <Nothing jobs={jobs} shown={shown} looking={looking} />}
        {jobs &&
          seen.length > 0 &&
          (ready ? (
            <Board groups={looking.groups} marked={marked} setMarked={setMarked} />
          ) : (
            <FirstRows groups={looking.groups} />
          ))}
        <p className="py-2 text-sm text-ink-soft">Drop PDFs or images anywhere on this page; each becomes a job.</p>
      </main>
      <PrintingDialog />
      {over && (
        <div className="pointer-events-none fixed inset-0 z-30 grid place-items-center border-8 border-rust bg-oat/90">
          <p className="font-head text-4xl">Let go: each file becomes a job</p>
        </div>
      )}
      <NoticeList />
    </div>
  );
}
