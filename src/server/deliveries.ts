import { createHash, randomUUID } from 'node:crypto';
import {
  inspect,
  loadsOf,
  mark,
  partOf,
  plan,
  restAfter,
  sentOf,
  wholeNumber,
  type Load,
  type LoadPart,
} from '../core';
import { getJob, PrinterRefused, releaseJob } from '../machines';
import { printerOf } from './addresses';
import { sql, transaction, type Tx } from './db';
import { isOurs, put } from './delivery';
import { tell } from './events';
import { hurryCancel } from './lanes';
import { knownStop } from './checks';
import { NotSendable } from './not-sendable';
import { sourcesOf } from './sources';
import {
  deliveriesBefore,
  deliveriesOfSend,
  findDelivery,
  goingOnWith,
  insertDeliveries,
  wishCanceled,
  type Delivery,
  type NewDelivery,
} from './tables/deliveries';
import { lockJob, readJob, setDone, type JobRow } from './tables/jobs';
import { readShop } from './tables/shop';
import { writeSheets } from './work';

/** The id of a sending's delivery of one run: the same whenever the sending is asked for (RFC 9562, 5.8). */
function idOfRun(sendId: string, run: number): string {
  const h = createHash('sha256').update(`${sendId} ${run}`).digest('hex');
  return `${h.slice(0, 8)}-${h.slice(8, 12)}-8${h.slice(13, 16)}-a${h.slice(17, 20)}-${h.slice(20, 32)}`;
}

/**
 * Accepts deliveries in one go, and wishes others gone in the same: killed at any instant, both is so or neither. From
 * here on each is sent once, whatever happens to this server.
 * @param instead what is to be canceled for them; asked under the job's lock, where two send at once the second is asked
 */
async function accept(
  sendId: string,
  list: readonly NewDelivery[],
  instead: (tx: Tx) => Promise<readonly string[]> = async () => [],
): Promise<string[]> {
  const { jobId } = list[0]!;
  const { ids, gone } = await transaction(async (tx) => {
    await lockJob(tx, jobId);
    const before = await deliveriesOfSend(tx, sendId);
    if (before.length > 0) return { ids: before, gone: [] };
    const canceled = await instead(tx);
    await wishCanceled(tx, canceled);
    await insertDeliveries(tx, list);
    // what is sent anew is not made any more
    if (!list[0]!.extra) await setDone(tx, jobId, false);
    return { ids: await deliveriesOfSend(tx, sendId), gone: canceled };
  });
  for (const id of ids) {
    writeSheets(id);
    tell({ kind: 'delivery', id, jobId });
  }
  for (const id of gone) {
    const d = await findDelivery(sql, id);
    if (d && d.phase !== 'done') await hurryCancel(d);
    tell({ kind: 'delivery', id, jobId });
  }
  return ids;
}

/** The job was sent already: whether it is to be printed beside that is asked. */
export class SentBefore extends Error {
  constructor(readonly deliveries: readonly Delivery[]) {
    super('This job was sent already.');
  }
}

/** More sheets than any printer counts. */
const MOST_SHEETS = 1_000_000_000;

/** What else is wished of a sending. */
export interface Sending {
  /** What the asker calls it: asked for again, the same deliveries answer. */
  readonly id?: string;
  /** What becomes of earlier sendings that are printed, or were; where it is not said and there are some, it is asked. */
  readonly before?: 'cancel' | 'keep';
  /** Only parts of one load, by its place among the loads from 0. */
  readonly only?: { readonly load: number; readonly parts: readonly LoadPart[] };
}

/**
 * Accepts a job for its printers, a delivery for every load.
 * @throws NotSendable, SentBefore
 */
export async function send(
  jobId: string,
  base: number,
  { id: sendId = randomUUID(), before, only }: Sending = {},
): Promise<string[]> {
  const same = await deliveriesOfSend(sql, sendId);
  if (same.length > 0) return same;
  const row = await readJob(sql, jobId);
  if (!row) throw new NotSendable('There is no such job.');
  if (row.version !== base)
    throw new NotSendable('The job was changed in another window. Look at it once more, then send.');
  const loads = await sendable(row);
  const list = only ? partsOf(row, loads, only) : loads.map((load, run) => ({ load, run, part: null }));
  return accept(
    sendId,
    list.map(({ load, run, part }, i) => {
      const { sheets } = sentOf(load, row.docket.send);
      return {
        id: idOfRun(sendId, i),
        sendId,
        jobId,
        docket: row.docket,
        run,
        part,
        machine: load.machine.name,
        machineId: load.machine.id,
        sheetsTotal: sheets,
        sheetsEach: load.sheets.length,
        version: row.version,
        versionAt: row.made_at,
        goesOnFrom: null,
        rootSend: null,
        extra: only !== undefined,
      };
    }),
    async (tx) => {
      const earlier = only ? [] : await deliveriesBefore(tx, jobId, sendId);
      if (earlier.length > 0 && before === undefined) throw new SentBefore(earlier);
      return before === 'cancel' ? earlier.filter((d) => d.phase !== 'done').map((d) => d.id) : [];
    },
  );
}

