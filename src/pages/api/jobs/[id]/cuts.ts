import { cutCardOf } from '../../../../server';
import { cardEndpoint } from '../../../_card';

/** The cut card of the job, to be printed for the guillotine, with a code that opens its cuts; 404 where none is cut flat. */
export const GET = cardEndpoint(cutCardOf, 'cuts');
