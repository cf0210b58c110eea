import * as z from 'zod';

/** Stages of a program, and piles that are taken in hand for one: no sheet has more pieces than half of that. */
const MOST_STAGES = 1000;
/** Cuts of a program, and piles in all its stages. */
const MOST_CUTS = 2000;

const length = z.number().min(0).max(5000);
const quarter = z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)]);
const StageOf = z.strictObject({
  lies: quarter,
  piles: z
    .array(z.strictObject({ x: length, y: length, width: length, height: length }))
    .min(1)
    .max(MOST_STAGES),
  cuts: z
    .array(z.strictObject({ turns: quarter, measure: length, waste: z.boolean() }))
    .min(1)
    .max(MOST_CUTS),
});

/** How a guillotine cuts piles of one kind. Millimetres, as the sheet is printed: its lead edge below. */
export const PileProgram = z
  .strictObject({
    name: z.string().trim().min(1).max(200),
    pile: z
      .strictObject({ width: length.min(1), height: length.min(1) })
      .describe('What lies before the knife: a sheet, or a bound block'),
    each: z.int().min(1).max(1_000_000).describe('How many are cut at once at the most'),
    stages: z.array(StageOf).min(1).max(MOST_STAGES),
  })
  .refine(
    ({ stages }) => stages.reduce((n, s) => n + s.cuts.length + s.piles.length, 0) <= MOST_CUTS,
    'has more cuts and piles than any sheet takes',
  )
  .meta({ id: 'PileProgram' });
export type PileProgram = z.infer<typeof PileProgram>;
