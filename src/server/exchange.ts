import { AsyncLocalStorage } from 'node:async_hooks';
import type { ServerResponse } from 'node:http';
import type { Readable } from 'node:stream';

/**
 * The connection behind a request. Routes answer with a stream and are not told how fast it is read; whoever sends much
 * asks here, so that a slow reader costs no memory.
 */
export interface Exchange {
  /** Bytes that wait to be read by the other side. */
  readonly waiting: () => number;
  /** Resolves when more may be written; at once where that is now. */
  readonly ready: () => Promise<void>;
  /** Ends the connection. */
  readonly drop: () => void;
}

// the process that listens and the routes are bundled apart: what both know hangs on the process
const KEY = Symbol.for('odd-sparrow.exchange');
const held = globalThis as unknown as Record<symbol, AsyncLocalStorage<Exchange> | undefined>;
const current = (held[KEY] ??= new AsyncLocalStorage<Exchange>());

const UNKNOWN: Exchange = { waiting: () => 0, ready: () => Promise.resolve(), drop: () => undefined };

/** The connection of the request that is being answered. */
export const exchange = (): Exchange => current.getStore() ?? UNKNOWN;

/** Answers a request with its connection known. */
export function withExchange(res: ServerResponse, answer: () => void): void {
  current.run(
    {
      waiting: () => res.writableLength,
      ready: () =>
        !res.writableNeedDrain || res.destroyed
          ? Promise.resolve()
          : new Promise((resolve) => {
              const go = (): void => {
                res.off('drain', go);
                res.off('close', go);
                resolve();
              };
              res.on('drain', go);
              res.on('close', go);
            }),
      drop: () => res.destroy(),
    },
    answer,
  );
}

/** A file on its way out, read no faster than it is taken. */
export function paced(source: Readable, { ready }: Pick<Exchange, 'ready'> = exchange()): ReadableStream<Uint8Array> {
  const chunks = source[Symbol.asyncIterator]() as AsyncIterator<Buffer>;
  return new ReadableStream(
    {
      async pull(controller) {
        await ready();
        const next = await chunks.next();
        if (next.done) controller.close();
        else controller.enqueue(next.value);
      },
      cancel: () => void source.destroy(),
    },
    { highWaterMark: 0 },
  );
}
