import { signalWritten } from '../../core/ticket';
import type { Slitter } from './slitter';

/** Tells Odd Sparrow how the slitter stands: XJMF over HTTP, when it changes and now and then. */

/** What changes quickly is told no more often, and what does not change all the same; milliseconds. */
const APART = 300;
const AGAIN = 20_000;

export interface Telling {
  readonly changed: (slitter: Slitter) => void;
  readonly close: () => void;
}

/** @param application where Odd Sparrow answers */
export function tellingTo(application: string): Telling {
  let last: Slitter | null = null;
  let waiting: NodeJS.Timeout | null = null;
  let count = 0;
  const send = (): void => {
    waiting = null;
    if (!last) return;
    const { current } = last;
    const sheets = current ? current.unlike * current.copies : 0;
    const body = signalWritten(
      {
        device: last.options.name,
        state: current === null ? 'idle' : current.state === 'stopped' ? 'stopped' : 'running',
        reason: current?.stop ?? null,
        job: current && {
          name: current.name.slice(0, 300),
          done: current.done,
          percent: Math.round((1000 * (current.done + current.aside)) / Math.max(1, sheets)) / 10,
        },
      },
      { id: `S${++count}`, time: new Date().toISOString() },
    );
    // who does not answer is told the next time
    void fetch(`${application}/api/xjmf`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/vnd.cip4-xjmf+xml' },
      body,
      signal: AbortSignal.timeout(10_000),
    }).catch(() => undefined);
  };
  const again = setInterval(send, AGAIN);
  again.unref();
  return {
    changed: (slitter) => {
      last = slitter;
      waiting ??= setTimeout(send, APART);
    },
    close: () => {
      clearInterval(again);
      if (waiting) clearTimeout(waiting);
    },
  };
}
