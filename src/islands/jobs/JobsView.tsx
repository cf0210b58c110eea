import { useEffect, useMemo, useRef, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { FilePlus2, Search, Trash2 } from 'lucide-react';
import { Button } from '../../ui/Button';
import { ask, listen, pictureUrl } from '../../ui/client';
import { Mast } from '../../ui/Mast';
import { Meter } from '../../ui/Meter';
import { NoticeList, useNotices } from '../../ui/Notices';
import { refreshing } from '../../ui/refresh';
import { Severity } from '../../ui/Severity';
import type { ListedJob } from '../../ui/views';
import { Arrivals } from './Arrivals';
import { useUploads } from './uploads';

const TYPES = ['application/pdf', 'image/png', 'image/jpeg', 'image/tiff'];

/** When a job is needed, as one says it. */
function dueText(due: string | null): string {
  if (!due) return 'no date yet';
  const days = Math.round((Date.parse(due) - Date.parse(new Date().toISOString().slice(0, 10))) / 86_400_000);
  if (days < 0) return days === -1 ? 'due yesterday' : `${-days} days late`;
  if (days === 0) return 'due today';
  if (days === 1) return 'due tomorrow';
  return `due ${new Date(due).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' })}`;
}

function State({ job }: { job: ListedJob }) {
  const { summary: s, delivery: d } = job;
  if (d && d.state === 'completed')
    return (
      <span className="flex items-center gap-2 text-moss">
        <Severity of="fine" /> printed
      </span>
    );
  if (d && !['canceled', 'aborted', 'unsure'].includes(d.state))
    return (
      <span className="grid gap-1">
        <span className="flex justify-between gap-2">
          <span>{d.state}</span>
          <span className="num text-sm">
            {d.sheets_done} of {d.sheets_total}
          </span>
        </span>
        <Meter
          label={`Sheets of job ${job.number}`}
          done={d.sheets_done}
          total={d.sheets_total}
          tone={d.state === 'stopped' ? 'rust' : 'ink'}
        />
      </span>
    );
  if (s.stops > 0 || s.looks > 0)
    return (
      <span className="flex items-start gap-2">
        <span className="pt-0.5">
          <Severity of={s.stops > 0 ? 'stop' : 'look'} />
        </span>
        <span className="line-clamp-2 text-sm">{s.firstFinding}</span>
      </span>
    );
  return (
    <span className="flex items-center gap-2">
      <Severity of="fine" /> ready to send
    </span>
  );
}

function JobRow({ job, onRemove }: { job: ListedJob; onRemove: () => void }) {
  const { summary: s } = job;
  return (
    <li className="group relative grid grid-cols-[3.4rem_1.6rem_minmax(0,1fr)_2rem] items-center gap-x-4 gap-y-1 min-[900px]:grid-cols-[3.4rem_1.6rem_1fr_9rem_16rem_2rem] border-b border-ink/20 py-2 hover:bg-oat-deep/60">
      <span className="grid h-14 place-items-center">
        {s.pages > 0 && (
          <img
            src={pictureUrl(s.sha256, 1, 160)}
            alt=""
            loading="lazy"
            className="max-h-14 max-w-[3.4rem] border border-ink/30 bg-paper"
          />
        )}
      </span>
      <span className="num text-right text-ink-soft">{job.number}</span>
      <span className="min-w-0">
        <a
          href={`/jobs/${job.id}`}
          className="block truncate font-head text-lg leading-tight font-semibold after:absolute after:inset-0"
        >
          {s.title}
        </a>
        <span className="flex items-center gap-1.5 text-sm text-ink-soft">
          <span
            className="inline-block size-3 shrink-0 border border-ink/40"
            style={{ background: s.swatch }}
            aria-hidden
          />
          <span>
            {s.copies} × {s.pages} pages, {s.finished}, on {s.stock}, {s.up} up, {s.sheets} sheets
          </span>
        </span>
      </span>
      <span className="text-sm max-[900px]:col-start-3">{dueText(s.due)}</span>
      <span className="max-[900px]:col-start-3">
        <State job={job} />
      </span>
      <Button
        kind="quiet"
        small
        aria-label={`Remove ${s.title}`}
        className="relative opacity-60 group-hover:opacity-100 focus-visible:opacity-100 max-[900px]:col-start-4 max-[900px]:row-start-1"
        onPress={onRemove}
      >
        <Trash2 size={15} />
      </Button>
    </li>
  );
}

/** All jobs; PDFs dropped anywhere on it become jobs that are planned already. */
export function JobsView({ first }: { readonly first: readonly ListedJob[] | null }) {
  const [jobs, setJobs] = useState(first);
  const [problem, setProblem] = useState<string | null>(
    first ? null : 'The database does not answer. This page tries again by itself.',
  );
  const [search, setSearch] = useState('');
  const [over, setOver] = useState(false);
  /** Whether the window takes files yet. */
  const [ready, setReady] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  const { add, list } = useUploads();
  const { say } = useNotices();

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

  // the whole window takes files
  useEffect(() => {
    let depth = 0;
    const carries = (e: DragEvent): boolean => e.dataTransfer?.types.includes('Files') ?? false;
    const enter = (e: DragEvent): void => {
      if (!carries(e)) return;
      depth++;
      setOver(true);
    };
    const leave = (): void => {
      depth = Math.max(0, depth - 1);
      if (depth === 0) setOver(false);
    };
    const dragOver = (e: DragEvent): void => {
      if (carries(e)) e.preventDefault();
    };
    const drop = (e: DragEvent): void => {
      if (!carries(e)) return;
      e.preventDefault();
      depth = 0;
      setOver(false);
      add([...(e.dataTransfer?.files ?? [])]);
    };
    const key = (e: KeyboardEvent): void => {
      if (e.key === '/' && !(e.target instanceof HTMLInputElement)) {
        e.preventDefault();
        field.current?.focus();
      }
    };
    window.addEventListener('dragenter', enter);
    window.addEventListener('dragleave', leave);
    window.addEventListener('dragover', dragOver);
    window.addEventListener('drop', drop);
    window.addEventListener('keydown', key);
    setReady(true);
    return () => {
      window.removeEventListener('dragenter', enter);
      window.removeEventListener('dragleave', leave);
      window.removeEventListener('dragover', dragOver);
      window.removeEventListener('drop', drop);
      window.removeEventListener('keydown', key);
    };
  }, [add]);

  useEffect(() => {
    const busy = list.some((a) => a.state === 'arriving' || a.state === 'waiting');
    if (!busy) return;
    const ask_ = (e: BeforeUnloadEvent): void => e.preventDefault();
    window.addEventListener('beforeunload', ask_);
    return () => window.removeEventListener('beforeunload', ask_);
  }, [list]);

  const shown = useMemo(() => {
    const words = search.toLowerCase().split(/\s+/).filter(Boolean);
    return (jobs ?? []).filter(({ number, summary: s }) => {
      const text = `${number} ${s.title} ${s.file} ${s.stock} ${s.finished} ${s.copies}`.toLowerCase();
      return words.every((w) => text.includes(w));
    });
  }, [jobs, search]);

  const remove = (job: ListedJob): void => {
    ask(`/api/jobs/${job.id}`, 'DELETE')
      .then(() =>
        say({
          tone: 'fine',
          text: `Removed “${job.summary.title}”.`,
          action: { label: 'Bring it back', run: () => void ask(`/api/jobs/${job.id}`, 'PUT') },
        }),
      )
      .catch((e: Error) => say({ tone: 'stop', text: e.message }));
  };

  return (
    <div className="min-h-screen" data-ready={ready || undefined}>
      <Mast here="jobs" />
      <main className="mx-auto max-w-6xl px-4 py-6">
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
          <FileTrigger allowsMultiple acceptedFileTypes={TYPES} onSelect={(l) => l && add([...l])}>
            <Button kind="next">
              <FilePlus2 size={16} aria-hidden /> Add artwork
            </Button>
          </FileTrigger>
        </div>
        {problem && (
          <p role="alert" className="mb-4 flex items-center gap-2 border border-brick bg-paper px-3 py-2">
            <Severity of="stop" /> {problem}
          </p>
        )}
        <Arrivals />
        {jobs && jobs.length === 0 && (
          <div className="grid place-items-center border border-dashed border-ink/50 py-24 text-center">
            <p className="font-head text-2xl">Drop a PDF here</p>
            <p className="mt-1 text-ink-soft">
              It becomes a job that is planned already: size, sheet, order of pages and marks.
            </p>
          </div>
        )}
        {jobs && jobs.length > 0 && shown.length === 0 && (
          <p className="py-12 text-center text-ink-soft">
            No job has “{search}” in it.{' '}
            <button type="button" className="text-rust underline" onClick={() => setSearch('')}>
              Show all
            </button>
          </p>
        )}
        {shown.length > 0 && (
          <ul className="border-t border-ink" aria-label="Jobs, the most pressing first">
            {shown.map((job) => (
              <JobRow key={job.id} job={job} onRemove={() => remove(job)} />
            ))}
          </ul>
        )}
        {jobs && jobs.length > 0 && (
          <p className="mt-4 text-sm text-ink-soft">Drop PDFs or images anywhere on this page; each becomes a job.</p>
        )}
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
