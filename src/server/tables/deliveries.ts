import { z } from 'zod';
import { StoredDocket, type Docket } from '../../core';
import { sql, transaction } from '../db';

export const Delivery = z.object({
  id: z.string(),
  number: z.int(),
  job_id: z.string(),
  job_number: z.int(),
  docket: StoredDocket,
  /** Which run of its sheets, from 0; null for all of them. */
  run: z.int().nullable(),
  machine: z.string(),
  printer: z.string(),
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

const COLUMNS = `d.id, d.number, d.job_id, j.number as job_number, d.docket, d.run, d.machine, d.printer, d.phase, d.state, d.message,
  d.cancel_wished, d.printer_job, d.sheets_done, d.sheets_total, d.created_at from deliveries d join jobs j on j.id = d.job_id`;

export interface NewDelivery {
  readonly id: string;
  readonly jobId: string;
  readonly docket: Docket;
  readonly run: number | null;
  readonly machine: string;
  readonly printer: string;
  readonly sheetsTotal: number;
}

/** Accepts deliveries, all of them or none. */
export async function insertDeliveries(list: readonly NewDelivery[]): Promise<void> {
  await transaction(async (run) => {
    for (const d of list)
      await run(
        `insert into deliveries (id, job_id, docket, run, machine, printer, phase, state, sheets_total)
         values ($1, $2, $3, $4, $5, $6, 'compose', 'preparing', $7)`,
        [d.id, d.jobId, JSON.stringify(d.docket), d.run, d.machine, d.printer, d.sheetsTotal],
      );
  });
}

export async function findDelivery(id: string): Promise<Delivery | null> {
  const [row] = await sql(`select ${COLUMNS} where d.id = $1`, [id]);
  return row ? Delivery.parse(row) : null;
}

/** The latest deliveries, of one job or all. */
export async function listDeliveries(jobId: string | null, limit = 60): Promise<Delivery[]> {
  const rows = await sql(
    `select ${COLUMNS} where $1::uuid is null or d.job_id = $1 order by d.created_at desc limit $2`,
    [jobId, limit],
  );
  return rows.map((r) => Delivery.parse(r));
}

/** Everything that is not at its end. */
export async function openDeliveries(): Promise<Delivery[]> {
  const rows = await sql(`select ${COLUMNS} where d.phase <> 'done' order by d.created_at`);
  return rows.map((r) => Delivery.parse(r));
}

export type DeliveryChange = Partial<
  Pick<Delivery, 'phase' | 'state' | 'message' | 'printer_job' | 'sheets_done' | 'cancel_wished'>
>;

/** Writes a change down. @returns whether anything is different now */
export async function updateDelivery(id: string, change: DeliveryChange): Promise<boolean> {
  const keys = Object.keys(change) as (keyof DeliveryChange)[];
  if (keys.length === 0) return false;
  const set = keys.map((k, i) => `${k} = $${i + 2}`).join(', ');
  const differs = keys.map((k, i) => `${k} is distinct from $${i + 2}`).join(' or ');
  const rows = await sql(
    `update deliveries set ${set}, changed_at = now() where id = $1 and (${differs}) returning id`,
    [id, ...keys.map((k) => change[k] ?? null)],
  );
  return rows.length > 0;
}
