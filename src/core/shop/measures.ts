import * as z from 'zod';

/** Lengths of sheets and machines: from a label to the widest roll, in millimetres. */
export const length = z.number().min(1).max(10_000);
export const edge = z.number().min(0).max(1000);
export const size = z.strictObject({ width: length, height: length });
export const cents = z.number().min(0).max(1_000_000);
export const anHour = z.number().min(1).max(1_000_000);
export const minutes = z.number().min(0).max(10_000);
export const id = z.string().min(1).max(100);
export const name = z.string().min(1).max(200);
