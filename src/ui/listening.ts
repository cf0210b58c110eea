import { Stream, type Heard, type Listener, type News } from './stream';

/** A window's end of the stream: closed while the browser keeps the page aside, and caught up when it is shown again. */

const heards = new Set<(e: Heard) => void>();
let last: string | null = null;
let leave: (() => void) | null = null;
let own: Stream | null = null;

const hear = ({ id, event }: News): void => {
  if (id !== null) last = id;
  for (const heard of heards) heard(event);
};

function join(): void {
  if (leave) return;
  if (typeof SharedWorker === 'undefined') {
    // a browser without shared threads: a stream for each window
    const stream = (own ??= new Stream((url) => new EventSource(url)));
    const listener: Listener = { hear };
    stream.add(listener, last);
    leave = () => stream.remove(listener);
    return;
  }
  const { port } = new SharedWorker(new URL('./stream-worker.ts', import.meta.url), {
    type: 'module',
    name: 'odd-sparrow events',
  });
  port.onmessage = (m: MessageEvent<News>) => hear(m.data);
  port.postMessage({ after: last });
  leave = () => {
    port.onmessage = null;
    port.postMessage('bye');
    port.close();
  };
}

function part(): void {
  leave?.();
  leave = null;
}

let watching = false;
function watch(): void {
  if (watching) return;
  watching = true;
  window.addEventListener('pagehide', part);
  window.addEventListener('pageshow', () => {
    if (heards.size > 0) join();
  });
}

/** Listens to the server until told to stop. */
export function listen(heard: (e: Heard) => void): () => void {
  heards.add(heard);
  watch();
  if (!leave) join();
  // the stream is there already: this listener asks once for what it may have missed before it listened
  else queueMicrotask(() => heards.has(heard) && heard({ kind: 'open' }));
  return () => {
    heards.delete(heard);
    if (heards.size === 0) part();
  };
}
