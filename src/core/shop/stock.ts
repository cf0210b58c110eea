import * as z from 'zod';
import { cents, id, length, name } from './measures';

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
    price: cents.describe('Cents a sheet'),
    swatch: z
      .string()
      .regex(/^#[0-9a-f]{6}$/)
      .describe('Its colour in drawings'),
  })
  .meta({ id: 'Stock' });
export const Stock = z.preprocess(withCaliper, StockShape);
export type Stock = z.infer<typeof Stock>;
