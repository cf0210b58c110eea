import { PileProgram, SlitProgram, type LoadedWith } from '../../core';
import { ProgramForm } from '../../core/programs';
import type { Sql, Tx } from '../db';

/** A machine's programs by their numbers: those of a slitter, or of a guillotine, which have stages. */
async function valuesOf(run: Sql, machine: string, ofPiles: boolean): Promise<readonly Row[]> {
  return run<Row>(`select number, value from programs where machine = $1 and (value ? 'stages') = $2 order by number`, [
    machine,
    ofPiles,
  ]);
}
interface Row {
  readonly number: number;
  readonly value: unknown;
}

/** The programs of a slitter of the shop, by their numbers. */
export const programsOfMachine = async (run: Sql, machine: string): Promise<SlitProgram[]> =>
  (await valuesOf(run, machine, false)).map((r) => SlitProgram.parse(r.value));

/** The programs of a guillotine, under the numbers by which they are kept. */
export const pilesOfMachine = async (run: Sql, machine: string): Promise<KeptPiles[]> =>
  (await valuesOf(run, machine, true)).map(({ number, value }) => ({ number, program: PileProgram.parse(value) }));
export interface KeptPiles {
  readonly number: number;
  readonly program: PileProgram;
}

/** What every machine is loaded with that is loaded with anything, in the order of their ids. */
export async function allPrograms(run: Sql): Promise<LoadedWith[]> {
  const rows = await run<{ machine: string; values: unknown[]; form: unknown }>(
    `select machine, coalesce(values, '[]') as values, f.value as form
     from (select machine, jsonb_agg(value order by number) as values from programs group by machine) as p
     full join program_forms as f using (machine) order by machine`,
  );
  const hasStages = (v: unknown): boolean => 'stages' in (v as object);
  return rows.map(({ machine, values, form }) => {
    const piles = values.filter(hasStages);
    return {
      machine,
      programs: SlitProgram.array().parse(values.filter((v) => !hasStages(v))),
      ...(piles.length > 0 ? { piles: PileProgram.array().parse(piles) } : {}),
      form: form === null ? null : ProgramForm.parse(form),
    };
  });
}

/** Puts programs in, each in the place of the one under its number. @returns how many the machine has then */
async function put(
  run: Tx,
  machine: string,
  programs: readonly { readonly number: number; readonly program: object }[],
): Promise<number> {
  // of two under one number the later one counts
  const each = [...new Map(programs.map((p) => [p.number, p])).values()];
  await run(
    `insert into programs (machine, number, value)
     select $1, (it ->> 'number')::int, it -> 'program' from jsonb_array_elements($2::jsonb) as it
     on conflict (machine, number) do update set value = excluded.value`,
    [machine, JSON.stringify(each)],
  );
  const [row] = await run<{ n: string }>('select count(*) as n from programs where machine = $1', [machine]);
  return Number(row!.n);
}

/** Puts programs of a slitter in, by their own numbers. @returns how many it has then */
export const putPrograms = (run: Tx, machine: string, programs: readonly SlitProgram[]): Promise<number> =>
  put(
    run,
    machine,
    programs.map((program) => ({ number: program.number, program })),
  );

/** Puts programs of a guillotine in: each in the place of the one of its name, else under a number that is free. */
export async function putPiles(run: Tx, machine: string, programs: readonly PileProgram[]): Promise<number> {
  // two files at once would take the same numbers
  await run('select pg_advisory_xact_lock(hashtext($1))', [`programs of ${machine}`]);
  const taken = await run<{ number: number; name: string }>(
    `select number, value ->> 'name' as name from programs where machine = $1`,
    [machine],
  );
  const numbers = new Map(taken.map((t) => [t.name, t.number]));
  const used = new Set(taken.map((t) => t.number));
  let next = 1;
  for (const { name } of programs) {
    if (numbers.has(name)) continue;
    while (used.has(next)) next++;
    used.add(next);
    numbers.set(name, next);
  }
  return put(
    run,
    machine,
    programs.map((program) => ({ number: numbers.get(program.name)!, program })),
  );
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
