import { wallCardOf } from '../../../../server';
import { cardEndpoint } from '../../../_card';

/** The map that a poster is hung by, with a code that opens the job; 404 for what is no poster. */
export const GET = cardEndpoint(wallCardOf, 'map');
