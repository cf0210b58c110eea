import { stepping } from '../../../_steps';

export const POST = stepping(-1);
