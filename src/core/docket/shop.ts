import { z } from 'zod';

/** What the shop has: stocks, printing machines, finishing machines. All measures in millimetres. */

/** Lengths of sheets and machines: from a label to the widest roll. */
const size = z.number().min(1).max(10_000);
const edge = z.number().min(0).max(1000);
const cents = z.number().min(0).max(1_000_000);
const anHour = z.number().min(1).max(1_000_000);
const minutes = z.number().min(0).max(10_000);
const id = z.string().min(1).max(100);
const name = z.string().min(1).max(200);

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
    id,
    name: name.describe('As the shop calls it, without the size: “Silk 130”'),
    format: name.describe('The name of its size: “SRA3”'),
    width: size,
    height: size,
    grammage: z.number().min(1).max(5000).describe('g/m²'),
    caliper: z
      .number()
      .min(0.001)
      .max(20)
      .describe('Thickness of one sheet in mm; estimated from the grammage where it is left out'),
    calipers: z
      .enum(['measured', 'estimated'])
      .default('measured')
      .describe('Whether the caliper was measured or estimated from the grammage'),
    grain: z.enum(['long', 'short']).describe('The edge the fibres run along'),
    price: cents.describe('Cents a sheet'),
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
  left: edge,
  right: edge,
  top: edge,
  bottom: edge.describe('The lead edge'),
});

export const Machine = z
  .strictObject({
    id,
    name,
    largest: z.strictObject({ width: size, height: size }),
    smallest: z.strictObject({ width: size, height: size }),
    noPrint: EdgeWidths.describe('Edges the machine cannot print, the sheet lying with its long edge level'),
    turn: Turn,
    speed: anHour.describe('Sides an hour'),
    makeReady: minutes.describe('Minutes before the first good sheet'),
    click: cents.describe('Cents a printed side'),
    spoilage: z.strictObject({ sheets: z.number().min(0).max(100_000), percent: z.number().min(0).max(100) }),
    plate: cents.default(0).describe('Cents for the plates of one form, on a press that needs them'),
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
          name,
          stock: id,
          source: name
            .nullable()
            .default(null)
            .describe(
              'What its print service calls it (IPP media-source); null where the service finds the stock itself',
            ),
        }),
      )
      .max(50)
      .default([])
      .describe('Which stock, by its id, lies in which tray'),
    mixes: z.boolean().default(false).describe('Whether one job may draw sheets from several trays'),
    printer: z
      .string()
      .max(500)
      .nullable()
      .describe('The address of its print service, ipp://host:port/path or ipps://…; a job’s own copy is never called'),
    certificate: z
      .string()
      .regex(/^[0-9A-Fa-f]{2}(:[0-9A-Fa-f]{2}){31}$/, 'is no SHA-256 fingerprint')
      .nullable()
      .default(null)
      .describe('The SHA-256 of the certificate that its print service shows over ipps, where nobody has signed it'),
  })
  .meta({ id: 'Machine' });
export type Machine = z.infer<typeof Machine>;

export const Finisher = z
  .strictObject({
    id,
    name,
    does: z
      .array(z.enum(['stitch', 'fold', 'bind', 'sew', 'punch', 'cut']))
      .default(['stitch'])
      .describe('Stitch with its own single fold; fold sections; bind perfect; sew; punch; cut'),
    maxSheets: z.int().min(1).max(10_000).describe('Sheets it can fold and stitch at once'),
    thickest: z.number().min(0.01).max(1000).nullable().default(null).describe('The thickest block it binds, mm'),
    maxFolds: z.int().min(1).max(12).nullable().default(null).describe('Folds it makes in a section'),
    largest: z.strictObject({ width: size, height: size }).describe('The largest finished piece, upright'),
    speed: anHour.describe('Booklets an hour'),
    makeReady: minutes.describe('Minutes'),
  })
  .meta({ id: 'Finisher' });
export type Finisher = z.infer<typeof Finisher>;

export const Shop = z.strictObject({
  stocks: z.array(Stock).max(2000),
  machines: z.array(Machine).max(200),
  finishers: z.array(Finisher).max(200),
});
export type Shop = z.infer<typeof Shop>;
