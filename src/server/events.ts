import { EventEmitter } from 'node:events';

/** What is told to every open window. */
export type Event =
  | { readonly kind: 'job'; readonly id: string; readonly version: number }
  | { readonly kind: 'jobs' }
  | { readonly kind: 'pictures'; readonly sha256: string; readonly done: number; readonly total: number }
  | {
      readonly kind: 'export';
      readonly id: string;
      readonly state: string;
      readonly done: number;
      readonly total: number;
      readonly message: string | null;
    }
  | { readonly kind: 'delivery'; readonly id: string; readonly jobId: string };

const emitter = new EventEmitter();
emitter.setMaxListeners(0);

export const tell = (event: Event): void => void emitter.emit('event', event);

export function listen(heard: (event: Event) => void): () => void {
  emitter.on('event', heard);
  return () => emitter.off('event', heard);
}

/** A stream of server-sent events (HTML, 9.2): one line of JSON each, and a comment now and then to keep it open. */
export function eventStream(signal: AbortSignal): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  let stop = (): void => undefined;
  return new ReadableStream({
    start(controller) {
      const send = (text: string): void => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          stop();
        }
      };
      send('retry: 1000\n\n');
      const unlisten = listen((event) => send(`data: ${JSON.stringify(event)}\n\n`));
      const beat = setInterval(() => send(': still here\n\n'), 15_000);
      stop = () => {
        clearInterval(beat);
        unlisten();
      };
      signal.addEventListener('abort', stop);
    },
    cancel: () => stop(),
  });
}
