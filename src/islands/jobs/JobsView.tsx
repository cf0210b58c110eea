import { useCallback, useMemo, useState } from 'react';
import { useUndoKey } from '../../ui/keys';
import { Mast } from '../../ui/Mast';
import { NoticeList } from '../../ui/Notices';
import { RegionKey, SkipLinks } from '../../ui/Regions';
import { Severity } from '../../ui/Severity';
import type { ListedJob } from '../../ui/views';
import { undoAct } from './acts';
import { ActsBar } from './ActsBar';
import { Arrivals } from './Arrivals';
import { Board, FirstRows } from './Board';
import { counts, customersOf } from './board';
import { Head, StandingSwitch, useLooking, type Shown, type Totals, type Wishes } from './Head';
import { useDrops, useJobs, useStayWhile } from './hooks';
import { Orders } from './Orders';
import { PrintingDialog } from './PrintingDialog';
import { useUploads } from './uploads';

const NONE: ReadonlySet<string> = new Set();
// what a word that is looked for does not change is not drawn again for it
const TOP = (
  <>
    <SkipLinks to={[['jobs', 'To the jobs']]} />
    <RegionKey />
    <Mast here="jobs" />
  </>
);
const ARRIVALS = <Arrivals />;
const ORDERS = <Orders />;
const ASKED = <PrintingDialog />;
const NOTICES = <NoticeList />;

/** Why no job is to be seen, and what to do. */
function Nothing({ jobs, shown, wishes }: { jobs: readonly ListedJob[]; shown: Shown; wishes: Wishes }) {
  const { search, setSearch, customer, setCustomer } = wishes;
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
  const customers = useMemo(() => customersOf(all), [all]);
  const looking = useLooking(all, shown);
  const [marked, setMarked] = useState<ReadonlySet<string>>(NONE);
  const { add, list } = useUploads();
  const { over, ready } = useDrops(add);
  useUndoKey(undoAct);
  const show = useCallback((to: Shown): void => {
    setShown(to);
    setMarked(NONE);
  }, []);
  useStayWhile(list.some((a) => a.state === 'arriving' || a.state === 'waiting'));
  const seen = looking.groups.flatMap((g) => g.jobs);
  const chosen = seen.filter((j) => marked.has(j.id));
  return (
    <div className="flex h-screen min-h-96 flex-col" data-ready={ready || undefined}>
      {TOP}
      <main
        id="jobs"
        data-region="jobs"
        className="mx-auto flex min-h-0 w-full max-w-7xl flex-1 flex-col gap-2 px-4 pt-4"
      >
        <Head wishes={looking.wishes} customers={customers} add={add} />
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
        {ARRIVALS}
        {ORDERS}
        <StandingSwitch n={jobs === first && totals ? totals : counted} shown={shown} onChange={show} />
        <ActsBar marked={chosen} removed={shown === 'removed'} clear={() => setMarked(NONE)} />
        {jobs && seen.length === 0 && <Nothing jobs={jobs} shown={shown} wishes={looking.wishes} />}
        {jobs &&
          seen.length > 0 &&
          (ready ? (
            <Board looking={looking.key} groups={looking.groups} marked={marked} setMarked={setMarked} />
          ) : (
            <FirstRows groups={looking.groups} />
          ))}
        <p className="py-2 text-sm text-ink-soft">
          Drop PDFs or images anywhere on this page; each becomes a job. Tickets (XJDF, JDF, CSV, JSON) become orders.
        </p>
      </main>
      {ASKED}
      {over && (
        <div className="pointer-events-none fixed inset-0 z-30 grid place-items-center border-8 border-rust bg-oat/90">
          <p className="font-head text-4xl">Let go: each file becomes a job, or the artwork of the order it lies on</p>
        </div>
      )}
      {NOTICES}
    </div>
  );
}
