import { KeptImprint } from '../../core';
import type { Sql } from '../db';

/** All imprints that are kept, by name. */
export async function readKept(run: Sql): Promise<KeptImprint[]> {
  const rows = await run<{ value: unknown }>('select value from kept_imprints order by lower(name)');
  return rows.map((r) => KeptImprint.parse(r.value));
}

/** Keeps imprints under a name, in the place of what was kept under it. @returns whether there was room for them */
export async function putKept(run: Sql, kept: KeptImprint, most: number): Promise<boolean> {
  const rows = await run(
    `insert into kept_imprints (name, value)
     select $1, $2::jsonb
     where (select count(*) from kept_imprints) < $3
        or exists (select from kept_imprints where lower(name) = lower($1))
     on conflict (lower(name)) do update set name = excluded.name, value = excluded.value, kept_at = now()
     returning name`,
    [kept.name, JSON.stringify(kept), most],
  );
  return rows.length > 0;
}

/** Keeps them no longer. @returns whether there were any under the name */
export async function dropKept(run: Sql, name: string): Promise<boolean> {
  return (await run('delete from kept_imprints where lower(name) = lower($1) returning name', [name])).length > 0;
}
