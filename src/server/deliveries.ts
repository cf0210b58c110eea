import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { inspect, lying, mark, plan, runsOf, turnFor, type Docket, type Plan, type Run } from '../core';
import {
  cancelJob,
  createJob,
  explain,
  getJob,
  getJobs,
  getPrinter,
  jobAttributes,
  PrinterAway,
  PrinterRefused,
  releaseJob,
  sendDocument,
  type JobWish,
  type PrinterJob,
} from '../machines';
import { folders } from './config';
import { alone, databaseAway } from './db';
import { tell } from './events';
import { sourcesOf } from './sources';
import {
  findDelivery,
  insertDeliveries,
  openDeliveries,
  updateDelivery,
  type Delivery,
  type DeliveryChange,
} from './tables/deliveries';
import { readJob } from './tables/jobs';
import { readShop } from './tables/shop';
import { composeInWorker } from './workers';
import { wake } from './work';

/** A job that must not be sent as it is; `message` says why. */
export class NotSendable extends Error {}

const fileOf = (id: string): string => join(folders.out(), `delivery-${id}.pdf`);

/**
 * Accepts a job for its printers, a delivery for every run of sheets that are printed alike: from here on they are
 * sent, each once, whatever happens to this server.
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
  const runs = runsOf(docket, planned);
  const away = runs.find((r) => !r.machine.printer);
  if (away) throw new NotSendable(`${away.machine.name} has no print service. Export the sheets instead.`);
  const accepted = runs.map((run, i) => ({
    id: randomUUID(),
    jobId,
    docket,
    run: i,
    machine: run.machine.name,
    printer: run.machine.printer!,
    sheetsTotal: run.good,
  }));
  await insertDeliveries(accepted);
  for (const { id } of accepted) {
    await wake('deliver', { id });
    tell({ kind: 'delivery', id, jobId });
  }
  return accepted.map((d) => d.id);
}

/** The run that a delivery is; one accepted before there were runs was all of one. */
const runOf = (d: Delivery, planned: Plan): Run => {
  const runs = runsOf(d.docket, planned);
  return runs[d.run ?? 0] ?? runs[0]!;
};

/** The name a job has on the printer: it is found by it again when an answer was lost. */
const nameOn = (d: Delivery): string => `${[...d.docket.title].slice(0, 80).join('')} [${d.id.slice(0, 13)}]`;

const sidesOf = (docket: Docket, run: Run): JobWish['sides'] =>
  run.sides === 1
    ? 'one-sided'
    : // the sheet lies with its long edge level: turned about the upright axis it comes over its short edge
      turnFor(docket.sheet) === 'turn'
      ? 'two-sided-short-edge'
      : 'two-sided-long-edge';

function wishOf(d: Delivery, run: Run): JobWish {
  const { stock } = run;
  const sheet = lying(stock);
  return {
    name: nameOn(d),
    copies: Math.ceil(d.docket.product.copies / run.yields),
    sides: sidesOf(d.docket, run),
    media: { width: sheet.height, height: sheet.width, grammage: stock.grammage, name: stock.name },
    hold: d.docket.send.hold,
  };
}

async function put(d: Delivery, change: DeliveryChange): Promise<Delivery> {
  if (await updateDelivery(d.id, change)) tell({ kind: 'delivery', id: d.id, jobId: d.job_id });
  return (await findDelivery(d.id)) ?? d;
}

const wait = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms));

/** Takes a delivery on until the printer has it, or it has come to an end. Safe to call again at any point. */
export async function deliver(id: string): Promise<void> {
  await alone(`deliver ${id}`, async () => {
    let pause = 500;
    for (;;) {
      const d = await findDelivery(id);
      if (!d || d.phase === 'follow' || d.phase === 'done') return;
      try {
        if (d.cancel_wished && (await canceledBefore(d))) return;
        await step(d);
        pause = 500;
      } catch (e) {
        if (e instanceof PrinterRefused && e.status !== 0x0506 && e.status !== 0x0507) {
          await put(d, { phase: 'done', state: 'aborted', message: e.message });
          await rm(fileOf(id), { force: true });
          return;
        }
        if (e instanceof PrinterAway || e instanceof PrinterRefused) {
          await put(d, {
            message: `${d.machine} does not answer. Switch it on or look at its cable; the job is sent as soon as it does.`,
          });
        } else if (!databaseAway(e)) {
          const full = (e as NodeJS.ErrnoException).code === 'ENOSPC';
          await put(d, {
            phase: 'done',
            state: 'aborted',
            message: full
              ? 'The disk is full. Make room, then send again.'
              : `The sheets could not be written: ${(e as Error).message}`,
          });
          return;
        }
        // away for long: others get their turn; what is open is woken again every few seconds
        if (pause > 4000) return;
        await wait(pause);
        pause *= 2;
      }
    }
  });
}

/** Cancels what the printer has not seen. @returns whether that was the end of it */
async function canceledBefore(d: Delivery): Promise<boolean> {
  if (d.phase !== 'compose' && d.phase !== 'create') return false;
  await put(d, { phase: 'done', state: 'canceled', message: null });
  await rm(fileOf(d.id), { force: true });
  return true;
}

