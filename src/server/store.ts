import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync } from 'node:fs';
import { link, mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { folders } from './config';
import { diskFull, type Sql } from './db';

/** A file that did not arrive whole, or cannot be kept; `status` is the answer's (RFC 9110, 15). */
export class StoreError extends Error {
  constructor(
    readonly code: 'disk-full' | 'cut-short' | 'stalled' | 'unknown',
    message: string,
  ) {
    super(message);
  }

  get status(): number {
    return { 'disk-full': 507, 'cut-short': 400, stalled: 408, unknown: 404 }[this.code];
  }
}

/** Where a file of that content lies. */
export const storedAt = (sha256: string): string => join(folders.store(), sha256.slice(0, 2), sha256);

/** Where its working copy lies, if it needs one. */
export const workingCopyAt = (sha256: string): string => `${storedAt(sha256)}.work`;

/** A minute without a byte ends an upload; nothing else does, however long it takes. */
export const STALL = 60_000;

async function syncFolder(path: string): Promise<void> {
  const handle = await open(path, 'r');
  await handle.sync();
  await handle.close();
}

/** Where the rows of a table of that content are kept. */
export const rowsAt = (sha256: string): string => `${storedAt(sha256)}.rows`;

export interface Kept {
  readonly sha256: string;
  readonly bytes: number;
}

/** Moves a whole file into the store, for good. The same content twice is kept once. */
async function settle(temporary: string, { sha256, bytes }: Kept): Promise<Kept> {
  const target = storedAt(sha256);
  if (existsSync(target) && (await stat(target)).size === bytes) await rm(temporary, { force: true });
  else {
    await mkdir(join(folders.store(), sha256.slice(0, 2)), { recursive: true });
    await rename(temporary, target);
    await syncFolder(join(folders.store(), sha256.slice(0, 2)));
  }
  return { sha256, bytes };
}

const FULL = 'The disk is full: the file was not taken in. Make room, then drop it again; every job is as it was.';
const diskIsFull = (): StoreError => new StoreError('disk-full', FULL);

/**
 * Takes a file into the store as it streams in, under its SHA-256. When this returns it is on disk for good; until
 * then there is nothing to be seen of it.
 * @param expected its length in bytes, where the sender has said so
 * @param stall milliseconds without a byte that end it
 * @throws StoreError
 */
export async function keep(body: Readable, expected: number | null, stall = STALL): Promise<Kept> {
  const arriving = folders.arriving();
  await mkdir(arriving, { recursive: true });
  const temporary = join(arriving, randomUUID());
  const hash = createHash('sha256');
  let bytes = 0;
  let timer: NodeJS.Timeout | undefined;
  const watch = (): void => {
    clearTimeout(timer);
    timer = setTimeout(
      () => body.destroy(new StoreError('stalled', 'Nothing of the file arrived for a minute. Drop it again.')),
      stall,
    );
  };
  const count = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      watch();
      hash.update(chunk);
      bytes += chunk.length;
      done(null, chunk);
    },
  });
  try {
    watch();
    await pipeline(body, count, createWriteStream(temporary, { flush: true }));
    clearTimeout(timer);
    if (expected !== null && bytes !== expected)
      throw new StoreError('cut-short', 'The file did not arrive whole. Drop it again.');
    return await settle(temporary, { sha256: hash.digest('hex'), bytes });
  } catch (e) {
    await rm(temporary, { force: true });
    if (e instanceof StoreError) throw e;
    if (diskFull(e) || (e as NodeJS.ErrnoException).code === 'EFBIG') throw diskIsFull();
    throw new StoreError('cut-short', 'The file did not arrive whole. Drop it again.');
  } finally {
    clearTimeout(timer);
  }
}

/**
 * Takes a whole file of the arriving ones into the store. It stays where it arrived as well, by another name of the same
 * bytes: whoever asked and heard no answer asks again.
 * @throws StoreError
 */
export async function keepArrived(path: string, bytes: number): Promise<Kept> {
  try {
    const handle = await open(path, 'r+');
    await handle.sync();
    await handle.close();
    const hash = createHash('sha256');
    await pipeline(createReadStream(path, { highWaterMark: 1 << 20 }), hash);
    const sha256 = hash.digest('hex');
    const shelf = join(folders.store(), sha256.slice(0, 2));
    await mkdir(shelf, { recursive: true });
    await link(path, storedAt(sha256)).catch((e: NodeJS.ErrnoException) => {
      if (e.code !== 'EEXIST') throw e;
    });
    await syncFolder(shelf);
    return { sha256, bytes };
  } catch (e) {
    if (diskFull(e)) throw diskIsFull();
    throw e;
  }
}

const DAY = 86_400_000;

/** Removes what was arriving in one breath when the server was stopped, and what is not being gone on with for a day. */
export async function sweepArrivals(now = Date.now()): Promise<void> {
  const arriving = folders.arriving();
  for (const entry of await readdir(arriving, { withFileTypes: true }).catch(() => []))
    if (entry.isFile()) await rm(join(arriving, entry.name), { force: true });
  for (const name of await readdir(folders.uploads()).catch(() => [])) {
    const path = join(folders.uploads(), name);
    const at = await stat(path).catch(() => null);
    if (at && now - at.mtimeMs > DAY) await rm(path, { force: true });
  }
}

/** Removes stored files that became neither artwork nor table: refused ones, and locked ones that nobody has opened for a day. */
export async function sweepStore(run: Sql, now = Date.now()): Promise<void> {
  const old: string[] = [];
  for (const shelf of await readdir(folders.store()).catch(() => [])) {
    if (!/^[0-9a-f]{2}$/.test(shelf)) continue;
    for (const name of await readdir(join(folders.store(), shelf))) {
      const at = await stat(join(folders.store(), shelf, name)).catch(() => null);
      if (at && now - at.mtimeMs > DAY) old.push(name);
    }
  }
  const shas = [...new Set(old.map((n) => n.slice(0, 64)))].filter((n) => /^[0-9a-f]{64}$/.test(n));
  for (let i = 0; i < shas.length; i += 500) {
    const some = shas.slice(i, i + 500);
    const known = await knownAmong(run, some);
    for (const sha256 of some) if (!known.has(sha256)) await dropStored(sha256);
  }
  // what was being written beside when the server was stopped
  for (const name of old.filter((n) => n.endsWith('.part')))
    await rm(join(folders.store(), name.slice(0, 2), name), { force: true });
}

/** Which of these files are artwork or a table: somebody may print from them. */
async function knownAmong(run: Sql, some: readonly string[]): Promise<ReadonlySet<string>> {
  const rows = await run<{ sha256: string }>(
    `select sha256 from artworks where sha256 = any($1)
     union select sha256 from record_tables where sha256 = any($1)`,
    [some],
  );
  return new Set(rows.map((r) => r.sha256));
}

/** Removes a stored file that was refused, unless it is known as something else: a table that was dropped as artwork. */
export async function dropRefused(run: Sql, sha256: string): Promise<void> {
  if (!(await knownAmong(run, [sha256])).has(sha256)) await dropStored(sha256);
}

/** Removes a stored file that is neither artwork nor table. */
async function dropStored(sha256: string): Promise<void> {
  const beside = [workingCopyAt(sha256), rowsAt(sha256)].flatMap((path) => [path, `${path}.part`]);
  for (const path of [storedAt(sha256), ...beside]) await rm(path, { force: true });
}
