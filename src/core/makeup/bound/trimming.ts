import type { BoundProduct } from '../../docket';
import { EPSILON, type Size } from '../../measure';
import type { Machine } from '../../shop';
import { rulesOf } from './bindings';
import type { ShapeWish } from './edges';

/** How far a sheet may be off the open piece for being of its own size, mm: half of A4 is half a millimetre off A5. */
const NEAR = 1.5;

/** A docket's wish for a booklet that is folded and not trimmed. */
export type TrimmingWish = Pick<BoundProduct, 'binding' | 'bound' | 'finished' | 'trimming' | 'bleed'>;

/** Whether a stock is of the size of the open piece of four pages, so that it need only be folded. */
export function isOpenSize({ finished, bound }: Pick<TrimmingWish, 'finished' | 'bound'>, stock: Size): boolean {
  const open =
    bound === 'top'
      ? { width: finished.width, height: 2 * finished.height }
      : { width: 2 * finished.width, height: finished.height };
  const off = (a: number, b: number): boolean => b < a - EPSILON || b > a + NEAR;
  const differs = (s: Size): boolean => off(open.width, s.width) || off(open.height, s.height);
  return !differs(stock) || !differs({ width: stock.height, height: stock.width });
}

/** Whether a piece is of the kind that can be left untrimmed: one that lies in itself and is stitched. */
const canBeFolded = ({ binding }: Pick<TrimmingWish, 'binding'>): boolean => rulesOf(binding).made === 'nested';

/** Whether something of the open piece is lost at the edges of a sheet of its size: its bleed, or what does not print. */
const losesEdge = ({ bleed }: TrimmingWish, { noPrint }: Pick<Machine, 'noPrint'>): boolean =>
  bleed > 0 || Object.values(noPrint).some((mm) => mm > 0);

/** Whether a booklet is folded and not trimmed, on the stock and machine of its text. */
export function foldedOnly(
  product: TrimmingWish,
  { stock, machine }: { readonly stock: Size; readonly machine: Pick<Machine, 'noPrint'> },
): boolean {
  if (!canBeFolded(product) || product.trimming === 'trimmed') return false;
  return product.trimming === 'folded' || (isOpenSize(product, stock) && losesEdge(product, machine));
}

/** What shapes sections that are folded and not trimmed: no paper is cut off them; on a sheet of their own size no bleed either. */
export function untrimmed<W extends ShapeWish>(product: W, stock: Size): W {
  const trims = { ...product.trims, head: null, foot: null, face: null, lap: 0, gutters: [] };
  return isOpenSize(product, stock) ? { ...product, trims, bleed: 0, endBleed: null } : { ...product, trims };
}
