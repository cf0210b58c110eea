import { z } from 'zod';

/** What the shop has: stocks, printing machines, finishing machines. All measures in millimetres. */

const positive = z.number().positive().finite();
const notNegative = z.number().nonnegative().finite();

/**
 * Thickness of a sheet from its weight, where nobody has measured it: bulk 1.2 cm³/g is that of ordinary uncoated
 * paper, so t = g/m² × 1.2 ÷ 1000 mm. Coated papers are thinner.
 */
export const estimatedCaliper = (grammage: number): number => Math.round(grammage * 1.2) / 1000;

/** A stock without a caliper gets an estimate, and says so. */
function withCaliper(stock: unknown): unknown {
  if (typeof stock !== 'object' || stock === null) return stock;
  const { caliper, grammage } = stock as { caliper?: unknown; grammage?: unknown };
  if ((caliper !== undefined && caliper !== null) || typeof grammage !== 'number') return stock;
  return { ...stock, caliper: estimatedCaliper(grammage), calipers: 'estimated' };
}

const StockShape = z
  .strictObject({
    id: z.string().min(1),
    name: z.string().min(1).describe('As the shop calls it, without the size: “Silk 130”'),
    format: z.string().min(1).describe('The name of its size: “SRA3”'),
    width: positive,
    height: positive,
    grammage: positive.describe('g/m²'),
    caliper: positive.describe('Thickness of one sheet in mm; estimated from the grammage where it is left out'),
    calipers: z
      .enum(['measured', 'estimated'])
      .default('measured')
      .describe('Whether the caliper was measured or estimated from the grammage'),
    grain: z.enum(['long', 'short']).describe('The edge the fibres run along'),
    price: notNegative.describe('Cents a sheet'),
    swatch: z
      .string()
      .regex(/^#[0-9a-f]{6}$/)
      .describe('Its colour in drawings'),
  })
  .meta({ id: 'Stock' });
export const Stock = z.preprocess(withCaliper, StockShape);
export type Stock = z.infer<typeof Stock>;

export const Turn = z.enum(['turn', 'tumble']);
/**
 * How the sheet comes over for its back: `turn` about the upright axis, which leaves the lead edge where it is;
 * `tumble` about the level axis, which changes it.
 */
export type Turn = z.infer<typeof Turn>;

const EdgeWidths = z.strictObject({
  left: notNegative,
  right: notNegative,
  top: notNegative,
  bottom: notNegative.describe('The lead edge'),
});

export const Machine = z
  .strictObject({
    id: z.string().min(1),
    name: z.string().min(1),
    largest: z.strictObject({ width: positive, height: positive }),
    smallest: z.strictObject({ width: positive, height: positive }),
    noPrint: EdgeWidths.describe('Edges the machine cannot print, the sheet lying with its long edge level'),
    turn: Turn,
    speed: positive.describe('Sides an hour'),
    makeReady: notNegative.describe('Minutes before the first good sheet'),
    click: notNegative.describe('Cents a printed side'),
    spoilage: z.strictObject({ sheets: notNegative, percent: notNegative }),
    plate: notNegative.default(0).describe('Cents for the plates of one form, on a press that needs them'),
    sides: z.enum(['both', 'one']).default('both').describe('Whether it prints both sides in one pass'),
    reload: z
      .strictObject({
        turn: Turn.describe('How the pile is turned over before it goes back in'),
        order: z.enum(['same', 'reversed']).describe('The order in which the backs must come'),
        learned: z.boolean().describe('Whether a test run has shown it'),
      })
      .default({ turn: 'turn', order: 'same', learned: false })
      .describe('How the pile goes back in for its backs, on a machine that prints one side'),
    trays: z
      .array(
        z.strictObject({
          name: z.string().min(1),
          stock: z.string().min(1),
          source: z
            .string()
            .min(1)
            .nullable()
            .default(null)
            .describe(
              'What its print service calls it (IPP media-source); null where the service finds the stock itself',
            ),
        }),
      )
      .default([])
      .describe('Which stock, by its id, lies in which tray'),
    mixes: z.boolean().default(false).describe('Whether one job may draw sheets from several trays'),
    printer: z.string().nullable().describe('The address of its print service, ipp://host:port/path'),
  })
  .meta({ id: 'Machine' });
export type Machine = z.infer<typeof Machine>;

export const Finisher = z
  .strictObject({
    id: z.string().min(1),
    name: z.string().min(1),
    does: z
      .array(z.enum(['stitch', 'fold', 'bind', 'sew', 'punch', 'cut']))
      .default(['stitch'])
      .describe('Stitch with its own single fold; fold sections; bind perfect; sew; punch; cut'),
    maxSheets: z.int().positive().describe('Sheets it can fold and stitch at once'),
    thickest: positive.nullable().default(null).describe('The thickest block it binds, mm'),
    maxFolds: z.int().min(1).max(12).nullable().default(null).describe('Folds it makes in a section'),
    largest: z.strictObject({ width: positive, height: positive }).describe('The largest finished piece, upright'),
    speed: positive.describe('Booklets an hour'),
    makeReady: notNegative.describe('Minutes'),
  })
  .meta({ id: 'Finisher' });
export type Finisher = z.infer<typeof Finisher>;

export const Shop = z.strictObject({
  stocks: z.array(Stock),
  machines: z.array(Machine),
  finishers: z.array(Finisher),
});
export type Shop = z.infer<typeof Shop>;
