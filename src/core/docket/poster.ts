import * as z from 'zod';
import { MOST_PAGES, PageRun, pagesSaid } from './bound';
import { length } from './lengths';
import { Stock } from '../shop';

/** The wishes of posters: larger than any sheet, printed in panels that are hung beside each other. */

/** Panels in a row or a column at most. */
export const MOST_ALONG = 60;
/** Posters of one job at most, and of each of them that are printed. */
export const MOST_POSTERS = 200;

/** An edge of a poster: to the side of a house. */
const posterEdge = z.number().min(20).max(20_000);
const along = z.int().min(1).max(MOST_ALONG);
const boundaries = z
  .array(z.number().min(0).max(20_000))
  .min(1)
  .max(MOST_ALONG - 1)
  .nullable()
  .default(null);

/** A panel by its place on the wall, both from 1, counted from the upper left. */
export const PanelAt = z.strictObject({ column: along, row: along });
export type PanelAt = z.infer<typeof PanelAt>;

export const PosterProduct = z.strictObject({
  kind: z.literal('poster'),
  copies: z.int().min(1).max(100_000).describe('How many of each poster'),
  finished: z.strictObject({ width: posterEdge, height: posterEdge }).describe('As it hangs on the wall'),
  bleed: length.max(50).describe('Round the whole poster'),
  safe: length.max(100).default(5).describe('What must keep clear of the poster’s edge'),
  pages: z
    .array(PageRun)
    .max(MOST_POSTERS)
    .refine((runs) => pagesSaid(runs) <= MOST_PAGES, `names more than ${MOST_PAGES} pages in all`)
    .nullable()
    .default(null)
    .describe('The pages, each a poster; null for the artwork’s as they stand'),
  overlap: z
    .number()
    .min(-500)
    .max(500)
    .default(20)
    .describe('What two neighbours both print; below 0 the gap that is left between them'),
  lap: z
    .enum(['under', 'both'])
    .default('under')
    .describe(
      'Where the joint is seen: at the edge of the panel that lies over the other; or in the middle of the overlap, where both are cut through',
    ),
  over: z
    .strictObject({
      across: z.enum(['left', 'right']).default('right'),
      down: z.enum(['upper', 'lower']).default('upper'),
    })
    .default({ across: 'right', down: 'upper' })
    .describe('Which of two neighbours lies over the other; the upper one, so that rain runs off'),
  lies: z
    .enum(['auto', 'level', 'upright'])
    .default('auto')
    .describe('How the sheets hang, by their long edge; auto: fewest sheets, then the shortest joints'),
  columns: along.nullable().default(null).describe('How many panels across; null for the fewest'),
  rows: along.nullable().default(null),
  across: boundaries.describe('Where the joints between columns are seen, from the poster’s left; null for even ones'),
  down: boundaries.describe('Where the joints between rows are seen, from its top'),
  room: length
    .max(100)
    .nullable()
    .default(null)
    .describe('Kept free round every panel for marks; null for what crop marks need'),
  corner: z
    .enum(['upper-left', 'upper-right', 'lower-left', 'lower-right'])
    .default('upper-left')
    .describe('Where panel A1 hangs; letters are rows, numbers columns'),
  singles: z
    .array(
      PanelAt.extend({
        off: z.boolean().default(false).describe('Not printed'),
        stock: Stock.nullable().default(null).describe('What it is on; null for the sheet’s'),
      }),
    )
    .max(MOST_ALONG * MOST_ALONG)
    .default([])
    .describe('Panels that were changed by hand'),
  first: z
    .array(PanelAt)
    .max(MOST_ALONG * MOST_ALONG)
    .default([])
    .describe('Panels that are printed before the others, in this order'),
});
export type PosterProduct = z.infer<typeof PosterProduct>;
