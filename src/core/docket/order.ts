import * as z from 'zod';
import { Inks } from './inks';

/** What a shop's order system says of a job: kept beside the wishes, so that what was ordered and what is made are compared. */

/** Entries that a ticket says besides, at most. */
export const MOST_BESIDES = 100;

const printable = /^[^\p{Cc}\p{Cs}]*$/u;
const words = (most: number) =>
  z.string().trim().min(1).max(most).regex(printable, 'holds characters that are not letters');
/** Millimetres, as far as any press goes. */
const edge = z.number().min(5).max(20_000);
const sheetEdge = z.number().min(50).max(5000);
const OrderedSize = z.strictObject({ width: edge, height: edge });
const OrderedSheet = z.strictObject({ width: sheetEdge, height: sheetEdge });

export const OrderFacts = z
  .strictObject({
    number: words(60).describe('What the order system calls it: asked for again under it, no second job is made'),
    title: words(300).optional(),
    customer: words(200).optional(),
    due: z.iso.date().optional(),
    kind: z
      .enum(['bound', 'flat', 'poster'])
      .optional()
      .describe('What is made; without it what the artwork looks like'),
    copies: z.int().min(1).max(1_000_000).optional(),
    runs: z
      .array(z.int().min(0).max(1_000_000))
      .min(1)
      .max(1000)
      .optional()
      .describe('Copies of each artwork, where they differ: one number a form, in order'),
    finished: OrderedSize.optional().describe('Finished size, mm'),
    bleed: z.number().min(0).max(50).optional().describe('mm'),
    sides: z.enum(['one', 'two']).optional(),
    pages: z.int().min(1).max(20_000).optional().describe('Pages that the artwork is to have'),
    stock: words(100).optional().describe('The stock by its name'),
    grammage: z.number().min(20).max(2000).optional().describe('g/m²'),
    paper: OrderedSheet.optional().describe('Size of the sheets, mm'),
    machine: words(100).optional().describe('The press by its name'),
    plate: OrderedSheet.optional().describe('Size of the plates, mm'),
    inks: Inks.optional(),
    artwork: words(300).optional().describe('The name of the file that its artwork comes in'),
    note: words(1000).optional().describe('What else is said'),
    more: z
      .array(words(300))
      .max(MOST_BESIDES)
      .optional()
      .describe('What the ticket says besides, that nothing here is made of: an entry each'),
  })
  .meta({ id: 'OrderFacts' });
export type OrderFacts = z.infer<typeof OrderFacts>;

/** Waiting orders that are shown and known by their files' names: those first due. */
export const MOST_WAITING = 500;

/** The JSON Schema (2020-12) of an order. */
export const orderJsonSchema = (): object => z.toJSONSchema(OrderFacts, { target: 'draft-2020-12', io: 'input' });
