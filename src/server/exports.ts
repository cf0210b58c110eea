import { randomUUID } from 'node:crypto';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { MOST_PROOFED, plan, proofSaid } from '../core';
import { inWords, type ComposeJob } from '../pdf';
import { folders } from './config';
import { databaseAway, diskFull, sql } from './db';
import { tell } from './events';
import { sourcesOf } from './sources';
import {
  findExport,
  forgetOldExports,
  inZip,
  insertExport,
  unfinishedExports,
  updateExport,
  type Export,
  type Written,
} from './tables/exports';
import { readJob } from './tables/jobs';
import { composeInWorker } from './workers';
import { NotSendable } from './not-sendable';
import { makeExport } from './work';

const running = new Map<string, AbortController>();

/** The file of an export; where forms are apart it is a ZIP all the same. */
export const exportFile = (id: string): string => join(folders.out(), `export-${id}.pdf`);

/**
 * Starts making the imposed PDF of a job as it stands.
 * @param id what the asker calls it: asked for again, the same export answers
 * @returns its id, or null where there is no such job
 */
export async function startExport(
  jobId: string,
  { pass, proof }: Pick<Export, 'pass' | 'proof'> = { pass: 'all', proof: null },
  id: string = randomUUID(),
): Promise<string | null> {
  const row = await readJob(sql, jobId);
  const sources = row && (await sourcesOf(sql, row.docket));
  if (!row || !sources) return null;
  const planned = plan(row.docket, sources.artwork);
  if (planned.tooLarge)
    throw new NotSendable(
      'The job is too large to be laid in one. Mend that first: the export would not hold all of it.',
    );
  if (proof && proofSaid(planned, proof).pages > MOST_PROOFED)
    throw new NotSendable(
      `The proof has more than ${MOST_PROOFED.toLocaleString('en')} pages. Take larger paper, or make the sheets smaller.`,
    );
  if (pass === 'previews' && planned.sheets.length > MOST_PREVIEWED)
    throw new NotSendable(
      `Previews are made of ${MOST_PREVIEWED.toLocaleString('en')} sheets at the most. Export the layout without them.`,
    );
  await insertExport(sql, id, jobId, row.docket, { pass, proof }, planned.sheets.length);
  makeExport(id);
  return id;
}

/** Sheets that previews are made of at the most: no press is plated for more in one job. */
const MOST_PREVIEWED = 500;

/** What a way of writing leaves when it is stopped in the middle. */
const LEFT_OVER = ['part', 'form', 'sheets', 'sheets.part', 'form.part', 'form.sheets', 'form.sheets.part'];

/** How a job is composed to be written so. */
const wayOf = (pass: Written): Pick<ComposeJob, 'pass' | 'apart' | 'plates' | 'previews'> => {
  if (pass === 'previews') return { previews: true };
  const plates = pass === 'plates' || pass === 'form-plates';
  if (inZip(pass) || plates) return { apart: inZip(pass), plates };
  return { pass: pass as NonNullable<ComposeJob['pass']> };
};

const said = (e: Export, change: Partial<Export>): void => {
  const now = { ...e, ...change };
  tell({ kind: 'export', id: e.id, state: now.state, done: now.done, total: now.total, message: now.message });
};

/** Writes down what has become of an export, and tells the windows. @returns whether it had not ended before */
async function put(e: Export, change: Partial<Pick<Export, 'state' | 'done' | 'message'>>): Promise<boolean> {
  const moved = await updateExport(sql, e.id, change);
  if (moved) said(e, change);
  return moved;
}

/**
 * Makes an export; what was half done when the server stopped is begun again. Where the disk is full or the database
 * away it stays to be made, and is taken up again.
 */
export async function runExport(id: string): Promise<void> {
  const it = await findExport(sql, id);
  if (!it || (it.state !== 'waiting' && it.state !== 'working')) return;
  const sources = await sourcesOf(sql, it.docket);
  if (!sources) {
    await put(it, { state: 'failed', message: 'Its artwork is not in the store. Drop the file on the job again.' });
    return;
  }
  const abort = new AbortController();
  running.set(id, abort);
  const out = exportFile(id);
  try {
    if (!(await put(it, { state: 'working', done: 0, message: null }))) return;
    await mkdir(folders.out(), { recursive: true });
    const { note = null } = await composeInWorker(
      {
        docket: it.docket,
        ...sources,
        ...(it.proof ? { proof: it.proof } : {}),
        ...wayOf(it.pass),
        out,
      },
      (done) => {
        // what a stopped worker had said before it was stopped is not news any more
        if (!abort.signal.aborted) said(it, { state: 'working', done });
      },
      abort.signal,
    );
    if (!(await put(it, { state: 'done', done: it.total, message: note }))) await rm(out, { force: true });
  } catch (e) {
    for (const left of LEFT_OVER) await rm(`${out}.${left}`, { force: true });
    if (abort.signal.aborted) await put(it, { state: 'canceled', message: null });
    else if (diskFull(e))
      await put(it, { state: 'waiting', message: 'The disk is full. Make room: the export then goes on by itself.' });
    else if (!databaseAway(e))
      await put(it, { state: 'failed', message: `The sheets could not be written. ${inWords(e)}` });
  } finally {
    running.delete(id);
  }
}

/** Takes up every export that is not at its end: those waiting, and those interrupted. */
export async function resumeExports(): Promise<void> {
  for (const id of await unfinishedExports(sql)) makeExport(id);
}

/** Stops an export. @returns whether there was one to stop */
export async function cancelExport(id: string): Promise<boolean> {
  const it = await findExport(sql, id);
  const stopped = it !== null && (await put(it, { state: 'canceled', message: null }));
  running.get(id)?.abort();
  return stopped;
}

/** Forgets exports older than a day, with their files. */
export async function sweepExports(): Promise<void> {
  for (const id of await forgetOldExports(sql)) await rm(exportFile(id), { force: true });
}
