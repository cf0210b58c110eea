import { useEffect, useState } from 'react';
import { listen } from '../../ui/client';
import { undoIsOfField } from '../../ui/keys';
import { RegionKey, SkipLinks } from '../../ui/Regions';
import { NoticeList } from '../../ui/Notices';
import type { JobPage } from '../../ui/views';
import { Brief } from './Brief';
import { ClashDialog } from './ClashDialog';
import { Context, useJobStore } from './context';
import { Stations } from './docket/Stations';
import { DropOnJob } from './DropOnJob';
import { Headline, Removed } from './Headline';
import { Reckoning } from './Reckoning';
import { jobStore } from './store';
import { Tables } from './Tables';

/** The job's screen: brief, docket, light table, run strip, reckoning. Each part reads of the job what it shows. */
export function JobScreen({ first }: { readonly first: JobPage }) {
  const [store] = useState(() => jobStore(first));
  return (
    <Context value={store}>
      <Behind />
      <RegionKey />
      <SkipLinks
        to={[
          ['docket', 'To the docket'],
          ['table', 'To the table'],
        ]}
      />
      {/* zoomed in, or on a small window, the parts follow one another and the page scrolls */}
      <div className="flex min-h-screen flex-col min-[900px]:h-screen min-[900px]:min-h-[560px]">
        <Headline pictures={first.pictures} />
        <section
          aria-label="The job in a sentence"
          data-region="brief"
          className="border-b border-ink bg-oat px-4 py-2"
        >
          {first.removed && <Removed />}
          <Brief />
        </section>
        <div className="flex min-h-0 flex-1 flex-col-reverse min-[900px]:grid min-[900px]:grid-cols-[minmax(300px,23rem)_1fr]">
          <section
            aria-label="Docket"
            id="docket"
            data-region="docket"
            className="flex min-h-0 flex-col border-ink bg-oat max-[900px]:border-t min-[900px]:border-r"
          >
            <div className="relative min-h-0 flex-1 overflow-y-auto">
              <Stations />
            </div>
            <Reckoning />
          </section>
          <Tables />
        </div>
      </div>
      <ClashDialog store={store} />
      <DropOnJob />
      <NoticeList />
    </Context>
  );
}

/** What goes on without being seen: other windows' changes taken in, undo and redo by key, unsaved changes held. */
function Behind() {
  const store = useJobStore();
  useEffect(() => {
    const { refresh } = store.getState();
    return listen((e) => {
      const { saved } = store.getState();
      const file = saved.docket.artwork.file.sha256;
      if (
        e.kind === 'open' ||
        e.kind === 'shop' ||
        (e.kind === 'job' && e.id === saved.id && e.version > saved.version) ||
        // all of its pages were looked at: where they have ink is known
        (e.kind === 'pictures' && e.sha256 === file && e.done === e.total)
      )
        void refresh();
    });
  }, [store]);
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      const key = e.key.toLowerCase();
      if (!(e.ctrlKey || e.metaKey) || e.altKey || (key !== 'z' && key !== 'y')) return;
      if (undoIsOfField(e)) return;
      e.preventDefault();
      void store.getState().step(e.shiftKey || key === 'y' ? 'redo' : 'undo');
    };
    const hold = (e: BeforeUnloadEvent): void => {
      if (store.getState().sync !== 'saved') e.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    // a page that listens for leaving is kept out of the browser's back and forward cache: only while there is need
    const listenForLeaving = (): void => {
      if (store.getState().sync === 'saved') window.removeEventListener('beforeunload', hold);
      else window.addEventListener('beforeunload', hold);
    };
    const stop = store.subscribe(listenForLeaving);
    return () => {
      stop();
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('beforeunload', hold);
    };
  }, [store]);
  return null;
}
