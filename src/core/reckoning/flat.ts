import type { FlatProduct } from '../docket';
import { inSequence, type FlatPlan } from '../makeup';
import { yieldOf } from '../lay';
import { formatNumber as n, seriesOf, totalOf, wholeNumber as whole } from '../measure';
import { fewestSheets, type Plan, type SheetBlock } from '../sheet';
import type { Figure } from './figure';
import { type Reckoned } from './sheets';

/** How many of each piece the sheets of a plan give when all are printed as often as they should be. */
export function givenOf({ sheets, pieces }: Pick<Plan, 'sheets' | 'pieces'>): number[] {
  const given = new Array<number>(pieces.length).fill(0);
  for (const { from, count, prints, lay, ahead } of sheets.blocks) {
    if (ahead) continue;
    const each = prints * yieldOf(lay.work);
    for (let i = from - 1; i < from - 1 + count; i++)
      for (const piece of sheets.downsAt(i)) if (piece !== null) given[piece]! += each;
  }
  return given;
}

const many = (count: number, one: string): string => `${whole(count)} ${count === 1 ? one : `${one}s`}`;

/** The fewest sheets there can be: every place of every sheet taken. */
export function fewestFor({ sheets, pieces }: Pick<Plan, 'sheets' | 'pieces'>): number {
  const { lay } = sheets.main;
  return fewestSheets(
    seriesOf(pieces.length, (i) => pieces.at(i)!.wanted),
    lay.downs.length * yieldOf(lay.work),
  );
}

/** Good sheets of flat work: what is wanted by what lies on a sheet, and that fewer cannot be. */
export function flatSheetsFigure({ plan, runs }: Reckoned, product: FlatProduct): Figure {
  const good = totalOf(runs, (r) => r.good);
  const { lay } = plan.sheets.main;
  const up = lay.downs.length * yieldOf(lay.work);
  const wanted = totalOf(plan.pieces, (p) => p.wanted);
  const least = fewestFor(plan);
  const bound = good > least ? `; fewer than ${whole(least)} cannot be` : '; fewer cannot be';
  const exact = wanted / up;
  const divided = `${many(wanted, product.what)} ÷ ${up} up = ${n(exact)}`;
  const own = plan.sheets.blocks.filter((b) => !b.ahead);
  const groups = printedSaid(own);
  // where one sheet is all there is, the number is that divided; else what each is printed, or how it is shared out
  const reached = good === Math.ceil(exact - 1e-9);
  const sum =
    totalOf(own, (b) => b.count) === 1 || inSequence(product)
      ? `${divided}${good === exact ? '' : reached ? ` → ${whole(good)}` : `; in this order it takes ${whole(good)}`}`
      : `${groups} = ${whole(good)}; ${divided}`;
  return { key: 'goodSheets', label: 'Good sheets', value: good, unit: 'sheets', sum: `${sum}${bound}` };
}

/** `12 + 4 × 1`: how often sheets are printed, those together that are printed as often. */
function printedSaid(blocks: readonly SheetBlock[]): string {
  const groups: { prints: number; count: number }[] = [];
  for (const { prints, count } of blocks) {
    const last = groups.at(-1);
    if (last?.prints === prints) last.count += count;
    else groups.push({ prints, count });
  }
  const shown = groups.slice(0, 12).map((g) => (g.count > 1 ? `${g.count} × ${whole(g.prints)}` : whole(g.prints)));
  return `${shown.join(' + ')}${groups.length > 12 ? ' + …' : ''}`;
}

/** How many unlike sheets there are. */
export function formsFigure({ plan }: Reckoned): Figure {
  const length = totalOf(plan.sheets.blocks, (b) => (b.ahead ? 0 : b.count));
  return {
    key: 'forms',
    label: 'Unlike sheets',
    value: length,
    unit: 'sheets',
    sum: length === 1 ? 'all are printed alike' : `${length} sheets with other pieces on them`,
  };
}

/** What is made beyond what was ordered: in all, and of each piece where they are few. */
export function overrunFigure({ plan }: Reckoned, { ordered }: FlatPlan, product: FlatProduct): Figure {
  const given = givenOf(plan);
  const made = totalOf(given, (g) => g);
  const wanted = totalOf(ordered, (o) => o);
  const apart = given.flatMap((g, i) =>
    g === ordered.at(i) ? [] : [`${product.what} ${i + 1}: ${g - ordered.at(i)!}`],
  );
  const each = given.length > 1 && apart.length > 0 && apart.length <= 12 ? `; ${apart.join(', ')}` : '';
  return {
    key: 'overrun',
    label: 'Over',
    value: made - wanted,
    unit: '',
    sum: `${whole(made)} on the sheets − ${whole(wanted)} ordered = ${whole(made - wanted)}${each}`,
  };
}
