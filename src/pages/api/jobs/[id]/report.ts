import { checkReportOf } from '../../../../server';
import { cardEndpoint } from '../../../_card';

/** What the check of a job's files came to, as PDF, for whoever sent them. */
export const GET = cardEndpoint(checkReportOf, 'check');
