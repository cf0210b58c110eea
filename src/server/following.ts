import { cancelJob, explain, getJob, getPrinter, PrinterAway, PrinterRefused } from '../machines';
import { databaseAway } from './db';
import { put } from './delivery';
import { openDeliveries, type Delivery } from './tables/deliveries';

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
