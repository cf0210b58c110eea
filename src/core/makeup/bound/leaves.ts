import type { BoundProduct } from '../../docket';
import { LEAF } from '../../fold';
import { placeInBook, type PageList, type PageRef } from '../../pages';
import type { Machine, Stock } from '../../shop';
import type { BookPage, SectionPlanned } from './section';
import type { WaySet } from './section-ways';

/** A leaf that stands between others. */
export interface Between {
  readonly kind: 'tab' | 'insert';
  readonly after: number;
  readonly title: string;
  readonly stock: Stock;
  readonly index: number;
}

/** A page list with room made for the leaves that stand between. */
export interface Spaced {
  readonly list: PageList;
  readonly extras: readonly Between[];
  /** Blanks put in, and the places of the list as it was that they follow. */
  readonly added: number;
  readonly behind: readonly number[];
  /** The place in the list as it was, of a place in this one. */
  readonly wishPlace: (at: number) => number;
}

/**
 * Leaves that stand between leaves need a front behind them to be a front: where one would follow an odd page, a blank
 * is put in before it.
 */
export function spacedFor(list: PageList, extras: readonly Between[]): Spaced {
  if (extras.length === 0) return { list, extras, added: 0, behind: [], wishPlace: (at) => at };
  const out: (PageRef | null)[] = [];
  // for each page, its place before blanks were put in
  const places: number[] = [];
  const moved: Between[] = [];
  const behind: number[] = [];
  let used = 0;
  const meet = (at: number): void => {
    for (; used < extras.length && extras[used]!.after <= at; used++) {
      if (out.length % 2 === 1) {
        out.push(null);
        places.push(at);
        behind.push(at);
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
  return { list: out, extras: moved, added, behind, wishPlace: (at) => places[at - 1] ?? at - added };
}

/** Tabs and inserts, in the order of their places. */
export function between(product: Pick<BoundProduct, 'tabs' | 'chapters' | 'inserts'>, fallback: Stock): Between[] {
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

/** Pages of a text and the ways its sections are folded. */
export interface TextWish {
  readonly pages: readonly BookPage[];
  readonly ways: WaySet;
  readonly stock: Stock;
  readonly machine: Machine;
  /** The stock that a range wishes for at a place of the text; null where no page has one. */
  readonly stockAt: ((place: number) => Stock | null) | null;
  readonly extras: readonly Between[];
}

/** A text laid out in sections. */
export interface Laid {
  readonly pages: readonly BookPage[];
  readonly sections: readonly SectionPlanned[];
  readonly misplaced: readonly number[];
}

const NONE: readonly number[] = [];

/** Gives every section of a nest its places; leaves cannot stand between those that lie in each other. */
export function nestedLeaves(text: TextWish): Laid {
  const { pages, ways, machine } = text;
  const stockAt = text.stockAt ?? (() => null);
  const sections: SectionPlanned[] = [];
  let before = 0;
  let depth = 0;
  for (const { way, stock } of ways) {
    const places: number[] = [];
    for (let i = 1; i <= way.pages; i++) places.push(placeInBook(i, way.pages, before, pages.length));
    const own = stock ?? stockAt(places[0]!) ?? text.stock;
    const strangers = text.stockAt ? places.filter((p) => (stockAt(p) ?? stock ?? text.stock).id !== own.id) : NONE;
    sections.push({ kind: 'text', way, stock: own, machine, printed: 'both', places, depth, strangers });
    before += way.pages / 2;
    depth += way.pages / 4;
  }
  return { pages, sections, misplaced: text.extras.map((b) => b.after) };
}

/** The places of a section of so many pages, that follow one another. */
function placesFrom(first: number, count: number): number[] {
  const places = new Array<number>(count);
  for (let i = 0; i < count; i++) places[i] = first + i;
  return places;
}

/** Gives every gathered section its places, with tabs and inserts between them where they are wished for. */
export function gatheredLeaves(text: TextWish): Laid {
  const { ways, machine, extras, stockAt } = text;
  const sections: SectionPlanned[] = [];
  const misplaced: number[] = [];
  const pages: BookPage[] = [];
  let at = 0;
  let used = 0;
  const put = ({ kind, stock, index, title }: Between): void => {
    const places = placesFrom(pages.length + 1, 2);
    const label = kind === 'tab' ? `tab ${index + 1}` : 'insert';
    for (let i = 0; i < 2; i++) pages.push({ kind, ref: null, label });
    const tab = kind === 'tab' ? { index, title } : undefined;
    sections.push({ kind, way: LEAF, stock, machine, printed: 'both', places, depth: 0, strangers: NONE, tab });
  };
  for (const { way, stock } of ways) {
    while (used < extras.length && extras[used]!.after <= at) {
      const extra = extras[used++]!;
      if (extra.after < at) misplaced.push(extra.after);
      put(extra);
    }
    const own = stock ?? stockAt?.(at + 1) ?? text.stock;
    const places = placesFrom(pages.length + 1, way.pages);
    for (let i = 0; i < way.pages; i++) pages.push(text.pages[at + i] ?? { kind: 'blank', ref: null, label: '' });
    // places of the text, tabs and inserts not counted
    const strangers = stockAt
      ? placesFrom(at + 1, way.pages).filter((p) => (stockAt(p) ?? stock ?? text.stock).id !== own.id)
      : NONE;
    sections.push({
      kind: 'text',
      way,
      stock: own,
      machine,
      printed: 'both',
      places,
      depth: 0,
      strangers,
      tab: undefined,
    });
    at += way.pages;
  }
  for (; used < extras.length; used++) {
    put(extras[used]!);
  }
  return { pages, sections, misplaced };
}
