import type { Artwork, Docket, DocketOf, ProductKind } from '../docket';
import { makeUpBook, type BookPlan } from './bound';
import { makeUpFlat, type FlatPlan } from './flat';
import { makeUpPoster, type PosterPlan } from './poster';
import type { Laying, MadeUp } from './piece';

export * from './piece';
export * from './placing';
export * from './ready-picture';
export { edgesMade, MOST_INSIDE, shownOf, type Strip } from './made-bleed';
export * from './bound';
export * from './flat';
export * from './poster';

/** What is known of each kind of product when it is made up. */
export interface ProductPlans {
  readonly bound: BookPlan;
  readonly flat: FlatPlan;
  readonly poster: PosterPlan;
}
export type ProductPlan = ProductPlans[ProductKind];

/** How each kind of product is made up: its pieces and their content. */
const PRODUCTS: {
  readonly [K in ProductKind]: (docket: DocketOf<K>, artwork: Artwork, laying: Laying) => MadeUp<ProductPlans[K]>;
} = { bound: makeUpBook, flat: makeUpFlat, poster: makeUpPoster };

/** As those see it that treat all products alike. */
type Making = (docket: Docket, artwork: Artwork, laying: Laying) => MadeUp<ProductPlan>;

/**
 * Makes a product up: what pieces it is of and what stands on them.
 * @param laying how many of a shape lie on a sheet, for products that choose their pieces by it
 */
export const makeUp = (docket: Docket, artwork: Artwork, laying: Laying): MadeUp<ProductPlan> =>
  (PRODUCTS[docket.product.kind] as Making)(docket, artwork, laying);
