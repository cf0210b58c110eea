import { accessSync, constants, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { Docket, TableFacts } from '../core';
import { scratchFolder } from '../pdf';
import { readTable, TableError } from '../records';
import { Complaint, pathOf, withFile } from './inputs';

/** A docket's table, read. */
export interface LoadedTable {
  readonly facts: TableFacts;
  /** Where its rows are kept. */
  readonly rows: string;
  /** Removes them. */
  readonly remove: () => void;
}

/** Reads the table that a docket names. @throws Complaint */
export async function tableOf(docketPath: string, docket: Docket): Promise<LoadedTable | null> {
  const { table } = docket.imprint;
  if (!table) return null;
  const path = pathOf(docketPath, table, 'imprint.table');
  withFile(path, () => accessSync(path, constants.R_OK));
  if (statSync(path).isDirectory()) throw new Complaint(`${path} is a folder.`);
  const scratch = scratchFolder();
  const remove = (): void => {
    process.off('exit', remove);
    rmSync(scratch, { recursive: true, force: true });
  };
  process.once('exit', remove);
  const rows = join(scratch, 'rows');
  try {
    return { facts: await readTable(path, rows), rows, remove };
  } catch (e) {
    remove();
    throw e instanceof TableError ? new Complaint(`${path}: ${e.message}`) : e;
  }
}
