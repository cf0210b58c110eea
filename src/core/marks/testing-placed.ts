import { patched, PlacedMark, type DocketOf, type MarkIs, type Patch, type Stand } from '../docket';
import { artworkOf, flatDocketFor, SHOP } from '../testing';

export const artwork = artworkOf(4, { width: 90, height: 50 });
/** A mark that stands in the middle of the paper's tail, if not said otherwise. */
export const placed = (is: MarkIs, stands: Partial<Stand>, more: Partial<PlacedMark> = {}): PlacedMark =>
  PlacedMark.parse({ id: 'a', called: 'A', is, stands: { by: 'paper', at: ['tail'], ...stands }, ...more });
/** Two rows of two in the middle of 450 × 320: trims from 132 to 318 and from 107 to 213, 3 of bleed round them. */
export const docketOf = (marks: PlacedMark[], patch: Patch<DocketOf<'flat'>> = {}) =>
  patched(
    patched(flatDocketFor(artwork), {
      sheet: { stock: SHOP.stocks[2]! },
      product: { bleed: 3, lies: { way: 'upright', columns: 2, rows: 2 } },
      marks: { crop: { on: false }, register: { on: false }, slug: { on: false } },
      placed: marks,
    }),
    patch,
  );
