import * as z from 'zod';
import { StoredDocket, type Docket, type Standing } from '../../core';
import type { Sql, Tx } from '../db';
import { onMachines, standingOf, type OnMachines } from '../standing';
import { DeliveryState } from './deliveries';

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
  // what was written down before these were
  customer: z.string().nullable().default(null),
  machine: z.string().default(''),
  finishing: z.array(z.string()).default([]),
  made: z.string().nullable().default(null),
  order: z.string().nullable().default(null),
});
export type Summary = z.infer<typeof Summary>;

const ListedRow = z.object({
  id: z.string(),
  number: z.int(),
  version: z.int(),
  summary: Summary,
  created_at: z.date(),
  changed_at: z.date(),
  removed_at: z.date().nullable(),
  done: z.boolean(),
  sent: z.array(
    z.object({
      state: DeliveryState,
      open: z.boolean(),
      root: z.string().nullable(),
      extra: z.boolean(),
      superseded: z.boolean(),
      sheets_done: z.int(),
      sheets_total: z.int(),
      present: z.boolean(),
    }),
  ),
});
/** A job in a list, with where it stands. */
export type ListedRow = Omit<z.infer<typeof ListedRow>, 'sent' | 'done'> & {
  readonly delivery: OnMachines | null;
  readonly standing: Standing;
  /** Whether it was changed since what was sent of it. */
  readonly changed: boolean;
};

/** Deliveries of a job that are looked at for where it stands: more loads than any docket has. */
const LOOKED_AT = 40;

/** All jobs of the list, or those that were removed from it: the first needed first, those without a day last. */
export async function listJobs(run: Sql, removed = false): Promise<ListedRow[]> {
  const rows = await run(
    `select j.id, j.number, j.version, j.summary, j.created_at, j.changed_at, j.removed_at, j.done_at is not null as done,
       coalesce((select json_agg(json_build_object('state', d.state, 'open', d.phase <> 'done',
           'root', coalesce(d.root_send, d.send_id), 'extra', d.extra,
           'superseded', exists (select 1 from deliveries e where e.goes_on_from = d.id),
           'sheets_done', d.sheets_done, 'sheets_total', d.sheets_total,
           'present', printed_of(d.docket) = printed_of(s.docket)) order by d.created_at desc, d.number desc)
         from (select * from deliveries where job_id = j.id order by created_at desc limit ${LOOKED_AT}) d
         join steps s on s.job_id = j.id and s.seq = j.position), '[]') as sent
     from jobs j where (j.removed_at is not null) = $1
     order by case when $1 then j.removed_at end desc, j.summary->>'due' nulls last, j.number`,
    [removed],
  );
  return rows.map((r) => {
    const { sent, done, ...row } = ListedRow.parse(r);
    return { ...row, delivery: onMachines(sent), ...standingOf(row.summary, sent, done) };
  });
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
  /** Since when it has been as it is. */
  made_at: z.date(),
  /** Whether it was off the list when it was read. */
  removed: z.boolean(),
});
/** A job as it stands, with what an undo and a redo would take back and bring back. */
export type JobRow = z.infer<typeof JobRow>;

const JOB = `select j.id, j.number, j.version, j.position, j.last_change, s.docket, s.made_at, j.removed_at is not null as removed,
    (select max(seq) from steps where job_id = j.id) as last,
    case when j.position > 0 then s.label end as undo,
    (select label from steps where job_id = j.id and seq = j.position + 1) as redo
  from jobs j join steps s on s.job_id = j.id and s.seq = j.position
  where j.id = $1`;

export async function readJob(run: Sql, id: string): Promise<JobRow | null> {
  const [row] = await run(JOB, [id]);
  return row ? JobRow.parse(row) : null;
}

/** The jobs that print a file, by their ids. */
export async function jobIdsUsing(run: Sql, sha256: string): Promise<string[]> {
  const rows = await run(`select id from jobs where removed_at is null and summary->>'sha256' = $1`, [sha256]);
  return rows.map((r) => String((r as { id: unknown }).id));
}

