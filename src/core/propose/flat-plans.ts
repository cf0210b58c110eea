import { patched, type Artwork, type DocketOf, type Lies } from '../docket';
import { cutsSaid } from '../finishing';
import { cost, reckon } from '../reckoning';
import { plan, type Plan } from '../sheet';
import { machineTakes, type Shop, type Stock } from '../shop';

/** A way to lay flat work out, and what the whole job then comes to. */
export interface FlatWay {
  readonly way: Lies['way'];
  readonly stock: Stock;
  readonly plan: Plan<'flat'>;
  readonly up: number;
  /** Sheets with their spoilage. */
  readonly sheets: number;
  /** Of all paper, per cent. */
  readonly waste: number;
  /** Cuts of one pile, or slits and cross cuts of a sheet; null where the job's machine does not divide it. */
  readonly cuts: number | null;
  readonly cents: number;
}

const WAYS = ['upright', 'sideways', 'mixed'] as const;

/** What a lay looks like, so that ways that come to the same are offered once. */
const likeness = ({ sheets }: Plan): string =>
  sheets.main.lay.downs.map((d) => d.trim.x.toFixed(2) + d.trim.y.toFixed(2) + d.trim.width.toFixed(2)).join(' ');

/** The ways to lay flat work out on one stock, each lay once; none where it does not fit or the machine does not take it. */
export function flatWaysOn(docket: DocketOf<'flat'>, artwork: Artwork, stock: Stock): FlatWay[] {
  if (!machineTakes(docket.sheet.machine, stock)) return [];
  const seen = new Set<string>();
  return WAYS.flatMap((way): FlatWay[] => {
    const wished = patched(docket, { sheet: { stock }, product: { lies: { way } } });
    const planned = plan(wished, artwork);
    const { lay } = planned.sheets.main;
    const like = likeness(planned);
    // in one block only, mixed is no way of its own
    if (!lay.fits || seen.has(like) || (way === 'mixed' && lay.grid)) return [];
    seen.add(like);
    const figures = new Map(reckon(wished, planned).map((f) => [f.key, f.value]));
    return [
      {
        way,
        stock,
        plan: planned,
        up: lay.downs.length,
        sheets: figures.get('sheets') ?? 0,
        waste: figures.get('waste') ?? 0,
        cuts: cutsSaid(lay, docket.finish),
        cents: cost(wished, planned),
      },
    ];
  });
}

/**
 * Ways in the order in which they are offered: those on the job's own stock, then on other sheets of that make, then on
 * others; of each the cheapest first, then with the fewest cuts.
 */
export function waysInOrder(ways: readonly FlatWay[], now: Stock): FlatWay[] {
  const far = ({ stock }: FlatWay): number => (stock.id === now.id ? 0 : stock.name === now.name ? 1 : 2);
  const cuts = (w: FlatWay): number => w.cuts ?? Infinity;
  return [...ways].sort((a, b) => far(a) - far(b) || a.cents - b.cents || cuts(a) - cuts(b));
}

/**
 * The ways to lay flat work out on the stocks of the shop that its machine takes: upright, sideways, in two blocks.
 * @param limit how many are wanted
 */
export const flatWays = (
  docket: DocketOf<'flat'>,
  artwork: Artwork,
  shop: Pick<Shop, 'stocks'>,
  limit = 8,
): FlatWay[] =>
  waysInOrder(
    shop.stocks.flatMap((stock) => flatWaysOn(docket, artwork, stock)),
    docket.sheet.stock,
  ).slice(0, limit);

/** Of ways by how many lie on a sheet, from one up: those that take fewer sheets than all with fewer up. */
export function upsWorth<W extends { readonly up: number; readonly sheets: number }>(ways: readonly W[]): W[] {
  let least = Infinity;
  return ways.filter(({ sheets }) => {
    if (sheets >= least) return false;
    least = sheets;
    return true;
  });
}
