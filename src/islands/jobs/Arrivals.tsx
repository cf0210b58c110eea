import { useState } from 'react';
import { X } from 'lucide-react';
import { Button } from '../../ui/Button';
import { Meter } from '../../ui/Meter';
import { Severity } from '../../ui/Severity';
import { useTogether, type Together } from './together';
import { useUploads, type Arrival } from './uploads';

const SAID: Readonly<Record<Arrival['state'], string>> = {
  waiting: 'waits',
  arriving: 'arriving',
  reading: 'being read and planned',
  done: 'planned',
  failed: 'not taken',
  locked: 'locked',
};

function Unlock({ a }: { a: Arrival }) {
  const { unlock } = useUploads();
  const [password, setPassword] = useState('');
  return (
    <form
      className="mt-1 flex gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        void unlock(a.key, password);
      }}
    >
      <input
        type="password"
        aria-label={`Password of ${a.name}`}
        autoComplete="off"
        value={password}
        onChange={(e) => setPassword(e.target.value)}
        className="min-h-7 rounded-sm border border-ink/40 bg-paper px-2"
      />
      <Button small kind="next" type="submit">
        Open
      </Button>
    </form>
  );
}

/** All arrivals in a few words: `4 of 12 planned, 1 not taken`. */
function summed(list: readonly Arrival[]): string {
  const n = (...states: readonly Arrival['state'][]): number => list.filter((a) => states.includes(a.state)).length;
  const parts = [`${n('done')} of ${list.length} ${list.some((a) => a.ticket) ? 'taken in' : 'planned'}`];
  if (n('locked') > 0) parts.push(`${n('locked')} locked`);
  if (n('failed') > 0) parts.push(`${n('failed')} not taken`);
  return parts.join(', ');
}

/** Files on their way in: in one line when they are many, each in its own where one wants a hand. */
export function Arrivals() {
  const { list, clear } = useUploads();
  const together = useTogether((s) => s.it);
  const [open, setOpen] = useState<boolean | null>(null);
  if (list.length === 0) return null;
  const wanting = list.some((a) => a.state === 'failed' || a.state === 'locked');
  const ended = list.filter((a) => a.state === 'done' || a.state === 'failed').length;
  // a few are seen each; many fold into one line until somebody wants to see them
  const unfolded = open ?? (list.length <= 3 || wanting);
  return (
    <section aria-label="Arriving files" className="shrink-0 border border-ink/40 bg-paper px-3 py-2">
      <div className="flex items-center gap-3">
        <h2 className="text-base">Arriving</h2>
        <span className="text-sm">{summed(list)}</span>
        {ended < list.length && (
          <span className="w-40">
            <Meter label="Files planned" done={ended} total={list.length} />
          </span>
        )}
        <Button small kind="quiet" className="ml-auto" aria-expanded={unfolded} onPress={() => setOpen(!unfolded)}>
          {unfolded ? 'Fold' : 'Show each'}
        </Button>
        {ended > 0 && (
          <Button small kind="quiet" onPress={clear}>
            Clear
          </Button>
        )}
      </div>
      {together && <OneRun {...together} />}
      {unfolded && (
        <ul className="max-h-[40vh] overflow-y-auto">
          {list.map((a) => (
            <ArrivingFile key={a.key} a={a} />
          ))}
        </ul>
      )}
    </section>
  );
}

/** What was made of files dropped at once; and how they are single jobs again. */
function OneRun({ id, title, jobs }: Together) {
  const { part } = useTogether.getState();
  return (
    <p className="flex items-center gap-3 py-1.5" role="status">
      <Severity of="fine" />
      <span className="min-w-0">
        {jobs.length} files are cards of one size: one run,{' '}
        <a className="text-rust underline" href={`/jobs/${id}`}>
          {title}
        </a>
      </span>
      <Button small className="ml-auto shrink-0" onPress={() => void part()}>
        As {jobs.length} jobs
      </Button>
    </p>
  );
}

function ArrivingFile({ a }: { readonly a: Arrival }) {
  const { cancel, retry } = useUploads.getState();
  const together = useTogether((s) => s.it);
  return (
    <li className="border-t border-ink/15 py-1.5 first:border-t-0" data-arrival={a.state}>
      <div className="flex items-center gap-3">
        {a.state === 'failed' ? (
          <Severity of="stop" />
        ) : a.state === 'locked' ? (
          <Severity of="look" />
        ) : a.state === 'done' ? (
          <Severity of="fine" />
        ) : null}
        <span className="min-w-0 truncate">{a.name}</span>
        <span className="text-sm text-ink-soft">
          {a.ticket && a.state === 'done' ? a.message : SAID[a.state]}
          {a.state === 'done' && a.order !== null && ` for order ${a.order}`}
        </span>
        {a.same.length > 0 && (
          <span className="text-sm text-ink-soft">
            the same file as {a.same.length === 1 ? 'job' : 'jobs'} {a.same.slice(0, 3).join(', ')}; stored once
          </span>
        )}
        <span className="ml-auto flex gap-2">
          {a.jobId && !together?.jobs.includes(a.jobId) && (
            <a className="text-rust underline" href={`/jobs/${a.jobId}`}>
              Open
            </a>
          )}
          {a.state === 'failed' && (
            <Button small onPress={() => retry(a.key)}>
              Try again
            </Button>
          )}
          {a.state !== 'done' && (
            <Button small kind="quiet" aria-label={`Stop ${a.name}`} onPress={() => cancel(a.key)}>
              <X size={14} />
            </Button>
          )}
        </span>
      </div>
      {a.state === 'arriving' && <Meter label={`${a.name} arriving`} done={Math.round(a.share * 100)} total={100} />}
      {a.message && a.state !== 'done' && <p className="text-sm text-brick">{a.message}</p>}
      {a.state === 'locked' && <Unlock a={a} />}
    </li>
  );
}
