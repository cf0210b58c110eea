import * as z from 'zod';
import { StoredDocket, type Docket } from '../../core';
import type { Sql, Tx } from '../db';

export const Delivery = z.object({
  id: z.string(),
  number: z.int(),
  job_id: z.string(),
  job_number: z.int(),
  docket: StoredDocket,
  /** Which run of its sheets, from 0; null for all of them. */
  run: z.int().nullable(),
  machine: z.string(),
  /** The machine's id in the shop, which knows its address. */
  machine_id: z.string(),
  phase: z.enum(['compose', 'create', 'creating', 'created', 'sending', 'follow', 'done']),
  state: z.enum([
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
  ]),
  message: z.string().nullable(),
  cancel_wished: z.boolean(),
  printer_job: z.int().nullable(),
  sheets_done: z.int(),
  sheets_total: z.int(),
  created_at: z.date(),
});
export type Delivery = z.infer<typeof Delivery>;

const COLUMNS = `d.id, d.number, d.job_id, j.number as job_number, d.docket, d.run, d.machine, d.machine_id, d.phase, d.state, d.message,
  d.cancel_wished, d.printer_job, d.sheets_done, d.sheets_total, d.created_at from deliveries d join jobs j on j.id = d.job_id`;

export interface NewDelivery {
  readonly id: string;
  /** What the asker calls this sending: asked for again, nothing more is made. */
  readonly sendId: string;
  readonly jobId: string;
  readonly docket: Docket;
  readonly run: number | null;
  readonly machine: string;
  readonly machineId: string;
  readonly sheetsTotal: number;
}

/** Accepts deliveries, all of them or none; those accepted before under the same name are left as they are. */
export async function insertDeliveries(tx: Tx, list: readonly NewDelivery[]): Promise<void> {
  for (const d of list)
    await tx(
      `insert into deliveries (id, job_id, docket, run, machine, machine_id, phase, state, sheets_total, send_id)
       values ($1, $2, $3, $4, $5, $6, 'compose', 'preparing', $7, $8) on conflict do nothing`,
      [d.id, d.jobId, JSON.stringify(d.docket), d.run, d.machine, d.machineId, d.sheetsTotal, d.sendId],
    );
}

/** The ids of the deliveries of one sending, run by run. */
export async function deliveriesOfSend(run: Sql, sendId: string): Promise<string[]> {
  return (await run<{ id: string }>('select id from deliveries where send_id = $1 order by run', [sendId])).map(
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
