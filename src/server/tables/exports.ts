import { z } from 'zod';
import { StoredDocket, type Docket } from '../../core';
import { sql } from '../db';

export const Export = z.object({
  id: z.string(),
  job_id: z.string(),
  docket: StoredDocket,
  pass: z.enum(['all', 'fronts', 'backs']),
  state: z.enum(['waiting', 'working', 'done', 'canceled', 'failed']),
  done: z.int(),
  total: z.int(),
  message: z.string().nullable(),
});
export type Export = z.infer<typeof Export>;

const COLUMNS = 'id, job_id, docket, pass, state, done, total, message';

export async function insertExport(
  id: string,
  jobId: string,
  docket: Docket,
  pass: Export['pass'],
  total: number,
): Promise<void> {
  await sql(`insert into exports (id, job_id, docket, pass, state, total) values ($1, $2, $3, $4, 'waiting', $5)`, [
    id,
    jobId,
    JSON.stringify(docket),
    pass,
    total,
  ]);
}

export async function findExport(id: string): Promise<Export | null> {
  const [row] = await sql(`select ${COLUMNS} from exports where id = $1`, [id]);
  return row ? Export.parse(row) : null;
}

export async function unfinishedExports(): Promise<string[]> {
  return (await sql<{ id: string }>(`select id from exports where state in ('waiting', 'working')`)).map((r) => r.id);
}

/** Moves an export on, unless it has come to an end already. @returns whether it moved */
export async function updateExport(
  id: string,
  change: Partial<Pick<Export, 'state' | 'done' | 'message'>>,
): Promise<boolean> {
  const keys = Object.keys(change) as (keyof typeof change)[];
  const set = keys.map((k, i) => `${k} = $${i + 2}`).join(', ');
  const rows = await sql(`update exports set ${set} where id = $1 and state in ('waiting', 'working') returning id`, [
    id,
    ...keys.map((k) => change[k] ?? null),
  ]);
  return rows.length > 0;
}

/** The ids of exports older than a day, which are forgotten. */
export async function forgetOldExports(): Promise<string[]> {
  return (
    await sql<{ id: string }>(`delete from exports where created_at < now() - interval '1 day' returning id`)
  ).map((r) => r.id);
}
