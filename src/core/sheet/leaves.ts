import { LEAF, placeInBook, type PageRef } from '../bound';
import type { Docket } from '../docket/schema';
import type { Stock } from '../docket/shop';
import type { BookPage, Unnumbered } from './section';
import type { WaySet } from './ways';

/** A leaf that stands between others. */
export interface Between {
  readonly kind: 'tab' | 'insert';
  readonly after: number;
  readonly title: string;
  readonly stock: Stock;
  readonly index: number;
}

/**
 * Leaves that stand between leaves need a front behind them to be a front: where one would follow an odd page, a blank
 * is put in before it.
 */
export function spacedFor(list: readonly (PageRef | null)[], extras: readonly Between[]) {
  const out: (PageRef | null)[] = [];
  // for each page, its place before blanks were put in
  const places: number[] = [];
  const moved: Between[] = [];
  let used = 0;
  const meet = (at: number): void => {
    for (; used < extras.length && extras[used]!.after <= at; used++) {
      if (out.length % 2 === 1) {
        out.push(null);
        places.push(at);
      }
      moved.push({ ...extras[used]!, after: out.length });
    }
  };
  list.forEach((ref, i) => {
    meet(i);
    out.push(ref);
    places.push(i + 1);
  });
  const added = out.length - list.length;
  for (; used < extras.length; used++) moved.push({ ...extras[used]!, after: extras[used]!.after + added });
  return { list: out, extras: moved, added, wishPlace: (at: number): number => places[at - 1] ?? at - added };
}

/** Tabs and inserts, in the order of their places. */
export function between(product: Docket['product'], fallback: Stock): Between[] {
  const { tabs, chapters, inserts } = product;
  const out: Between[] = inserts.map((i) => ({
    kind: 'insert',
    after: i.after,
    title: i.title,
    stock: i.stock,
    index: 0,
  }));
  if (tabs.on)
    [...chapters]
      .sort((a, b) => a.at - b.at)
      .forEach((c, index) =>
        out.push({ kind: 'tab', after: c.at - 1, title: c.title, stock: tabs.stock ?? fallback, index }),
      );
  return out.sort((a, b) => a.after - b.after || (a.kind === 'insert' ? -1 : 1));
}

interface Laid {
  readonly pages: readonly BookPage[];
  readonly sections: readonly Unnumbered[];
  readonly misplaced: readonly number[];
}

/** Gives every section its places, with tabs and inserts between leaves where they are wished for. */
export function layLeaves(
  docket: Docket,
  text: readonly BookPage[],
  ways: WaySet,
  nested: boolean,
  stockAt: (place: number) => Stock | null,
  extras: readonly Between[],
): Laid {
  const { sheet } = docket;
  // without ranges no page is on another stock than its section
  const mixed = docket.product.stocks.length > 0;
  const base = { machine: sheet.machine, printed: 'both' as const };
  const sections: Unnumbered[] = [];
  const misplaced: number[] = [];
  const pages: BookPage[] = [];
  if (nested) {
    let before = 0;
    let depth = 0;
    const total = text.length;
    for (const { way, stock } of ways) {
      const places: number[] = [];
      for (let i = 1; i <= way.pages; i++) places.push(placeInBook(i, way.pages, before, total));
      const own = stock ?? stockAt(places[0]!) ?? sheet.stock;
      sections.push({
        kind: 'text',
        way,
        stock: own,
        machine: sheet.machine,
        printed: 'both',
        places,
        depth,
        strangers: mixed ? places.filter((p) => (stockAt(p) ?? stock ?? sheet.stock).id !== own.id) : [],
      });
      before += way.pages / 2;
      depth += way.pages / 4;
    }
    return { pages: text, sections, misplaced: extras.map((b) => b.after) };
  }
  let at = 0;
  let used = 0;
  const put = (extra: Between): void => {
    const places = [pages.length + 1, pages.length + 2];
    const label = extra.kind === 'tab' ? `tab ${extra.index + 1}` : 'insert';
    for (let i = 0; i < 2; i++) pages.push({ kind: extra.kind, ref: null, label });
    sections.push({
      ...base,
      kind: extra.kind,
      way: LEAF,
      stock: extra.stock,
      places,
      depth: 0,
      strangers: [],
      ...(extra.kind === 'tab' ? { tab: { index: extra.index, title: extra.title } } : {}),
    });
  };
  for (const { way, stock } of ways) {
    while (used < extras.length && extras[used]!.after <= at) {
      const extra = extras[used++]!;
      if (extra.after < at) misplaced.push(extra.after);
      put(extra);
    }
    const own = stock ?? stockAt(at + 1) ?? sheet.stock;
    const places: number[] = [];
    for (let i = 1; i <= way.pages; i++) places.push(pages.length + i);
    const strangers: number[] = [];
    for (let i = 0; i < way.pages; i++) {
      const textPlace = at + 1 + i;
      if (mixed && (stockAt(textPlace) ?? stock ?? sheet.stock).id !== own.id) strangers.push(textPlace);
      pages.push(text[at + i] ?? { kind: 'blank', ref: null, label: '' });
    }
    sections.push({ ...base, kind: 'text', way, stock: own, places, depth: 0, strangers });
    at += way.pages;
  }
  for (; used < extras.length; used++) {
    const extra = extras[used]!;
    if (extra.after > at) misplaced.push(extra.after);
    put(extra);
  }
  return { pages, sections, misplaced };
}
