import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { plan, unpackArtwork } from '../core';
import { folders } from './config';
import { alone } from './db';
import { tell } from './events';
import { sourceOf } from './pictures';
import { findArtwork } from './tables/artworks';
import { findExport, forgetOldExports, insertExport, updateExport, type Export } from './tables/exports';
import { readJob } from './tables/jobs';
import { composeInWorker } from './workers';
import { wake } from './work';

const running = new Map<string, AbortController>();

export const exportFile = (id: string): string => join(folders.out(), `export-${id}.pdf`);

/** Starts making the imposed PDF of a job as it stands. @returns its id, or null where there is no such job */
export async function startExport(jobId: string): Promise<string | null> {
  const row = await readJob(jobId);
  const artwork = row?.docket.artwork.file.sha256 ? await findArtwork(row.docket.artwork.file.sha256) : null;
  if (!row || !artwork) return null;
  const id = randomUUID();
  await insertExport(id, jobId, row.docket, plan(row.docket, unpackArtwork(artwork.facts)).sheets.length);
  await wake('export', { id });
  return id;
}

const said = (e: Export, change: Partial<Export>): void => {
  const now = { ...e, ...change };
  tell({ kind: 'export', id: e.id, state: now.state, done: now.done, total: now.total, message: now.message });
};

/** Makes an export; what was half done when the server stopped is begun again. */
export async function runExport(id: string): Promise<void> {
  await alone(`export ${id}`, async () => {
    const it = await findExport(id);
    if (!it || (it.state !== 'waiting' && it.state !== 'working')) return;
    const artwork = await findArtwork(it.docket.artwork.file.sha256 ?? '');
    if (!artwork) return;
    await updateExport(id, { state: 'working', done: 0 });
    const abort = new AbortController();
    running.set(id, abort);
    const out = exportFile(id);
    await mkdir(folders.out(), { recursive: true });
    try {
      await composeInWorker(
        {
          docket: it.docket,
          artwork: unpackArtwork(artwork.facts),
          source: sourceOf(artwork.sha256, artwork.working_copy),
          out: `${out}.part`,
        },
        (done) => {
          // what a stopped worker had said before it was stopped is not news any more
          if (!abort.signal.aborted) said(it, { state: 'working', done });
        },
        abort.signal,
      );
      await rename(`${out}.part`, out);
      if (await updateExport(id, { state: 'done', done: it.total })) said(it, { state: 'done', done: it.total });
      else await rm(out, { force: true });
    } catch (e) {
      await rm(`${out}.part`, { force: true });
      const canceled = abort.signal.aborted;
      const full = (e as NodeJS.ErrnoException).code === 'ENOSPC';
      const message = canceled
        ? null
        : full
          ? 'The disk is full. Make room, then export again.'
          : `The sheets could not be written: ${(e as Error).message}`;
      await updateExport(id, { state: canceled ? 'canceled' : 'failed', message });
      said(it, { state: canceled ? 'canceled' : 'failed', message });
    } finally {
      running.delete(id);
    }
  });
}

/** Stops an export. @returns whether there was one to stop */
export async function cancelExport(id: string): Promise<boolean> {
  running.get(id)?.abort();
  const it = await findExport(id);
  if (!it || !(await updateExport(id, { state: 'canceled' }))) return false;
  said(it, { state: 'canceled' });
  return true;
}

export async function sweepExports(): Promise<void> {
  for (const id of await forgetOldExports()) if (existsSync(exportFile(id))) await rm(exportFile(id), { force: true });
}
