import { useState } from 'react';
import { X } from 'lucide-react';
import { Button } from '../../ui/Button';
import { Meter } from '../../ui/Meter';
import { Severity } from '../../ui/Severity';
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

/** Files on their way in. */
export function Arrivals() {
  const { list, cancel, retry, clear } = useUploads();
  if (list.length === 0) return null;
  return (
    <section aria-label="Arriving files" className="mb-5 border border-ink/40 bg-paper px-3 py-2">
      <div className="flex items-center">
        <h2 className="text-base">Arriving</h2>
        {list.some((a) => a.state === 'done' || a.state === 'failed') && (
          <Button small kind="quiet" className="ml-auto" onPress={clear}>
            Clear
          </Button>
        )}
      </div>
      <ul>
        {list.map((a) => (
          <li key={a.key} className="border-t border-ink/15 py-1.5 first:border-t-0" data-arrival={a.state}>
            <div className="flex items-center gap-3">
              {a.state === 'failed' ? (
                <Severity of="stop" />
              ) : a.state === 'locked' ? (
                <Severity of="look" />
              ) : a.state === 'done' ? (
                <Severity of="fine" />
              ) : null}
              <span className="min-w-0 truncate">{a.name}</span>
              <span className="text-sm text-ink-soft">{SAID[a.state]}</span>
              {a.same.length > 0 && (
                <span className="text-sm text-ink-soft">
                  the same file as {a.same.length === 1 ? 'job' : 'jobs'} {a.same.slice(0, 3).join(', ')}; stored once
                </span>
              )}
              <span className="ml-auto flex gap-2">
                {a.jobId && (
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
            {a.state === 'arriving' && (
              <Meter label={`${a.name} arriving`} done={Math.round(a.share * 100)} total={100} />
            )}
            {a.message && <p className="text-sm text-brick">{a.message}</p>}
            {a.state === 'locked' && <Unlock a={a} />}
          </li>
        ))}
      </ul>
    </section>
  );
}
