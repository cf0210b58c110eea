import { listDeliveries, sql } from '../../../server';
import { endpoint, json } from '../../_api';
import { deliveryView } from '../../_views';

export const GET = endpoint(async () => json((await listDeliveries(sql, null)).map(deliveryView)));
