import { cancelJob, explain, getJob, getPrinter, PrinterRefused, type PrinterAt, type PrinterFacts } from '../machines';
import { sql } from './db';
import { isOurs, put } from './delivery';
import { findDelivery, openDeliveries, type Delivery } from './tables/deliveries';

/**
 * Asks a printer about everything it has of ours.
 * @returns how many deliveries it still has
 * @throws what the printer's client throws
 */
export async function follow(machineId: string, at: PrinterAt): Promise<number> {
  let left = 0;
  let facts: Promise<PrinterFacts> | null = null;
  for (const open of await openDeliveries(sql, machineId)) {
    if (open.phase !== 'follow') continue;
    const d = await findDelivery(sql, open.id);
    if (d && !(await followOne(d, at, () => (facts ??= getPrinter(at))))) left++;
  }
  return left;
}

/** @returns whether the delivery has come to its end */
async function followOne(d: Delivery, at: PrinterAt, printer: () => Promise<PrinterFacts>): Promise<boolean> {
  const unsure = async (message: string): Promise<boolean> => {
    await put(d, { phase: 'done', state: 'unsure', message });
    return true;
  };
  const job = await getJob(at, d.printer_job!);
  if (!job)
    return unsure('The printer no longer knows this job. Look in its output; if the sheets are not there, send again.');
  if (!isOurs(d, job))
    return unsure(
      'The printer has another job under that number now. Look in its output; if the sheets are not there, send again.',
    );
  if (d.cancel_wished) {
    await cancelJob(at, job.id).catch((e: unknown) => {
      // too late is no failure: the printer says next how it ended
      if (!(e instanceof PrinterRefused)) throw e;
    });
    await put(d, { cancel_wished: false });
    return false;
  }
  const ended = job.state === 'completed' || job.state === 'canceled' || job.state === 'aborted';
  let message = explain(job.reasons) ?? (job.state === 'aborted' ? aborted(job.message) : null);
  if (job.state === 'stopped' || job.state === 'pending') {
    const facts = await printer();
    if (facts.state === 'stopped') message = explain(facts.reasons) ?? 'The printer has stopped. Look at its display.';
  }
  await put(d, {
    // a state that is not known here is none of those that end it
    ...(job.state === 'unknown' ? {} : { state: job.state }),
    message: job.state === 'completed' ? null : message,
    sheets_done: job.sheetsDone,
    ...(ended ? { phase: 'done' as const } : {}),
  });
  return ended;
}

const aborted = (said: string): string =>
  `The printer gave the job up${said ? `: ${said}` : ''}. Look at its display, then send again.`;
