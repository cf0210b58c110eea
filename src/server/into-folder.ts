import { copyFile, rename, rm, writeFile } from 'node:fs/promises';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { plan, sentOf } from '../core';
import { cardOf } from './card';
import { addressOf } from './config';
import { sql } from './db';
import { fileOf, put } from './delivery';
import { loadOf } from './print-wish';
import { sourcesOf } from './sources';
import type { Delivery } from './tables/deliveries';
import { findMachine } from './tables/shop';

/** The folder that a machine's sheets are put into, or null where it prints otherwise. */
export async function folderOf(machineId: string): Promise<string | null> {
  const machine = await findMachine(sql, machineId);
  return machine && !machine.printer ? machine.folder : null;
}

/** A folder that sheets cannot be put into; `message` is for the operator. */
export class FolderAway extends Error {
  constructor(folder: string, code: string | undefined) {
    const why =
      code === 'ENOENT'
        ? 'is not there'
        : code === 'EACCES' || code === 'EPERM' || code === 'EROFS'
          ? 'may not be written to'
          : code === 'ENOTDIR'
            ? 'is no folder'
            : `cannot be written to (${code ?? 'unknown'})`;
    super(`The folder ${folder} ${why}. Mend that: the sheets are put there as soon as it can be.`);
  }
}

/** A name that every system takes for a file. */
const plainName = (text: string): string =>
  [
    ...text
      .replace(/[^\p{L}\p{N} .,-]/gu, ' ')
      .replace(/\s+/g, ' ')
      .trim(),
  ]
    .slice(0, 80)
    .join('') || 'job';

/**
 * Puts a delivery's sheets into its machine's folder, with a job card beside them: each appears whole or not at all, and
 * done once more it is the same files.
 * @returns the delivery after it @throws FolderAway
 */
export async function putIntoFolder(d: Delivery, folder: string): Promise<Delivery> {
  if (d.phase === 'compose' || d.phase === 'done' || d.phase === 'follow') return d;
  if (!existsSync(fileOf(d.id))) return put(d, { phase: 'compose', state: 'preparing' });
  const sources = await sourcesOf(sql, d.docket);
  if (!sources) return put(d, { phase: 'done', state: 'aborted', message: 'Its artwork is not in the store.' });
  const load = loadOf(d, plan(d.docket, sources.artwork));
  const { times } = sentOf(load, d.docket.send);
  const base = plainName(`D${d.number} ${d.docket.title}, ${times} ${times === 1 ? 'time' : 'times'}`);
  const card = await cardOf(d.job_number, d.docket, addressOf(d.job_id));
  try {
    await appear(folder, `${base}.pdf`, (to) => copyFile(fileOf(d.id), to));
    if (card) await appear(folder, `${base}, job card.pdf`, (to) => writeFile(to, card));
  } catch (e) {
    const { code } = e as NodeJS.ErrnoException;
    if (code === 'ENOSPC' || code === 'EDQUOT') throw e;
    throw new FolderAway(folder, code);
  }
  return put(d, {
    phase: 'done',
    state: 'completed',
    sheets_done: d.sheets_total,
    message: `In ${folder}, as ${base}.pdf.`,
  });
}

/** Has a file appear in a folder under its name, whole. */
async function appear(folder: string, name: string, write: (to: string) => Promise<unknown>): Promise<void> {
  const part = join(folder, `.${name}.part`);
  try {
    await write(part);
    await rename(part, join(folder, name));
  } catch (e) {
    await rm(part, { force: true }).catch(() => undefined);
    throw e;
  }
}
