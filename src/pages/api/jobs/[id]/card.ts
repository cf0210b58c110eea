import { cardOf } from '../../../../server';
import { cardEndpoint } from '../../../_card';

/** The card that travels with the job: one page to be printed, with a code that opens the job. */
export const GET = cardEndpoint(cardOf, 'card');
