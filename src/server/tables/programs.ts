import { SlitProgram, type LoadedWith } from '../../core';
import { ProgramForm } from '../../core/programs';
import type { Sql, Tx } from '../db';

/** The programs of a machine of the shop, by their numbers. */
export async function programsOfMachine(run: Sql, machine: string): Promise<SlitProgram[]> {
  const rows = await run<{ value: unknown }>('select value from programs where machine = $1 order by number', [
    machine,
  ]);
  return rows.map((r) => SlitProgram.parse(r.value));
}

/** What every machine is loaded with that is loaded with anything, in the order of their ids. */
export async function allPrograms(run: Sql): Promise<LoadedWith[]> {
  const rows = await run<{ machine: string; programs: unknown; form: unknown }>(
    `select machine, coalesce(programs, '[]') as programs, f.value as form
     from (select machine, jsonb_agg(value order by number) as programs from programs group by machine) as p
     full join program_forms as f using (machine) order by machine`,
  );
  return rows.map(({ machine, programs, form }) => ({
    machine,
    programs: SlitProgram.array().parse(programs),
    form: form === null ? null : ProgramForm.parse(form),
  }));
}

/** Puts programs in, each in the place of the one under its number. @returns how many the machine has then */
export async function putPrograms(run: Tx, machine: string, programs: readonly SlitProgram[]): Promise<number> {
  await run(
    `insert into programs (machine, number, value)
     select $1, (value ->> 'number')::int, value from jsonb_array_elements($2::jsonb) as value
     on conflict (machine, number) do update set value = excluded.value`,
    [machine, JSON.stringify(programs)],
  );
  const [row] = await run<{ n: string }>('select count(*) as n from programs where machine = $1', [machine]);
  return Number(row!.n);
}

/** Takes a program out. @returns whether there was one */
export const dropProgram = async (run: Sql, machine: string, number: number): Promise<boolean> =>
  (await run('delete from programs where machine = $1 and number = $2 returning number', [machine, number])).length > 0;

/** How the files of a machine's maker are written; null where nobody said. */
export async function formOfMachine(run: Sql, machine: string): Promise<ProgramForm | null> {
  const [row] = await run<{ value: unknown }>('select value from program_forms where machine = $1', [machine]);
  return row ? ProgramForm.parse(row.value) : null;
}

export async function putForm(run: Sql, machine: string, form: ProgramForm | null): Promise<void> {
  await (form
    ? run(
        `insert into program_forms (machine, value) values ($1, $2)
         on conflict (machine) do update set value = excluded.value`,
        [machine, JSON.stringify(form)],
      )
    : run('delete from program_forms where machine = $1', [machine]));
}
