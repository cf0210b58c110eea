import { availableParallelism } from 'node:os';
import { Hands, type Composed, type ComposeJob, type ReadArtwork } from '../pdf';
import { workerFile } from './config';

/**
 * Reading, drawing and composing have threads of their own: a page that is drawn without end holds up no file that
 * arrives, and pictures never wait for sheets.
 */
const pools = { read: null, draw: null, impose: null } as Record<'read' | 'draw' | 'impose', Hands | null>;

/** Seconds that reading a file, drawing a page and composing may take. */
export const LIMITS = { read: 60, draw: 10, impose: 3600 } as const;

function pool(name: keyof typeof pools): Hands {
  return (pools[name] ??= new Hands({
    file: workerFile(),
    hands: name === 'draw' ? Math.max(1, availableParallelism() - 1) : 1,
    seconds: LIMITS[name],
  }));
}

/** Reads artwork. @throws ArtworkError, TookTooLong, TookTooMuch */
export const readInWorker = (path: string, copy: string, password?: string): Promise<ReadArtwork> =>
  pool('read').run('read', { path, copy, password });

/** Draws a page, as JPEG; `asked` goes before what is drawn in advance. @throws TookTooLong, TookTooMuch */
export const drawInWorker = (path: string, page: number, width: number, asked = true): Promise<Uint8Array> =>
  pool('draw').run('draw', { path, page, width }, { priority: asked ? 1 : 0 });

/** Composes; the signal stops it at once. */
export const composeInWorker = (
  job: Omit<ComposeJob, 'onProgress'>,
  onProgress: (done: number, total: number) => void,
  signal: AbortSignal,
): Promise<Composed> => pool('impose').run('impose', job, { onProgress, signal });

export async function closeWorkers(): Promise<void> {
  for (const name of ['read', 'draw', 'impose'] as const) {
    await pools[name]?.close();
    pools[name] = null;
  }
}
