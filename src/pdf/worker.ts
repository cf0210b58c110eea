import { rmSync } from 'node:fs';
import { isMainThread, type MessagePort } from 'node:worker_threads';
import { compose, type Composed, type ComposeJob } from './compose';
import { ArtworkError } from './errors';
import { rasterise } from './raster';
import { readArtwork, type ReadArtwork } from './read';

/** What a worker thread does; each is a function by its name for Piscina. */

/** An error cannot cross threads with its class: it goes as a value. */
export type Outcome<T> =
  { readonly ok: T } | { readonly refused: { readonly code: ArtworkError['code']; readonly message: string } };

export async function read(task: { path: string; copy: string; password?: string }): Promise<Outcome<ReadArtwork>> {
  try {
    return { ok: await readArtwork(task.path, task.copy, task.password) };
  } catch (e) {
    if (e instanceof ArtworkError) return { refused: { code: e.code, message: e.message } };
    throw e;
  }
}

export function draw(task: { path: string; page: number; width: number }): Uint8Array {
  return rasterise(task.path, task.page, task.width);
}

/** Composes; progress goes to the port at most ten times a second. */
export function impose(task: Omit<ComposeJob, 'onProgress'> & { readonly port: MessagePort | null }): Composed {
  if (isMainThread) throw new Error('Imposing belongs in a worker.');
  let said = 0;
  rmSync(task.out, { force: true });
  return compose({
    ...task,
    onProgress: (done, total) => {
      const now = performance.now();
      if (!task.port || (now - said < 100 && done < total)) return;
      said = now;
      task.port.postMessage({ done, total });
    },
  });
}
