import {
  creepOf,
  factsOf,
  folios,
  LEAF,
  pageList,
  pagesIn,
  placeInBook,
  readingOrder,
  SINGLE,
  spineOf,
  turnedWay,
  wayOf,
  type Creep,
  type Leaves,
  type PageRef,
  type ReadingOrder,
  type Spine,
  type Way,
} from '../bound';
import type { Artwork } from '../docket/artwork';
import type { Docket } from '../docket/schema';
import type { Machine, Stock } from '../docket/shop';
import { sectionPlans } from './compare';

/** A place in reading order. */
export interface BookPage {
  readonly kind: 'page' | 'blank' | 'tab' | 'insert' | 'cover';
  readonly ref: PageRef | null;
  /** What it is called: its number as the docket numbers pages. */
  readonly label: string;
}

/** Paper folded together: what a sheet or a part of one becomes. */
export interface Section {
  /** From 1, in the order in which sections are gathered or nested. */
  readonly number: number;
  readonly kind: 'text' | 'cover' | 'tab' | 'insert';
  readonly way: Way;
  readonly stock: Stock;
  readonly machine: Machine;
  /** For each of its pages from 1, its place in reading order from 1. */
  readonly places: readonly number[];
  /** Leaves that lie around it, for creep. */
  readonly depth: number;
  readonly printed: 'both' | 'outside';
  /** Places whose stock, by range, is another than the section's. */
  readonly strangers: readonly number[];
  /** A cover's artwork as one spread over back, spine and front. */
  readonly spread?: { readonly outer: PageRef | null; readonly inner: PageRef | null };
  readonly tab?: { readonly index: number; readonly title: string };
}

export interface Book {
  readonly pages: readonly BookPage[];
  readonly reading: ReadingOrder;
  readonly blanks: number;
  /** Pages of the text without a cover of its own, blanks left out. */
  readonly textPages: number;
  readonly sections: readonly Section[];
  readonly nested: boolean;
  readonly creep: Creep;
  /** Where it has a flat spine. */
  readonly spine: Spine | null;
  /** Inserts and tabs that found no place between leaves, by place in the text. */
  readonly misplaced: readonly number[];
  /** Pages that the docket wants for a cover and that are not there. */
  readonly coverLacks: number;
}

type WaySet = readonly { readonly way: Way; readonly stock: Stock | null }[];

/** A docket's pages, made up of sections. Never throws for wishes that cannot be met: see the findings. */
export function makeUp(docket: Docket, artwork: Artwork): Book {
  const { product, sheet } = docket;
  const { binding, cover } = product;
  const passed = docket.artwork.imposed.kind === 'sheets';
  const nested = binding.kind === 'saddle-stitched' && !passed;
  const list = pageList(docket, artwork);
  const own = cover.kind === 'separate' && !passed ? coverPages(docket, artwork, list) : null;
  const extras = between(product, sheet.stock);
  const spaced = spacedFor(own ? own.text : list, binding.kind === 'loose-leaf' ? extras : []);
  const text = spaced.list;

  // the text in reading order, filled up with blanks
  const chosen = waysFor(docket, text.length, passed);
  const reading = readingOrder(text.length, product.blanks, chosen.unit, chosen.pages);
  // a wish for blanks may have made it longer than the sections
  const ways = stretched(docket, chosen.ways, reading.length, nested);
  const total = ways.reduce((n, w) => n + w.way.pages, 0);
  const full = total > reading.length ? readingOrder(text.length, product.blanks, chosen.unit, total) : reading;
  const textPages = full.map((n): BookPage => {
    const ref = n === null ? null : (text[n - 1] ?? null);
    return { kind: ref ? 'page' : 'blank', ref, label: '' };
  });

  const stockAt = (at: number): Stock | null => {
    if (product.stocks.length === 0) return null;
    const place = spaced.wishPlace(at);
    return (
      product.stocks.find((r) => place >= Math.min(r.from, r.to) && place <= Math.max(r.from, r.to))?.stock ?? null
    );
  };
  const labels = folios(textPages.length, product.numbering);
  const numbered = textPages.map((p, i) => ({ ...p, label: labels[i]! }));

  const laid = layLeaves(
    docket,
    numbered,
    ways,
    nested,
    stockAt,
    binding.kind === 'loose-leaf' ? spaced.extras : extras,
  );
  const before = own?.outside ?? [];
  const behind = own?.behind ?? [];
  const pages = [...before, ...laid.pages, ...behind];
  const sections = laid.sections.map((s) => ({ ...s, places: s.places.map((p) => p + before.length) }));
  const coverSection = own ? coverOf(docket, pages.length, own.spread) : null;
  const all = numberedSections(coverSection, sections, nested);

  // leaves by depth: of the whole nest, or of the thickest gathered section
  const calipers: number[] = [];
  if (nested) for (const s of all) for (let i = 0; i < s.way.pages / 4; i++) calipers.push(s.stock.caliper);
  else {
    const thickest = all
      .filter((s) => s.kind === 'text' && s.way.binds && s.way.folds.length > 0)
      .reduce<Section | null>((m, s) => (!m || s.way.pages > m.way.pages ? s : m), null);
    if (thickest) for (let i = 0; i < thickest.way.pages / 4; i++) calipers.push(thickest.stock.caliper);
  }
  const leaves = all
    .filter((s) => s.kind !== 'cover')
    .map((s): Leaves => ({ leaves: s.way.pages / 2, caliper: s.stock.caliper, stock: s.stock.id }));
  const flat = binding.kind === 'perfect-bound' || binding.kind === 'sewn';
  return {
    pages,
    reading: pages.map((p) => p.ref?.page ?? null),
    blanks: textPages.length - text.length + spaced.added,
    textPages: text.length - spaced.added,
    sections: all,
    nested,
    creep: creepOf(docket, calipers),
    spine: flat ? spineOf(leaves, cover.kind === 'separate' ? cover.stock.caliper : null) : null,
    misplaced: laid.misplaced,
    coverLacks: own?.lacks ?? 0,
  };
}

