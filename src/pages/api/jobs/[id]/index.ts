import { readJob, setRemoved, tell } from '../../../../server';
import { endpoint, idOf, json, notThere } from '../../../_api';
import { jobPage } from '../../../_views';

export const GET = endpoint(async (context) => {
  const row = await readJob(idOf(context));
  return row ? json(await jobPage(row)) : notThere();
});

/** Takes the job off the list; PUT brings it back. */
export const DELETE = endpoint(async (context) => {
  if (!(await setRemoved(idOf(context), true))) return notThere();
  tell({ kind: 'jobs' });
  return json({});
});

export const PUT = endpoint(async (context) => {
  if (!(await setRemoved(idOf(context), false))) return notThere();
  tell({ kind: 'jobs' });
  return json({});
});
