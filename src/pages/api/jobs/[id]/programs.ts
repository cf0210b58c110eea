import { programsOfJob } from '../../../../server';
import { endpoint, fileResponse, idOf, notThere } from '../../../_api';

/** The programs of the job for its slitter, as a file in the open form. */
export const GET = endpoint(async (context) => {
  const file = await programsOfJob(idOf(context));
  return file ? fileResponse(file.text, `${file.number} ${file.title} programs.xml`, 'application/xml') : notThere();
});