/** The pages of a cover on its own stock, and what is left for the text. */
function coverPages(docket: Docket, artwork: Artwork, list: readonly (PageRef | null)[]) {
  const { cover, binding, finished } = docket.product;
  if (cover.kind !== 'separate') return null;
  const asPage = (ref: PageRef | null, n: number): BookPage => ({
    kind: 'cover',
    ref,
    label: `C${n}`,
  });
  const inNest = binding.kind === 'saddle-stitched';
  if (cover.from === 'text') {
    const n = list.length;
    const four =
      n >= 4 ? [list[0]!, list[1]!, list[n - 2]!, list[n - 1]!] : [list[0] ?? null, null, null, list[n - 1] ?? null];
    return {
      text: n >= 4 ? list.slice(2, -2) : [],
      outside: [asPage(four[0] ?? null, 1), asPage(four[1] ?? null, 2)],
      behind: [asPage(four[2] ?? null, 3), asPage(four[3] ?? null, 4)],
      spread: undefined,
      lacks: Math.max(0, 4 - n),
    };
  }
  const file = cover.from;
  const count = pagesIn(artwork, file);
  // a page of a cover with a flat spine is as wide as the book, and stands between the spine and the flap
  const across = (column: number): [number, number] => {
    const whole = factsOf(artwork, { file, page: 1 })?.[docket.artwork.box].width ?? 1;
    const [from, to] = [cover.flaps / whole, (cover.flaps + finished.width) / whole];
    return column === 0 ? [from, to] : [1 - to, 1 - from];
  };
  const ref = (page: number, column?: number): PageRef => ({
    file,
    page,
    turn: 0,
    ...(column === undefined
      ? {}
      : { part: { columns: 2, rows: 1, column, row: 0, ...(inNest ? {} : { across: across(column) }) } }),
  });
  const first = factsOf(artwork, { file, page: 1 });
  const wide = first !== undefined && first[docket.artwork.box].width > 1.7 * finished.width && count <= 2;
  let four: (PageRef | null)[];
  if (wide) four = [ref(1, 1), count > 1 ? ref(2, 0) : null, count > 1 ? ref(2, 1) : null, ref(1, 0)];
  else if (count >= 4) four = [ref(1), ref(2), ref(count - 1), ref(count)];
  else if (count === 3) four = [ref(1), ref(2), null, ref(3)];
  else four = [count > 0 ? ref(1) : null, null, null, count > 1 ? ref(2) : null];
  const spread = wide && !inNest ? { outer: ref(1), inner: count > 1 ? ref(2) : null } : undefined;
  return {
    text: list,
    outside: [asPage(four[0]!, 1), asPage(four[1]!, 2)],
    behind: [asPage(four[2]!, 3), asPage(four[3]!, 4)],
    spread,
    lacks: wide ? 0 : Math.max(0, 4 - count),
  };
}

