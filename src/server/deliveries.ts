import { randomUUID } from 'node:crypto';
import { inspect, loadsOf, mark, plan } from '../core';
import { releaseJob } from '../machines';
import { put } from './delivery';
import { tell } from './events';
import { sourcesOf } from './sources';
import { findDelivery, insertDeliveries } from './tables/deliveries';
import { readJob } from './tables/jobs';
import { readShop } from './tables/shop';
import { wake } from './work';

/** A job that must not be sent as it is; `message` says why. */
export class NotSendable extends Error {}

/**
 * Accepts a job for its printers, a delivery for every load: from here on they are sent, each once, whatever
 * happens to this server.
 */
export async function send(jobId: string, base: number): Promise<string[]> {
  const row = await readJob(jobId);
  if (!row) throw new NotSendable('There is no such job.');
  if (row.version !== base)
    throw new NotSendable('The job was changed in another window. Look at it once more, then send.');
  const { docket } = row;
  const sources = await sourcesOf(docket);
  if (!sources) throw new NotSendable('Its artwork is not in the store.');
  const { artwork } = sources;
  const planned = plan(docket, artwork);
  const stop = inspect({
    docket,
    artwork,
    plan: planned,
    marks: mark(docket, planned),
    shop: await readShop(),
    unit: 'mm',
  }).find((f) => f.severity === 'stop');
  if (stop) throw new NotSendable(`${stop.title}. Mend that first.`);
  const loads = loadsOf(docket, planned);
  const away = loads.find((l) => !l.machine.printer);
  if (away) throw new NotSendable(`${away.machine.name} has no print service. Export the sheets instead.`);
  const accepted = loads.map((load, i) => ({
    id: randomUUID(),
    jobId,
    docket,
    run: i,
    machine: load.machine.name,
    printer: load.machine.printer!,
    sheetsTotal: load.good,
  }));
  await insertDeliveries(accepted);
  for (const { id } of accepted) {
    await wake('deliver', { id });
    tell({ kind: 'delivery', id, jobId });
  }
  return accepted.map((d) => d.id);
}

/** Wishes a delivery gone: it is canceled here if the printer has not seen it, else there. */
export async function cancelDelivery(id: string): Promise<boolean> {
  const d = await findDelivery(id);
  if (!d || d.phase === 'done') return false;
  await put(d, { cancel_wished: true });
  if (d.phase === 'compose' || d.phase === 'create') await wake('deliver', { id });
  return true;
}

/** Releases a delivery that the printer holds. @throws PrinterAway, PrinterRefused */
export async function releaseDelivery(id: string): Promise<boolean> {
  const d = await findDelivery(id);
  if (!d || d.state !== 'held' || d.printer_job === null) return false;
  await releaseJob(d.printer, d.printer_job);
  return true;
}

/** Sends the same docket once more, as a delivery of its own. Only for one that has come to an end. */
export async function sendAgain(id: string): Promise<string | null> {
  const d = await findDelivery(id);
  if (!d || d.phase !== 'done') return null;
  const again = randomUUID();
  await insertDeliveries([
    {
      id: again,
      jobId: d.job_id,
      docket: d.docket,
      run: d.run,
      machine: d.machine,
      printer: d.printer,
      sheetsTotal: d.sheets_total,
    },
  ]);
  await wake('deliver', { id: again });
  tell({ kind: 'delivery', id: again, jobId: d.job_id });
  return again;
}
