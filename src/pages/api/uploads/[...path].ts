import { answerUpload } from '../../../server';
import { endpoint } from '../../_api';

/** Files on their way in, in as many goes as it takes (the tus protocol, 1.0). */
export const ALL = endpoint(({ request }) => answerUpload(request));
