import { mkdir } from 'node:fs/promises';
import { folders } from './config';
import { databaseAway } from './db';
import { deliver } from './delivering';
import { followAll } from './following';
import { runExport, sweepExports } from './exports';
import { migrate } from './migrate';
import { fillPictures } from './pictures';
import { sweepArrivals } from './store';
import { openDeliveries } from './tables/deliveries';
import { unfinishedExports } from './tables/exports';
import { startWork, wake } from './work';

let started: Promise<void> | null = null;

/** Starts what runs beside requests, once: background work, and everything that was open when the server last stopped. */
export function boot(): Promise<void> {
  started ??= begin().catch((e: unknown) => {
    started = null;
    throw e;
  });
  return started;
}

async function begin(): Promise<void> {
  for (const folder of Object.values(folders)) await mkdir(folder(), { recursive: true });
  await migrate();
  await sweepArrivals();
  await startWork({
    pictures: ({ sha256 }) => fillPictures(sha256),
    export: ({ id }) => runExport(id),
    deliver: ({ id }) => deliver(id),
  });
  await wakeDeliveries();
  // for printers that come back, and calls to wake that were lost with the database
  setInterval(() => void wakeDeliveries().catch(() => undefined), 5_000);
  for (const id of await unfinishedExports()) await wake('export', { id });
  await sweepExports();
  let busy = false;
  setInterval(() => {
    if (busy) return;
    busy = true;
    followAll()
      .catch((e: unknown) => {
        if (!databaseAway(e)) console.error(e);
      })
      .finally(() => (busy = false));
  }, 700);
}

/** Wakes every delivery that its printer does not have yet; one that is at work already is left alone. */
async function wakeDeliveries(): Promise<void> {
  for (const d of await openDeliveries()) if (d.phase !== 'follow') await wake('deliver', { id: d.id });
}
