import { MOST_KEPT, type KeptImprint } from '../core';
import { sql } from './db';
import { NotSendable } from './not-sendable';
import { dropKept, putKept, readKept } from './tables/kept';

/** Imprints that are kept under a name: what a job has of them is its own, and stays as it is. */

export const keptImprints = (): Promise<KeptImprint[]> => readKept(sql);

/** @throws NotSendable where as many are kept as there may be */
export async function keepImprint(kept: KeptImprint): Promise<void> {
  if (!(await putKept(sql, kept, MOST_KEPT)))
    throw new NotSendable(`${MOST_KEPT} are kept already. Take out one that nobody needs, then keep this.`);
}

export const forgetImprint = (name: string): Promise<boolean> => dropKept(sql, name);
