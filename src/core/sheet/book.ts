import {
  creepOf,
  folios,
  pageList,
  readingOrder,
  spineOf,
  type Creep,
  type Leaves,
  type ReadingOrder,
  type Spine,
} from '../bound';
import type { Artwork } from '../docket/artwork';
import type { Docket } from '../docket/schema';
import type { Stock } from '../docket/shop';
import { coverOf, coverPages } from './cover';
import { between, layLeaves, spacedFor } from './leaves';
import type { BookPage, Section, Unnumbered } from './section';
import { stretched, sum, waysFor } from './ways';

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
  /** Pages of the docket's list: the places that wishes name. */
  readonly places: number;
  /** Inserts and tabs that found no place between leaves, by the place that they would follow. */
  readonly misplaced: readonly number[];
  /** Pages that the docket wants for a cover and that are not there. */
  readonly coverLacks: number;
  /** Places before the text that wishes for places do not count: those of a cover from a file of its own. */
  readonly shift: number;
}

/** A docket's pages, made up of sections. Never throws for wishes that cannot be met: see the findings. */
export function makeUp(docket: Docket, artwork: Artwork): Book {
  const { product, sheet } = docket;
  const { binding, cover } = product;
  const passed = docket.artwork.imposed.kind === 'sheets';
  const nested = binding.kind === 'saddle-stitched' && !passed;
  const list = pageList(docket, artwork);
  // loose leaves and leaflets have none round them: see the findings
  const own = cover.kind === 'separate' && !passed && hasCover(product) ? coverPages(docket, artwork, list) : null;
  // wishes count all pages of the list, the cover's too where it is of the list
  const counted = own && cover.kind === 'separate' && cover.from === 'text' ? 2 : 0;
  const extras = between(product, sheet.stock).map((x) => ({ ...x, after: Math.max(0, x.after - counted) }));
  const blankWish: Docket['product']['blanks'] =
    product.blanks.kind === 'after'
      ? { kind: 'after', pages: product.blanks.pages.map((p) => Math.max(0, p - counted)) }
      : product.blanks;
  const spaced = spacedFor(own ? own.text : list, binding.kind === 'loose-leaf' ? extras : []);
  const text = spaced.list;

  // the text in reading order, filled up with blanks
  const chosen = waysFor(docket, text.length, passed);
  const reading = readingOrder(text.length, blankWish, chosen.unit, chosen.pages);
  // a wish for blanks may have made it longer than the sections
  const ways = stretched(docket, chosen.ways, reading.length, nested);
  const total = sum(ways);
  const full = total > reading.length ? readingOrder(text.length, blankWish, chosen.unit, total) : reading;
  // the cover's pages are counted where they are the text's own
  const labels = folios(full.length + 2 * counted, product.numbering);
  const textPages = full.map((n, i): BookPage => {
    const ref = n === null ? null : (text[n - 1] ?? null);
    return { kind: ref ? 'page' : 'blank', ref, label: labels[counted + i]! };
  });

  const stockAt = (at: number): Stock | null => {
    if (product.stocks.length === 0) return null;
    const place = spaced.wishPlace(at) + counted;
    return (
      product.stocks.find((r) => place >= Math.min(r.from, r.to) && place <= Math.max(r.from, r.to))?.stock ?? null
    );
  };
  const laid = layLeaves(
    docket,
    textPages,
    ways,
    nested,
    stockAt,
    binding.kind === 'loose-leaf' ? spaced.extras : extras,
  );
  const named = (p: BookPage, label: string | undefined): BookPage => (counted > 0 && label ? { ...p, label } : p);
  const before = (own?.outside ?? []).map((p, i) => named(p, labels[i]));
  const behind = (own?.behind ?? []).map((p, i) => named(p, labels[labels.length - 2 + i]));
  const pages = [...before, ...laid.pages, ...behind];
  const sections = laid.sections.map((s) =>
    before.length === 0 && s.strangers.length === 0
      ? s
      : {
          ...s,
          places: s.places.map((p) => p + before.length),
          strangers: s.strangers.map((p) => spaced.wishPlace(p) + counted),
        },
  );
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
    misplaced: laid.misplaced.map((p) => p + counted),
    places: list.length,
    coverLacks: own?.lacks ?? 0,
    shift: before.length - counted,
  };
}

/** Whether a book of this binding has a cover round it. */
export const hasCover = (product: Docket['product']): boolean =>
  product.binding.kind !== 'loose-leaf' && product.binding.kind !== 'folded';

/**
 * Pages as the trade counts them: the text's with its blanks, and a cover's where they are the text's own. Tabs,
 * inserts and a cover with artwork of its own are named beside them.
 */
export function countedPages(book: Pick<Book, 'pages' | 'shift'>): number {
  let n = 0;
  for (const { kind } of book.pages)
    if (kind === 'page' || kind === 'blank' || (kind === 'cover' && book.shift === 0)) n++;
  return n;
}

/** Sections in running order: the cover outside, text numbered from 1 behind it. */
function numberedSections(cover: Unnumbered | null, text: readonly Unnumbered[], nested: boolean): Section[] {
  let n = 0;
  const deeper = cover && nested ? 1 : 0;
  const rest = text.map((s): Section => ({ ...s, number: ++n, depth: s.depth + deeper }));
  return cover ? [{ ...cover, number: 0 }, ...rest] : rest;
}
