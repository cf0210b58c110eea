import { cutCardOf, readJob, sql } from '../../../../server';
import { cardResponse, endpoint, idOf, notThere } from '../../../_api';

/** The cut card of the job, to be printed for the guillotine, with a code that opens its cuts; 404 where none is cut flat. */
export const GET = endpoint(async (context) => {
  const row = await readJob(sql, idOf(context));
  const bytes =
    row && (await cutCardOf(row.number, row.docket, `http://${context.request.headers.get('host')}/jobs/${row.id}`));
  if (!row || !bytes) return notThere();
  return cardResponse(bytes, `${row.number} ${row.docket.title}`, 'cuts');
});
