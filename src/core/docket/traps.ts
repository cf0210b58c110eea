import * as z from 'zod';
import { TrapSettings } from '../shop';

export const TrapWish = z
  .strictObject({
    by: z
      .enum(['sheets', 'press'])
      .describe('Who does it: traps lie on the sheets; or the ticket tells the press what to trap by'),
    settings: TrapSettings,
  })
  .meta({ id: 'TrapWish' });
export type TrapWish = z.infer<typeof TrapWish>;
