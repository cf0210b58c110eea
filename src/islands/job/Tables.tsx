import { memo, Suspense, useCallback, useDeferredValue, useEffect, useState } from 'react';
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import { fetched, fetchIdle } from '../../ui/fetched';
import { inField } from '../../ui/keys';
import { Severity } from '../../ui/Severity';
import { useJob } from './context';
import { useFileOutcome, useLooking } from './looking';
import { openStation } from './opening';
import { LightTable } from './table/LightTable';
import { RunStrip } from './table/RunStrip';
import { NEXT_NUMBERS, type TableState } from './table/state';

const dummy = fetched(async () => (await import('./dummy/Dummy')).Dummy);
const pages = fetched(async () => (await import('./pages/Pages')).Pages);
const knife = fetched(async () => (await import('./knife/Knife')).Knife);

type View = 'sheet' | 'dummy' | 'pages' | 'knife';

const FIRST: TableState = {
  sheet: 0,
  turned: false,
  through: false,
  numbers: 'large',
  aids: true,
  creep: false,
  lengths: false,
  tape: false,
};
const SWITCHES: Readonly<Record<string, 'turned' | 'through' | 'aids' | 'creep' | 'lengths' | 'tape'>> = {
  f: 'turned',
  x: 'through',
  l: 'lengths',
  m: 'tape',
  g: 'aids',
  c: 'creep',
};
const VIEWS: Readonly<Record<string, View>> = { '1': 'sheet', '2': 'dummy', '3': 'pages', '4': 'knife' };

/** What lies on the table: a sheet, the dummy or the page list, and the run strip beneath. Its state is its own. */
export function Tables() {
  const [view, setView] = useState<View>('sheet');
  const [table, setTable] = useState(FIRST);
  const length = useJob((s) => s.plan.sheets.length);
  const sheet = Math.min(table.sheet, length - 1);
  // the strip follows when the sheet itself has been shown
  const stripped = Math.min(useDeferredValue(sheet), length - 1);
  const adjust = useCallback((c: Partial<TableState>): void => setTable((t) => ({ ...t, ...c })), []);
  const choose = useCallback(
    (to: number, turned: boolean): void => {
      adjust({ sheet: to, turned });
      setView('sheet');
    },
    [adjust],
  );
  useEffect(() => fetchIdle([pages, dummy, knife]), []);
  const led = useLooking((s) => s.times);
  useEffect(() => {
    if (led > 0) setView('pages');
  }, [led]);
  useEffect(() => {
    // a cut card's code leads to its cuts
    if (location.hash === '#knife') setView('knife');
  }, []);
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if (e.ctrlKey || e.metaKey || e.altKey || inField(e)) return;
      const key = e.key.toLowerCase();
      const flip = SWITCHES[key];
      const to = VIEWS[key];
      if (flip) setTable((t) => ({ ...t, [flip]: !t[flip] }));
      else if (key === 'n') setTable((t) => ({ ...t, numbers: NEXT_NUMBERS[t.numbers] }));
      else if (to) setView(to);
      else return;
      e.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <main id="table" data-region="table" className="flex min-h-0 min-w-0 flex-col max-[900px]:h-[max(85vh,26rem)]">
      <div className="flex min-h-10 flex-wrap items-center gap-x-4 border-b border-ink/50 bg-glass-deep px-3">
        <ViewSwitch view={view} onChange={setView} />
        <Foremost />
      </div>
      <div className="min-h-0 flex-1">
        <Suspense fallback={<div className="h-full bg-glass" aria-busy />}>
          {view === 'sheet' && <LightTable state={table} set={adjust} />}
          {view === 'dummy' && <dummy.View sheet={sheet} />}
          {view === 'pages' && <pages.View />}
          {view === 'knife' && <knife.View sheet={sheet} />}
        </Suspense>
      </div>
      <RunStrip current={stripped} turned={table.turned} onChoose={choose} />
    </main>
  );
}

const SWITCH = 'min-h-7 border-b-3 border-transparent px-2 font-head font-semibold data-[selected]:border-rust';

const ViewSwitch = memo(function ViewSwitch({ view, onChange }: { view: View; onChange: (v: View) => void }) {
  return (
    <ToggleButtonGroup
      aria-label="What lies on the table"
      selectionMode="single"
      disallowEmptySelection
      selectedKeys={[view]}
      onSelectionChange={(k) => onChange([...k][0] as View)}
      className="flex gap-1"
    >
      <ToggleButton id="sheet" className={SWITCH}>
        Sheet
      </ToggleButton>
      <ToggleButton id="dummy" className={SWITCH}>
        Dummy
      </ToggleButton>
      <ToggleButton id="pages" className={SWITCH}>
        Pages
      </ToggleButton>
      <ToggleButton id="knife" className={SWITCH}>
        Knife
      </ToggleButton>
    </ToggleButtonGroup>
  );
});

/** The worst that checks of the job's files have come to, as far as they are known. */
function useWorstFile(): 'stop' | 'look' | 'fine' {
  const files = useJob(({ docket }) => [docket.artwork.file, ...docket.artwork.more].map((f) => f.sha256 ?? ''));
  return useFileOutcome((known) => {
    const all = files.map((sha) => known[sha]);
    return all.includes('stop') ? 'stop' : all.includes('look') ? 'look' : 'fine';
  });
}

/** The worst finding, above the table where it cannot be missed. */
function Foremost() {
  const { title, severity, station, more, accepted } = useJob(({ findings }) => {
    const open = findings.filter((f) => f.severity !== 'fine' && !f.accepted);
    const [worst] = open;
    return {
      title: worst?.title ?? null,
      severity: worst?.severity ?? ('fine' as const),
      station: worst?.station ?? null,
      more: open.length - 1,
      accepted: findings.filter((f) => f.accepted).length,
    };
  });
  const file = useWorstFile();
  // the check of the file is its own: what it found stands in the Artwork station
  const inFile = title === null && file !== 'fine';
  const nothing = accepted > 0 ? `Nothing against it, ${accepted} accepted.` : 'Nothing against it.';
  return (
    <p className="flex min-w-0 items-center gap-2" role="status" aria-label="Foremost finding">
      <Severity of={inFile ? file : severity} />
      {title !== null && station !== null ? (
        <button
          type="button"
          className="min-h-6 truncate text-left underline decoration-ink/30 underline-offset-3 hover:decoration-ink"
          title={`${title}: to its place in the docket`}
          onClick={() => openStation(station)}
        >
          {title}
        </button>
      ) : inFile ? (
        <button
          type="button"
          className="min-h-6 truncate text-left underline decoration-ink/30 underline-offset-3 hover:decoration-ink"
          onClick={() => openStation('artwork')}
        >
          {file === 'stop' ? 'The check of the file failed' : 'The check found things to look at in the file'}
        </button>
      ) : (
        <span className="truncate">{nothing}</span>
      )}
      {more > 0 && <span className="shrink-0 text-sm">and {more} more in the docket</span>}
    </p>
  );
}