/** One step. What is about to be done is written down before, what has been done after. */
export async function step(d: Delivery): Promise<void> {
  const sources = await sourcesOf(d.docket);
  if (!sources) {
    await put(d, { phase: 'done', state: 'aborted', message: 'Its artwork is not in the store.' });
    return;
  }
  switch (d.phase) {
    case 'compose': {
      const out = fileOf(d.id);
      await mkdir(folders.out(), { recursive: true });
      if (!existsSync(out)) {
        await composeInWorker(
          {
            docket: d.docket,
            ...sources,
            ...(d.run === null ? {} : { sheets: runOf(d, plan(d.docket, sources.artwork)).sheets }),
            out: `${out}.part`,
          },
          () => undefined,
          new AbortController().signal,
        );
        await rename(`${out}.part`, out);
      }
      await put(d, { phase: 'create', state: 'sending', message: null });
      return;
    }
    case 'create': {
      const printer = await getPrinter(d.printer);
      await put(d, { phase: 'creating' });
      const wish = wishOf(d, runOf(d, plan(d.docket, sources.artwork)));
      const number = await createJob(d.printer, wish.name, jobAttributes(wish, printer));
      await put(d, { phase: 'created', printer_job: number, message: null });
      return;
    }
    case 'creating': {
      // asked for, and no answer was written down: the printer knows whether it has a job of that name
      const found = (await getJobs(d.printer)).find((j) => j.name === nameOn(d));
      await put(d, found ? { phase: 'created', printer_job: found.id } : { phase: 'create' });
      return;
    }
    case 'created': {
      await put(d, { phase: 'sending' });
      await sendDocument(d.printer, d.printer_job!, fileOf(d.id));
      await put(d, { phase: 'follow', state: 'pending', message: null });
      await rm(fileOf(d.id), { force: true });
      return;
    }
    case 'sending': {
      const job = await getJob(d.printer, d.printer_job!);
      await put(d, afterLostAnswer(job));
      return;
    }
    case 'follow':
    case 'done':
      return;
  }
}

/** What a delivery is at when the answer to its document was lost, going by what the printer says of the job. */
export function afterLostAnswer(job: PrinterJob | null): DeliveryChange {
  const unsure: DeliveryChange = {
    phase: 'done',
    state: 'unsure',
    message:
      'The answer was lost and the printer no longer knows the job. Look in its output: if the sheets are not there, send again.',
  };
  if (!job) return unsure;
  const ended = job.state === 'completed' || job.state === 'canceled' || job.state === 'aborted';
  if (job.documents !== null && job.documents > 0) return { phase: 'follow' };
  if (job.state === 'completed' || job.state === 'processing' || job.state === 'stopped') return { phase: 'follow' };
  if (job.state === 'canceled') return { phase: 'follow' };
  // given up for want of its document: nothing was printed, a new job may be made
  if (ended && job.documents === 0 && !job.reasons.includes('document-format-error'))
    return { phase: 'create', printer_job: null };
  if (ended) return { phase: 'follow' };
  if (job.documents === 0 || job.reasons.some((r) => r === 'job-data-insufficient' || r === 'job-incoming'))
    return { phase: 'created' };
  return unsure;
}

/** Asks the printers about everything they have of ours. */
export async function followAll(): Promise<void> {
  const open = await openDeliveries();
  await Promise.all(open.filter((d) => d.phase === 'follow').map((d) => follow(d)));
}

async function follow(d: Delivery): Promise<void> {
  try {
    if (d.cancel_wished) {
      await cancelJob(d.printer, d.printer_job!).catch((e: unknown) => {
        // too late is no failure: the printer says below how it ended
        if (!(e instanceof PrinterRefused)) throw e;
      });
      await put(d, { cancel_wished: false });
    }
    const job = await getJob(d.printer, d.printer_job!);
    if (!job) {
      await put(d, {
        phase: 'done',
        state: 'unsure',
        message: 'The printer no longer knows this job. Look in its output; if the sheets are not there, send again.',
      });
      return;
    }
    const ended = job.state === 'completed' || job.state === 'canceled' || job.state === 'aborted';
    let message = explain(job.reasons);
    if (job.state === 'stopped' || job.state === 'pending') {
      const printer = await getPrinter(d.printer);
      if (printer.state === 'stopped')
        message = explain(printer.reasons) ?? 'The printer has stopped. Look at its display.';
    }
    await put(d, {
      state: job.state,
      message: job.state === 'completed' ? null : message,
      sheets_done: job.state === 'completed' ? Math.max(job.sheetsDone, 0) : job.sheetsDone,
      ...(ended ? { phase: 'done' as const } : {}),
    });
  } catch (e) {
    if (e instanceof PrinterAway || e instanceof PrinterRefused)
      await put(d, { message: `${d.machine} does not answer; it is asked again every second.` });
    else if (!databaseAway(e)) throw e;
  }
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
