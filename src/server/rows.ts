import { hasRows } from '../records';
import { rowsAt, storedAt } from './store';
import { readTableInWorker } from './workers';

/** Sees to it that a table's rows are kept: what was lost is read once more. @throws TableError */
export async function keepRows(sha256: string): Promise<void> {
  if (!hasRows(rowsAt(sha256))) await readTableInWorker(storedAt(sha256), rowsAt(sha256));
}
