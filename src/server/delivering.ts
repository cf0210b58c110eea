import { existsSync } from 'node:fs';
import { plan } from '../core';
import {
  cancelJob,
  createJob,
  getJob,
  getJobs,
  getPrinter,
  jobAttributes,
  PrinterRefused,
  sendDocument,
  type PrinterAt,
  type PrinterJob,
} from '../machines';
import { sql } from './db';
import { fileOf, isOurs, nameOn, put } from './delivery';
import { loadOf, wishOf } from './print-wish';
import { sourcesOf } from './sources';
import { findDelivery, type Delivery, type DeliveryChange } from './tables/deliveries';
import { readShop } from './tables/shop';

const NOT_POSSIBLE = 0x0404;
const NOT_FOUND = 0x0406;
const GONE = 0x0407;
/** Device error, temporary error, not accepting, busy: refusals of the hour, not of the job (RFC 8011, B.1.5). */
const PASSING = new Set([0x0502, 0x0504, 0x0505, 0x0506, 0x0507, 0x0508, 0x0509]);

/** Whether a refusal is of this job, for good. */
export const forGood = (e: unknown): e is PrinterRefused => e instanceof PrinterRefused && !PASSING.has(e.status);

/** A look at the printer that settled nothing: it is to be looked at again. */
export class LookAgain extends Error {}

/** How long a printer must go on saying that it lacks the document before it is sent once more. */
const LASTING = 5_000;
const lacking = new Map<string, number>();

const sending = new Map<string, AbortController>();
/** Stops a document on its way. Whether the printer has it is then asked of the printer. */
export const stopSending = (id: string): void => sending.get(id)?.abort();

/**
 * One step of a delivery that its printer is to get. What is about to be done is written down before, what has been
 * done after, so that it may end at any point and be gone on with.
 * @returns the delivery after it
 * @throws what the printer's client throws; LookAgain
 */
export async function step(d: Delivery, at: PrinterAt, now: () => number = Date.now): Promise<Delivery> {
  switch (d.phase) {
    case 'compose':
    case 'follow':
    case 'done':
      return d;
    case 'create': {
      const sources = await sourcesOf(sql, d.docket);
      if (!sources) return put(d, { phase: 'done', state: 'aborted', message: 'Its artwork is not in the store.' });
      if (!existsSync(fileOf(d.id))) return put(d, { phase: 'compose', state: 'preparing' });
      const printer = await getPrinter(at);
      const wish = wishOf(d, loadOf(d, plan(d.docket, sources.artwork)), await readShop(sql));
      const attributes = jobAttributes(wish, printer);
      await put(d, { phase: 'creating' });
      let number: number;
      try {
        number = await createJob(at, wish.name, attributes);
      } catch (e) {
        // refused for now: there is no such job
        if (e instanceof PrinterRefused && !forGood(e)) await put(d, { phase: 'create' });
        throw e;
      }
      return put(d, { phase: 'created', printer_job: number, message: null });
    }
    case 'creating': {
      // asked for, and no answer was written down: the printer knows whether it has a job of that name
      const found = (await getJobs(at)).find((j) => j.name === nameOn(d) || isOurs(d, j));
      return put(d, found ? { phase: 'created', printer_job: found.id } : { phase: 'create' });
    }
    case 'created': {
      if (!existsSync(fileOf(d.id))) return put(d, { phase: 'compose', state: 'preparing' });
      await put(d, { phase: 'sending', state: 'sending' });
      const stop = new AbortController();
      sending.set(d.id, stop);
      try {
        await sendDocument(at, d.printer_job!, fileOf(d.id), stop.signal);
      } catch (e) {
        // not possible, not found: whether it has the document already, or lost the job, is asked of it
        if (e instanceof PrinterRefused && [NOT_POSSIBLE, NOT_FOUND, GONE].includes(e.status))
          throw new LookAgain(e.message);
        throw e;
      } finally {
        sending.delete(d.id);
        lacking.delete(d.id);
      }
      return put(d, { phase: 'follow', state: 'pending', message: null });
    }
    case 'sending': {
      const job = await getJob(at, d.printer_job!);
      const since = lacksDocument(job) ? (lacking.get(d.id) ?? now()) : null;
      if (since === null) lacking.delete(d.id);
      else lacking.set(d.id, since);
      const change = afterLostAnswer(d, job, since !== null && now() - since >= LASTING);
      if (!change) throw new LookAgain('The answer to the document was lost; the printer is asked whether it has it.');
      lacking.delete(d.id);
      return put(d, change);
    }
  }
}

