import type { Patch, Product, ProductKind, ProductOf } from '../docket';
import type { ProductPlan, ProductPlans } from '../makeup';
import { worked } from '../pages';
import { BOUND } from './bound';
import { FLAT } from './flat';
import { POSTER } from './poster';
import { accepting as acceptingOf, withAccepted } from './accepted';
import {
  STATIONS,
  type Finding,
  type Inspected,
  type InspectedBook,
  type InspectedFlat,
  type InspectedPoster,
} from './kinds';
import { SHARED } from './shared';

export { openLooks, reopening } from './accepted';
export { mostOverlap } from './poster';
export { pageRanges, plural } from './kinds';
export type { Finding, Inspected, Offer, Remedy, Search, Station } from './kinds';

/** The checks of one kind of product. */
const OF_PRODUCT: {
  readonly [K in ProductKind]: (it: Inspected, product: ProductOf<K>, plan: ProductPlans[K]) => readonly Finding[];
} = {
  bound: (it, product, book) => {
    const looked: InspectedBook = { ...it, product, book };
    return BOUND.flatMap((check) => check(looked));
  },
  flat: (it, product, flat) => {
    const looked: InspectedFlat = { ...it, product, flat };
    return FLAT.flatMap((check) => check(looked));
  },
  poster: (it, product, poster) => {
    const looked: InspectedPoster = { ...it, product, poster };
    return POSTER.flatMap((check) => check(looked));
  },
};

/** As it is seen where all products are treated alike. */
type Looking = (it: Inspected, product: Product, plan: ProductPlan) => readonly Finding[];

const SEVERITIES = { stop: 0, look: 1, fine: 2 } as const;

/**
 * Everything worth noticing, the worst first, within that in the order of the stations; what was accepted after what
 * still wants a decision.
 */
export const inspect = (it: Inspected): Finding[] => withAccepted(it, noticed);

/** The change that lets a finding stand, until it says something else; null for one that is not to be accepted. */
export const accepting = (finding: Finding, it: Inspected): Patch | null => acceptingOf(finding, it, noticed);

function noticed(asked: Inspected): Finding[] {
  const { product } = asked.docket;
  // pages are looked at as they are placed: after what is done to them
  const it: Inspected = { ...asked, artwork: worked(asked.artwork, asked.docket.artwork), raw: asked.artwork };
  // what is wrong with the product comes first: sheets that do not fit may come of it
  const ofProduct = OF_PRODUCT[product.kind] as Looking;
  return [...ofProduct(it, product, it.plan.product), ...SHARED.flatMap((check) => check(it))]
    .map((finding, i) => ({ finding, i }))
    .sort(
      (a, b) =>
        SEVERITIES[a.finding.severity] - SEVERITIES[b.finding.severity] ||
        STATIONS.indexOf(a.finding.station) - STATIONS.indexOf(b.finding.station) ||
        a.i - b.i,
    )
    .map(({ finding }) => finding);
}
