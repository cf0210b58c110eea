import { stepOf, type BoundProduct, type Finish, type SheetWish } from '../../docket';
import { LEAF, turnedWay, WAYS, type Way } from '../../fold';
import { blanksNeeded } from '../../pages';
import type { Machine } from '../../shop';
import type { Laying } from '../piece';
import { rulesOf } from './bindings';
import { foldedShape, sectionShape } from './section-shape';
import { foldedOnly } from './trimming';

/** What the choice of sections depends on. */
export interface SectionsWish {
  readonly product: BoundProduct;
  readonly sheet: SheetWish;
  readonly finish: Finish;
  readonly laying: Laying;
}

/** A way to make up a book of sections, with what it takes. */
export interface SectionPlan {
  /** Its ways as a docket names them, in their order in the book. */
  readonly ways: readonly Way[];
  /** `3 × 16, 4`: for reading. */
  readonly said: string;
  readonly pages: number;
  readonly blanks: number;
  /** Sheets for all copies, with what is spoilt: as they are reckoned when the plan is taken. */
  readonly sheets: number;
  /** Sides printed on those. */
  readonly passes: number;
  /** Forms that need plates, on a press that has any; 0 else. */
  readonly plates: number;
  /** Of the paper's area, per cent that is in no page. */
  readonly waste: number;
  /** On the press; and with the folding. */
  readonly press: number;
  readonly minutes: number;
  readonly cents: number;
}

/** How many folds a section may have: what the folder makes; without one, as the binding's own machine or a hand does. */
const foldsAllowed = (binding: BoundProduct['binding'], finish: Finish): number =>
  stepOf(finish, 'fold')?.machine.mostFolds ?? rulesOf(binding).foldsWithoutFolder;

/** A way to fold that fits the sheet, and how many lie on it. */
interface Fitting {
  readonly way: Way;
  readonly up: number;
}

/** For every size of section, the ways of this sheet and folder that fit. */
function fittingWays({ product, sheet, finish, laying }: SectionsWish): Fitting[] {
  const { width: w, height: h } = product.finished;
  const rules = rulesOf(product.binding);
  const long = Math.max(sheet.stock.width, sheet.stock.height);
  const short = Math.min(sheet.stock.width, sheet.stock.height);
  const untrimmed = foldedOnly(product, sheet);
  // folded more than once it is closed at the head, and has to be trimmed
  const most = untrimmed ? 1 : foldsAllowed(product.binding, finish);
  const out: Fitting[] = [];
  for (const ready of WAYS) {
    if (!(ready.binds || (ready === LEAF && rules.made === 'gathered' && rules.singleLeaves))) continue;
    if (ready.folds.length > most) continue;
    const way = turnedWay(ready, product.bound);
    const across = way.columns * w;
    const up = way.rows * h;
    // what cannot fit is not laid out
    if (Math.max(across, up) > long || Math.min(across, up) > short) continue;
    const lies = laying(sheet, untrimmed ? foldedShape(product, way, sheet.stock) : sectionShape(product, way));
    if (lies.fits) out.push({ way: ready, up: lies.up });
  }
  return out;
}

/** How many sections of each size: a composition. */
type Counts = ReadonlyMap<number, number>;

const countsOf = (sizes: Iterable<readonly [number, number]>): Counts => {
  const out = new Map<number, number>();
  for (const [size, n] of sizes) if (n > 0) out.set(size, (out.get(size) ?? 0) + n);
  return new Map([...out].sort((a, b) => b[0] - a[0]));
};

/** Sections of a book at most that are sought for its rest. */
const MOST_SECTIONS = 2500;

/** Compositions worth having: for every size, as many as go in, the rest in one or two smaller, or in blanks. */
function compositions(sizes: readonly number[], need: number): Counts[] {
  const least = sizes.at(-1)!;
  const made = new Map<string, Counts>();
  const add = (...list: readonly (readonly [number, number])[]): void => {
    const counts = countsOf(list);
    const key = [...counts].join(' ');
    if (!made.has(key)) made.set(key, counts);
  };
  for (const main of sizes) {
    const n = Math.floor(need / main);
    for (const whole of n > 0 ? [n, n - 1] : [0]) {
      const full = [main, whole] as const;
      const rest = need - whole * main;
      if (rest <= 0) {
        add(full);
        continue;
      }
      if (rest <= main) add(full, [main, 1]);
      for (const part of sizes) {
        if (part >= main && whole > 0) continue;
        if (part >= rest) {
          if (part - rest < least) add(full, [part, 1]);
          continue;
        }
        for (const second of sizes)
          if (second <= part && part + second >= rest && part + second - rest < least)
            add(full, [part, 1], [second, 1]);
      }
      // down through the sizes, each as often as it goes in
      const greedy: [number, number][] = [];
      let left = rest + blanksNeeded(rest, least);
      let room = MOST_SECTIONS;
      for (const size of sizes.filter((s) => s < main || whole === 0)) {
        const times = Math.min(room, Math.floor(left / size));
        greedy.push([size, times]);
        left -= times * size;
        room -= times;
      }
      if (left <= 0) add(full, ...greedy);
    }
  }
  return [...made.values()];
}

