import { cancelExport, findExport, sql } from '../../../../server';
import { endpoint, idOf, json, notThere } from '../../../_api';

export const GET = endpoint(async (context) => {
  const it = await findExport(sql, idOf(context));
  return it ? json({ id: it.id, state: it.state, done: it.done, total: it.total, message: it.message }) : notThere();
});

export const DELETE = endpoint(async (context) => ((await cancelExport(idOf(context))) ? json({}) : notThere()));
