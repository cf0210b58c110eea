import * as z from 'zod';
import { LoadPart, StoredDocket, type Docket } from '../../core';
import type { Sql, Tx } from '../db';

export const DeliveryState = z.enum([
  'preparing',
  'sending',
  'pending',
  'held',
  'processing',
  'stopped',
  'completed',
  'canceled',
  'aborted',
  'unsure',
]);

export const Delivery = z.object({
  id: z.string(),
  number: z.int(),
  job_id: z.string(),
  job_number: z.int(),
  docket: StoredDocket,
  /** Which run of its sheets, from 0; null for all of them. */
  run: z.int().nullable(),
  /** What of that run's load; null for all of it. */
  part: LoadPart.nullable(),
  machine: z.string(),
  /** The machine's id in the shop, which knows its address. */
  machine_id: z.string(),
  phase: z.enum(['compose', 'create', 'creating', 'created', 'sending', 'follow', 'done']),
  state: DeliveryState,
  message: z.string().nullable(),
  cancel_wished: z.boolean(),
  printer_job: z.int().nullable(),
  sheets_done: z.int(),
  sheets_total: z.int(),
  /** Sheets printed each time; null for what is older than this is known. */
  sheets_each: z.int().nullable(),
  /** The version of its job that it prints, and since when that stood. */
  job_version: z.int().nullable(),
  version_at: z.date().nullable(),
  /** What is counted as one sending with it; null for what is older than sendings are. */
  root_send: z.string().nullable(),
  /** Whether it is beside what the job was sent as: further copies, single sheets. */
  extra: z.boolean(),
  /** Whether the job is still as this prints it. */
  present: z.boolean(),
  created_at: z.date(),
});
export type Delivery = z.infer<typeof Delivery>;

const COLUMNS = `d.id, d.number, d.job_id, j.number as job_number, d.docket, d.run, d.part, d.machine, d.machine_id, d.phase, d.state, d.message,
  d.cancel_wished, d.printer_job, d.sheets_done, d.sheets_total, d.sheets_each,
  d.job_version, d.version_at, d.created_at, coalesce(d.root_send, d.send_id) as root_send, d.extra, printed_of(d.docket) = printed_of(s.docket) as present
  from deliveries d join jobs j on j.id = d.job_id join steps s on s.job_id = j.id and s.seq = j.position`;

export interface NewDelivery {
  readonly id: string;
  /** What the asker calls this sending: asked for again, nothing more is made. */
  readonly sendId: string;
  readonly jobId: string;
  readonly docket: Docket;
  readonly run: number | null;
  readonly machine: string;
  readonly machineId: string;
  readonly part: LoadPart | null;
  readonly sheetsTotal: number;
  readonly sheetsEach: number | null;
  /** The version of the job that it prints, and since when that has stood. */
  readonly version: number | null;
  readonly versionAt: Date | null;
  /** The delivery that it goes on with, and what is counted as one sending with that. */
  readonly goesOnFrom: string | null;
  readonly rootSend: string | null;
  readonly extra: boolean;
}

/** Accepts deliveries, all of them or none; those accepted before under the same name are left as they are. */
export async function insertDeliveries(tx: Tx, list: readonly NewDelivery[]): Promise<void> {
  for (const d of list)
    await tx(
      `insert into deliveries (id, job_id, docket, run, machine, machine_id, phase, state, sheets_total, send_id, part, sheets_each, job_version, version_at,
         goes_on_from, root_send, extra)
       values ($1, $2, $3, $4, $5, $6, 'compose', 'preparing', $7, $8, $9, $10, $11, $12, $13, $14, $15) on conflict do nothing`,
      [
        d.id,
        d.jobId,
        JSON.stringify(d.docket),
        d.run,
        d.machine,
        d.machineId,
        d.sheetsTotal,
        d.sendId,
        d.part && JSON.stringify(d.part),
        d.sheetsEach,
        d.version,
        d.versionAt,
        d.goesOnFrom,
        d.rootSend,
        d.extra,
      ],
    );
}

