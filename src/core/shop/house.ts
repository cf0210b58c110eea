import * as z from 'zod';
import { Writing } from '../measure';
import { name } from './measures';
import { KeptRules } from './preflight-rules';
import { KeptTraps } from './traps';

/** The shop itself: what it is called, and how it measures and writes. */
export const House = z.strictObject({
  name: name.default('Print room'),
  unit: z.enum(['mm', 'in']).default('mm').describe('In which lengths are shown where nobody has chosen'),
  writing: Writing.prefault({}),
  traps: KeptTraps.optional().describe('How presses are trapped for, by name; the usual where the shop keeps none'),
  rules: KeptRules.optional().describe(
    'What files are checked by, by name: the first where a job says nothing; the usual where the shop keeps none',
  ),
});
export type House = z.infer<typeof House>;
