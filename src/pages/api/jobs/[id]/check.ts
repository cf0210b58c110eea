import { checkOfJob } from '../../../../server';
import { endpoint, idOf, json, notThere } from '../../../_api';

/** What the check of a job's files came to, file by file. */
export const GET = endpoint(async (context) => {
  const check = await checkOfJob(idOf(context));
  return check ? json(check) : notThere();
});
