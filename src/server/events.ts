import { EventEmitter } from 'node:events';
import { randomBytes } from 'node:crypto';
import type { ServerEvent } from '../core';
import type { Exchange } from './exchange';

const emitter = new EventEmitter();
emitter.setMaxListeners(0);

/** Events kept for windows that were away for a moment. */
const KEPT = 1000;
/** Streams at most; a browser has one for all its windows. */
const MOST_STREAMS = 400;
/** Bytes that may wait for a reader; one that is slower is dropped, and catches up when it comes again. */
const MOST_WAITING = 256 << 10;

/** Told apart from those of an earlier run of the server, whose events are not known any more. */
const epoch = randomBytes(6).toString('hex');
let last = 0;
const kept: { readonly seq: number; readonly line: string }[] = [];

/** Milliseconds of events that go out together: with many windows and many changes, writing is what costs. */
const TOGETHER = 15;
let gathered = '';
const encoder = new TextEncoder();

export function tell(event: ServerEvent): void {
  const line = JSON.stringify(event);
  kept.push({ seq: ++last, line });
  if (kept.length > KEPT) kept.shift();
  if (gathered === '') setTimeout(flush, TOGETHER);
  gathered += `id: ${epoch}-${last}\ndata: ${line}\n\n`;
}

function flush(): void {
  const bytes = encoder.encode(gathered);
  gathered = '';
  emitter.emit('event', bytes);
}

/** What was missed since an event, or null where that is not known and everything is to be asked for anew. */
export function since(lastId: string | null): string[] | null {
  const m = /^([0-9a-f]+)-(\d+)$/.exec(lastId ?? '');
  if (!m || m[1] !== epoch) return null;
  const seq = Number(m[2]);
  if (seq > last || seq < last - kept.length) return null;
  return kept.filter((k) => k.seq > seq).map((k) => `id: ${epoch}-${k.seq}\ndata: ${k.line}\n\n`);
}

let streams = 0;
export const openStreams = (): number => streams;

/**
 * A stream of server-sent events (HTML, 9.2): one line of JSON each, and a comment now and then to keep it open. It
 * begins with what was missed since `lastId`, or, where that is not known, with the event `anew`.
 * @returns null where there are too many streams already
 */
export function eventStream(
  signal: AbortSignal,
  lastId: string | null,
  { waiting, drop }: Pick<Exchange, 'waiting' | 'drop'>,
): ReadableStream<Uint8Array> | null {
  if (streams >= MOST_STREAMS) return null;
  streams++;
  let open = true;
  let stop = (): void => undefined;
  return new ReadableStream({
    start(controller) {
      const send = (bytes: Uint8Array): void => {
        if (!open) return;
        if (waiting() > MOST_WAITING) {
          stop();
          drop();
          return;
        }
        try {
          controller.enqueue(bytes);
        } catch {
          stop();
        }
      };
      const beat = setInterval(() => send(encoder.encode(': still here\n\n')), 15_000);
      stop = () => {
        if (!open) return;
        open = false;
        streams--;
        clearInterval(beat);
        emitter.off('event', send);
        try {
          controller.close();
        } catch {
          // closed from the other side
        }
      };
      const missed = since(lastId);
      const first = missed ? `\n${missed.join('')}` : `event: anew\nid: ${epoch}-${last}\ndata: {}\n\n`;
      send(encoder.encode(`retry: 1000\n${first}`));
      // what is gathered already is among what was missed
      if (gathered !== '') flush();
      emitter.on('event', send);
      if (signal.aborted) stop();
      else signal.addEventListener('abort', () => stop(), { once: true });
    },
    cancel: () => stop(),
  });
}
