import { totalOf, type Series } from '../measure';

/** Sharing a run: several artworks on the same sheets, each in its own quantity. */

/** One sheet of a shared run: how many of its places each item takes, and how often it is printed. */
export interface Form {
  readonly places: readonly number[];
  readonly prints: number;
}

/** What a printed sheet costs, and what each form costs however often it is printed: plates. Any unit. */
export interface ShareCosts {
  readonly sheet: number;
  readonly form: number;
}

/** Forms that are sought with search at most: more are only worth while where every sheet is to be its own. */
const SOUGHT = 4;

const sum = (list: readonly number[]): number => list.reduce((t, n) => t + n, 0);
/** Pieces on all sheets of all forms. */
const madeOf = (forms: readonly Form[]): number => sum(forms.map((f) => f.prints * sum(f.places)));
const sheetsOf = (forms: readonly Form[]): number => sum(forms.map((f) => f.prints));

/** No fewer sheets than this can do: ceil(Σ demand ÷ places). */
export const fewestSheets = (demands: Series<number>, places: number): number =>
  Math.ceil(totalOf(demands, (d) => d) / places);

/** How many of each item forms give in all. */
export const givenBy = (forms: readonly Form[], items: number): number[] =>
  Array.from({ length: items }, (_, i) => sum(forms.map((f) => f.places[i]! * f.prints)));

/**
 * One form for all: the smallest run r for which Σ ceil(demand ÷ r) ≤ places, by halving, since the sum only falls as r
 * rises. Places that nothing needs stay empty.
 * @returns null where there are more items than places
 */
export function inOneForm(demands: readonly number[], places: number): Form | null {
  const needs = (r: number): number[] => demands.map((d) => Math.ceil(d / r));
  if (demands.filter((d) => d > 0).length > places) return null;
  let [low, high] = [1, Math.max(1, ...demands)];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (sum(needs(middle)) <= places) high = middle;
    else low = middle + 1;
  }
  return { places: needs(low), prints: low };
}

/** Runs worth trying for the first of several forms: those at which an item comes out even. */
function runsWorth(demands: readonly number[], places: number, most: number): number[] {
  const out = new Set<number>();
  for (const d of demands)
    for (let n = 1; n <= places && n <= d; n++) {
      out.add(Math.floor(d / n));
      out.add(Math.ceil(d / n));
    }
  const all = [...out].filter((r) => r > 0).sort((a, b) => b - a);
  if (all.length <= most) return all;
  return Array.from({ length: most }, (_, i) => all[Math.floor((i * all.length) / most)]!);
}

/** Full forms that are tried for one run at most: with fewer ways to share its places all of them are. */
const TRIED = 60;
/** Items of which all ways to share are looked for. */
const FEW = 4;

/** Every way to fill places with what is wanted, none of it more often than it takes; null where they are too many. */
function everyShare(demands: readonly number[], places: number, prints: number): number[][] | null {
  const most = demands.map((d) => Math.min(places, Math.ceil(d / prints)));
  let shares: { list: number[]; left: number }[] = [{ list: [], left: places }];
  for (const [i, limit] of most.entries()) {
    const room = most.slice(i + 1).reduce((t, n) => t + n, 0);
    const next: typeof shares = [];
    for (const { list, left } of shares)
      for (let n = Math.max(0, left - room); n <= Math.min(limit, left); n++)
        next.push({ list: [...list, n], left: left - n });
    if (next.length > TRIED) return null;
    shares = next;
  }
  return shares.map(({ list }) => list);
}

/** Places given to items in an order, as many to each as are not made in vain; what is left to those short of the most. */
function sharedInOrder(demands: readonly number[], places: number, prints: number, order: readonly number[]): number[] {
  const shares = demands.map(() => 0);
  let left = places;
  for (const i of order) {
    shares[i] = Math.min(Math.floor(demands[i]! / prints), left);
    left -= shares[i]!;
  }
  const short = demands
    .map((d, i) => ({ i, rest: d - shares[i]! * prints }))
    .filter(({ rest }) => rest > 0)
    .sort((x, y) => y.rest - x.rest);
  for (const { i } of short.slice(0, left)) shares[i]!++;
  return shares;
}

