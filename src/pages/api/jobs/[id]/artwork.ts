import { swapArtwork } from '../../../../server';
import { taking } from '../../../_taking';

/** Swaps the job's artwork: for the file in the body, or one that is stored (a former one, or one now unlocked). */
export const PUT = taking(swapArtwork);
