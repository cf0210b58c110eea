import * as z from 'zod';
import { MarksWish } from './marks';
import { PlacedMarks } from './placed';

/** A set of marks that is kept under a name, for one machine or for any. */
export const KeptMarks = z
  .strictObject({
    name: z.string().trim().min(1).max(60),
    machine: z.string().min(1).max(100).nullable().describe('The machine that it is for, by its id; null for any'),
    itself: z.boolean().describe('Whether new jobs on that machine have it by themselves'),
    marks: MarksWish,
    placed: PlacedMarks,
  })
  .refine((k) => !k.itself || k.machine !== null, 'is put on by itself only with a machine');
export type KeptMarks = z.infer<typeof KeptMarks>;
