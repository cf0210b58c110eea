import * as z from 'zod';

export const length = z.number().min(0).max(1000);
/** An edge of a finished piece: from a stamp to a banner. */
export const edge = z.number().min(1).max(5000);
