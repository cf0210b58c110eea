import { patched, type Artwork, type Docket, type FlatProduct } from '../docket';
import { EPSILON, lying } from '../measure';
import { cost } from '../reckoning';
import { plan, type Plan } from '../sheet';
import { machineTakes, type Shop, type Stock } from '../shop';

/** A stock that a docket could be printed on. */
export interface StockPlan {
  readonly stock: Stock;
  readonly plan: Plan;
  /** Whether all fits the sheet. */
  readonly fits: boolean;
  /** Paper, plates and clicks of the whole job. */
  readonly cents: number;
}

/**
 * Whether all of a plan fits its sheets as it is wished. What would only fit folded and not trimmed, with a white edge, is
 * not taken for it unless that is wished.
 */
const fitsAll = ({ product }: Docket, { sheets }: Plan): boolean =>
  sheets.lays.every(
    (l) =>
      l.fits &&
      ((product.kind === 'bound' && product.trimming === 'folded') || !l.downs.some((d) => d.shape.wholeSheet)),
  );

/**
 * A docket on each of the shop's stocks that its machine takes, in the shop's order. Stocks of one size and thickness lie
 * alike, and are planned once.
 */
export function stockPlans(docket: Docket, artwork: Artwork, shop: Pick<Shop, 'stocks'>): StockPlan[] {
  return shop.stocks
    .filter((s) => machineTakes(docket.sheet.machine, s))
    .map((stock) => {
      const wished = patched(docket, { sheet: { stock } });
      const planned = plan(wished, artwork);
      return { stock, plan: planned, fits: fitsAll(wished, planned), cents: cost(wished, planned) };
    });
}

/** The stock on which the whole job costs least with everything fitting, or null; ties go to the list's order. */
export function cheapestStock(docket: Docket, artwork: Artwork, shop: Pick<Shop, 'stocks'>): Stock | null {
  let best: StockPlan | null = null;
  const fitting = new Map<string, boolean>();
  for (const stock of shop.stocks) {
    if (!machineTakes(docket.sheet.machine, stock)) continue;
    const { width, height } = lying(stock);
    const size = `${width} ${height}`;
    // what does not fit a size is not planned on it again
    if (fitting.get(size) === false) continue;
    const wished = patched(docket, { sheet: { stock } });
    const planned = plan(wished, artwork);
    const fits = fitsAll(wished, planned);
    fitting.set(size, fits);
    if (!fits) continue;
    const cents = cost(wished, planned);
    if (!best || cents < best.cents - EPSILON) best = { stock, plan: planned, fits, cents };
  }
  return best?.stock ?? null;
}

/** The lightest paper that is taken of itself for what is stiff, g/m². */
const STIFF: Readonly<Partial<Record<FlatProduct['what'], number>>> = { card: 200, invitation: 200, ticket: 150 };

/**
 * The stock that is proposed: the one on which the job costs least; for cards, invitations and tickets among those that are
 * stiff enough, where one of them fits.
 */
export function proposedStock(docket: Docket, artwork: Artwork, shop: Pick<Shop, 'stocks'>): Stock | null {
  const { product } = docket;
  const least = product.kind === 'flat' ? (STIFF[product.what] ?? 0) : 0;
  const stiff = shop.stocks.filter((s) => s.grammage >= least);
  return cheapestStock(docket, artwork, { stocks: stiff }) ?? cheapestStock(docket, artwork, shop);
}
