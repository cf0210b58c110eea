import { wallCardOf, readJob, sql } from '../../../../server';
import { cardResponse, endpoint, idOf, notThere } from '../../../_api';

/** The map that a poster is hung by, with a code that opens the job; 404 for what is no poster. */
export const GET = endpoint(async (context) => {
  const row = await readJob(sql, idOf(context));
  const bytes =
    row && (await wallCardOf(row.number, row.docket, `http://${context.request.headers.get('host')}/jobs/${row.id}`));
  if (!row || !bytes) return notThere();
  return cardResponse(bytes, `${row.number} ${row.docket.title}`, 'map');
});
