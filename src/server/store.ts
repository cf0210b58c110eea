import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream, existsSync } from 'node:fs';
import { mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { folders } from './config';

/** A file that did not arrive whole, or cannot be kept. */
export class StoreError extends Error {
  constructor(
    readonly code: 'disk-full' | 'cut-short',
    message: string,
  ) {
    super(message);
  }
}

/** Where a file of that content lies. */
export const storedAt = (sha256: string): string => join(folders.store(), sha256.slice(0, 2), sha256);

/** Where its working copy lies, if it needs one. */
export const workingCopyAt = (sha256: string): string => `${storedAt(sha256)}.work`;

async function syncFolder(path: string): Promise<void> {
  const handle = await open(path, 'r');
  await handle.sync();
  await handle.close();
}

/**
 * Takes a file into the store as it streams in, under its SHA-256. When this returns it is on disk for good; until
 * then there is nothing to be seen of it. The same content twice is kept once.
 * @param expected its length in bytes, where the sender has said so
 * @throws StoreError
 */
export async function keep(body: Readable, expected: number | null): Promise<{ sha256: string; bytes: number }> {
  const arriving = join(folders.store(), 'arriving');
  await mkdir(arriving, { recursive: true });
  const temporary = join(arriving, randomUUID());
  const hash = createHash('sha256');
  let bytes = 0;
  const count = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      hash.update(chunk);
      bytes += chunk.length;
      done(null, chunk);
    },
  });
  try {
    await pipeline(body, count, createWriteStream(temporary, { flush: true }));
    if (expected !== null && bytes !== expected)
      throw new StoreError('cut-short', 'The file did not arrive whole. Drop it again.');
    const sha256 = hash.digest('hex');
    const target = storedAt(sha256);
    if (existsSync(target) && (await stat(target)).size === bytes) await rm(temporary);
    else {
      await mkdir(join(folders.store(), sha256.slice(0, 2)), { recursive: true });
      await rename(temporary, target);
      await syncFolder(join(folders.store(), sha256.slice(0, 2)));
    }
    return { sha256, bytes };
  } catch (e) {
    await rm(temporary, { force: true });
    if (e instanceof StoreError) throw e;
    const code = (e as NodeJS.ErrnoException).code;
    if (code === 'ENOSPC' || code === 'EDQUOT' || code === 'EFBIG')
      throw new StoreError(
        'disk-full',
        'The disk is full: the file was not taken in. Make room, then drop it again; every job is as it was.',
      );
    throw new StoreError('cut-short', 'The file did not arrive whole. Drop it again.');
  }
}

/** Removes what was arriving when the server was stopped. */
export async function sweepArrivals(): Promise<void> {
  const arriving = join(folders.store(), 'arriving');
  for (const name of await readdir(arriving).catch(() => [])) await rm(join(arriving, name), { force: true });
}
