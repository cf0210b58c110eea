import * as z from 'zod';
import { ProofWish, StoredDocket, type Docket } from '../../core';
import type { Sql } from '../db';

/** What of a job is written: its sheets, one side of them, every form apart, their plates, all in one or form by form, or
 * its layout with previews of its inks. */
export const Written = z.enum(['all', 'fronts', 'backs', 'forms', 'plates', 'form-plates', 'previews']);
export type Written = z.infer<typeof Written>;

/** Whether what is written is several files, together in a ZIP. */
export const inZip = (pass: Written): boolean => pass === 'forms' || pass === 'form-plates';

export const Export = z.object({
  id: z.string(),
  job_id: z.string(),
  docket: StoredDocket,
  pass: Written,
  /** Null for the sheets themselves. */
  proof: ProofWish.nullable(),
  state: z.enum(['waiting', 'working', 'done', 'canceled', 'failed']),
  done: z.int(),
  total: z.int(),
  message: z.string().nullable(),
});
export type Export = z.infer<typeof Export>;

const COLUMNS = 'id, job_id, docket, pass, proof, state, done, total, message';

/** Accepts an export; one accepted before under the same id is left as it is. */
export async function insertExport(
  run: Sql,
  id: string,
  jobId: string,
  docket: Docket,
  { pass, proof }: Pick<Export, 'pass' | 'proof'>,
  total: number,
): Promise<void> {
  await run(
    `insert into exports (id, job_id, docket, pass, proof, state, total) values ($1, $2, $3, $4, $5, 'waiting', $6)
     on conflict do nothing`,
    [id, jobId, JSON.stringify(docket), pass, proof && JSON.stringify(proof), total],
  );
}

export async function findExport(run: Sql, id: string): Promise<Export | null> {
  const [row] = await run(`select ${COLUMNS} from exports where id = $1`, [id]);
  return row ? Export.parse(row) : null;
}

export async function unfinishedExports(run: Sql): Promise<string[]> {
  return (
    await run<{ id: string }>(`select id from exports where state in ('waiting', 'working') order by created_at`)
  ).map((r) => r.id);
}

/** Moves an export on, unless it has come to an end already. @returns whether it moved */
export async function updateExport(
  run: Sql,
  id: string,
  change: Partial<Pick<Export, 'state' | 'done' | 'message'>>,
): Promise<boolean> {
  const keys = Object.keys(change) as (keyof typeof change)[];
  const set = keys.map((k, i) => `${k} = $${i + 2}`).join(', ');
  const rows = await run(`update exports set ${set} where id = $1 and state in ('waiting', 'working') returning id`, [
    id,
    ...keys.map((k) => change[k] ?? null),
  ]);
  return rows.length > 0;
}

/** The ids of exports older than a day, which are forgotten. */
export async function forgetOldExports(run: Sql): Promise<string[]> {
  return (
    await run<{ id: string }>(`delete from exports where created_at < now() - interval '1 day' returning id`)
  ).map((r) => r.id);
}
