import * as z from 'zod';
import { LoadPart } from '../../../../core';
import { listDeliveries, send, sql } from '../../../../server';
import { endpoint, idOf, json, Named } from '../../../_api';
import { jsonOf } from '../../../_body';
import { deliveryView } from '../../../_views';

export const GET = endpoint(async (context) => json((await listDeliveries(sql, idOf(context), 20)).map(deliveryView)));

const Wish = z.strictObject({
  base: z.int(),
  id: Named.optional(),
  before: z.enum(['cancel', 'keep']).optional(),
  only: z.strictObject({ load: z.int().min(0).max(10_000), parts: z.array(LoadPart).min(1).max(20) }).optional(),
});

/** Sends the job. Asked for again under its id, it is not sent again. */
export const POST = endpoint(async (context) => {
  const { base, ...wish } = Wish.parse(await jsonOf(context));
  return json({ ids: await send(idOf(context), base, wish) }, 202);
});
