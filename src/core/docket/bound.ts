import * as z from 'zod';
import { Machine, Stock } from '../shop';
import { edge, length } from './lengths';

/** The wishes of bound work: binding, cover, page list, numbering, stocks by range, chapters, sections, folds. */

/** Pages of a book at most, blanks among them. */
export const MOST_PAGES = 50_000;
const position = z.int().min(1).max(MOST_PAGES);

export const Binding = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('saddle-stitched') }).describe('Sections inserted into each other, stitched'),
    z
      .strictObject({ kind: z.literal('perfect-bound'), grindOff: length.max(20).default(3) })
      .describe('Sections or leaves gathered, milled at the spine by the grind-off and glued'),
    z.strictObject({ kind: z.literal('sewn') }).describe('Sections gathered and sewn through the fold'),
    z
      .strictObject({
        kind: z.literal('loose-leaf'),
        by: z.enum(['wire', 'comb', 'drilled']),
        clearance: length.max(60).default(8).describe('What the holes need at the bound edge'),
        order: z
          .enum(['repeat', 'stack'])
          .default('repeat')
          .describe('Every cell of a sheet the same leaf; or cut piles that lie on each other in reading order'),
      })
      .describe('Single leaves, cut and collated'),
    z
      .strictObject({
        kind: z.literal('folded'),
        short: length.max(20).default(1).describe('How much shorter a leaf is that is folded in'),
      })
      .describe('One sheet, folded and not bound'),
  ])
  .meta({ id: 'Binding' });
export type Binding = z.infer<typeof Binding>;

const FoldStep = z
  .strictObject({
    axis: z.enum(['upright', 'level']),
    at: z.int().min(1).max(63).describe('Grid line of the pile as it then lies, from the left or from below'),
    moves: z.enum(['low', 'high']).describe('The half left of (below) the line, or the other'),
    to: z.enum(['over', 'under']),
  })
  .meta({ id: 'Fold' });

export const FoldWish = z
  .union([
    z.string().min(1).max(40).describe('The name of a ready-made way to fold'),
    z.strictObject({
      columns: z.int().min(1).max(16),
      rows: z.int().min(1).max(16),
      folds: z.array(FoldStep).max(12),
    }),
  ])
  .meta({ id: 'FoldWish' });
export type FoldWish = z.infer<typeof FoldWish>;

/** Entries of the page list, in reading order. */
export const PageRun = z
  .discriminatedUnion('kind', [
    z.strictObject({
      kind: z.literal('pages'),
      file: z.int().min(0).max(20).default(0).describe('0 is the artwork, 1 the first of the further files'),
      from: position,
      to: position.describe('Smaller than `from`: backwards'),
      turn: z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)]).default(0),
    }),
    z.strictObject({ kind: z.literal('blanks'), count: z.int().min(1).max(5000) }),
  ])
  .meta({ id: 'PageRun' });
export type PageRun = z.infer<typeof PageRun>;

/** How many pages the entries of a page list name, together. */
export const pagesSaid = (runs: readonly PageRun[]): number =>
  runs.reduce((sum, run) => sum + (run.kind === 'blanks' ? run.count : Math.abs(run.to - run.from) + 1), 0);

export const Numbering = z
  .strictObject({
    from: position.describe('The place in reading order it begins at'),
    style: z.enum(['arabic', 'roman', 'letters', 'none']),
    start: z.int().min(1).max(10_000).default(1),
  })
  .meta({ id: 'Numbering' });
export type Numbering = z.infer<typeof Numbering>;

export const Cover = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('self') }).describe('The first and last pages are its cover, on the text’s stock'),
    z
      .strictObject({
        kind: z.literal('separate'),
        from: z
          .union([z.literal('text'), z.int().min(1).max(20)])
          .describe('Pages 1, 2, n − 1 and n of the text; or the number of a further file'),
        stock: Stock,
        machine: Machine.nullable().default(null).describe('The text’s machine where it is null'),
        printed: z.enum(['both', 'outside']).default('both'),
        flaps: length.max(300).default(0).describe('Width of a flap folded in at each face'),
        hinge: length.max(30).default(6).describe('From the spine to the hinge scores of a perfect-bound cover'),
        spine: length
          .max(200)
          .nullable()
          .default(null)
          .describe('The spine’s width where it was measured; null for reckoned'),
      })
      .describe('A cover on its own stock'),
  ])
  .meta({ id: 'Cover' });
export type Cover = z.infer<typeof Cover>;

export const StockRange = z.strictObject({ from: position, to: position, stock: Stock }).meta({ id: 'StockRange' });
export type StockRange = z.infer<typeof StockRange>;

