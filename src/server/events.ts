import { EventEmitter } from 'node:events';
import type { ServerEvent } from '../core';

const emitter = new EventEmitter();
emitter.setMaxListeners(0);

export const tell = (event: ServerEvent): void => void emitter.emit('event', event);

export function listen(heard: (event: ServerEvent) => void): () => void {
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
