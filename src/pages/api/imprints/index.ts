import { keptImprints } from '../../../server';
import { endpoint, json } from '../../_api';

/** The imprints that are kept under a name. */
export const GET = endpoint(async () => json(await keptImprints()));
