import { patched, type Artwork, type DocketOf, type Lies } from '../docket';
import { cutsOf, isCuttable } from '../cutting';
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
  /** Cuts of one pile; null where straight cuts do not divide it. */
  readonly cuts: number | null;
  readonly cents: number;
}

const WAYS = ['upright', 'sideways', 'mixed'] as const;

/** What a lay looks like, so that ways that come to the same are offered once. */
const likeness = ({ sheets }: Plan): string =>
  sheets.main.lay.downs.map((d) => d.trim.x.toFixed(2) + d.trim.y.toFixed(2) + d.trim.width.toFixed(2)).join(' ');

/**
 * The ways to lay flat work out on the stocks of the shop that its machine takes: upright, sideways, in two blocks; those
 * that fit, those on the job's own stock first, then other sheets of that make, then others; of each the cheapest first,
 * then with the fewest cuts. Of one stock the same lay comes once.
 * @param limit how many are wanted
 */
export function flatWays(docket: DocketOf<'flat'>, artwork: Artwork, shop: Pick<Shop, 'stocks'>, limit = 8): FlatWay[] {
  const out: FlatWay[] = [];
  for (const stock of shop.stocks) {
    if (!machineTakes(docket.sheet.machine, stock)) continue;
    const seen = new Set<string>();
    for (const way of WAYS) {
      const wished = patched(docket, { sheet: { stock }, product: { lies: { way } } });
      const planned = plan(wished, artwork);
      const { lay } = planned.sheets.main;
      const like = likeness(planned);
      // in one block only, mixed is no way of its own
      if (!lay.fits || seen.has(like) || (way === 'mixed' && lay.grid)) continue;
      seen.add(like);
      const figures = new Map(reckon(wished, planned).map((f) => [f.key, f.value]));
      const { program } = cutsOf(lay);
      out.push({
        way,
        stock,
        plan: planned,
        up: lay.downs.length,
        sheets: figures.get('sheets') ?? 0,
        waste: figures.get('waste') ?? 0,
        cuts: isCuttable(program) ? program.cuts.length : null,
        cents: cost(wished, planned),
      });
    }
  }
  const cuts = (w: FlatWay): number => w.cuts ?? Infinity;
  const now = docket.sheet.stock;
  const far = ({ stock }: FlatWay): number => (stock.id === now.id ? 0 : stock.name === now.name ? 1 : 2);
  return out.sort((a, b) => far(a) - far(b) || a.cents - b.cents || cuts(a) - cuts(b)).slice(0, limit);
}
