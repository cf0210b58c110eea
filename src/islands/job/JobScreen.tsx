import { useEffect, useMemo, useState } from 'react';
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import { Keyboard, Redo2, Undo2 } from 'lucide-react';
import { inspect, leavesOf, mark, plan as planOf, reckon } from '../../core';
import { Button } from '../../ui/Button';
import { listen } from '../../ui/client';
import { Mast } from '../../ui/Mast';
import { NoticeList } from '../../ui/Notices';
import { Severity } from '../../ui/Severity';
import { useUnit } from '../../ui/unit';
import type { JobPage, Progress } from '../../ui/views';
import { Brief } from './Brief';
import { ClashDialog } from './ClashDialog';
import { Context, useJob } from './context';
import { Stations } from './docket/Stations';
import { Dummy } from './dummy/Dummy';
import { Keys } from './Keys';
import { Pages } from './pages/Pages';
import { Reckoning } from './Reckoning';
import { jobStore } from './store';
import { LightTable, type TableState } from './table/LightTable';
import { RunStrip } from './table/RunStrip';

const typing = (e: KeyboardEvent): boolean =>
  e.target instanceof HTMLElement &&
  e.target.closest('input, select, textarea, [role=listbox], [role=dialog]') !== null;

/** The job's screen: brief, docket, light table, run strip, reckoning. */
export function JobScreen({ first }: { readonly first: JobPage }) {
  const [store] = useState(() => jobStore(first));
  const { docket, artwork, shop, saved, sync, change, step, refresh } = store();
  const { unit } = useUnit();
  const [view, setView] = useState<View>('sheet');
  const [table, setTable] = useState<TableState>({
    sheet: 0,
    turned: false,
    through: false,
    numbers: true,
    aids: true,
    creep: false,
  });
  const [keys, setKeys] = useState(false);
  const [pictures, setPictures] = useState<Progress | null>(first.pictures);
  const adjust = (c: Partial<TableState>): void => setTable((t) => ({ ...t, ...c }));

  const plan = useMemo(() => planOf(docket, artwork), [docket, artwork]);
  const computed = useMemo(() => {
    const marks = mark(docket, plan);
    return {
      plan,
      marks,
      findings: inspect({ docket, artwork, plan, marks, shop, unit }),
      figures: reckon(docket, plan),
      leaves: leavesOf(plan),
    };
  }, [docket, artwork, plan, shop, unit]);

  const sha256 = docket.artwork.file.sha256;
  const { more } = docket.artwork;
  const files = useMemo(() => [sha256 ?? '', ...more.map((f) => f.sha256 ?? '')], [sha256, more]);
  useEffect(
    () =>
      listen((e) => {
        const now = store.getState();
        if (e.kind === 'open' || (e.kind === 'job' && e.id === now.saved.id && e.version > now.saved.version))
          void refresh();
        if (e.kind === 'pictures' && e.sha256 === now.docket.artwork.file.sha256)
          setPictures(e.done >= e.total ? null : { done: e.done, total: e.total });
      }),
    [store, refresh, sha256],
  );

  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if ((e.ctrlKey || e.metaKey) && !e.altKey && (e.key.toLowerCase() === 'z' || e.key.toLowerCase() === 'y')) {
        if (e.target instanceof HTMLInputElement && e.target.value !== e.target.defaultValue) return;
        e.preventDefault();
        void step(e.shiftKey || e.key.toLowerCase() === 'y' ? 'redo' : 'undo');
        return;
      }
      if (e.ctrlKey || e.metaKey || e.altKey || typing(e)) return;
      const acts: Readonly<Record<string, () => void>> = {
        f: () => setTable((t) => ({ ...t, turned: !t.turned })),
        x: () => setTable((t) => ({ ...t, through: !t.through })),
        n: () => setTable((t) => ({ ...t, numbers: !t.numbers })),
        g: () => setTable((t) => ({ ...t, aids: !t.aids })),
        '1': () => setView('sheet'),
        '2': () => setView('dummy'),
        '3': () => setView('pages'),
        c: () => setTable((t) => ({ ...t, creep: !t.creep })),
        '?': () => setKeys(true),
      };
      const act = acts[e.key.toLowerCase()];
      if (act) {
        e.preventDefault();
        act();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [step]);

  useEffect(() => {
    if (sync === 'saved') return;
    const hold = (e: BeforeUnloadEvent): void => e.preventDefault();
    window.addEventListener('beforeunload', hold);
    return () => window.removeEventListener('beforeunload', hold);
  }, [sync]);

  return (
    <Context.Provider value={{ ...computed, files, store, docket, change }}>
      {/* zoomed in, or on a small window, the parts follow one another and the page scrolls */}
      <div className="flex min-h-screen flex-col min-[900px]:h-screen min-[900px]:min-h-[560px]">
        <Mast here="job">
          <span className="flex items-baseline gap-2 border-l border-ink/30 pl-4">
            <span className="num text-ink-soft">{saved.number}</span>
            <h1 className="max-w-96 truncate text-lg">{docket.title}</h1>
          </span>
          <span className="ml-auto flex items-center gap-1">
            {pictures && (
              <span className="mr-3 text-sm" role="status">
                drawing pages: <span className="num">{pictures.done}</span> of{' '}
                <span className="num">{pictures.total}</span>
              </span>
            )}
            <span className="mr-2 text-sm text-ink-soft" role="status" data-sync={sync}>
              {sync === 'saved' ? 'Saved' : sync === 'saving' ? 'Saving…' : 'Not saved yet: no answer from the server'}
            </span>
            <Button
              small
              kind="quiet"
              isDisabled={saved.undo === null && sync === 'saved'}
              onPress={() => void step('undo')}
              aria-label={saved.undo ? `Undo: ${saved.undo}` : 'Undo'}
            >
              <Undo2 size={16} /> Undo
            </Button>
            <Button
              small
              kind="quiet"
              isDisabled={saved.redo === null}
              onPress={() => void step('redo')}
              aria-label={saved.redo ? `Redo: ${saved.redo}` : 'Redo'}
            >
              <Redo2 size={16} /> Redo
            </Button>
            <UnitSwitch />
            <Button small kind="quiet" aria-label="Keys" onPress={() => setKeys(true)}>
              <Keyboard size={16} />
            </Button>
          </span>
        </Mast>
        <div className="border-b border-ink bg-oat px-4 py-2">
          <Brief />
        </div>
        <div className="flex min-h-0 flex-1 flex-col-reverse min-[900px]:grid min-[900px]:grid-cols-[minmax(300px,23rem)_1fr]">
          <aside
            aria-label="Docket"
            className="flex min-h-0 flex-col border-ink bg-oat max-[900px]:border-t min-[900px]:border-r"
          >
            <div className="relative min-h-0 flex-1 overflow-y-auto">
              <Stations />
            </div>
            <Reckoning />
          </aside>
          <main className="flex min-h-0 min-w-0 flex-col max-[900px]:h-[max(85vh,26rem)]">
            <div className="flex min-h-10 flex-wrap items-center gap-x-4 border-b border-ink/50 bg-glass-deep px-3">
              <ViewSwitch view={view} onChange={setView} />
              <Foremost />
            </div>
            <div className="min-h-0 flex-1">
              {view === 'sheet' && <LightTable state={table} set={adjust} />}
              {view === 'dummy' && <Dummy sheet={Math.min(table.sheet, plan.sheets.length - 1)} />}
              {view === 'pages' && <Pages />}
            </div>
            <RunStrip
              current={Math.min(table.sheet, plan.sheets.length - 1)}
              turned={table.turned}
              onChoose={(sheet, turned) => {
                adjust({ sheet, turned });
                setView('sheet');
              }}
            />
          </main>
        </div>
      </div>
      <Keys open={keys} onClose={() => setKeys(false)} />
      <ClashDialog store={store} />
      <NoticeList />
    </Context.Provider>
  );
}

