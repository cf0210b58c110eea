import type { Machine, Stock } from '../core';
import { transaction } from './db';
import { tell } from './events';
import { rouseLane } from './lanes';
import { amendMachine, amendStock } from './tables/shop';

/** What is learned of a machine: how its pile goes back in, what lies in its trays, where and by what it prints. */
export type MachineLesson = Partial<Pick<Machine, 'reload' | 'trays' | 'mixes' | 'printer' | 'certificate'>>;

/** Keeps with a machine what was learned of it, for every job to come. Null where the shop has no such machine. */
export async function learnMachine(id: string, lesson: MachineLesson): Promise<Machine | null> {
  const machine = await transaction((run) => amendMachine(run, id, (m) => ({ ...m, ...lesson })));
  if (machine) {
    tell({ kind: 'jobs' });
    tell({ kind: 'shop' });
    // what waits for it may go now
    if ('printer' in lesson || 'certificate' in lesson) rouseLane(id);
  }
  return machine;
}

/** Keeps with a stock the caliper that was measured. Null where the shop has no such stock. */
export async function learnCaliper(id: string, caliper: number): Promise<Stock | null> {
  const stock = await transaction((run) => amendStock(run, id, (s) => ({ ...s, caliper, calipers: 'measured' })));
  if (stock) {
    tell({ kind: 'jobs' });
    tell({ kind: 'shop' });
  }
  return stock;
}
