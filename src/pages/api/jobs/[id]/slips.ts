import { slipsOf } from '../../../../server';
import { cardEndpoint } from '../../../_card';

/** The slips that lie on the job's piles, four on a page, with a code that opens the job. */
export const GET = cardEndpoint(slipsOf, 'slips');
