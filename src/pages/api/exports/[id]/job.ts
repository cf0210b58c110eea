import * as z from 'zod';
import { proofAsJob } from '../../../../server';
import { endpoint, idOf, json, Named, notThere } from '../../../_api';
import { jsonOf } from '../../../_body';

const To = z.strictObject({ id: Named, machine: z.string().max(100), stock: z.string().max(100) });

/** Makes a job of a proof, for a machine of the shop. Asked for again under its id, it is not made again. */
export const POST = endpoint(async (context) => {
  const to = To.parse(await jsonOf(context));
  const id = await proofAsJob(idOf(context), to);
  return id ? json({ id }, 201) : notThere();
});