const incoming = (job: PrinterJob): boolean => job.reasons.includes('job-incoming');
/** Whether a printer says that it waits for a job's document and is not just receiving it. */
const lacksDocument = (job: PrinterJob | null): boolean =>
  job !== null &&
  !incoming(job) &&
  (job.documents ?? 0) === 0 &&
  (job.reasons.includes('job-data-insufficient') || (job.documents === 0 && waiting(job)));
const waiting = ({ state }: PrinterJob): boolean => state === 'pending' || state === 'held' || state === 'unknown';

const lost = (message: string): DeliveryChange => ({ phase: 'done', state: 'unsure', message });

/**
 * What a delivery is at when the answer to its document was lost, going by what the printer says of the job.
 * @param lasting whether it has gone on saying for some time that it lacks the document
 * @returns null where that cannot be said yet
 */
export function afterLostAnswer(d: Delivery, job: PrinterJob | null, lasting: boolean): DeliveryChange | null {
  if (!job)
    return lost(
      'The answer was lost and the printer no longer knows the job. Look in its output: if the sheets are not there, send again.',
    );
  if (!isOurs(d, job))
    return lost(
      'The answer was lost, and the printer has another job under that number now. Look in its output: if the sheets are not there, send again.',
    );
  if (job.documents !== null && job.documents > 0) return { phase: 'follow' };
  // still receiving, as far as it knows: what it has then is seen when it has done
  if (incoming(job)) return null;
  switch (job.state) {
    case 'processing':
    case 'stopped':
    case 'completed':
    case 'canceled':
      return { phase: 'follow' };
    case 'aborted':
      // given up for want of its document: nothing was printed, a new job may be made
      return job.documents === 0 && !job.reasons.includes('document-format-error')
        ? { phase: 'create', printer_job: null }
        : { phase: 'follow' };
    case 'pending':
    case 'held':
    case 'unknown':
      if (lacksDocument(job)) return lasting ? { phase: 'created' } : null;
      // it does not count documents and does not complain: it is followed, and tells by its states how it ends
      return { phase: 'follow' };
  }
}

/**
 * Ends a delivery that nobody wants any more, as far as that is known here: where its document was never on its way
 * nothing can be printed of it. @returns whether that was the end of it
 */
export async function canceledBefore(d: Delivery, at: PrinterAt | null): Promise<boolean> {
  if (!['compose', 'create', 'creating', 'created'].includes(d.phase)) return false;
  await put(d, { phase: 'done', state: 'canceled', message: null });
  // an empty job that the printer may have is taken off it; where it is away it gives it up by itself
  if (at && d.phase === 'created') await cancelJob(at, d.printer_job!).catch(() => undefined);
  return true;
}

/** Cancels a delivery whose document may be on the printer. How it ended is then followed. */
export async function cancelSent(d: Delivery, at: PrinterAt): Promise<Delivery> {
  const job = await getJob(at, d.printer_job!);
  if (!job || !isOurs(d, job)) return put(d, { phase: 'done', state: 'canceled', message: null });
  await cancelJob(at, job.id).catch((e: unknown) => {
    // too late is no failure: following tells how it ended
    if (!(e instanceof PrinterRefused)) throw e;
  });
  return put(d, { phase: 'follow', cancel_wished: false });
}

/** A delivery as it is now. */
export const present = (id: string): Promise<Delivery | null> => findDelivery(sql, id);
