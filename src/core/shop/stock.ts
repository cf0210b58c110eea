import * as z from 'zod';
import { cents, id, length, name } from './measures';

export const Coating = z.enum(['uncoated', 'matt', 'silk', 'gloss']);
export type Coating = z.infer<typeof Coating>;

/**
 * Bulk in cm³/g by the surface, where nobody has measured the thickness: that of ordinary uncoated paper, and of coated
 * ones, which are pressed thinner the glossier they are.
 */
const BULK: Readonly<Record<Coating, number>> = { uncoated: 1.2, matt: 0.95, silk: 0.9, gloss: 0.8 };

/** Thickness of a sheet from its weight, where nobody has measured it: t = g/m² × bulk ÷ 1000 mm. */
export const estimatedCaliper = (grammage: number, coating: Coating = 'uncoated'): number =>
  Math.round(grammage * BULK[coating]) / 1000;

/** How a stock is bought: by the sheet, by a thousand of them, or by weight. */
export const Priced = z.strictObject({
  by: z.enum(['sheet', 'thousand', 'kilogram']),
  cents: z.number().min(0).max(100_000_000),
});
export type Priced = z.infer<typeof Priced>;

/**
 * Cents a sheet, to a ten thousandth. A sheet weighs width × height × g/m² ÷ 10⁹ kg, in millimetres.
 * @param sheet millimetres, and g/m²
 */
export function pricePerSheet(
  { by, cents: price }: Priced,
  sheet: { readonly width: number; readonly height: number; readonly grammage: number },
): number {
  const factor = { sheet: 1, thousand: 1 / 1000, kilogram: (sheet.width * sheet.height * sheet.grammage) / 1e9 }[by];
  return Math.round(price * factor * 1e4) / 1e4;
}

const isCoating = (v: unknown): v is Coating => Coating.safeParse(v).success;

/** A stock without a caliper gets an estimate, and says so. */
function withCaliper(stock: unknown): unknown {
  if (typeof stock !== 'object' || stock === null) return stock;
  const { caliper, grammage, coating } = stock as { caliper?: unknown; grammage?: unknown; coating?: unknown };
  if ((caliper !== undefined && caliper !== null) || typeof grammage !== 'number') return stock;
  const estimated = estimatedCaliper(grammage, isCoating(coating) ? coating : 'uncoated');
  return { ...stock, caliper: estimated, calipers: 'estimated' };
}

const StockShape = z
  .strictObject({
    id,
    name: name.describe('As the shop calls it, without the size: “Silk 130”'),
    format: name.describe('The name of its size: “SRA3”'),
    width: length,
    height: length,
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
    coating: Coating.default('uncoated').describe('Its surface'),
    price: cents.describe('Cents a sheet'),
    priced: Priced.nullable().default(null).describe('How it is bought, where not by the sheet'),
    mostInk: z
      .number()
      .min(1)
      .max(1200)
      .nullish()
      .describe('Ink it bears in one place, all inks together, per cent; by its surface where nobody has said'),
    swatch: z
      .string()
      .regex(/^#[0-9a-f]{6}$/)
      .describe('Its colour in drawings'),
  })
  .meta({ id: 'Stock' });
export const Stock = z.preprocess(withCaliper, StockShape);
export type Stock = z.infer<typeof Stock>;

/** Ink that paper bears by its surface, all inks together, per cent: the smoother it is the less of it soaks in and spreads. */
const BORNE: Readonly<Record<Coating, number>> = { uncoated: 280, matt: 300, silk: 320, gloss: 330 };

/** Ink that a stock bears in one place, per cent. */
export const inkBorne = ({ mostInk, coating }: Pick<Stock, 'mostInk' | 'coating'>): number => mostInk ?? BORNE[coating];
