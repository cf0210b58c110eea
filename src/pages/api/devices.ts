import { devices } from '../../server';
import { endpoint, json } from '../_api';

/** What finishing machines told of themselves last. */
export const GET = endpoint(() => Promise.resolve(json(devices())));
