import { availableParallelism } from 'node:os';
import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { ArtworkError, type Composed, type ComposeJob, type ReadArtwork } from '../pdf';
import { workerFile } from './config';

/** Drawing and reading share the machine's cores; composing has a thread of its own, so that pictures never wait for it. */
let pages: Piscina | null = null;
let composer: Piscina | null = null;

const pagePool = (): Piscina =>
  (pages ??= new Piscina({
    filename: workerFile(),
    minThreads: 1,
    maxThreads: Math.max(1, availableParallelism() - 1),
    idleTimeout: 60_000,
  }));
const composePool = (): Piscina =>
  (composer ??= new Piscina({ filename: workerFile(), minThreads: 0, maxThreads: 1, idleTimeout: 30_000 }));

type Outcome<T> = { ok: T } | { refused: { code: ArtworkError['code']; message: string } };

/** Reads artwork in a worker. @throws ArtworkError */
export async function readInWorker(path: string, copy: string, password?: string): Promise<ReadArtwork> {
  const outcome = (await pagePool().run({ path, copy, password }, { name: 'read' })) as Outcome<ReadArtwork>;
  if ('refused' in outcome) throw new ArtworkError(outcome.refused.code, outcome.refused.message);
  return outcome.ok;
}

/** Draws a page in a worker, as JPEG. */
export const drawInWorker = async (path: string, page: number, width: number): Promise<Uint8Array> =>
  (await pagePool().run({ path, page, width }, { name: 'draw' })) as Uint8Array;

/** Composes in a worker; the signal stops it at once. */
export async function composeInWorker(
  job: Omit<ComposeJob, 'onProgress'>,
  onProgress: (done: number, total: number) => void,
  signal: AbortSignal,
): Promise<Composed> {
  const { port1, port2 } = new MessageChannel();
  port1.on('message', ({ done, total }: { done: number; total: number }) => onProgress(done, total));
  try {
    return (await composePool().run(
      { ...job, port: port2 },
      { name: 'impose', signal, transferList: [port2] },
    )) as Composed;
  } finally {
    port1.close();
  }
}

export async function closeWorkers(): Promise<void> {
  await Promise.all([pages?.destroy(), composer?.destroy()]);
  pages = composer = null;
}
