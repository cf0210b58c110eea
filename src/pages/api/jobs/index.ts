import { jobFromArtwork, listJobs, readJob, sql } from '../../../server';
import { arriving, NotTaken } from '../../_arriving';
import { endpoint, json } from '../../_api';

/** The jobs of the list; `?removed` those that were taken off it. */
export const GET = endpoint(async ({ url }) => json(await listJobs(sql, url.searchParams.has('removed'))));

/** A new job, of a file in the body or one that has arrived. Asked for again under its id, it is not made again. */
export const POST = endpoint(async (context) => {
  const { id, name, order, read } = await arriving(context);
  try {
    if (id && (await readJob(sql, id))) {
      await context.request.body?.cancel();
      return json({ id, same: [], order: null }, 201);
    }
    return json(await jobFromArtwork({ id, name, order, ...(await read()) }), 201);
  } catch (e) {
    if (e instanceof NotTaken) return e.response;
    throw e;
  }
});