/** The ways of the text's sections before blanks are counted, and the unit that blanks fill up to. */
function waysFor(docket: Docket, pages: number, passed: boolean): { ways: WaySet; unit: number; pages: number } {
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
    const ways = sheet.sections.list.map((s) => ({ way: turned(wayOf(s.fold) ?? SINGLE), stock: s.stock }));
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

const sum = (ways: WaySet): number => ways.reduce((n, w) => n + w.way.pages, 0);

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
function stretched(docket: Docket, ways: WaySet, pages: number, nested: boolean): WaySet {
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

interface Laid {
  readonly pages: readonly BookPage[];
  readonly sections: readonly Omit<Section, 'number'>[];
  readonly misplaced: readonly number[];
}

/** Gives every section its places, with tabs and inserts between leaves where they are wished for. */
function layLeaves(
  docket: Docket,
  text: readonly BookPage[],
  ways: WaySet,
  nested: boolean,
  stockAt: (place: number) => Stock | null,
  extras: readonly Between[],
): Laid {
  const { sheet } = docket;
  const base = { machine: sheet.machine, printed: 'both' as const };
  const sections: Omit<Section, 'number'>[] = [];
  const misplaced: number[] = [];
  const pages: BookPage[] = [];
  if (nested) {
    let before = 0;
    let depth = 0;
    const total = text.length;
    for (const { way, stock } of ways) {
      const places = Array.from({ length: way.pages }, (_, i) => placeInBook(i + 1, way.pages, before, total));
      const own = stock ?? stockAt(places[0]!) ?? sheet.stock;
      sections.push({
        ...base,
        kind: 'text',
        way,
        stock: own,
        places,
        depth,
        strangers: places.filter((p) => (stockAt(p) ?? stock ?? sheet.stock).id !== own.id),
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
    const places = Array.from({ length: way.pages }, (_, i) => pages.length + 1 + i);
    const strangers: number[] = [];
    for (let i = 0; i < way.pages; i++) {
      const textPlace = at + 1 + i;
      if ((stockAt(textPlace) ?? stock ?? sheet.stock).id !== own.id) strangers.push(textPlace);
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

interface Between {
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
function spacedFor(list: readonly (PageRef | null)[], extras: readonly Between[]) {
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
function between(product: Docket['product'], fallback: Stock): Between[] {
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

/** The cover as a section of four pages. */
function coverOf(docket: Docket, total: number, spread: Section['spread']): Omit<Section, 'number'> | null {
  const { cover } = docket.product;
  if (cover.kind !== 'separate') return null;
  return {
    kind: 'cover',
    way: turnedWay(SINGLE, docket.product.bound),
    stock: cover.stock,
    machine: cover.machine ?? docket.sheet.machine,
    places: [1, 2, total - 1, total],
    depth: 0,
    printed: cover.printed,
    strangers: [],
    ...(spread ? { spread } : {}),
  };
}

/** Sections in running order: the cover outside, text numbered from 1 behind it. */
function numberedSections(
  cover: Omit<Section, 'number'> | null,
  text: readonly Omit<Section, 'number'>[],
  nested: boolean,
): Section[] {
  let n = 0;
  const deeper = cover && nested ? 1 : 0;
  const rest = text.map((s): Section => ({ ...s, number: ++n, depth: s.depth + deeper }));
  return cover ? [{ ...cover, number: 0 }, ...rest] : rest;
}

/**
 * How many leaves lie around a page of a section, for creep; null where its leaf is not folded with others: single
 * leaves, tabs, and a cover that is glued on.
 * @param page in its section, from 1
 */
export function leafDepth(section: Section, page: number, nested: boolean): number | null {
  const { way } = section;
  if (!way.binds || way.folds.length === 0 || (section.kind === 'cover' && !nested)) return null;
  const leaves = way.pages / 2;
  const leaf = Math.ceil(page / 2) - 1;
  return section.depth + Math.min(leaf, leaves - 1 - leaf);
}

/** For every place in reading order, its section and the leaves around it. */
export function leavesOf(book: {
  readonly sections: readonly Section[];
  readonly nested: boolean;
}): ReadonlyMap<number, { readonly section: Section; readonly depth: number | null }> {
  const out = new Map<number, { section: Section; depth: number | null }>();
  for (const section of book.sections)
    section.places.forEach((place, i) => out.set(place, { section, depth: leafDepth(section, i + 1, book.nested) }));
  return out;
}
