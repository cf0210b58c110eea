import * as z from 'zod';
import { Finisher } from './finisher';
import { Machine } from './machine';
import { Stock } from './stock';

export * from './stock';
export * from './machine';
export * from './finisher';
export * from './pile-program';
export * from './slit-program';
export * from './profile';
export * from './kept';
export * from './preflight-rules';
export * from './traps';
export * from './takes';
export * from './house';
export * from './file';
export * from './from-printer';
export * from './from-rows';
export * from './common';

/** What a shop has. */
export const Shop = z.strictObject({
  stocks: z.array(Stock).max(2000),
  machines: z.array(Machine).max(200),
  finishers: z.array(Finisher).max(200),
});
export type Shop = z.infer<typeof Shop>;
