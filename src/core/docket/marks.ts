import * as z from 'zod';
import { length } from './lengths';

/** The wishes for marks, one entry a kind; see the rules in `marks/`. */

const lineMark = {
  on: z.boolean(),
  length: length.max(50),
  offset: length.max(50).describe('From the trim'),
  weight: z.number().min(0.01).max(5).describe('Line thickness'),
};

export const MarksWish = z.strictObject({
  crop: z.strictObject({
    ...lineMark,
    at: z
      .enum(['block', 'pieces'])
      .default('block')
      .describe('Outside the block of pieces, or round every piece where the gaps have room'),
  }),
  register: z.strictObject(lineMark),
  fold: z.strictObject({
    ...lineMark,
    says: z
      .enum(['nothing', 'number'])
      .optional()
      .describe('What stands beside each: nothing, which it is where it is not said, or the number of its fold'),
  }),
  spine: z.strictObject(lineMark).default({ on: true, length: 5, offset: 3, weight: 0.25 }),
  centre: z.strictObject(lineMark).default({ on: false, length: 6, offset: 4, weight: 0.2 }),
  ticks: z
    .strictObject({
      on: z.boolean(),
      length: z.number().min(0.5).max(20),
      weight: lineMark.weight,
      over: z
        .enum(['clear', 'printed'])
        .default('clear')
        .describe('Where artwork or its bleed lies: left off, or printed on it'),
    })
    .default({ on: false, length: 3, weight: 0.2, over: 'clear' })
    .describe('Short lines in the gaps between pieces'),
  collating: z
    .strictObject({
      on: z.boolean(),
      length: z.number().min(1).max(60).describe('Length of a step along the spine'),
      width: z.number().min(0.5).max(10),
      from: length.describe('From the head to the first step'),
      restart: z.int().min(2).max(60).describe('Steps before it begins again at the head'),
      colour: z.enum(['all', 'black']).describe('In every separation or in black alone'),
    })
    .default({ on: true, length: 8, width: 1.5, from: 20, restart: 12, colour: 'black' }),
  sectionName: z.strictObject({ on: z.boolean(), height: z.number().min(1).max(10) }).default({ on: true, height: 2 }),
  bar: z
    .strictObject({
      on: z.boolean(),
      patch: z.number().min(2).max(20).describe('Edge of a patch'),
      offset: length.max(50).describe('From the pieces and their bleed'),
      at: z.enum(['tail', 'lead']).describe('At which edge of the sheet'),
      runs: z
        .enum(['across', 'once'])
        .optional()
        .describe('Again and again as wide as is printed, which it is where it is not said; or once, in the middle'),
    })
    .default({ on: false, patch: 5, offset: 3, at: 'tail' })
    .describe('Patches of the process inks across the sheet'),
  overlap: z
    .strictObject({
      on: z.boolean(),
      offset: z.number().min(0).max(20).describe('How far inside what is covered the line lies'),
      weight: lineMark.weight,
      height: z.number().min(1).max(10).describe('Height of the words'),
    })
    .default({ on: true, offset: 0.5, weight: 0.25, height: 2.2 })
    .describe('On a panel of a poster, where the edge of the one that lies over it comes to'),
  slug: z.strictObject({
    on: z.boolean(),
    height: z.number().min(1).max(20).describe('Height of its letters'),
    offset: length.max(50).describe('From the trim'),
  }),
});
export type MarksWish = z.infer<typeof MarksWish>;
/** Kinds of marks that are wished for. */
export type WishedMark = keyof MarksWish;
/** In the order of a list. */
export const MARK_ORDER = Object.keys(MarksWish.shape) as readonly WishedMark[];