/** Full forms worth trying for a run: all of them, or those that begin with what is wanted most, or comes out most even. */
function fullForms(demands: readonly number[], places: number, prints: number, all: boolean): Form[] {
  const every = all && demands.length <= FEW ? everyShare(demands, places, prints) : null;
  if (every) return every.map((shares) => ({ places: shares, prints }));
  const items = [...demands.keys()].filter((i) => demands[i]! > 0);
  const orders = [
    [...items].sort((x, y) => demands[y]! - demands[x]!),
    [...items].sort((x, y) => (demands[x]! % prints) - (demands[y]! % prints) || demands[y]! - demands[x]!),
  ];
  return orders
    .map((order) => sharedInOrder(demands, places, prints, order))
    .filter((shares) => sum(shares) === places)
    .map((shares) => ({ places: shares, prints }));
}

const better = (a: readonly Form[] | null, b: readonly Form[] | null): readonly Form[] | null => {
  if (!a || !b) return a ?? b;
  const fewer = sheetsOf(b) - sheetsOf(a) || b.length - a.length || madeOf(b) - madeOf(a);
  return fewer < 0 ? b : a;
};

/**
 * The best that is found in so many forms at most, by sheets, then forms, then what is made: first full ones, the last for what is left.
 */
function inForms(demands: readonly number[], places: number, count: number, wide: number): readonly Form[] | null {
  const items = demands.filter((d) => d > 0).length;
  if (items > places * count) return null;
  const one = inOneForm(demands, places);
  let best: readonly Form[] | null = one && [one];
  if (count === 1) return best;
  const bound = fewestSheets(demands, places);
  for (const run of runsWorth(demands, places, wide)) {
    if (best && sheetsOf(best) === bound) break;
    for (const form of fullForms(demands, places, run, count === 2)) {
      const left = demands.map((d, i) => Math.max(0, d - form.places[i]! * run));
      const rest = sum(left) === 0 ? [] : inForms(left, places, count - 1, Math.ceil(wide / 4));
      if (rest) best = better(best, [form, ...rest]);
    }
  }
  return best;
}

/**
 * As many forms as it takes for the fewest sheets there can be: what fills sheets by itself has them to itself, and what
 * is left of each lies on sheets of which there is one each.
 */
function inAnyForms(demands: readonly number[], places: number): readonly Form[] {
  const forms: Form[] = [];
  const left: number[] = [];
  demands.forEach((d, i) => {
    const prints = Math.floor(d / places);
    if (prints > 0) forms.push({ places: demands.map((_, k) => (k === i ? places : 0)), prints });
    for (let n = d - prints * places; n > 0; n--) left.push(i);
  });
  for (let at = 0; at < left.length; at += places) {
    const shares = demands.map(() => 0);
    for (const i of left.slice(at, at + places)) shares[i]!++;
    forms.push({ places: shares, prints: 1 });
  }
  return forms;
}

/**
 * Shares places out: sheets that together give at least what is wanted of each item. Where a form costs nothing the fewest
 * sheets win, then the fewest forms, then the least that is over.
 * @param demands pieces wanted of each item @param places on a sheet, at least 1
 * @param most how many forms there may be; more where there are more items than those have places
 */
export function shareOut(
  demands: readonly number[],
  places: number,
  most: number | 'fewest-sheets',
  costs: ShareCosts,
): readonly Form[] {
  if (!(places >= 1)) throw new RangeError('A sheet needs a place.');
  if (sum(demands) === 0) return [{ places: demands.map((_, i) => (i === 0 ? 1 : 0)), prints: 0 }];
  const cost = (forms: readonly Form[]): number =>
    sheetsOf(forms) * Math.max(costs.sheet, 1e-6) + forms.length * costs.form;
  let best: readonly Form[] | null = null;
  // where there are very many, searching costs more than it saves
  const worth = demands.length > 200 ? 1 : SOUGHT;
  const limit = Math.min(worth, most === 'fewest-sheets' ? worth : most);
  const bound = fewestSheets(demands, places);
  for (let count = 1; count <= limit; count++) {
    // the more items, the fewer runs are tried: a plan is made between two frames
    const forms = inForms(demands, places, count, Math.max(4, Math.min(40, Math.floor(120 / demands.length))));
    if (forms && (!best || cost(forms) < cost(best) - 1e-9)) best = forms;
    if (best && sheetsOf(best) === bound) break;
  }
  const any = inAnyForms(demands, places);
  if (!best || ((most === 'fewest-sheets' || any.length <= most) && cost(any) < cost(best) - 1e-9)) best = any;
  return best;
}
