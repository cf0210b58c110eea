import { existsSync } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import { plan } from '../core';
import { inWords } from '../pdf';
import { stopOfJob } from './checks';
import { folders } from './config';
import { databaseAway, diskFull, sql } from './db';
import { fileOf, put } from './delivery';
import { loadOf } from './print-wish';
import { sourcesOf } from './sources';
import { findDelivery, type Delivery } from './tables/deliveries';
import { composeInWorker } from './workers';

const stops = new Map<string, AbortController>();

/**
 * Writes the sheets of a delivery that waits for them. Where the disk is full or the database away it goes on waiting
 * and is taken up again; what cannot be composed, or what the shop's rules stop, ends it, in words.
 * @returns the delivery as it is then, or null where it had nothing to write
 */
export async function writeSheetsOf(id: string): Promise<Delivery | null> {
  const d = await findDelivery(sql, id);
  if (!d || d.phase !== 'compose' || d.cancel_wished) return d;
  const sources = await sourcesOf(sql, d.docket);
  if (!sources) return put(d, { phase: 'done', state: 'aborted', message: 'Its artwork is not in the store.' });
  const out = fileOf(id);
  const stop = new AbortController();
  stops.set(id, stop);
  try {
    await mkdir(folders.out(), { recursive: true });
    if (!existsSync(out)) {
      const inFile = await stopOfJob(d.docket, sources.artwork);
      if (inFile !== null) return await put(d, { phase: 'done', state: 'aborted', message: inFile });
      if (stop.signal.aborted) return null;
      await composeInWorker(
        {
          docket: d.docket,
          ...sources,
          ...(d.run === null ? {} : { sheets: loadOf(d, plan(d.docket, sources.artwork)).sheets }),
          out,
        },
        () => undefined,
        stop.signal,
      );
    }
    return await put(d, { phase: 'create', state: 'sending', message: null });
  } catch (e) {
    await rm(`${out}.part`, { force: true });
    if (stop.signal.aborted || databaseAway(e)) return null;
    if (diskFull(e)) {
      await put(d, { message: 'The disk is full. Make room: the sheets are then written and sent by themselves.' });
      return null;
    }
    return put(d, {
      phase: 'done',
      state: 'aborted',
      message: `The sheets could not be written. ${inWords(e)}`,
    });
  } finally {
    stops.delete(id);
  }
}

/** Stops writing sheets that nobody wants any more. */
export const stopWriting = (id: string): void => stops.get(id)?.abort();