const SWITCH = 'min-h-7 border-b-3 border-transparent px-2 font-head font-semibold data-[selected]:border-rust';

type View = 'sheet' | 'dummy' | 'pages';

function ViewSwitch({ view, onChange }: { view: View; onChange: (v: View) => void }) {
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
    </ToggleButtonGroup>
  );
}

function UnitSwitch() {
  const { unit, set } = useUnit();
  return (
    <Button
      small
      kind="quiet"
      aria-label={`Lengths in ${unit === 'mm' ? 'millimetres; change to inches' : 'inches; change to millimetres'}`}
      onPress={() => set(unit === 'mm' ? 'in' : 'mm')}
    >
      <span className="num">{unit}</span>
    </Button>
  );
}

/** The worst finding, above the table where it cannot be missed. */
function Foremost() {
  const { findings } = useJob();
  const worst = findings.find((f) => f.severity !== 'fine');
  const more = findings.filter((f) => f.severity !== 'fine').length - 1;
  return (
    <p className="flex min-w-0 items-center gap-2" role="status" aria-label="Foremost finding">
      <Severity of={worst?.severity ?? 'fine'} />
      <span className="truncate">{worst ? worst.title : 'Nothing against it.'}</span>
      {more > 0 && <span className="shrink-0 text-sm">and {more} more in the docket</span>}
    </p>
  );
}
