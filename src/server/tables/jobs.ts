import { z } from 'zod';
import { StoredDocket, type Docket } from '../../core';
import type { Sql, Tx } from '../db';

/** What the list of jobs shows of one, worked out whenever its docket changes. */
export const Summary = z.object({
  title: z.string(),
  file: z.string(),
  sha256: z.string(),
  due: z.string().nullable(),
  pages: z.int(),
  copies: z.int(),
  finished: z.string(),
  sheets: z.int(),
  up: z.int(),
  stock: z.string(),
  swatch: z.string(),
  stops: z.int(),
  looks: z.int(),
  firstFinding: z.string().nullable(),
});
export type Summary = z.infer<typeof Summary>;

const ListedRow = z.object({
  id: z.string(),
  number: z.int(),
  version: z.int(),
  summary: Summary,
  created_at: z.date(),
  delivery: z.object({ state: z.string(), sheets_done: z.int(), sheets_total: z.int() }).nullable(),
});
export type ListedRow = z.infer<typeof ListedRow>;

/** All jobs, the most pressing need first: those just arrived without a date, then by date, printed ones last. */
export async function listJobs(run: Sql): Promise<ListedRow[]> {
  const rows = await run(
    `select j.id, j.number, j.version, j.summary, j.created_at,
       (select json_build_object('state', d.state, 'sheets_done', d.sheets_done, 'sheets_total', d.sheets_total)
          from deliveries d where d.job_id = j.id order by d.created_at desc limit 1) as delivery
     from jobs j where j.removed_at is null
     order by coalesce((select d.state = 'completed' from deliveries d where d.job_id = j.id order by d.created_at desc limit 1), false),
       j.summary->>'due' nulls first, j.created_at desc`,
  );
  return rows.map((r) => ListedRow.parse(r));
}

const JobRow = z.object({
  id: z.string(),
  number: z.int(),
  version: z.int(),
  position: z.int(),
  last: z.int(),
  docket: StoredDocket,
  undo: z.string().nullable(),
  redo: z.string().nullable(),
  last_change: z.string().nullable(),
});
/** A job as it stands, with what an undo and a redo would take back and bring back. */
export type JobRow = z.infer<typeof JobRow>;

export async function readJob(run: Sql, id: string): Promise<JobRow | null> {
  const [row] = await run(
    `select j.id, j.number, j.version, j.position, j.last_change, s.docket,
       (select max(seq) from steps where job_id = j.id) as last,
       case when j.position > 0 then s.label end as undo,
       (select label from steps where job_id = j.id and seq = j.position + 1) as redo
     from jobs j join steps s on s.job_id = j.id and s.seq = j.position
     where j.id = $1`,
    [id],
  );
  return row ? JobRow.parse(row) : null;
}

/** Makes a job, or leaves the one that was made under this id before. @returns whether it is new */
export async function createJob(tx: Tx, id: string, docket: Docket, summary: Summary, label: string): Promise<boolean> {
  const rows = await tx('insert into jobs (id, summary) values ($1, $2) on conflict do nothing returning id', [
    id,
    JSON.stringify(summary),
  ]);
  if (rows.length === 0) return false;
  await tx('insert into steps (job_id, seq, label, docket) values ($1, 0, $2, $3)', [
    id,
    label,
    JSON.stringify(docket),
  ]);
  return true;
}

/** The job was changed since the version the writer had seen. */
export class Outdated extends Error {
  constructor(readonly now: JobRow) {
    super('This job was changed in another window.');
  }
}

/** What is to become of a job: a new step with its docket, or another step of its history. */
export type Change =
  | { readonly kind: 'step'; readonly docket: Docket; readonly label: string }
  | { readonly kind: 'move'; readonly position: number };

/**
 * Changes a job: `change` is given the row, locked, and says what comes of it.
 * @param changeId what the asker calls this change: asked for again, it is not made again
 * @returns the job after, or null where there is none
 * @throws Outdated where it is not at version `base` any more
 */
export async function changeJob(
  tx: Tx,
  id: string,
  base: number,
  changeId: string | null,
  change: (row: JobRow) => Change,
  summarise: (docket: Docket) => Promise<Summary>,
): Promise<JobRow | null> {
  const locked = await tx('select id from jobs where id = $1 for update', [id]);
  if (locked.length === 0) return null;
  const row = (await readJob(tx, id))!;
  if (changeId !== null && row.last_change === changeId) return row;
  if (row.version !== base) throw new Outdated(row);
  const wish = change(row);
  let position: number;
  if (wish.kind === 'step') {
    position = row.position + 1;
    await tx('delete from steps where job_id = $1 and seq >= $2', [id, position]);
    await tx('insert into steps (job_id, seq, label, docket) values ($1, $2, $3, $4)', [
      id,
      position,
      wish.label,
      JSON.stringify(wish.docket),
    ]);
  } else {
    position = wish.position;
    if (position < 0 || position > row.last) return row;
  }
  await tx('update jobs set position = $2, version = version + 1, last_change = $3, changed_at = now() where id = $1', [
    id,
    position,
    changeId,
  ]);
  const after = (await readJob(tx, id))!;
  await tx('update jobs set summary = $2 where id = $1', [id, JSON.stringify(await summarise(after.docket))]);
  return after;
}

/** Takes a job off the list, or puts it back. */
export async function setRemoved(run: Sql, id: string, removed: boolean): Promise<boolean> {
  const rows = await run('update jobs set removed_at = case when $2 then now() end where id = $1 returning id', [
    id,
    removed,
  ]);
  return rows.length > 0;
}

/** The numbers of the jobs that use a file now. */
export async function jobsUsing(run: Sql, sha256: string): Promise<number[]> {
  const rows = await run<{ number: number }>(
    `select number from jobs where removed_at is null and summary->>'sha256' = $1 order by number`,
    [sha256],
  );
  return rows.map((r) => r.number);
}
