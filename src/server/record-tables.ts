import { existsSync, statSync } from 'node:fs';
import { checkedPatch, forRecords, type TableFacts, type TableRef } from '../core';
import { Rows, TableError } from '../records';
import { sql } from './db';
import { cleanName, whereItStands } from './jobs';
import { keepRows } from './rows';
import { dropRefused, rowsAt, storedAt, StoreError } from './store';
import type { JobRow } from './tables/jobs';
import { findTable, recordTable } from './tables/record-tables';
import { readTableInWorker } from './workers';

/** Tables that jobs' imprints are from. */

/**
 * Reads a stored table, once; what is known of it already is not read again.
 * @throws TableError where it is none
 */
export async function readStoredTable(sha256: string, bytes: number): Promise<TableFacts> {
  const known = await findTable(sql, sha256);
  if (known) return known;
  if (!existsSync(storedAt(sha256)))
    throw new StoreError('unknown', 'That file is not in the store any more. Drop it again.');
  const facts = await readTableInWorker(storedAt(sha256), rowsAt(sha256)).catch(async (e: unknown) => {
    if (e instanceof TableError) await dropRefused(sql, sha256);
    throw e;
  });
  await recordTable(sql, sha256, bytes || statSync(storedAt(sha256)).size, facts);
  return facts;
}

/** Gives a job its table, or another; what follows from it is changed with it. */
export async function putTable(
  id: string,
  sha256: string,
  name: string,
  changeId: string | null = null,
): Promise<JobRow | null> {
  const table: TableRef = { name: cleanName(name), sha256 };
  const facts = await findTable(sql, sha256);
  return whereItStands(id, changeId, ({ docket }) => {
    const docketWith = checkedPatch(docket, { imprint: { table, records: null, only: [] } });
    return {
      kind: 'step',
      docket: checkedPatch(docketWith, forRecords(docketWith, facts ?? undefined)),
      label: docket.imprint.table ? `table swapped for ${table.name}` : `${table.name} taken as the table`,
    };
  });
}

/** Rows asked for at once at most. */
export const MOST_ROWS = 500;

/** Some rows of a table, by their places from 0; null where it is not in the store. */
export async function someRows(
  sha256: string,
  places: readonly number[],
): Promise<(readonly string[] | null)[] | null> {
  if (!(await findTable(sql, sha256))) return null;
  await keepRows(sha256);
  const rows = new Rows(rowsAt(sha256));
  try {
    return places.slice(0, MOST_ROWS).map((i) => rows.at(i));
  } finally {
    rows.close();
  }
}