/** Puts down what the list shows of a job, where it is still at that version. */
export async function putSummary(run: Sql, id: string, version: number, summary: Summary): Promise<void> {
  await run('update jobs set summary = $3 where id = $1 and version = $2', [id, version, JSON.stringify(summary)]);
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

/** Jobs as they were last seen here, with the version that says whether they still are so. */
const seen = new Map<string, JobRow>();
const MOST_SEEN = 200;

function remember(row: JobRow): JobRow {
  seen.delete(row.id);
  seen.set(row.id, row);
  if (seen.size > MOST_SEEN) seen.delete(seen.keys().next().value!);
  return row;
}

/** A job that is at this version, without asking where that is known; else as it is. */
async function atVersion(run: Sql, id: string, version: number): Promise<JobRow | null> {
  const known = seen.get(id);
  return known?.version === version ? known : readJob(run, id);
}

/**
 * Changes a job: `change` is given it as it is, and says what comes of it. One statement writes all of it, and nothing
 * where somebody was first: no lock is held while it is thought about.
 * @param changeId what the asker calls this change: asked for again, it is not made again
 * @returns the job after, or null where there is none
 * @throws Outdated where it is not at version `base` any more
 */
export async function changeJob(
  run: Sql,
  id: string,
  base: number,
  changeId: string | null,
  change: (row: JobRow) => Change | Promise<Change>,
  summarise: (docket: Docket) => Promise<Summary>,
): Promise<JobRow | null> {
  const row = await atVersion(run, id, base);
  if (!row) return null;
  if (changeId !== null && row.last_change === changeId) return row;
  if (row.version !== base) throw new Outdated(row);
  const wish = await change(row);
  const after = wish.kind === 'step' ? stepped(row, wish) : await moved(run, row, wish.position);
  if (!after) return row;
  const summary = JSON.stringify(await summarise(after.docket));
  const values = [id, after.position, changeId, summary, base];
  const update = `with changed as (
      update jobs set position = $2, version = version + 1, last_change = $3, summary = $4, changed_at = now()
      where id = $1 and version = $5 returning id)`;
  const done =
    wish.kind === 'move'
      ? await run(`${update} select id from changed`, values)
      : await run(
          `${update}, gone as (delete from steps where job_id in (select id from changed) and seq > $2),
             made as (insert into steps (job_id, seq, label, docket, made_at) select id, $2, $6, $7, $8 from changed
               on conflict (job_id, seq)
               do update set label = excluded.label, docket = excluded.docket, made_at = excluded.made_at)
           select id from changed`,
          [...values, wish.label, JSON.stringify(wish.docket), after.made_at],
        );
  if (done.length > 0) return remember({ ...after, version: base + 1, last_change: changeId });
  seen.delete(id);
  const now = await readJob(run, id);
  if (!now || (changeId !== null && now.last_change === changeId)) return now;
  throw new Outdated(now);
}

const stepped = (row: JobRow, { docket, label }: Extract<Change, { kind: 'step' }>): JobRow => ({
  ...row,
  position: row.position + 1,
  last: row.position + 1,
  docket,
  made_at: new Date(),
  undo: label,
  redo: null,
});

/** The job at another step of its history, or null where there is none. */
async function moved(run: Sql, row: JobRow, position: number): Promise<JobRow | null> {
  if (position < 0 || position > row.last) return null;
  const steps = await run<{ seq: number; label: string; made_at: Date; docket: unknown }>(
    'select seq, label, made_at, case when seq = $2 then docket end as docket from steps where job_id = $1 and seq in ($2, $2 + 1)',
    [row.id, position],
  );
  const here = steps.find((s) => s.seq === position)!;
  return {
    ...row,
    position,
    docket: StoredDocket.parse(here.docket),
    made_at: here.made_at,
    undo: position > 0 ? here.label : null,
    redo: steps.find((s) => s.seq === position + 1)?.label ?? null,
  };
}

/** Takes a job off the list, or puts it back. */
export async function setRemoved(run: Sql, id: string, removed: boolean): Promise<boolean> {
  const rows = await run('update jobs set removed_at = case when $2 then now() end where id = $1 returning id', [
    id,
    removed,
  ]);
  return rows.length > 0;
}

/** Holds a job until the transaction ends: what is decided by what was sent of it is decided by one at a time. */
export async function lockJob(tx: Tx, id: string): Promise<void> {
  await tx('select 1 from jobs where id = $1 for update', [id]);
}

/** Jobs whose list entry lacks what an entry tells by now: written down by an earlier version. */
export async function staleSummaries(run: Sql): Promise<string[]> {
  return (await run<{ id: string }>(`select id from jobs where not summary ? 'finishing'`)).map((r) => r.id);
}

/** All jobs, removed ones too. */
export async function allJobIds(run: Sql): Promise<string[]> {
  return (await run<{ id: string }>('select id from jobs order by number desc')).map((r) => r.id);
}

/** Puts down that a job is made, or that it is not. */
export async function setDone(run: Sql, id: string, done: boolean): Promise<boolean> {
  const rows = await run('update jobs set done_at = case when $2 then now() end where id = $1 returning id', [
    id,
    done,
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
