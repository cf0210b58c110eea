import { readJob, setRemoved, sql, tell } from '../../../../server';
import { endpoint, idOf, json, notThere } from '../../../_api';
import { jobPage } from '../../../_views';

export const GET = endpoint(async (context) => {
  const row = await readJob(sql, idOf(context));
  return row ? json(await jobPage(row)) : notThere();
});

const removing = (removed: boolean) =>
  endpoint(async (context) => {
    if (!(await setRemoved(sql, idOf(context), removed))) return notThere();
    tell({ kind: 'jobs' });
    return json({});
  });

/** Takes the job off the list; PUT brings it back. */
export const DELETE = removing(true);
export const PUT = removing(false);
