import { startExport } from '../../../../server';
import { endpoint, idOf, json, notThere } from '../../../_api';

export const POST = endpoint(async (context) => {
  const id = await startExport(idOf(context));
  return id ? json({ id }, 202) : notThere();
});
