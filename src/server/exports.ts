import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { plan } from '../core';
import { folders } from './config';
import { alone } from './db';
import { tell } from './events';
import { sourcesOf } from './sources';
import { findExport, forgetOldExports, insertExport, updateExport, type Export } from './tables/exports';
import { readJob } from './tables/jobs';
import { composeInWorker } from './workers';
import { wake } from './work';

const running = new Map<string, AbortController>();

export const exportFile = (id: string): string => join(folders.out(), `export-${id}.pdf`);

/** Starts making the imposed PDF of a job as it stands. @returns its id, or null where there is no such job */
export async function startExport(jobId: string, pass: Export['pass'] = 'all'): Promise<string | null> {
  const row = await readJob(jobId);
  const sources = row && (await sourcesOf(row.docket));
  if (!row || !sources) return null;
  const id = randomUUID();
  await insertExport(id, jobId, row.docket, pass, plan(row.docket, sources.artwork).sheets.length);
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
    const sources = await sourcesOf(it.docket);
    if (!sources) return;
    await updateExport(id, { state: 'working', done: 0 });
    const abort = new AbortController();
    running.set(id, abort);
    const out = exportFile(id);
    await mkdir(folders.out(), { recursive: true });
    try {
      await composeInWorker(
        { docket: it.docket, ...sources, pass: it.pass, out: `${out}.part` },
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
