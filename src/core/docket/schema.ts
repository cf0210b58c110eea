import { z } from 'zod';
import {
  Binding,
  Cover,
  FoldWish,
  Imposed,
  Insert,
  MOST_PAGES,
  Numbering,
  PageRun,
  pagesSaid,
  Sections,
  StockRange,
  Tabs,
  Trims,
} from './bound';
import { Finisher, Machine, Stock } from './shop';

/** The docket: the whole of a job's wishes as one plain value. All lengths in millimetres. */

const length = z.number().min(0).max(1000);
/** An edge of a finished piece: from a stamp to a banner. */
const edge = z.number().min(1).max(5000);

export const FileRef = z
  .strictObject({
    name: z.string().min(1).max(1000).describe('The name it arrived with'),
    sha256: z
      .string()
      .regex(/^[0-9a-f]{64}$/)
      .optional()
      .describe('Its address in the file store'),
    path: z
      .string()
      .min(1)
      .max(4096)
      .optional()
      .describe('For the command line: where it lies, relative to the docket'),
    password: z.string().max(500).optional().describe('For the command line: what opens an encrypted file'),
  })
  .meta({ id: 'FileRef' });
export type FileRef = z.infer<typeof FileRef>;

export const PageBox = z.enum(['trim', 'crop', 'media']);
export type PageBox = z.infer<typeof PageBox>;

export const Blanks = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('unsettled') }).describe('Nobody has said: at the end, and a finding says so'),
    z.strictObject({ kind: z.literal('end') }),
    z.strictObject({ kind: z.literal('before-last') }).describe('Inside the back cover: the last page stays outside'),
    z
      .strictObject({ kind: z.literal('inside-covers') })
      .describe('One behind the front cover, the others inside the back'),
    z
      .strictObject({ kind: z.literal('after'), pages: z.array(z.int().min(0).max(20_000)).max(8) })
      .describe('One blank behind each page named; 0 is before the first. What is missing falls at the end'),
  ])
  .meta({ id: 'Blanks' });
export type Blanks = z.infer<typeof Blanks>;

const lineMark = {
  on: z.boolean(),
  length: length.max(50),
  offset: length.max(50).describe('From the trim'),
  weight: z.number().min(0.01).max(5).describe('Line thickness'),
};

export const Docket = z.strictObject({
  kind: z.literal('odd-sparrow docket'),
  version: z.literal(2),
  title: z.string().min(1).max(300),
  artwork: z.strictObject({
    file: FileRef,
    more: z.array(FileRef).max(20).default([]).describe('Further files that pages are taken from'),
    former: z.array(FileRef).max(100).describe('Files it replaced, newest first'),
    imposed: Imposed.default({ kind: 'pages' }),
    box: PageBox.describe('Which box of the artwork is the page'),
    fit: z.enum(['centre', 'fit', 'fill']).describe('At its own size; made to show whole; made to cover'),
    enlarge: z.number().min(0.1).max(10).describe('A factor on top, 1 for none'),
  }),
  product: z.strictObject({
    kind: z.literal('bound'),
    binding: Binding,
    copies: z.int().min(1).max(1_000_000),
    finished: z.strictObject({ width: edge, height: edge }),
    bleed: length.max(50),
    endBleed: length.max(50).nullable().describe('Bleed at the two edges that meet the spine, where it is less'),
    bound: z.enum(['left', 'right', 'top']),
    blanks: Blanks,
    creep: z.strictObject({
      correction: z
        .enum(['none', 'push-in', 'push-out', 'halves', 'scale'])
        .describe('Inner content to the spine; outer content to the face; half of each; or pages made narrower'),
      factor: z.number().min(1).max(1.571).describe('1 for folds pressed flat to π/2 for round ones'),
      measured: length
        .max(100)
        .nullable()
        .default(null)
        .describe('How far the innermost leaf stands out, where it was measured'),
    }),
    safe: length.max(100).default(5).describe('What must keep clear of the trim and the fold'),
    cover: Cover.default({ kind: 'self' }),
    pages: z
      .array(PageRun)
      .max(5000)
      .refine((runs) => pagesSaid(runs) <= MOST_PAGES, `names more than ${MOST_PAGES} pages in all`)
      .nullable()
      .default(null)
      .describe('The pages in reading order; null for the artwork’s as they stand'),
    numbering: z.array(Numbering).max(50).default([]),
    stocks: z.array(StockRange).max(100).default([]).describe('Pages on another stock'),
    inserts: z.array(Insert).max(200).default([]).describe('Leaves without artwork between pages'),
    chapters: z
      .array(z.strictObject({ at: z.int().min(1).max(20_000), title: z.string().max(200) }))
      .max(200)
      .default([]),
    tabs: Tabs.default(Tabs.parse({})),
  }),
  sheet: z.strictObject({
    stock: Stock,
    machine: Machine,
    up: z.union([z.enum(['one', 'most']), z.int().min(1).max(100)]),
    turn: z.enum(['machine', 'turn', 'tumble']),
    work: z
      .enum(['sheetwise', 'work-and-turn', 'work-and-tumble', 'perfecting', 'one-sided'])
      .default('sheetwise')
      .describe('How front and back come onto the sheet'),
    fill: z
      .enum(['repeat', 'different', 'come-and-go'])
      .default('repeat')
      .describe('What several up are: the same section, sections that follow each other, or two books head to tail'),
    fold: FoldWish.nullable().default(null).describe('The way to fold every section; null for the plan’s choice'),
    sections: Sections.default({ kind: 'auto' }),
    trims: Trims.default(Trims.parse({})),
  }),
  marks: z.strictObject({
    crop: z.strictObject(lineMark),
    register: z.strictObject(lineMark),
    fold: z.strictObject(lineMark),
    centre: z.strictObject(lineMark).default({ on: false, length: 6, offset: 4, weight: 0.2 }),
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
    sectionName: z
      .strictObject({ on: z.boolean(), height: z.number().min(1).max(10) })
      .default({ on: true, height: 2 }),
    spine: z.strictObject(lineMark).default({ on: true, length: 5, offset: 3, weight: 0.25 }),
    slug: z.strictObject({
      on: z.boolean(),
      height: z.number().min(1).max(20).describe('Height of its letters'),
      offset: length.max(50).describe('From the trim'),
    }),
  }),
  finish: z.strictObject({
    finisher: Finisher,
    stitch: z.boolean().describe('Whether it is finished here'),
    folder: Finisher.nullable().default(null).describe('What folds sections of more than one fold'),
  }),
  send: z.strictObject({ hold: z.boolean().describe('Wait on the printer until released') }),
  due: z.iso.date().nullable().describe('When the customer needs it'),
  date: z.iso.date().describe('The date printed in the slug line'),
});
export type Docket = z.infer<typeof Docket>;

/** The JSON Schema (2020-12) of the docket file. */
export const docketJsonSchema = (): object => z.toJSONSchema(Docket, { target: 'draft-2020-12', io: 'input' });
