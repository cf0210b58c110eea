import * as z from 'zod';
import { MOST_PAGES } from './bound';
import { FileRef } from './file';

/** The wishes for what is put on pages at imposition: words, numbers, codes and pictures, fixed, counted or from a table. */

/** Records of a job at most. */
export const MOST_RECORDS = 100_000;
/** Columns of a table at most. */
export const MOST_COLUMNS = 200;

const name = z
  .string()
  .min(1)
  .max(100)
  .regex(/^[^{}]*$/, 'may not have { or } in it');

export const Counter = z
  .strictObject({
    name: name.describe('What texts call it by: {No}'),
    start: z.int().min(-1_000_000_000_000).max(1_000_000_000_000).default(1),
    step: z
      .int()
      .min(-1_000_000)
      .max(1_000_000)
      .default(1)
      .refine((n) => n !== 0, 'may not be 0'),
    style: z.enum(['digits', 'letters']).default('digits').describe('1, 2, 3; or A, B … Z, AA'),
    digits: z.int().min(0).max(18).default(0).describe('Filled up with zeros to so many; 0 for as many as it has'),
    prefix: z.string().max(50).default(''),
    suffix: z.string().max(50).default(''),
    check: z
      .enum(['none', 'mod-10', 'mod-10-doubled', 'mod-11'])
      .default('none')
      .describe('The check digit behind it: weights 3 and 1 (GS1); every other doubled (ISO/IEC 7812); weights 2 to 7'),
    repeat: z.int().min(1).max(MOST_RECORDS).default(1).describe('How often each number comes before the next'),
    counts: z
      .enum(['records', 'pages'])
      .default('records')
      .describe('One for every record, or for every page it is on'),
    restart: z.boolean().default(false).describe('Counting pages: whether every record begins anew'),
  })
  .meta({ id: 'Counter' });
export type Counter = z.infer<typeof Counter>;

const percent = z.number().min(0).max(100);
const Cmyk = z.strictObject({ c: percent, m: percent, y: percent, k: percent });
export type Cmyk = z.infer<typeof Cmyk>;

const BLACK: Cmyk = { c: 0, m: 0, y: 0, k: 100 };

export const ImprintInk = z
  .strictObject({
    spot: z
      .string()
      .min(1)
      .max(100)
      .nullable()
      .default(null)
      .describe('The spot ink, at full strength; null for process inks'),
    cmyk: Cmyk.default(BLACK).describe('Per cent; of a spot ink what stands for it'),
  })
  .meta({ id: 'ImprintInk' });
export type ImprintInk = z.infer<typeof ImprintInk>;

export const FONTS = ['text', 'text-bold', 'mono', 'mono-bold', 'head'] as const;
export type FontName = (typeof FONTS)[number];

/** The kinds of code, as their standards name them. */
export const SYMBOLOGIES = ['code-128', 'code-39', 'itf', 'ean-13', 'ean-8', 'upc-a', 'qr', 'data-matrix'] as const;
export type Symbology = (typeof SYMBOLOGIES)[number];

const Says = z.discriminatedUnion('kind', [
  z
    .strictObject({
      kind: z.literal('text'),
      font: z.enum(FONTS).default('text'),
      size: z.number().min(1).max(500).default(10).describe('Points'),
      align: z.enum(['left', 'centre', 'right']).default('left'),
      fit: z
        .enum(['as-is', 'shrink', 'wrap'])
        .default('as-is')
        .describe('What is wider than its place: stays, is set smaller, or goes on in the next line'),
      width: z.number().min(1).max(5000).nullable().default(null).describe('Of its place; null for as wide as it is'),
      height: z.number().min(1).max(5000).nullable().default(null).describe('Of its place; null for as high as it is'),
    })
    .describe('A line of words, or several'),
  z
    .strictObject({
      kind: z.literal('code'),
      symbology: z.enum(SYMBOLOGIES),
      module: z.number().min(0.1).max(10).default(0.4).describe('The narrowest bar or square'),
      height: z.number().min(1).max(500).default(12).describe('Of bars; a square code is as high as it is wide'),
      spoken: z.boolean().default(false).describe('Whether what it says is written beneath the bars'),
      light: z.boolean().default(true).describe('Whether it stands on white, its quiet zone too'),
    })
    .describe('A code for machines to read'),
  z
    .strictObject({
      kind: z.literal('picture'),
      width: z.number().min(1).max(5000).default(25),
      height: z.number().min(1).max(5000).default(30),
      fit: z
        .enum(['whole', 'filled'])
        .default('whole')
        .describe('The whole picture in its place, or its place filled and the rest cut off'),
    })
    .describe('A picture of the album, by its file name'),
]);
export type Says = z.infer<typeof Says>;

