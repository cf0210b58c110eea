import { useEffect, useState } from 'react';
import { ask, listen } from '../../ui/client';

/** What a finishing machine told of itself last. */
interface Told {
  readonly device: string;
  readonly state: 'idle' | 'running' | 'stopped';
  readonly reason: string | null;
  readonly job: { readonly name: string; readonly done: number; readonly percent: number } | null;
  readonly at: string;
}

/** What machines call their reasons, in words; any other is shown as it is told. */
const REASONS: Readonly<Record<string, string>> = {
  'no-mark': 'No register mark where it looks. Is the stack the right way round?',
  'no-code': 'The code cannot be read. Clean the sheet, or put it aside.',
  'no-program': 'It has no program of that number. Give it the file of the job’s program.',
  'other-sheet': 'Its program is for a sheet of another size.',
  'not-loaded': 'Nothing is loaded. Give it the file of the job’s program.',
  failed: 'The sheet could not be looked at.',
};

const STATES = { idle: 'idle', running: 'at work', stopped: 'stopped' } as const;

/** The machines of the finishing that tell of themselves: what each works, how far, why it stands still. */
export function Devices() {
  const [told, setTold] = useState<readonly Told[]>([]);
  useEffect(() => {
    let wanted = true;
    const read = (): void =>
      void ask<Told[]>('/api/devices').then(
        (list) => wanted && setTold(list),
        () => undefined,
      );
    read();
    const leave = listen((e) => {
      if (e.kind === 'devices' || e.kind === 'open') read();
    });
    return () => {
      wanted = false;
      leave();
    };
  }, []);
  if (told.length === 0) return null;
  return (
    <section aria-label="Finishing">
      <h2 className="border-b border-ink pb-1 text-xl">Finishing</h2>
      <ul>
        {told.map((it) => (
          <li key={it.device} data-device={it.device} data-state={it.state} className="border-b border-ink/15 py-3">
            <p className="flex flex-wrap items-baseline gap-x-3">
              <b className="font-head text-lg">{it.device}</b>
              <span className={it.state === 'stopped' ? 'font-semibold text-brick' : 'text-ink-soft'}>
                {STATES[it.state]}
              </span>
              {it.job && (
                <span>
                  {it.job.name}, <span className="num">{it.job.done}</span> through
                </span>
              )}
            </p>
            {it.job && (
              <progress
                className="mt-1 h-2 w-full max-w-md accent-moss"
                max={100}
                value={it.job.percent}
                aria-label={`${it.device}: ${it.job.name}`}
              />
            )}
            {it.reason && <p className="text-sm">{REASONS[it.reason] ?? it.reason}</p>}
          </li>
        ))}
      </ul>
    </section>
  );
}
