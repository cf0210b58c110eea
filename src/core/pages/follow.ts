import type { BoundProduct, DocketOf, StockRange } from '../docket';
import type { PageList } from './page-list';
import type { PageRef } from './page-ref';

/** For every place of a list as it is now, the place from 1 that its page had before; null for a page that is new. */
export type Moves = readonly (number | null)[];

/** Wishes of a product that name places in reading order. */
export type PlaceWishes = Pick<BoundProduct, 'stocks' | 'inserts' | 'chapters' | 'numbering' | 'blanks'>;

const keyOf = ({ file, page, part }: PageRef): string => `${file} ${page} ${part ? JSON.stringify(part) : ''}`;

/**
 * Which page of a list is which of the list before. Pages are known by where they are from, in their order; what is
 * there more often than before counts as its last again. A blank is known by the page that it follows.
 */
export function movesBetween(before: PageList, after: PageList): Moves {
  const waiting = new Map<string, number[]>();
  before.forEach((ref, i) => {
    if (!ref) return;
    const known = waiting.get(keyOf(ref));
    if (known) known.push(i + 1);
    else waiting.set(keyOf(ref), [i + 1]);
  });
  const out: (number | null)[] = [];
  for (const ref of after) {
    if (ref) {
      const places = waiting.get(keyOf(ref));
      out.push(places ? (places.length > 1 ? places.shift()! : places[0]!) : null);
      continue;
    }
    const behind = out.length === 0 ? 0 : out.at(-1)!;
    out.push(behind !== null && before[behind] === null ? behind + 1 : null);
  }
  return out;
}

/** Where the pages of a range now stand, as ranges. */
function rangesFollowing(r: StockRange, pages: number, moves: Moves): StockRange[] {
  const [low, high] = [Math.min(r.from, r.to), Math.max(r.from, r.to)];
  const on = moves.map((was) => was !== null && was >= low && was <= high);
  // new pages between two of the range are on its paper: a leaf cannot be on two
  for (let i = 1; i < moves.length; i++) {
    if (moves[i] !== null || !on[i - 1]) continue;
    let next = i;
    while (next < moves.length && moves[next] === null) next++;
    if (on[next]) on.fill(true, i, next);
  }
  const runs: { from: number; to: number }[] = [];
  const put = (from: number, to: number): void => {
    const last = runs.at(-1);
    if (last && last.to === from - 1) last.to = to;
    else runs.push({ from, to });
  };
  on.forEach((is, i) => is && put(i + 1, i + 1));
  // what the range has beyond the list, blanks at the end, stays at the end
  if (high > pages) put(moves.length + Math.max(1, low - pages), moves.length + high - pages);
  return runs.map((run) => ({ ...r, ...run }));
}

/** Ranges in order, those of one stock that touch made one. Where ranges overlap the first holds: they are left alone. */
function joined(ranges: readonly StockRange[]): StockRange[] {
  const sorted = [...ranges].sort((a, b) => a.from - b.from);
  if (sorted.some((r, i) => i > 0 && r.from <= sorted[i - 1]!.to)) return [...ranges];
  const out: StockRange[] = [];
  for (const r of sorted) {
    const last = out.at(-1);
    if (last && last.stock.id === r.stock.id && r.from === last.to + 1) out[out.length - 1] = { ...last, to: r.to };
    else out.push(r);
  }
  return out;
}

/**
 * The wishes by place after the page list was changed, so that they stay with their pages: a chapter begins where its
 * first page that is left now stands, a stock goes with every page that was on it, and with blanks put between two of
 * them; what stands behind a page stays behind it.
 * @param pages how many pages the list had before
 */
export function wishesFollowing(wishes: PlaceWishes, pages: number, moves: Moves): PlaceWishes {
  const now = new Map<number, number>();
  moves.forEach((was, i) => {
    if (was !== null && !now.has(was)) now.set(was, i + 1);
  });
  /** Where the first page from `place` on that is left, and before `end`, now stands. */
  const onward = (place: number, end = pages + 1): number | null => {
    for (let p = place; p < end; p++) {
      const at = now.get(p);
      if (at !== undefined) return at;
    }
    return null;
  };
  /** Where the last page up to `place` that is left now stands; 0 for none. */
  const behind = (place: number): number => {
    for (let p = Math.min(place, pages); p > 0; p--) {
      const at = now.get(p);
      if (at !== undefined) return at;
    }
    return 0;
  };
  const chapters = [...wishes.chapters].sort((a, b) => a.at - b.at);
  return {
    chapters: chapters
      .flatMap((c, i) => {
        // one that begins behind the last page is left as it is: a finding says so
        if (c.at > pages) return [c];
        // several may begin on one page: each ends where the next one behind it begins
        const at = onward(c.at, chapters.slice(i + 1).find((next) => next.at > c.at)?.at);
        return at === null ? [] : [{ ...c, at }];
      })
      .sort((a, b) => a.at - b.at),
    stocks: joined(wishes.stocks.flatMap((r) => rangesFollowing(r, pages, moves))),
    inserts: wishes.inserts.map((it) => ({ ...it, after: behind(it.after) })),
    numbering: wishes.numbering.flatMap((n) => {
      if (n.from > pages) return [n];
      const from = n.from === 1 ? 1 : onward(n.from);
      return from === null ? [] : [{ ...n, from }];
    }),
    blanks:
      wishes.blanks.kind === 'after'
        ? { kind: 'after', pages: wishes.blanks.pages.map((p) => (p > pages ? p : behind(p))) }
        : wishes.blanks,
  };
}

/** Of flat work, what its quantities depend on. */
type Counted = Pick<DocketOf<'flat'>['product'], 'quantities' | 'sides'>;

/** How many of each piece are wanted when its pages have moved: a number goes with the artwork that it was said of. */
export function quantitiesFollowing({ quantities, sides }: Counted, moves: Moves): Counted['quantities'] {
  const each = sides === 'two' ? 2 : 1;
  const said = new Map(quantities.map(({ piece, copies }) => [piece, copies]));
  const out: { piece: number; copies: number }[] = [];
  for (let at = 0; at < moves.length; at += each) {
    const was = moves[at] ?? null;
    // a page that was a back and is a front now is another piece
    const copies = was !== null && (was - 1) % each === 0 ? said.get((was - 1) / each + 1) : undefined;
    if (copies !== undefined) out.push({ piece: at / each + 1, copies });
  }
  return out;
}
