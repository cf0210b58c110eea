import { putAlbum } from '../../../../server';
import { taking } from '../../../_taking';

/** Gives the job the pictures that its imprints show, a ZIP of them, in the body or arrived. */
export const PUT = taking(putAlbum);
