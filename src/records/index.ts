import { closeSync, openSync, readFileSync, readSync, renameSync, rmSync, statSync } from 'node:fs';
import type { TableFacts } from '../core';
import { TableError } from './errors';
import { Gathering } from './gather';

/** The edge to tables: CSV and XLSX read, and their rows kept where each can be found. */
export { TableError } from './errors';
export { hasRows, Rows } from './rows-file';

/** Bytes of a table at most. */
const MOST_BYTES = 64 << 20;

function begins(path: string): Buffer {
  const file = openSync(path, 'r');
  const bytes = Buffer.alloc(8);
  const count = readSync(file, bytes, 0, 8, 0);
  closeSync(file);
  return bytes.subarray(0, count);
}

/**
 * Reads a table, and keeps its rows.
 * @param path the table @param out where its rows are kept, see {@link Rows}; whole, or not there
 * @throws TableError where it is none
 */
export async function readTable(path: string, out: string): Promise<TableFacts> {
  if (statSync(path).size > MOST_BYTES)
    throw new TableError(`The table is larger than ${MOST_BYTES >> 20} MB. Leave out columns that are not printed.`);
  const first = begins(path);
  const is = (...bytes: number[]): boolean => bytes.every((b, i) => first[i] === b);
  if (is(0xd0, 0xcf, 0x11, 0xe0))
    throw new TableError(
      'This is an old kind of workbook, or a locked one. Save it as XLSX without a password, or as CSV, and drop that.',
    );
  if (is(0x25, 0x50, 0x44, 0x46)) throw new TableError('This is a PDF and no table. Drop a CSV or XLSX file.');
  const part = `${out}.part`;
  const gathering = new Gathering(part);
  try {
    if (is(0x50, 0x4b, 0x03, 0x04)) await (await import('./xlsx')).readXlsx(path, gathering);
    else (await import('./csv')).readCsv(readFileSync(path), gathering);
    const facts = gathering.finish();
    renameSync(part, out);
    return facts;
  } catch (e) {
    gathering.abandon();
    rmSync(part, { force: true });
    throw e;
  }
}
