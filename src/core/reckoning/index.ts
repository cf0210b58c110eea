import type { Docket, Product, ProductKind, ProductOf } from '../docket';
import { workOf } from '../finishing';
import type { ProductPlan, ProductPlans } from '../makeup';
import { totalOf } from '../measure';
import { runsOf, type Plan } from '../sheet';
import { bookFigures } from './bound';
import { flatSheetsFigure, formsFigure, overrunFigure } from './flat';
import { jointsFigure, panelsFigure } from './poster';
import type { Figure } from './figure';
import { clicksFigure, costOf, hoursFigure, paperFigure, platesFigure, totalFigure, type Each } from './money';
import {
  goodSheetsFigure,
  sheetsFigure,
  sheetsPerCopyFigure,
  spoilageFigure,
  upFigure,
  wasteFigure,
  type Reckoned,
} from './sheets';
import { printTimeFigure, workFigure } from './time';

export { fewestFor, givenOf } from './flat';
export { duration, figureText, sumText, type Figure, type FigureKey } from './figure';

/** The figures that only one kind of product has. */
const OF_PRODUCT: {
  readonly [K in ProductKind]: (plan: ProductPlans[K], product: ProductOf<K>) => Figure[];
} = { bound: bookFigures, flat: () => [], poster: () => [] };

/** As they are seen where all products are treated alike. */
type OwnFigures = (plan: ProductPlan, product: Product) => Figure[];

/** How the sheets of each kind of product are counted, and what one of it is called. */
const COUNTED: {
  readonly [K in ProductKind]: (
    it: Reckoned,
    plan: ProductPlans[K],
    product: ProductOf<K>,
  ) => { readonly counts: Figure[]; readonly each: Each };
} = {
  bound: (it) => ({
    counts: [upFigure(it), sheetsPerCopyFigure(it), goodSheetsFigure(it)],
    each: { count: it.copies, called: 'copy' },
  }),
  // of parts it is the set that is sold
  flat: (it, made, product) => ({
    counts: [upFigure(it), formsFigure(it), flatSheetsFigure(it, product), overrunFigure(it, made, product)],
    each: {
      count: Math.max(1, totalOf(made.ordered, (o) => o) / made.sets.parts),
      called: made.sets.parts > 1 ? 'set' : product.what,
    },
  }),
  poster: (it, made) => ({
    counts: [panelsFigure(made), jointsFigure(made), sheetsPerCopyFigure(it), goodSheetsFigure(it)],
    each: { count: it.copies * Math.max(1, made.posters.length), called: 'poster' },
  }),
};
type Counted = (it: Reckoned, plan: ProductPlan, product: Product) => { counts: Figure[]; each: Each };

/** Counts, cost and time of a plan. Prices and speeds are the shop's own. */
export function reckon({ product, sheet, finish }: Pick<Docket, 'product' | 'sheet' | 'finish'>, plan: Plan): Figure[] {
  const { copies } = product;
  const it: Reckoned = { plan, copies, runs: runsOf(plan) };
  const { counts, each } = (COUNTED[product.kind] as Counted)(it, plan.product, product);
  const paper = paperFigure(it);
  const clicks = clicksFigure(it);
  const work = workOf(finish, plan, copies);
  const more = [platesFigure(it), hoursFigure(it, work)].filter((f) => f !== null);
  const figures = [
    ...counts,
    spoilageFigure(it),
    sheetsFigure(it),
    wasteFigure(it),
    paper,
    clicks,
    ...more,
    totalFigure(each, paper, clicks, more),
    printTimeFigure(it, sheet.machine),
    // what is done in the pass of another step takes no time of its own
    ...work.filter((w) => w.amount.count > 0).map(workFigure),
    ...(OF_PRODUCT[product.kind] as OwnFigures)(plan.product, product),
  ];
  const fits = !plan.tooLarge && plan.sheets.lays.every((l) => l.fits);
  return fits ? figures : figures.map(impossible);
}

/** What has no meaning where the pieces do not fit their sheets: waste, and money for what cannot be made. */
const MEANINGLESS: ReadonlySet<Figure['key']> = new Set([
  'waste',
  'paper',
  'clicks',
  'plates',
  'hours',
  'total',
] as const);
const impossible = (f: Figure): Figure =>
  MEANINGLESS.has(f.key) ? { ...f, impossible: true, sum: 'It does not fit the sheet: mend that first.' } : f;

/** What a plan costs in paper, clicks, plates and machine hours, in cents: the same as the figure `total`. */
export const cost = ({ product, finish }: Pick<Docket, 'product' | 'finish'>, plan: Plan): number =>
  costOf({ runs: runsOf(plan) }, workOf(finish, plan, product.copies));
