import { keptMarks } from '../../../server';
import { endpoint, json } from '../../_api';

/** The sets of marks that are kept under a name. */
export const GET = endpoint(async () => json(await keptMarks()));
