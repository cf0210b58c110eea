import { blanksNeeded, LEAF, turnedWay, WAYS, type Way } from '../bound';
import type { Docket } from '../docket/schema';
import { blockOf } from './block';
import { planLayout, yieldOf, type Layout } from './layout';

/** A way to make up a book of sections, with what it takes. */
export interface SectionPlan {
  /** Its ways as a docket names them, in their order in the book. */
  readonly ways: readonly Way[];
  /** `3 × 16, 4`: for reading. */
  readonly said: string;
  readonly pages: number;
  readonly blanks: number;
  /** Sheets for all copies, without spoilage. */
  readonly sheets: number;
  /** Sides printed for all copies. */
  readonly passes: number;
  /** Forms that need plates, on a press that has any; 0 else. */
  readonly plates: number;
  /** Of the paper's area, per cent that is in no page. */
  readonly waste: number;
  readonly minutes: number;
  readonly cents: number;
}

/** How many folds a section may have: what the folder makes; one without a folder, as stitchers and knives do. */
export function foldsAllowed(docket: Pick<Docket, 'product' | 'finish'>): number {
  const { folder } = docket.finish;
  if (folder) return folder.maxFolds ?? 4;
  // sewn sections are folded somewhere
  return docket.product.binding.kind === 'sewn' ? 4 : 1;
}

type Fitting = { readonly way: Way; readonly layout: Layout };

/** For every size of section, the ways of this docket's sheet and folder that fit, the most up first. */
export function fittingWays(docket: Pick<Docket, 'product' | 'sheet' | 'finish'>): Fitting[] {
  const { product, sheet } = docket;
  const { width: w, height: h } = product.finished;
  const long = Math.max(sheet.stock.width, sheet.stock.height);
  const short = Math.min(sheet.stock.width, sheet.stock.height);
  const most = foldsAllowed(docket);
  const out: Fitting[] = [];
  for (const ready of WAYS) {
    if (!(ready.binds || (ready === LEAF && product.binding.kind === 'perfect-bound'))) continue;
    if (ready.folds.length > most) continue;
    const way = turnedWay(ready, product.bound);
    const across = way.columns * w;
    const up = way.rows * h;
    // what cannot fit is not laid out
    if (Math.max(across, up) > long || Math.min(across, up) > short) continue;
    const layout = planLayout(docket, blockOf(docket, way));
    if (layout.fits) out.push({ way: ready, layout });
  }
  return out;
}

/**
 * Compositions of a page count from the sections that fit, ranked by sheets, passes, waste and time. For every size of
 * section: as many as go in, the rest in one or two part sections or filled up with blanks.
 * @param pages pages of the text that must find room
 * @returns the best first, at most `limit`; empty where nothing fits the sheet
 */
export function sectionPlans(
  docket: Pick<Docket, 'product' | 'sheet' | 'finish'>,
  pages: number,
  limit = 6,
): SectionPlan[] {
  const bySize = new Map<number, Fitting>();
  for (const f of fittingWays(docket)) {
    const known = bySize.get(f.way.pages);
    const better = !known || f.layout.slots.length > known.layout.slots.length;
    if (better) bySize.set(f.way.pages, f);
  }
  const sizes = [...bySize.keys()].sort((a, b) => b - a);
  const least = sizes.at(-1);
  if (least === undefined) return [];
  const need = Math.max(least, pages);
  const made = new Map<string, SectionPlan>();
  const add = (list: readonly number[]): void => {
    const key = list.join();
    if (!made.has(key)) made.set(key, weigh(docket, pages, inOrder(docket, list), bySize));
  };
  for (const main of sizes) {
    const n = Math.floor(need / main);
    for (const whole of n > 0 ? [n, n - 1] : [0]) {
      const full = Array.from({ length: whole }, () => main);
      const rest = need - whole * main;
      if (rest <= 0) {
        add(full);
        continue;
      }
      if (rest <= main) add([...full, main]);
      for (const part of sizes) {
        if (part >= main && whole > 0) continue;
        if (part >= rest) {
          if (part - rest < least) add([...full, part]);
          continue;
        }
        for (const second of sizes)
          if (second <= part && part + second >= rest && part + second - rest < least) add([...full, part, second]);
      }
      // down through the sizes, each as often as it goes in
      const greedy: number[] = [];
      let left = rest + blanksNeeded(rest, least);
      for (const size of sizes.filter((s) => s < main || whole === 0))
        while (left >= size && greedy.length < 2500) {
          greedy.push(size);
          left -= size;
        }
      if (left <= 0) add([...full, ...greedy]);
    }
  }
  return [...made.values()]
    .sort(
      (a, b) =>
        a.sheets - b.sheets ||
        a.plates - b.plates ||
        a.passes - b.passes ||
        a.waste - b.waste ||
        a.minutes - b.minutes ||
        a.ways.length - b.ways.length,
    )
    .slice(0, limit);
}

/**
 * Sizes in their order in the book, largest first where sections nest: the smaller lie inside. Gathered, part sections
 * go before the last, so that the book begins and ends with a whole one.
 */
function inOrder(docket: Pick<Docket, 'product'>, sizes: readonly number[]): number[] {
  const sorted = [...sizes].sort((a, b) => b - a);
  if (docket.product.binding.kind === 'saddle-stitched' || sorted.length < 3) return sorted;
  const [first] = sorted;
  const whole = sorted.filter((s) => s === first);
  const parts = sorted.filter((s) => s !== first);
  if (parts.length === 0 || whole.length < 2) return sorted;
  return [...whole.slice(0, -1), ...parts, whole.at(-1)!];
}

function weigh(
  docket: Pick<Docket, 'product' | 'sheet' | 'finish'>,
  pages: number,
  sizes: readonly number[],
  bySize: ReadonlyMap<number, Fitting>,
): SectionPlan {
  const { copies, finished } = docket.product;
  const { stock, machine, work } = docket.sheet;
  const { folder } = docket.finish;
  const counts = new Map<number, number>();
  for (const s of sizes) counts.set(s, (counts.get(s) ?? 0) + 1);
  let sheets = 0;
  let plates = 0;
  let total = 0;
  let foldMinutes = 0;
  for (const [size, n] of counts) {
    const { layout, way } = bySize.get(size)!;
    sheets += n * Math.ceil(copies / (layout.slots.length * yieldOf(work)));
    total += n * size;
    if (machine.plate > 0) plates += n * (yieldOf(work) === 2 || work === 'one-sided' ? 1 : 2);
    if (folder && way.folds.length > 0) foldMinutes += folder.makeReady + (60 * n * copies) / folder.speed;
  }
  const sides = work === 'one-sided' ? 1 : 2;
  const used = (copies * total * finished.width * finished.height) / 2;
  return {
    ways: sizes.map((s) => bySize.get(s)!.way),
    said: [...counts].map(([size, n]) => (n > 1 ? `${n} × ${size}` : `${size}`)).join(' + '),
    pages: total,
    blanks: total - pages,
    sheets,
    passes: sheets * sides,
    plates,
    waste: 100 * (1 - used / (sheets * stock.width * stock.height)),
    minutes: machine.makeReady + (60 * sheets * sides) / machine.speed + foldMinutes,
    cents: sheets * (stock.price + sides * machine.click) + plates * machine.plate,
  };
}
