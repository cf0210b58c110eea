import * as z from 'zod';
import { MOST_PAGES, PageRun, pagesSaid } from './bound';
import { edge, length } from './lengths';
import { Stock } from '../shop';

/** The wishes of flat work: cards, tickets, labels, forms, many up: what is printed on them, how they lie, in which order. */

/** Pieces of one kind that may be ordered. */
export const MOST_COPIES = 10_000_000;
/** Pieces on a sheet at most: no guillotine and no hand cuts more. */
export const MOST_UP = 500;

const along = z.int().min(1).max(MOST_UP);

export const FlatOrder = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('repeat') }).describe('Every artwork on sheets of its own, each place the same'),
    z
      .strictObject({
        kind: z.literal('shared'),
        forms: z
          .union([z.literal('fewest-sheets'), z.int().min(1).max(50)])
          .default('fewest-sheets')
          .describe('How many unlike sheets there may be'),
      })
      .describe('Several artworks share sheets, each with its own quantity'),
    z
      .strictObject({
        kind: z.literal('sequence'),
        way: z.enum(['across', 'down']).default('across'),
        last: z
          .enum(['blanks', 'repeats'])
          .nullable()
          .default(null)
          .describe('Where the last sheet is not full; null for blanks, or repeats where several sets are wanted'),
      })
      .describe('One after the other on a sheet, then on the next'),
    z
      .strictObject({
        kind: z.literal('stack'),
        lot: z
          .int()
          .min(1)
          .max(100_000)
          .nullable()
          .default(null)
          .describe(
            'Sheets that are cut at once, each lot in order by itself: what a box holds; null for what the guillotine lifts',
          ),
        last: z
          .enum(['blanks', 'repeats', 'smaller-lot'])
          .nullable()
          .default(null)
          .describe('Where the last sheets are not full; null as for a sequence'),
      })
      .describe('Cut piles that lie on each other in order'),
    z
      .strictObject({ kind: z.literal('pads'), of: z.int().min(1).max(1000).default(50).describe('Leaves of a pad') })
      .describe('Every pile of so many sheets is a pad, its numbers running through it'),
  ])
  .meta({ id: 'FlatOrder' });
export type FlatOrder = z.infer<typeof FlatOrder>;

export const Lies = z
  .strictObject({
    way: z
      .enum(['auto', 'upright', 'sideways', 'mixed'])
      .default('auto')
      .describe(
        'How pieces lie; auto: fewest sheets, then fewest cuts; mixed: two blocks with one straight cut between',
      ),
    columns: along.nullable().default(null).describe('How many across, where it is set by hand'),
    rows: along.nullable().default(null),
    gap: z
      .strictObject({
        across: length.max(200).nullable().default(null),
        down: length.max(200).nullable().default(null),
      })
      .default({ across: null, down: null })
      .describe('Between pieces; null for twice the bleed'),
    turned: z
      .enum(['none', 'rows', 'columns'])
      .default('none')
      .describe('Every other row or column head to tail with its neighbour'),
    offset: z
      .strictObject({ x: z.number().min(-1000).max(1000).default(0), y: z.number().min(-1000).max(1000).default(0) })
      .default({ x: 0, y: 0 })
      .describe('How far the whole is moved from the middle of the sheet'),
    singles: z
      .array(
        z.strictObject({
          place: z.int().min(1).max(MOST_UP).describe('Counted as the sheet is filled, from the upper left'),
          turned: z.boolean().default(false).describe('Half a turn round'),
          empty: z.boolean().default(false),
          piece: z
            .int()
            .min(1)
            .max(MOST_PAGES)
            .optional()
            .describe('Where pieces share sheets: the one that stays here on every sheet that has it'),
        }),
      )
      .max(MOST_UP)
      .default([])
      .describe('Pieces that were changed by hand'),
  })
  .meta({ id: 'Lies' });
export type Lies = z.infer<typeof Lies>;

/** Lines in a piece at most. */
export const MOST_LINES = 40;

export const PieceLine = z
  .strictObject({
    kind: z.enum(['score', 'perforation']),
    runs: z.enum(['upright', 'level']).describe('From head to foot, or from side to side'),
    at: z.number().min(0.1).max(5000).describe('From the left edge, or from the head, seen from the front; mm'),
  })
  .meta({ id: 'PieceLine' });
/** A line that is scored or perforated in a piece, from edge to edge. */
export type PieceLine = z.infer<typeof PieceLine>;

export const FormPart = z
  .strictObject({
    name: z.string().min(1).max(100).describe('What imprints call it by {Part}'),
    stock: Stock.nullable().default(null).describe('What it is on; null for the sheet’s'),
  })
  .meta({ id: 'FormPart' });
export type FormPart = z.infer<typeof FormPart>;

/** Flat work: pieces that are cut out of sheets, and done. */
export const FlatProduct = z.strictObject({
  kind: z.literal('flat'),
  what: z
    .enum(['card', 'ticket', 'label', 'form', 'invitation', 'print'])
    .default('card')
    .describe('What one is called'),
  copies: z.int().min(1).max(MOST_COPIES).describe('How many of each artwork, or how many sets of a sequence'),
  quantities: z
    .array(
      z.strictObject({
        piece: z.int().min(1).max(MOST_PAGES).describe('Which of the pieces, from 1'),
        copies: z.int().min(0).max(MOST_COPIES),
      }),
    )
    .max(5000)
    .default([])
    .describe('Those that are wanted in another number'),
  overs: z
    .number()
    .min(0)
    .max(100)
    .default(0)
    .describe('Pieces made beyond those ordered, per cent, for what the finishing spoils'),
  finished: z.strictObject({ width: edge, height: edge }),
  bleed: length.max(50),
  safe: length.max(100).default(3).describe('What must keep clear of the trim'),
  sides: z.enum(['one', 'two']).describe('Every page a front; or fronts and backs in turns'),
  pages: z
    .array(PageRun)
    .max(5000)
    .refine((runs) => pagesSaid(runs) <= MOST_PAGES, `names more than ${MOST_PAGES} pages in all`)
    .nullable()
    .default(null)
    .describe('The pages in order; null for the artwork’s as they stand'),
  parts: z
    .array(FormPart)
    .max(10)
    .default([])
    .describe('The parts of a set, in order: every page becomes as many, or has a page each; [] for single pieces'),
  collated: z
    .enum(['sets', 'parts'])
    .default('sets')
    .describe('Whether the parts of a set lie on each other, or one part comes behind the other'),
  lines: z.array(PieceLine).max(MOST_LINES).default([]).describe('What is scored and perforated in every piece'),
  corners: z
    .number()
    .min(0.5)
    .max(200)
    .nullish()
    .describe('Radius of its corners where they are cut round, mm; square ones where nothing is said'),
  mirrored: z.boolean().default(false).describe('Printed the wrong way round, to be transferred'),
  order: FlatOrder.default({ kind: 'repeat' }),
  lies: Lies.default(Lies.parse({})),
});
export type FlatProduct = z.infer<typeof FlatProduct>;