const at = z.number().min(-5000).max(5000);

export const ANCHORS = [
  'head-left',
  'head',
  'head-right',
  'left',
  'centre',
  'right',
  'foot-left',
  'foot',
  'foot-right',
] as const;
export type Anchor = (typeof ANCHORS)[number];

export const Imprint = z
  .strictObject({
    name: z.string().min(1).max(100).describe('What the operator calls it'),
    text: z
      .string()
      .max(2000)
      .describe(
        'What it says; {No} stands for a counter, {Member} for a column of the table, {Part} for the part of a set',
      ),
    says: Says,
    ink: ImprintInk.default({ spot: null, cmyk: BLACK }),
    anchor: z.enum(ANCHORS).default('centre').describe('Which point of the trim it is measured from'),
    x: at.default(0).describe('How far in from there; from the middle: to the right'),
    y: at.default(0).describe('How far in from there; from the middle: up'),
    turned: z.number().min(-360).max(360).default(0).describe('Degrees counter-clockwise about its middle'),
    parts: z
      .union([z.literal('all'), z.array(z.int().min(1).max(10)).min(1).max(10)])
      .default('all')
      .describe('Which parts of a set have it, counted from 1'),
    on: z
      .union([
        z.enum(['all', 'odd', 'even']),
        z
          .array(
            z
              .strictObject({ from: z.int().min(1).max(MOST_PAGES), to: z.int().min(1).max(MOST_PAGES) })
              .refine((r) => r.to >= r.from, 'ends before it begins'),
          )
          .min(1)
          .max(100),
      ])
      .default('all')
      .describe('Which pages of a record have it'),
  })
  .meta({ id: 'Imprint' });
export type Imprint = z.infer<typeof Imprint>;

const record = z.int().min(1).max(MOST_RECORDS);

/** A table as the docket names it. */
export const TableRef = FileRef.omit({ password: true }).meta({ id: 'TableRef' });
export type TableRef = z.infer<typeof TableRef>;

export const ImprintWish = z
  .strictObject({
    records: z
      .int()
      .min(1)
      .max(MOST_RECORDS)
      .nullable()
      .default(null)
      .describe('How many there are; null for as many as the table has rows, or one without a table'),
    only: z
      .array(z.strictObject({ from: record, to: record }).refine((r) => r.to >= r.from, 'ends before it begins'))
      .max(1000)
      .default([])
      .describe('The records that are printed, counted from 1; none said: all'),
    table: TableRef.nullable().default(null).describe('CSV or XLSX, a row a record'),
    album: TableRef.nullable().default(null).describe('A ZIP of the pictures, by their file names'),
    counters: z
      .array(Counter)
      .max(20)
      .refine((all) => new Set(all.map((c) => c.name)).size === all.length, 'two counters have the same name')
      .default([]),
    prints: z.array(Imprint).max(100).default([]),
  })
  .meta({ id: 'ImprintWish' });
export type ImprintWish = z.infer<typeof ImprintWish>;

/** Imprints that are kept under a name, to be put on the pages of other jobs. */
export const KeptImprint = z.strictObject({
  name: z.string().trim().min(1).max(60),
  counters: ImprintWish.shape.counters,
  prints: z.array(Imprint).min(1).max(100),
});
export type KeptImprint = z.infer<typeof KeptImprint>;

/** Names under which imprints may be kept. */
export const MOST_KEPT = 500;