/**
 * Compositions of a page count from the sections that fit, ranked by sheets, plates, passes, waste and time.
 * @param pages pages of the text that must find room
 * @returns the best first, at most `limit`; empty where nothing fits the sheet
 */
export function sectionPlans(wish: SectionsWish, pages: number, limit = 6): SectionPlan[] {
  const bySize = new Map<number, Fitting>();
  for (const f of fittingWays(wish)) {
    const known = bySize.get(f.way.pages);
    if (!known || f.up > known.up) bySize.set(f.way.pages, f);
  }
  const sizes = [...bySize.keys()].sort((a, b) => b - a);
  const least = sizes.at(-1);
  if (least === undefined) return [];
  return compositions(sizes, Math.max(least, pages))
    .map((counts) => ({ counts, sections: countOf(counts), plan: weigh(wish, pages, counts, bySize) }))
    .sort(
      (a, b) =>
        a.plan.sheets - b.plan.sheets ||
        a.plan.plates - b.plan.plates ||
        a.plan.passes - b.plan.passes ||
        a.plan.waste - b.plan.waste ||
        a.plan.minutes - b.plan.minutes ||
        a.sections - b.sections,
    )
    .slice(0, limit)
    .map(({ counts, plan }) => ({
      ...plan,
      ways: inOrder(wish.product, counts).flatMap(([s, n]) => Array.from({ length: n }, () => bySize.get(s)!.way)),
    }));
}

/**
 * Sizes in their order in the book, those of one size in a row together; largest first where sections nest: the smaller
 * lie inside. Gathered, part sections go before the last, so that the book begins and ends with a whole one.
 */
function inOrder({ binding }: Pick<BoundProduct, 'binding'>, counts: Counts): (readonly [size: number, n: number])[] {
  const sorted = [...counts];
  const [first, ...parts] = sorted;
  if (rulesOf(binding).made === 'nested' || !first || parts.length === 0 || first[1] < 2) return sorted;
  return [[first[0], first[1] - 1], ...parts, [first[0], 1]];
}

const countOf = (counts: Counts): number => [...counts.values()].reduce((t, n) => t + n, 0);

/** Good sheets of so many sections of a size, and what one of those sheets yields; by yield. */
function goodSheets(
  sheet: SheetWish,
  copies: number,
  sections: number,
  up: number,
): [yields: number, sheets: number][] {
  const twice = sheet.work === 'work-and-turn' || sheet.work === 'work-and-tumble' ? 2 : 1;
  const of = (count: number, here: number): [number, number] => [
    here * twice,
    count * Math.ceil(copies / (here * twice)),
  ];
  if (sheet.fill !== 'different') return [of(sections, up)];
  const rest = sections % up;
  return [
    ...(sections >= up ? [of(Math.floor(sections / up), 1)] : []),
    ...(rest > 0 ? [of(1, Math.floor(up / rest))] : []),
  ];
}

/** What is spoilt of runs of one stock on one machine: its fixed number once, its share of every run. */
const spoilt = ({ spoilage }: Machine, runs: Iterable<number>): number => {
  let fixed = spoilage.sheets;
  let sum = 0;
  for (const good of runs) {
    sum += Math.ceil(fixed + (good * spoilage.percent) / 100 - 1e-9);
    fixed = 0;
  }
  return sum;
};

/** What a composition takes. */
function weigh(
  { product, sheet, finish }: SectionsWish,
  pages: number,
  counts: Counts,
  bySize: ReadonlyMap<number, Fitting>,
): Omit<SectionPlan, 'ways'> {
  const { copies, finished } = product;
  const { stock, machine, work } = sheet;
  const folder = stepOf(finish, 'fold')?.machine;
  const oneForm = work === 'work-and-turn' || work === 'work-and-tumble';
  const runs = new Map<number, number>();
  let plates = 0;
  let total = 0;
  let foldMinutes = 0;
  for (const [size, n] of counts) {
    const { way } = bySize.get(size)!;
    total += n * size;
    if (machine.plate > 0) plates += n * (oneForm || work === 'one-sided' ? 1 : 2);
    if (folder && way.folds.length > 0) foldMinutes += folder.makeReady + (60 * n * copies) / folder.speed;
  }
  // only sections that follow each other share sheets
  for (const [size, n] of inOrder(product, counts))
    for (const [yields, good] of goodSheets(sheet, copies, n, bySize.get(size)!.up))
      runs.set(yields, (runs.get(yields) ?? 0) + good);
  const sheets = [...runs.values()].reduce((a, b) => a + b, 0) + spoilt(machine, runs.values());
  const sides = work === 'one-sided' ? 1 : 2;
  const press = machine.makeReady + (60 * sheets * sides) / machine.speed;
  const used = (copies * total * finished.width * finished.height) / 2;
  return {
    said: [...counts].map(([size, n]) => (n > 1 ? `${n} × ${size}` : `${size}`)).join(' + '),
    pages: total,
    blanks: total - pages,
    sheets,
    passes: sheets * sides,
    plates,
    waste: 100 * (1 - used / (sheets * stock.width * stock.height)),
    press,
    minutes: press + foldMinutes,
    cents: sheets * (stock.price + sides * machine.click) + plates * machine.plate,
  };
}
