import * as z from 'zod';
import { keptByName } from './kept';
import type { Machine } from './machine';
import { name } from './measures';

/** How colours that meet are spread into each other, so that no paper shows where plates are a hair out of register. */

const width = z.number().min(0.01).max(2);

export const TrapSettings = z
  .strictObject({
    name: name.describe('What the shop calls them'),
    width: width.describe('How far a colour is spread into a darker one, mm'),
    black: width.describe('How far a colour is spread into black, mm'),
    blackFrom: z
      .number()
      .min(50)
      .max(100)
      .describe('Per cent of Black from which a colour is black, whatever else is in it'),
    step: z
      .number()
      .min(1)
      .max(100)
      .describe('Per cent that an ink differs by, at the least: where less does, nothing is trapped'),
    slide: z
      .number()
      .min(0)
      .max(1)
      .describe(
        'Where the lighter colour is this much as dense as the darker one, or more, half of the trap lies on each side; 1 for never but where they are alike',
      ),
    pictures: z
      .enum(['darker', 'picture', 'lines', 'half', 'none'])
      .describe(
        'Where pictures meet lines, for a press that traps: the darker is spread into; lines spread into pictures; pictures spread into lines; half on each side; or nothing is trapped',
      ),
  })
  .meta({ id: 'TrapSettings' });
export type TrapSettings = z.infer<typeof TrapSettings>;

/** As a sheet-fed press is trapped for where nobody says how. */
export const USUAL_TRAPS: TrapSettings = {
  name: 'Sheetfed',
  width: 0.08,
  black: 0.12,
  blackFrom: 95,
  step: 25,
  slide: 0.7,
  pictures: 'darker',
};

/** Settings that a shop keeps at most. */
export const MOST_TRAPS = 20;

/** The settings of a shop, each by its name. */
export const KeptTraps = keptByName(TrapSettings, MOST_TRAPS);

/** Whether a machine prints from plates: what prints without them has nothing that could be out of register. */
export const hasPlates = ({ press, plate }: Pick<Machine, 'press' | 'plate'>): boolean => press !== null || plate > 0;
