import type { Artwork, Docket } from '../core';
import PQueue from 'p-queue';
import { databaseAway } from './db';

/**
 * Work beside requests. What is to be done stands in the tables of exports and deliveries; here is only the order in
 * which this server does it. Asking for work twice does it once, asking cannot fail, and what is lost here with the
 * process is found in the tables again.
 */
export interface Work {
  readonly exports: (id: string) => Promise<void>;
  readonly sheets: (deliveryId: string) => Promise<void>;
  readonly pictures: (sha256: string) => Promise<void>;
  readonly firstSheet: (docket: Docket, artwork: Artwork) => Promise<void>;
}

let doing: Work | null = null;
/** Sheets are written one file after another: the machine has few cores, and one composing thread. */
const writing = new PQueue({ concurrency: 1 });
const drawing = new PQueue({ concurrency: 1 });
/** What somebody is about to look at never waits for what nobody does. */
const looking = new PQueue({ concurrency: 4 });
const inHand = new Set<string>();

export function startWork(work: Work): void {
  doing = work;
}

function once(queue: PQueue, key: string, work: () => Promise<void>): void {
  if (inHand.has(key)) return;
  inHand.add(key);
  void queue
    .add(async () => {
      try {
        await work();
      } catch (e) {
        // what the database was away for is found there again
        if (!databaseAway(e)) console.error(`${key}:`, e);
      } finally {
        inHand.delete(key);
      }
    })
    .catch(() => undefined);
}

/** Asks for an export to be made. */
export const makeExport = (id: string): void => {
  if (doing) once(writing, `export ${id}`, () => doing!.exports(id));
};

/** Asks for a delivery's sheets to be written. */
export const writeSheets = (deliveryId: string): void => {
  if (doing) once(writing, `sheets ${deliveryId}`, () => doing!.sheets(deliveryId));
};

/** Asks for sharp pictures of the sheet that a job's screen begins with. */
export const drawFirst = (docket: Docket, artwork: Artwork): void => {
  if (doing) once(looking, `first ${docket.artwork.file.sha256}`, () => doing!.firstSheet(docket, artwork));
};

/** Asks for the small pictures of a file. */
export const drawPictures = (sha256: string): void => {
  if (doing) once(drawing, `pictures ${sha256}`, () => doing!.pictures(sha256));
};
