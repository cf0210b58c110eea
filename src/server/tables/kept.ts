import type * as z from 'zod';
import { KeptImprint, KeptMarks } from '../../core';
import type { Sql, Tx } from '../db';

/** What is kept under names in a table of its own: names that differ in capitals alone are the same. */
function keptIn<T extends { readonly name: string }>(table: 'kept_imprints' | 'kept_marks', schema: z.ZodType<T>) {
  return {
    /** All of it, by name. */
    read: async (run: Sql): Promise<T[]> => {
      const rows = await run<{ value: unknown }>(`select value from ${table} order by lower(name)`);
      return rows.map((r) => schema.parse(r.value));
    },
    /** Keeps it in the place of what was kept under its name. @returns whether there was room for it */
    put: async (run: Sql, kept: T, most: number): Promise<boolean> => {
      const rows = await run(
        `insert into ${table} (name, value)
         select $1, $2::jsonb
         where (select count(*) from ${table}) < $3
            or exists (select from ${table} where lower(name) = lower($1))
         on conflict (lower(name)) do update set name = excluded.name, value = excluded.value, kept_at = now()
         returning name`,
        [kept.name, JSON.stringify(kept), most],
      );
      return rows.length > 0;
    },
    /** Keeps it no longer. @returns whether there was any under the name */
    drop: async (run: Sql, name: string): Promise<boolean> =>
      (await run(`delete from ${table} where lower(name) = lower($1) returning name`, [name])).length > 0,
  };
}

export const imprintsKept = keptIn('kept_imprints', KeptImprint);
export const marksKept = keptIn('kept_marks', KeptMarks);

/** Of the sets of marks that a machine has by itself, one alone is: the others are put on by hand. */
export async function onlyByItself(tx: Tx, { name, machine }: Pick<KeptMarks, 'name' | 'machine'>): Promise<void> {
  await tx(
    `update kept_marks set value = jsonb_set(value, '{itself}', 'false')
     where value->>'machine' = $1 and lower(name) <> lower($2) and (value->>'itself')::boolean`,
    [machine, name],
  );
}
