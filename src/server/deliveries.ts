import { createHash, randomUUID } from 'node:crypto';
import { inspect, loadsOf, mark, plan, sentOf } from '../core';
import { getJob, PrinterRefused, releaseJob } from '../machines';
import { printerOf } from './addresses';
import { sql, transaction } from './db';
import { isOurs, put } from './delivery';
import { tell } from './events';
import { hurryCancel } from './lanes';
import { NotSendable } from './not-sendable';
import { sourcesOf } from './sources';
import { deliveriesOfSend, findDelivery, insertDeliveries, type NewDelivery } from './tables/deliveries';
import { readJob } from './tables/jobs';
import { readShop } from './tables/shop';
import { writeSheets } from './work';

/** The id of a sending's delivery of one run: the same whenever the sending is asked for (RFC 9562, 5.8). */
function idOfRun(sendId: string, run: number): string {
  const h = createHash('sha256').update(`${sendId} ${run}`).digest('hex');
  return `${h.slice(0, 8)}-${h.slice(8, 12)}-8${h.slice(13, 16)}-a${h.slice(17, 20)}-${h.slice(20, 32)}`;
}

/** Accepts deliveries in one go. From here on each is sent once, whatever happens to this server. */
async function accept(sendId: string, list: readonly NewDelivery[]): Promise<string[]> {
  const ids = await transaction(async (tx) => {
    await insertDeliveries(tx, list);
    return deliveriesOfSend(tx, sendId);
  });
  for (const id of ids) {
    writeSheets(id);
    tell({ kind: 'delivery', id, jobId: list[0]!.jobId });
  }
  return ids;
}

/**
 * Accepts a job for its printers, a delivery for every load.
 * @param sendId what the asker calls this sending: asked for again, the same deliveries answer
 * @throws NotSendable
 */
export async function send(jobId: string, base: number, sendId: string = randomUUID()): Promise<string[]> {
  const before = await deliveriesOfSend(sql, sendId);
  if (before.length > 0) return before;
  const row = await readJob(sql, jobId);
  if (!row) throw new NotSendable('There is no such job.');
  if (row.version !== base)
    throw new NotSendable('The job was changed in another window. Look at it once more, then send.');
  const { docket } = row;
  const sources = await sourcesOf(sql, docket);
  if (!sources) throw new NotSendable('Its artwork is not in the store.');
  const { artwork } = sources;
  const shop = await readShop(sql);
  const planned = plan(docket, artwork);
  const stop = inspect({ docket, artwork, plan: planned, marks: mark(docket, planned), shop, unit: 'mm' }).find(
    (f) => f.severity === 'stop',
  );
  if (stop) throw new NotSendable(`${stop.title}. Mend that first.`);
  const loads = loadsOf(docket.product.copies, planned);
  for (const { machine } of loads) {
    const known = shop.machines.find((m) => m.id === machine.id);
    if (!known)
      throw new NotSendable(
        `The shop has no machine ${machine.name} any more. Choose another in the Sheet station, or export the sheets.`,
      );
    if (!known.printer) throw new NotSendable(`${known.name} has no print service. Export the sheets instead.`);
  }
  return accept(
    sendId,
    loads.map((load, i) => ({
      id: idOfRun(sendId, i),
      sendId,
      jobId,
      docket,
      run: i,
      machine: load.machine.name,
      machineId: load.machine.id,
      sheetsTotal: sentOf(load, docket.send).sheets,
    })),
  );
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

/**
 * Sends the same docket once more, as a delivery of its own. Only for one that has come to an end.
 * @param again the new delivery's id, where the asker names it
 */
export async function sendAgain(id: string, again: string = randomUUID()): Promise<string | null> {
  const d = await findDelivery(sql, id);
  if (!d || d.phase !== 'done') return null;
  const [made] = await accept(again, [
    {
      id: again,
      sendId: again,
      jobId: d.job_id,
      docket: d.docket,
      run: d.run,
      machine: d.machine,
      machineId: d.machine_id,
      sheetsTotal: d.sheets_total,
    },
  ]);
  return made ?? null;
}
