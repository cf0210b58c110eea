import { jobsHaving } from '../../../../../server';
import { endpoint, json } from '../../../../_api';
import { valueIdOf } from '../../../../_shop';

/** The jobs that have it, the newest first. */
export const GET = endpoint(async (context) => json(await jobsHaving(valueIdOf(context))));
