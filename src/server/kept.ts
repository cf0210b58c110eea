import { MOST_KEPT, type KeptImprint, type KeptMarks } from '../core';
import { sql, transaction } from './db';
import { NotSendable } from './not-sendable';
import { imprintsKept, marksKept, onlyByItself } from './tables/kept';

/** Imprints and sets of marks that are kept under a name: what a job has of them is its own, and stays as it is. */

export const keptImprints = (): Promise<KeptImprint[]> => imprintsKept.read(sql);
export const keptMarks = (): Promise<KeptMarks[]> => marksKept.read(sql);

const full = (): NotSendable =>
  new NotSendable(`${MOST_KEPT} are kept already. Take out one that nobody needs, then keep this.`);

/** @throws NotSendable where as many are kept as there may be */
export async function keepImprint(kept: KeptImprint): Promise<void> {
  if (!(await imprintsKept.put(sql, kept, MOST_KEPT))) throw full();
}

/** @throws NotSendable where as many are kept as there may be */
export async function keepMarks(kept: KeptMarks): Promise<void> {
  await transaction(async (tx) => {
    if (!(await marksKept.put(tx, kept, MOST_KEPT))) throw full();
    if (kept.itself) await onlyByItself(tx, kept);
  });
}

export const forgetImprint = (name: string): Promise<boolean> => imprintsKept.drop(sql, name);
export const forgetMarks = (name: string): Promise<boolean> => marksKept.drop(sql, name);

/** The marks that new jobs on a machine have by themselves; null where none are kept for it. */
export async function marksOfMachine(machine: string): Promise<Pick<KeptMarks, 'marks' | 'placed'> | null> {
  const found = (await marksKept.read(sql)).find((k) => k.itself && k.machine === machine);
  return found ? { marks: found.marks, placed: found.placed } : null;
}
