import { putAlbum, readJob, sql } from '../../../../server';
import { arriving, NotTaken } from '../../../_arriving';
import { endpoint, idOf, json, notThere } from '../../../_api';
import { jobPage } from '../../../_views';

/** Gives the job the pictures that its imprints show, a ZIP of them, in the body or arrived. */
export const PUT = endpoint(async (context) => {
  const id = idOf(context);
  if (!(await readJob(sql, id))) return notThere();
  const file = await arriving(context);
  try {
    const { sha256 } = await file.read();
    const row = await putAlbum(id, sha256, file.name, file.id ?? null);
    return row ? json(await jobPage(row)) : notThere();
  } catch (e) {
    if (e instanceof NotTaken) return e.response;
    throw e;
  }
});
