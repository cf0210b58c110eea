import { useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { FileTrigger } from 'react-aria-components';
import { FilePlus2, Search } from 'lucide-react';
import { Button } from '../../ui/Button';
import { ask, listen } from '../../ui/client';
import { Mast } from '../../ui/Mast';
import { ARTWORK_TYPES } from '../../ui/upload';
import { NoticeList, useNotices } from '../../ui/Notices';
import { refreshing } from '../../ui/refresh';
import { Severity } from '../../ui/Severity';
import type { ListedJob } from '../../ui/views';
import { Arrivals } from './Arrivals';
import { JobRow } from './JobRow';
import { useUploads } from './uploads';

/** The jobs as they are now, and what is wrong where they cannot be had. */
function useJobs(first: readonly ListedJob[] | null) {
  const [jobs, setJobs] = useState(first);
  const [problem, setProblem] = useState<string | null>(
    first ? null : 'The database does not answer. This page tries again by itself.',
  );
  useEffect(() => {
    const { again, stop: rest } = refreshing(() =>
      ask<ListedJob[]>('/api/jobs')
        .then((l) => {
          setJobs(l);
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
  }, []);
  return { jobs, problem };
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

function matching(jobs: readonly ListedJob[], search: string): readonly ListedJob[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  return jobs.filter(({ number, summary: s }) => {
    const text = `${number} ${s.title} ${s.file} ${s.stock} ${s.finished} ${s.copies}`.toLowerCase();
    return words.every((w) => text.includes(w));
  });
}

function remove({ id, summary }: ListedJob): void {
  const { say } = useNotices.getState();
  ask(`/api/jobs/${id}`, 'DELETE')
    .then(() =>
      say({
        tone: 'fine',
        text: `Removed “${summary.title}”.`,
        action: { label: 'Bring it back', run: () => void ask(`/api/jobs/${id}`, 'PUT') },
      }),
    )
    .catch((e: Error) => say({ tone: 'stop', text: e.message }));
}

/** The heading with the search field and the way to add artwork. */
function Head({
  search,
  setSearch,
  add,
}: {
  readonly search: string;
  readonly setSearch: (text: string) => void;
  readonly add: (files: readonly File[]) => void;
}) {
  const field = useRef<HTMLInputElement>(null);
  useSlash(field);
  return (
    <div className="mb-5 flex flex-wrap items-center gap-4">
      <h1 className="text-3xl">Jobs</h1>
      <label className="relative ml-auto">
        <span className="sr-only">Search jobs</span>
        <Search size={16} className="absolute top-2 left-2 text-ink-soft" aria-hidden />
        <input
          ref={field}
          type="search"
          placeholder="Title, number, stock"
          value={search}
          onChange={(e) => setSearch(e.target.value)}
          className="min-h-8 w-72 rounded-sm border border-ink/40 bg-paper pr-2 pl-8 placeholder:text-ink-soft"
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

/** The jobs that are looked for; where there are none, why. */
function List({
  jobs,
  search,
  setSearch,
}: {
  readonly jobs: readonly ListedJob[];
  readonly search: string;
  readonly setSearch: (text: string) => void;
}) {
  const shown = useMemo(() => matching(jobs, search), [jobs, search]);
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
    <>
      {shown.length === 0 ? (
        <p className="py-12 text-center text-ink-soft">
          No job has “{search}” in it.{' '}
          <button type="button" className="text-rust underline" onClick={() => setSearch('')}>
            Show all
          </button>
        </p>
      ) : (
        <ul className="border-t border-ink" aria-label="Jobs, the most pressing first">
          {shown.map((job) => (
            <JobRow key={job.id} job={job} onRemove={() => remove(job)} />
          ))}
        </ul>
      )}
      <p className="mt-4 text-sm text-ink-soft">Drop PDFs or images anywhere on this page; each becomes a job.</p>
    </>
  );
}

/** All jobs; PDFs dropped anywhere on it become jobs that are planned already. */
export function JobsView({ first }: { readonly first: readonly ListedJob[] | null }) {
  const { jobs, problem } = useJobs(first);
  const [search, setSearch] = useState('');
  const { add, list } = useUploads();
  const { over, ready } = useDrops(add);
  useStayWhile(list.some((a) => a.state === 'arriving' || a.state === 'waiting'));
  return (
    <div className="min-h-screen" data-ready={ready || undefined}>
      <Mast here="jobs" />
      <main className="mx-auto max-w-6xl px-4 py-6">
        <Head search={search} setSearch={setSearch} add={add} />
        {problem && (
          <p role="alert" className="mb-4 flex items-center gap-2 border border-brick bg-paper px-3 py-2">
            <Severity of="stop" /> {problem}
          </p>
        )}
        <Arrivals />
        {jobs && <List jobs={jobs} search={search} setSearch={setSearch} />}
      </main>
      {over && (
        <div className="pointer-events-none fixed inset-0 z-30 grid place-items-center border-8 border-rust bg-oat/90">
          <p className="font-head text-4xl">Let go: each file becomes a job</p>
        </div>
      )}
      <NoticeList />
    </div>
  );
}
