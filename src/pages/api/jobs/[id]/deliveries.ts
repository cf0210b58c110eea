import { z } from 'zod';
import { listDeliveries, send } from '../../../../server';
import { endpoint, idOf, json } from '../../../_api';
import { deliveryView } from '../../../_views';

export const GET = endpoint(async (context) => json((await listDeliveries(idOf(context), 20)).map(deliveryView)));

export const POST = endpoint(async (context) => {
  const { base } = z.strictObject({ base: z.int() }).parse(await context.request.json());
  return json({ ids: await send(idOf(context), base) }, 202);
});
