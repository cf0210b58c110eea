import { chmod, mkdir, readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { sweepEnded } from '../pdf';
import { dataFolder, folders } from './config';
import { databaseAway, sql } from './db';
import { runExport, resumeExports, sweepExports } from './exports';
import { lockFolder } from './folder-lock';
import { wakeAll, wakeLane } from './lanes';
import { lookForInk } from './ink';
import { summariseJobs } from './jobs';
import { migrate } from './migrate';
import { drawFirstSheet, fillPictures, sweepPictures } from './pictures';
import { takeSystemProfiles } from './profiles';
import { takeHouse } from './shop';
import { sweepArrivals, sweepStore } from './store';
import { unseenArtworks } from './tables/artworks';
import { openDeliveries } from './tables/deliveries';
import { staleSummaries } from './tables/jobs';
import { drawPictures, startWork } from './work';
import { writeSheetsOf } from './writing-sheets';

let started: Promise<void> | null = null;

/**
 * Starts what runs beside requests, once: background work, and everything that was open when the server last stopped.
 * @throws FolderTaken where another server has the data folder
 */
export function boot(): Promise<void> {
  started ??= begin().catch((e: unknown) => {
    started = null;
    throw e;
  });
  return started;
}

/** How often what is open is looked for in the tables: for what a kill, a full disk or the database left standing. */
const LOOK_AGAIN = 5_000;

let swept = false;

async function begin(): Promise<void> {
  // whose folder it is, before anything in it is touched
  await lockFolder(dataFolder(), 'server', 'the server');
  await migrate();
  if (!swept) {
    for (const folder of Object.values(folders)) await mkdir(folder(), { recursive: true });
    // files of customers: nobody's business but the shop's
    await chmod(folders.store(), 0o700);
    sweepEnded();
    await sweepArrivals();
    await sweepPictures();
    await sweepOut();
    swept = true;
  }
  await takeHouse();
  await takeSystemProfiles();
  startWork({
    pictures: async (sha256) => {
      await fillPictures(sha256);
      await lookForInk(sha256);
    },
    firstSheet: drawFirstSheet,
    exports: runExport,
    sheets: async (id) => {
      const d = await writeSheetsOf(id);
      if (d) wakeLane(d.machine_id);
    },
  });
  await wakeAll();
  await resumeExports();
  repeat(LOOK_AGAIN, async () => {
    await wakeAll();
    await resumeExports();
  });
  repeat(3_600_000, tidy);
  void tidy().catch(() => undefined);
}

async function tidy(): Promise<void> {
  // what an earlier version wrote down of jobs
  await summariseJobs(await staleSummaries(sql));
  // what a stopped server, or an earlier one, did not look at
  for (const sha256 of await unseenArtworks(sql)) drawPictures(sha256);
  await sweepExports();
  await sweepStore(sql);
}

/** Does something again and again, never twice at once. */
function repeat(every: number, work: () => Promise<void>): void {
  let busy = false;
  setInterval(() => {
    if (busy) return;
    busy = true;
    work()
      .catch((e: unknown) => {
        if (!databaseAway(e)) console.error(e);
      })
      .finally(() => (busy = false));
  }, every).unref();
}

/** Removes half-written sheets, and those of deliveries that have come to their end. */
async function sweepOut(): Promise<void> {
  const open = new Set((await openDeliveries(sql)).map((d) => `delivery-${d.id}.pdf`));
  for (const name of await readdir(folders.out())) {
    const left =
      name.endsWith('.part') || name.startsWith('test-run-') || (name.startsWith('delivery-') && !open.has(name));
    if (left) await rm(join(folders.out(), name), { force: true });
  }
}