/** The ids of the deliveries of one sending, run by run. */
export async function deliveriesOfSend(run: Sql, sendId: string): Promise<string[]> {
  return (await run<{ id: string }>('select id from deliveries where send_id = $1 order by run, number', [sendId])).map(
    (r) => r.id,
  );
}

export async function findDelivery(run: Sql, id: string): Promise<Delivery | null> {
  const [row] = await run(`select ${COLUMNS} where d.id = $1`, [id]);
  return row ? Delivery.parse(row) : null;
}

/** The latest deliveries, of one job or all. */
export async function listDeliveries(run: Sql, jobId: string | null, limit = 60): Promise<Delivery[]> {
  const rows = await run(
    `select ${COLUMNS} where $1::uuid is null or d.job_id = $1 order by d.created_at desc limit $2`,
    [jobId, limit],
  );
  return rows.map((r) => Delivery.parse(r));
}

/** What a job was sent as and that was printed, or will be, but for one sending: what that may be one too many beside. */
export async function deliveriesBefore(run: Sql, jobId: string, sendId: string): Promise<Delivery[]> {
  const rows = await run(
    `select ${COLUMNS} where d.job_id = $1 and not d.extra and d.send_id is distinct from $2
       and (d.phase <> 'done' or d.state = 'completed')
     order by d.phase = 'done', d.created_at desc limit 20`,
    [jobId, sendId],
  );
  return rows.map((r) => Delivery.parse(r));
}

/** Everything of a job that is not at its end. */
export async function openOfJob(run: Sql, jobId: string): Promise<Delivery[]> {
  const rows = await run(`select ${COLUMNS} where d.job_id = $1 and d.phase <> 'done' order by d.created_at`, [jobId]);
  return rows.map((r) => Delivery.parse(r));
}

/** Of what goes on with a delivery, that which is not at its end. */
export async function goingOnWith(run: Sql, id: string): Promise<number[]> {
  const rows = await run<{ number: number }>(
    `select number from deliveries where goes_on_from = $1 and phase <> 'done' order by number`,
    [id],
  );
  return rows.map((r) => r.number);
}

/** Wishes deliveries gone: what has come to its end stays as it ended. */
export async function wishCanceled(tx: Tx, ids: readonly string[]): Promise<void> {
  await tx(`update deliveries set cancel_wished = true, changed_at = now() where id = any($1) and phase <> 'done'`, [
    ids,
  ]);
}

/** A delivery that is not at its end, as little of it as says whose turn it is. */
const OpenDelivery = z.object({
  id: z.string(),
  machine_id: z.string(),
  phase: Delivery.shape.phase,
  cancel_wished: z.boolean(),
});
export type OpenDelivery = z.infer<typeof OpenDelivery>;

/** Everything that is not at its end, the oldest first; of one machine or all. */
export async function openDeliveries(run: Sql, machineId: string | null = null): Promise<OpenDelivery[]> {
  const rows = await run(
    `select id, machine_id, phase, cancel_wished from deliveries
     where phase <> 'done' and ($1::text is null or machine_id = $1) order by created_at, number`,
    [machineId],
  );
  return rows.map((r) => OpenDelivery.parse(r));
}

export type DeliveryChange = Partial<
  Pick<Delivery, 'phase' | 'state' | 'message' | 'printer_job' | 'sheets_done' | 'cancel_wished'>
>;

/** Writes a change down; what has come to its end stays as it ended. @returns whether anything is different now */
export async function updateDelivery(run: Sql, id: string, change: DeliveryChange): Promise<boolean> {
  const keys = Object.keys(change) as (keyof DeliveryChange)[];
  if (keys.length === 0) return false;
  const set = keys.map((k, i) => `${k} = $${i + 2}`).join(', ');
  const differs = keys.map((k, i) => `${k} is distinct from $${i + 2}`).join(' or ');
  const rows = await run(
    `update deliveries set ${set}, changed_at = now() where id = $1 and phase <> 'done' and (${differs}) returning id`,
    [id, ...keys.map((k) => change[k] ?? null)],
  );
  return rows.length > 0;
}
