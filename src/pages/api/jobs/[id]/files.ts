import { addFile, readJob, sql } from '../../../../server';
import { arriving, NotTaken } from '../../../_arriving';
import { endpoint, idOf, json, notThere, refusal } from '../../../_api';
import { jobPage } from '../../../_views';

/** Adds a file, in the body or arrived, to those that the job takes pages from. */
export const POST = endpoint(async (context) => {
  const id = idOf(context);
  const before = await readJob(sql, id);
  if (!before) return notThere();
  const file = await arriving(context);
  if (before.docket.artwork.more.length >= 20 && before.last_change !== file.id)
    return refusal(422, 'A job has at most twenty further files.');
  try {
    const { sha256 } = await file.read();
    const row = await addFile(id, sha256, file.name, file.id ?? null);
    return row ? json(await jobPage(row)) : notThere();
  } catch (e) {
    if (e instanceof NotTaken) return e.response;
    throw e;
  }
});
