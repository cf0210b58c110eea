import { MOST_PAGES, type BoundProduct } from '../../docket';
import { LEAF, SINGLE, turnedWay, wayOf, type Way } from '../../fold';
import type { Stock } from '../../shop';
import { rulesOf } from './bindings';
import { sectionPlans, type SectionsWish } from './section-plans';

/** The ways of a text's sections in their order, each with a stock of its own where one was set. */
export type WaySet = readonly { readonly way: Way; readonly stock: Stock | null }[];

/** The ways of the text's sections before blanks are counted, and the unit that blanks fill up to. */
export interface Chosen {
  readonly ways: WaySet;
  readonly unit: number;
  readonly pages: number;
}

/** The pages that they hold. */
export const sum = (ways: WaySet): number => ways.reduce((n, w) => n + w.way.pages, 0);

const repeated = (way: Way, n: number): WaySet => Array.from({ length: n }, () => ({ way, stock: null }));

/** As many sections of one way as the pages need. */
function whole(way: Way, pages: number): Chosen {
  const n = Math.max(1, Math.ceil(pages / way.pages));
  return { ways: repeated(way, n), unit: way.pages, pages: n * way.pages };
}

const chosen = (ways: WaySet): Chosen => ({
  ways,
  unit: ways.every((w) => w.way.pages % 4 === 0) ? 4 : 2,
  pages: sum(ways),
});

/** The sections of a text: as they are set, as the fold that is wished, or as the binding is best made. */
export function waysFor(wish: SectionsWish, pages: number): Chosen {
  const { product } = wish;
  const rules = rulesOf(product.binding);
  const turned = (way: Way): Way => turnedWay(way, product.bound);
  if (rules.sections === 'leaves') return whole(LEAF, pages);
  if (product.sections.kind === 'set') return chosen(asSet(product.sections.list, turned));
  const wished = product.fold === null ? null : wayOf(product.fold);
  if (rules.sections === 'by count') return whole(turned(wished ?? foldedBy(pages)), pages);
  if (wished) return chosen(ofOneFold(wish, pages, wished));
  if (rules.sections === 'single folds') return whole(turned(SINGLE), pages);
  const [best] = sectionPlans(wish, pages, 1);
  if (!best) return whole(turned(rules.singleLeaves ? LEAF : SINGLE), pages);
  return chosen(best.ways.map((way) => ({ way: turned(way), stock: null })));
}

/** Sections that were set one by one; those beyond what a book may have hold nothing. */
function asSet(list: Extract<BoundProduct['sections'], { kind: 'set' }>['list'], turned: (way: Way) => Way): WaySet {
  const ways: { way: Way; stock: Stock | null }[] = [];
  let room = MOST_PAGES;
  for (const s of list) {
    const way = turned(wayOf(s.fold) ?? SINGLE);
    if (way.pages > room && ways.length > 0) break;
    room -= way.pages;
    ways.push({ way, stock: s.stock });
  }
  return ways;
}

/** As many whole sections as go in; the rest in one that is no larger than it must be. */
function ofOneFold(wish: SectionsWish, pages: number, wished: Way): WaySet {
  const { binding, bound } = wish.product;
  const turned = (way: Way): Way => turnedWay(way, bound);
  const n = Math.floor(pages / wished.pages);
  const rest = pages - n * wished.pages;
  const part = rest === 0 ? [] : partOf(wish, rest, wished).map((w) => ({ way: turned(w), stock: null }));
  const ways = [...repeated(turned(wished), n), ...part];
  if (ways.length === 0) return repeated(turned(wished), 1);
  // gathered, a part section is not the last
  if (rulesOf(binding).made !== 'nested' && n > 1 && part.length > 0)
    return [...ways.slice(0, n - 1), ...ways.slice(n), ways[n - 1]!];
  return ways;
}

/** A part section for what is left over: the sections that take it with the fewest blanks, of those that fit. */
function partOf(wish: SectionsWish, rest: number, whole: Way): readonly Way[] {
  const plans = sectionPlans(wish, rest, 20)
    .filter((p) => p.ways.every((w) => w.pages <= whole.pages && w.pages > 2))
    .sort((a, b) => a.blanks - b.blanks || a.ways.length - b.ways.length);
  return plans[0]?.ways ?? [whole];
}

/** Up to how many pages each ready-made way is folded where nobody has said, the last for all beyond. */
const BY_COUNT: readonly (readonly [most: number, way: string])[] = [
  [2, '2-leaf'],
  [4, '4-single'],
  [6, '6-wrap'],
  [8, '8-zigzag'],
  [10, '10-zigzag'],
  [12, '12-zigzag'],
  [16, '16-map'],
  [18, '18-map'],
  [24, '24-map'],
  [Infinity, '32-map'],
];

/** How a single piece of so many pages is folded where nobody has said. */
const foldedBy = (pages: number): Way => wayOf(BY_COUNT.find(([most]) => pages <= most)![1])!;

/** More sections where there are more pages than they hold. */
export function stretched(
  { sections, bound }: Pick<BoundProduct, 'sections' | 'bound'>,
  ways: WaySet,
  pages: number,
  nested: boolean,
): WaySet {
  let have = sum(ways);
  if (have >= pages) return ways;
  const last = ways.at(-1)?.way ?? SINGLE;
  const repeat = sections.kind === 'set' ? turnedWay(nested || last.pages % 4 === 0 ? SINGLE : LEAF, bound) : last;
  const out = [...ways];
  while (have < pages) {
    out.push({ way: repeat, stock: null });
    have += repeat.pages;
  }
  return out;
}
