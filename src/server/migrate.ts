import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { migrationsFolder } from './config';
import { transaction } from './db';

/** Runs the numbered SQL files that have not been run, each once, in order. Safe to call from several processes. */
export async function migrate(): Promise<string[]> {
  const files = readdirSync(migrationsFolder())
    .filter((f) => /^\d+_.*\.sql$/.test(f))
    .sort();
  return transaction(async (sql) => {
    await sql('select pg_advisory_xact_lock(734901)');
    await sql(
      'create table if not exists migrations (name text primary key, run_at timestamptz not null default now())',
    );
    const done = new Set((await sql<{ name: string }>('select name from migrations')).map((r) => r.name));
    const run: string[] = [];
    for (const file of files) {
      if (done.has(file)) continue;
      await sql(readFileSync(join(migrationsFolder(), file), 'utf8'));
      await sql('insert into migrations (name) values ($1)', [file]);
      run.push(file);
    }
    return run;
  });
}
