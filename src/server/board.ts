import { randomUUID } from 'node:crypto';
import type { Docket } from '../core';
import { sql, transaction } from './db';
import { tell } from './events';
import { summarise, today } from './jobs';
import { hurryCancel } from './lanes';
import { openOfJob, wishCanceled, type Delivery } from './tables/deliveries';
import { createJob, lockJob, readJob, setDone, setRemoved } from './tables/jobs';

/** What is done with whole jobs: taken off the list and put back, made, copied. */

/** The job is on a machine: what is to become of that is asked before it leaves the list. */
export class StillPrinting extends Error {
  constructor(readonly deliveries: readonly Delivery[]) {
    super('This job is on a machine. Say whether it is to be printed to its end.');
  }
}

/**
 * Takes a job off the list; it stays among the removed ones.
 * @param press what becomes of what a machine has of it; where it is not said and one has, it is asked
 * @throws StillPrinting
 */
export async function removeJob(id: string, press?: 'stop' | 'print'): Promise<boolean> {
  const { removed, gone } = await transaction(async (tx) => {
    await lockJob(tx, id);
    const open = await openOfJob(tx, id);
    if (open.length > 0 && press === undefined) throw new StillPrinting(open);
    // one with the other: a job that is gone from the list does not print on for want of a moment
    const stopped = press === 'stop' ? open : [];
    await wishCanceled(
      tx,
      stopped.map((d) => d.id),
    );
    return { removed: await setRemoved(tx, id, true), gone: stopped };
  });
  for (const d of gone) {
    await hurryCancel({ ...d, cancel_wished: true });
    tell({ kind: 'delivery', id: d.id, jobId: id });
  }
  if (removed) tell({ kind: 'jobs' });
  return removed;
}

const toldOf = (there: boolean): boolean => {
  if (there) tell({ kind: 'jobs' });
  return there;
};

/** Puts a removed job back on the list. */
export const bringBack = async (id: string): Promise<boolean> => toldOf(await setRemoved(sql, id, false));

/** Puts down that a job is made, or not made yet. */
export const markDone = async (id: string, done: boolean): Promise<boolean> => toldOf(await setDone(sql, id, done));

/**
 * Makes a job with the wishes of another, to be changed; its history and its day stay with the other.
 * @param id what the asker calls it: asked for again, it is not made twice
 * @returns its id, or null where there is no such job
 */
export async function copyJob(of: string, id: string = randomUUID()): Promise<string | null> {
  const row = await readJob(sql, of);
  if (!row) return null;
  // what was ordered is made of the other
  const docket: Docket = { ...row.docket, order: null, due: null, date: today() };
  const summary = await summarise(sql, docket);
  await transaction((tx) => createJob(tx, id, docket, summary, `copied from job ${row.number}`));
  tell({ kind: 'jobs' });
  return id;
}
