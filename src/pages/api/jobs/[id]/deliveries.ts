import * as z from 'zod';
import { listDeliveries, send, sql } from '../../../../server';
import { endpoint, idOf, json, Named } from '../../../_api';
import { jsonOf } from '../../../_body';
import { deliveryView } from '../../../_views';

export const GET = endpoint(async (context) => json((await listDeliveries(sql, idOf(context), 20)).map(deliveryView)));

const Wish = z.strictObject({ base: z.int(), id: Named.optional() });

/** Sends the job. Asked for again under its id, it is not sent again. */
export const POST = endpoint(async (context) => {
  const { base, id } = Wish.parse(await jsonOf(context));
  return json({ ids: await send(idOf(context), base, id) }, 202);
});
