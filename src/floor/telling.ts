import { signalWritten, type DeviceSignal } from '../core/ticket';

/** Tells Odd Sparrow how a finishing machine stands: XJMF over HTTP, when it changes and now and then. */

/** A machine that can say how it stands. */
export interface Standing {
  readonly standing: () => DeviceSignal;
}

/** What changes quickly is told no more often, and what does not change all the same; milliseconds. */
const APART = 300;
const AGAIN = 20_000;

export interface Telling {
  readonly changed: (it: Standing) => void;
  readonly close: () => void;
}

/** @param application where Odd Sparrow answers */
export function tellingTo(application: string): Telling {
  let last: Standing | null = null;
  let waiting: NodeJS.Timeout | null = null;
  let count = 0;
  const send = (): void => {
    waiting = null;
    if (!last) return;
    const body = signalWritten(last.standing(), { id: `S${++count}`, time: new Date().toISOString() });
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
    changed: (it) => {
      last = it;
      waiting ??= setTimeout(send, APART);
    },
    close: () => {
      clearInterval(again);
      if (waiting) clearTimeout(waiting);
    },
  };
}