export const Tabs = z
  .strictObject({
    on: z.boolean().default(false),
    positions: z.int().min(1).max(31).default(6).describe('Places in one bank'),
    extension: length.max(60).default(13).describe('How far a tab stands out at the face'),
    inset: length.max(60).default(6).describe('From head and foot to the first and last place'),
    text: z.enum(['number', 'title', 'both']).default('both'),
    restart: z.boolean().default(true).describe('Begin a new bank when one is full'),
    stock: Stock.nullable().default(null).describe('The text’s stock where it is null'),
  })
  .meta({ id: 'Tabs' });
export type Tabs = z.infer<typeof Tabs>;

export const Insert = z
  .strictObject({
    after: z.int().min(0).max(MOST_PAGES).describe('The place in reading order it follows; 0 for the front'),
    title: z.string().max(200).default(''),
    stock: Stock,
  })
  .meta({ id: 'Insert' });
export type Insert = z.infer<typeof Insert>;

export const SectionWish = z
  .strictObject({ fold: FoldWish, stock: Stock.nullable().default(null) })
  .meta({ id: 'SectionWish' });
export type SectionWish = z.infer<typeof SectionWish>;

export const Sections = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('auto') }).describe('Single folds for stitching, else the cheapest plan'),
    z.strictObject({ kind: z.literal('set'), list: z.array(SectionWish).min(1).max(2500) }),
  ])
  .meta({ id: 'Sections' });
export type Sections = z.infer<typeof Sections>;

/** Extra paper round the pages of a section, cut away when the book is trimmed; null for as much as the bleed. */
export const Trims = z
  .strictObject({
    head: length.max(100).nullable().default(null),
    foot: length.max(100).nullable().default(null),
    face: length.max(100).nullable().default(null),
    lap: length.max(50).default(0).describe('Extra at the face for the stitcher’s gripper'),
    lapSide: z.enum(['low', 'high']).default('high').describe('On the leaves of the low or the high page numbers'),
    gutters: z
      .array(
        z.strictObject({ axis: z.enum(['upright', 'level']), line: z.int().min(1).max(63), width: length.max(200) }),
      )
      .max(40)
      .default([])
      .describe('The whole gap at a line of the sheet’s grid, where it is set by hand'),
  })
  .meta({ id: 'Trims' });
export type Trims = z.infer<typeof Trims>;

export const Imposed = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('pages') }).describe('The artwork’s pages are pages'),
    z.strictObject({ kind: z.literal('sheets') }).describe('They are sides of sheets, passed through as they are'),
    z
      .strictObject({ kind: z.literal('spreads'), covers: z.boolean().default(false) })
      .describe('They are spreads in reading order; with `covers` the first and last are single pages'),
    z
      .strictObject({ kind: z.literal('folded'), fold: FoldWish, nested: z.boolean().default(true) })
      .describe('They are sides of sections folded so: taken apart into reading pages'),
  ])
  .meta({ id: 'Imposed' });
export type Imposed = z.infer<typeof Imposed>;

export const Blanks = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('unsettled') }).describe('Nobody has said: at the end, and a finding says so'),
    z.strictObject({ kind: z.literal('end') }),
    z.strictObject({ kind: z.literal('before-last') }).describe('Inside the back cover: the last page stays outside'),
    z
      .strictObject({ kind: z.literal('inside-covers') })
      .describe('One behind the front cover, the others inside the back'),
    z
      .strictObject({ kind: z.literal('after'), pages: z.array(z.int().min(0).max(MOST_PAGES)).max(8) })
      .describe('One blank behind each page named; 0 is before the first. What is missing falls at the end'),
  ])
  .meta({ id: 'Blanks' });
export type Blanks = z.infer<typeof Blanks>;

/** Bound and folded work: pages in reading order on leaves that are held together, or on one sheet that is folded. */
export const BoundProduct = z.strictObject({
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
    .array(z.strictObject({ at: position, title: z.string().max(200) }))
    .max(200)
    .default([]),
  tabs: Tabs.default(Tabs.parse({})),
  fold: FoldWish.nullable().default(null).describe('The way to fold every section; null for the plan’s choice'),
  sections: Sections.default({ kind: 'auto' }),
  trims: Trims.default(Trims.parse({})),
  trimming: z
    .enum(['auto', 'trimmed', 'folded'])
    .default('auto')
    .describe(
      'Whether a stitched booklet is trimmed when it is bound, or folded and not trimmed; auto: folded on a stock of the open booklet’s own size',
    ),
});
export type BoundProduct = z.infer<typeof BoundProduct>;
