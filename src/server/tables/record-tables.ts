import * as z from 'zod';
import { TableFacts } from '../../core';
import type { Sql } from '../db';

/** What is known of a table does not change, and every change of its job asks for it. */
const known = new Map<string, TableFacts>();
const MOST_KNOWN = 50;

/** What is known of a table by its content; null where it is not in the store. */
export async function findTable(run: Sql, sha256: string): Promise<TableFacts | null> {
  const before = known.get(sha256);
  if (before) return before;
  const [row] = await run('select facts from record_tables where sha256 = $1', [sha256]);
  if (!row) return null;
  const { facts } = z.object({ facts: TableFacts }).parse(row);
  if (known.size >= MOST_KNOWN) known.clear();
  known.set(sha256, facts);
  return facts;
}

export async function recordTable(run: Sql, sha256: string, bytes: number, facts: TableFacts): Promise<void> {
  await run(
    `insert into record_tables (sha256, bytes, facts) values ($1, $2, $3)
     on conflict (sha256) do update set facts = excluded.facts`,
    [sha256, bytes, JSON.stringify(facts)],
  );
}
