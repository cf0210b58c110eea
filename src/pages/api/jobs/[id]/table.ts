import { putTable, readJob, sql } from '../../../../server';
import { TableError } from '../../../../records';
import { arrivingTable } from '../../../_arriving';
import { endpoint, idOf, json, notThere, refusal } from '../../../_api';
import { jobPage } from '../../../_views';

/** Gives the job the table that its imprints are from, in the body or arrived. */
export const PUT = endpoint(async (context) => {
  const id = idOf(context);
  if (!(await readJob(sql, id))) return notThere();
  const file = await arrivingTable(context);
  try {
    const { sha256 } = await file.read();
    const row = await putTable(id, sha256, file.name, file.id ?? null);
    return row ? json(await jobPage(row)) : notThere();
  } catch (e) {
    if (e instanceof TableError) return refusal(422, e.message);
    throw e;
  }
});
