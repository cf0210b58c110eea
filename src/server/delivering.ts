import { existsSync } from 'node:fs';
import { mkdir, rename, rm } from 'node:fs/promises';
import {
  loadsOf,
  lying,
  plan,
  turnFor,
  type Docket,
  type Load,
  type Machine,
  type Plan,
  type Shop,
  type Stock,
} from '../core';
import {
  createJob,
  getJob,
  getJobs,
  getPrinter,
  jobAttributes,
  PrinterAway,
  PrinterRefused,
  sendDocument,
  type JobWish,
  type Media,
  type PrinterJob,
} from '../machines';
import { folders } from './config';
import { alone, databaseAway } from './db';
import { fileOf, put } from './delivery';
import { sourcesOf } from './sources';
import { findDelivery, type Delivery, type DeliveryChange } from './tables/deliveries';
import { readShop } from './tables/shop';
import { composeInWorker } from './workers';

/** The load that a delivery is; one accepted before there were several was all of one. */
const loadOf = (d: Delivery, planned: Plan): Load => {
  const loads = loadsOf(d.docket, planned);
  return loads[d.run ?? 0] ?? loads[0]!;
};

/** The name a job has on the printer: it is found by it again when an answer was lost. */
const nameOn = (d: Delivery): string => `${[...d.docket.title].slice(0, 80).join('')} [${d.id.slice(0, 13)}]`;

const sidesOf = ({ sheet }: Docket, { machine, sides }: Load): JobWish['sides'] =>
  sides === 1
    ? 'one-sided'
    : // the sheet lies with its long edge level: turned about the upright axis it comes over its short edge
      turnFor({ ...sheet, machine }) === 'turn'
      ? 'two-sided-short-edge'
      : 'two-sided-long-edge';

/**
 * What pages are printed on. A tray is named only where the job and the shop agree on what lies in it: trays may have
 * been loaded anew since the job was planned, and then the printer looks for the stock itself.
 */
function mediaOf(stock: Stock, machine: Machine, shop: Shop): Media {
  const sheet = lying(stock);
  const source = (trays: Machine['trays'] | undefined): string | null =>
    trays?.find((t) => t.stock === stock.id)?.source ?? null;
  const here = source(machine.trays);
  const agreed = here === source(shop.machines.find((m) => m.id === machine.id)?.trays);
  return {
    width: sheet.height,
    height: sheet.width,
    grammage: stock.grammage,
    name: stock.name,
    source: agreed ? here : null,
  };
}

function wishOf(d: Delivery, load: Load, shop: Shop): JobWish {
  const [first, ...others] = load.stocks;
  return {
    name: nameOn(d),
    copies: load.copies,
    sides: sidesOf(d.docket, load),
    media: mediaOf(first!.stock, load.machine, shop),
    // sheets to pages of the document: one or two each
    otherMedia: others
      .filter((o) => o.stock.id !== first!.stock.id)
      .map((o) => ({
        from: (o.from - 1) * load.sides + 1,
        to: o.to * load.sides,
        media: mediaOf(o.stock, load.machine, shop),
      })),
    hold: d.docket.send.hold,
  };
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
            ...(d.run === null ? {} : { sheets: loadOf(d, plan(d.docket, sources.artwork)).sheets }),
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
      const wish = wishOf(d, loadOf(d, plan(d.docket, sources.artwork)), await readShop());
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
