import { shopFile } from '../../../server';
import { endpoint, json } from '../../_api';

/** All that the shop has, what is retired too. */
export const GET = endpoint(async () => json(await shopFile()));