/** The loads of a job that can be sent as it is. @throws NotSendable */
async function sendable({ docket }: JobRow): Promise<Load[]> {
  const sources = await sourcesOf(sql, docket);
  if (!sources) throw new NotSendable('Its artwork is not in the store.');
  const { artwork } = sources;
  const shop = await readShop(sql);
  const planned = plan(docket, artwork);
  const stop = inspect({ docket, artwork, plan: planned, marks: mark(docket, planned), shop, unit: 'mm' }).find(
    (f) => f.severity === 'stop',
  );
  if (stop) throw new NotSendable(`${stop.title}. Mend that first.`);
  const loads = loadsOf(planned);
  for (const { machine } of loads) {
    const known = shop.machines.find((m) => m.id === machine.id);
    if (!known)
      throw new NotSendable(
        `The shop has no machine ${machine.name} any more. Choose another in the Sheet station, or export the sheets.`,
      );
    if (!known.printer && !known.folder)
      throw new NotSendable(`${known.name} has neither print service nor folder. Export the sheets instead.`);
  }
  // what nobody has looked over yet is before its sheets are written
  const inFile = await knownStop(docket, artwork);
  if (inFile !== null) throw new NotSendable(inFile);
  return loads;
}

/** The parts that are wished of a load. @throws NotSendable where the load has none of those sheets */
function partsOf({ docket }: JobRow, loads: readonly Load[], { load: run, parts }: NonNullable<Sending['only']>) {
  const whole = loads[run];
  return parts.map((part) => {
    const load = whole && partOf(whole, part, docket.send);
    if (!load) throw new NotSendable('The job has no such sheets any more. Look at it once more, then send.');
    if (load.good > MOST_SHEETS)
      throw new NotSendable(`That is more than ${wholeNumber(MOST_SHEETS)} sheets: send fewer times.`);
    return { load, run, part };
  });
}

/** Wishes a delivery gone: it is canceled here if the printer has not seen it, else there. */
export async function cancelDelivery(id: string): Promise<boolean> {
  const d = await findDelivery(sql, id);
  if (!d || d.phase === 'done') return false;
  await hurryCancel(await put(d, { cancel_wished: true }));
  return true;
}

/** Releases a delivery that the printer holds. @throws what the printer's client throws */
export async function releaseDelivery(id: string): Promise<boolean> {
  const d = await findDelivery(sql, id);
  if (!d || d.state !== 'held' || d.printer_job === null) return false;
  const at = await printerOf(d.machine_id, d.machine);
  const job = await getJob(at, d.printer_job);
  if (!job || !isOurs(d, job)) throw new PrinterRefused(0x0406, `${d.machine} no longer knows this job.`);
  await releaseJob(at, d.printer_job);
  return true;
}

/** That nothing goes on with a delivery yet: from two windows the rest would be printed twice. @throws NotSendable */
async function notGoneOnWith(tx: Tx, d: Delivery): Promise<void> {
  const others = await goingOnWith(tx, d.id);
  if (others.length > 0)
    throw new NotSendable(
      `${others.map((n) => `D${n}`).join(' and ')} ${others.length === 1 ? 'goes' : 'go'} on with D${d.number} already. Cancel ${others.length === 1 ? 'it' : 'them'} first, or print a part.`,
    );
}

/**
 * Sends the same docket once more, as a delivery of its own. Only for one that has come to an end.
 * @param again the new delivery's id, where the asker names it
 * @throws NotSendable where another goes on with it already
 */
export async function sendAgain(id: string, again: string = randomUUID()): Promise<string | null> {
  const d = await findDelivery(sql, id);
  if (!d || d.phase !== 'done') return null;
  const [made] = await accept(again, [{ ...alike(d), id: again, sendId: again }], async (tx) => {
    await notGoneOnWith(tx, d);
    return [];
  });
  return made ?? null;
}

/**
 * Goes on behind the sheets of a delivery that came out well, with the docket that it prints. One that is still on its
 * machine is canceled.
 * @param good sheets that came out well
 * @throws NotSendable where nothing is left to print, or another goes on with it already
 */
export async function goOn(id: string, good: number, sendId: string = randomUUID()): Promise<string[] | null> {
  const same = await deliveriesOfSend(sql, sendId);
  if (same.length > 0) return same;
  const d = await findDelivery(sql, id);
  if (!d || d.sheets_each === null) return null;
  const each = d.sheets_each;
  const parts = restAfter(d.part?.sheets?.from ?? 1, each, d.sheets_total, good);
  if (parts.length === 0) throw new NotSendable('All of its sheets came out well: there is nothing left to print.');
  return accept(
    sendId,
    parts.map((part, i) => {
      const sheetsEach = part.sheets ? part.sheets.to - part.sheets.from + 1 : each;
      const sheetsTotal = sheetsEach * (part.times ?? 1);
      return { ...alike(d), id: idOfRun(sendId, i), sendId, part, sheetsEach, sheetsTotal };
    }),
    async (tx) => {
      await notGoneOnWith(tx, d);
      return d.phase === 'done' ? [] : [id];
    },
  );
}

/** What one that goes on with a delivery has in common with it. */
const alike = (d: Delivery): Omit<NewDelivery, 'id' | 'sendId'> => ({
  jobId: d.job_id,
  docket: d.docket,
  run: d.run,
  part: d.part,
  machine: d.machine,
  machineId: d.machine_id,
  sheetsTotal: d.sheets_total,
  sheetsEach: d.sheets_each,
  version: d.job_version,
  versionAt: d.version_at,
  goesOnFrom: d.id,
  rootSend: d.root_send,
  extra: d.extra,
});
