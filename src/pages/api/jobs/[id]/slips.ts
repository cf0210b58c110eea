import { slipsOf, readJob, sql } from '../../../../server';
import { cardResponse, endpoint, idOf, notThere } from '../../../_api';

/** The slips that lie on the job's piles, four on a page, with a code that opens the job. */
export const GET = endpoint(async (context) => {
  const row = await readJob(sql, idOf(context));
  const bytes =
    row && (await slipsOf(row.number, row.docket, `http://${context.request.headers.get('host')}/jobs/${row.id}`));
  if (!row || !bytes) return notThere();
  return cardResponse(bytes, `${row.number} ${row.docket.title}`, 'slips');
});
