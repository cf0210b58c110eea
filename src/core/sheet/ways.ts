import { LEAF, SINGLE, turnedWay, wayOf, type Way } from '../bound';
import { MOST_PAGES } from '../docket/bound';
import type { Docket } from '../docket/schema';
import type { Stock } from '../docket/shop';
import { sectionPlans } from './compare';

/** The ways of a text's sections in their order, each with a stock of its own where one was set. */
export type WaySet = readonly { readonly way: Way; readonly stock: Stock | null }[];

/** The ways of the text's sections before blanks are counted, and the unit that blanks fill up to. */
export function waysFor(docket: Docket, pages: number, passed: boolean): { ways: WaySet; unit: number; pages: number } {
  const { product, sheet } = docket;
  const { kind } = product.binding;
  const turned = (way: Way): Way => turnedWay(way, product.bound);
  const of = (way: Way, n: number): WaySet => Array.from({ length: n }, () => ({ way: turned(way), stock: null }));
  const whole = (way: Way): { ways: WaySet; unit: number; pages: number } => {
    const n = Math.max(1, Math.ceil(pages / way.pages));
    return { ways: of(way, n), unit: way.pages, pages: n * way.pages };
  };
  if (passed || kind === 'loose-leaf') return whole(LEAF);
  if (sheet.sections.kind === 'set') {
    const ways: { way: Way; stock: Stock | null }[] = [];
    let room = MOST_PAGES;
    for (const s of sheet.sections.list) {
      const way = turned(wayOf(s.fold) ?? SINGLE);
      // sections beyond what a book may have hold nothing
      if (way.pages > room && ways.length > 0) break;
      room -= way.pages;
      ways.push({ way, stock: s.stock });
    }
    const unit = ways.every((w) => w.way.pages % 4 === 0) ? 4 : 2;
    return { ways, unit, pages: ways.reduce((n, w) => n + w.way.pages, 0) };
  }
  const wished = sheet.fold === null ? null : wayOf(sheet.fold);
  if (kind === 'folded') return whole(wished ?? foldedBy(pages));
  if (wished) {
    // as many whole sections as go in; the rest in one that is no larger than it must be
    const n = Math.floor(pages / wished.pages);
    const rest = pages - n * wished.pages;
    const part = rest === 0 ? [] : partOf(docket, rest, wished);
    const ways = [...of(wished, n), ...part.flatMap((w) => of(w, 1))];
    const ordered =
      kind !== 'saddle-stitched' && n > 1 && part.length > 0
        ? [...ways.slice(0, n - 1), ...ways.slice(n), ways[n - 1]!]
        : ways;
    const list = ordered.length > 0 ? ordered : of(wished, 1);
    return { ways: list, unit: list.some((w) => w.way.pages % 4 !== 0) ? 2 : 4, pages: sum(list) };
  }
  if (kind === 'saddle-stitched') return whole(SINGLE);
  const [best] = sectionPlans(docket, pages, 1);
  if (!best) return whole(kind === 'sewn' ? SINGLE : LEAF);
  const ways = best.ways.map((way) => ({ way: turned(way), stock: null }));
  return { ways, unit: ways.every((w) => w.way.pages % 4 === 0) ? 4 : 2, pages: best.pages };
}

/** The pages that they hold. */
export const sum = (ways: WaySet): number => ways.reduce((n, w) => n + w.way.pages, 0);

/** A part section for what is left over: the sections that take it with the fewest blanks, of those that fit. */
function partOf(docket: Docket, rest: number, whole: Way): readonly Way[] {
  const plans = sectionPlans(docket, rest, 20)
    .filter((p) => p.ways.every((w) => w.pages <= whole.pages && w.pages > 2))
    .sort((a, b) => a.blanks - b.blanks || a.ways.length - b.ways.length);
  return plans[0]?.ways ?? [whole];
}

/** How a single piece of so many pages is folded where nobody has said. */
function foldedBy(pages: number): Way {
  const id =
    pages <= 2
      ? '2-leaf'
      : pages <= 4
        ? '4-single'
        : pages <= 6
          ? '6-wrap'
          : pages <= 8
            ? '8-zigzag'
            : pages <= 10
              ? '10-zigzag'
              : pages <= 12
                ? '12-zigzag'
                : pages <= 16
                  ? '16-map'
                  : pages <= 18
                    ? '18-map'
                    : pages <= 24
                      ? '24-map'
                      : '32-map';
  return wayOf(id)!;
}

/** More sections where there are more pages than they hold. */
export function stretched(docket: Docket, ways: WaySet, pages: number, nested: boolean): WaySet {
  let have = sum(ways);
  if (have >= pages) return ways;
  const last = ways.at(-1)?.way ?? SINGLE;
  const repeat =
    docket.sheet.sections.kind === 'set'
      ? turnedWay(nested || last.pages % 4 === 0 ? SINGLE : LEAF, docket.product.bound)
      : last;
  const out = [...ways];
  while (have < pages) {
    out.push({ way: repeat, stock: null });
    have += repeat.pages;
  }
  return out;
}
