import * as z from 'zod';

/** How imposed sheets are proofed on another machine, with smaller paper. Lengths in millimetres. */
const paperEdge = z.number().min(50).max(5000);
const noPrint = z.number().min(0).max(1000);

export const ProofWish = z
  .strictObject({
    how: z
      .enum(['scaled', 'cropped', 'panels'])
      .describe(
        'Whole and made smaller; at its own size, its middle alone; at its own size in as many panels as it takes',
      ),
    together: z.boolean().default(false).describe('Front and back beside each other as one'),
    overlap: z.number().min(0).max(40).default(10).describe('What neighbouring panels have in common'),
    paper: z.strictObject({ width: paperEdge, height: paperEdge }),
    noPrint: z.strictObject({ left: noPrint, right: noPrint, top: noPrint, bottom: noPrint }),
  })
  .refine(
    ({ paper, noPrint: n }) => Math.min(paper.width, paper.height) - Math.max(n.left + n.right, n.top + n.bottom) >= 40,
    'has paper that is hardly printed on: 40 mm at least',
  )
  .meta({ id: 'ProofWish' });
export type ProofWish = z.infer<typeof ProofWish>;
