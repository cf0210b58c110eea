import type { BoundProduct } from '../../docket';
import { folios, readingOrder, type PageList } from '../../pages';
import type { Stock } from '../../shop';
import { rulesOf } from './bindings';
import type { CoverPages } from './cover';
import { between, gatheredLeaves, nestedLeaves, spacedFor, type Laid, type Spaced } from './leaves';
import type { BookPage } from './section';
import type { SectionsWish } from './section-plans';
import { stretched, sum, waysFor } from './section-ways';

/** A book's text: its pages with blanks, laid out in sections. */
export interface Text {
  readonly pages: readonly BookPage[];
  readonly labels: readonly string[];
  readonly laid: Laid;
  readonly spaced: Spaced;
  /** Places of a cover that is of the text's list, before the text. */
  readonly counted: number;
}

/** The text in reading order, filled up with blanks, in sections. */
export function makeUpText(wish: SectionsWish, own: CoverPages | null, list: PageList, nested: boolean): Text {
  const { product, sheet } = wish;
  // wishes count all pages of the list, the cover's too where it is of the list
  const counted = own?.counted ? 2 : 0;
  const extras = between(product, sheet.stock).map((x) => ({ ...x, after: Math.max(0, x.after - counted) }));
  const blanks: BoundProduct['blanks'] =
    product.blanks.kind === 'after'
      ? { kind: 'after', pages: product.blanks.pages.map((p) => Math.max(0, p - counted)) }
      : product.blanks;
  const leaves = rulesOf(product.binding).made === 'leaves';
  const spaced = spacedFor(own ? own.text : list, leaves ? extras : []);
  const text = spaced.list;
  const chosen = waysFor(wish, text.length);
  const reading = readingOrder(text.length, blanks, chosen.unit, chosen.pages);
  // a wish for blanks may have made it longer than the sections
  const ways = stretched(product, chosen.ways, reading.length, nested);
  const total = sum(ways);
  const full = total > reading.length ? readingOrder(text.length, blanks, chosen.unit, total) : reading;
  // the cover's pages are counted where they are the text's own
  const labels = folios(full.length + 2 * counted, product.numbering);
  const pages = full.map((n, i): BookPage => {
    const ref = n === null ? null : (text[n - 1] ?? null);
    return { kind: ref ? 'page' : 'blank', ref, label: labels[counted + i]! };
  });
  const stockAt = (at: number): Stock | null => {
    const place = spaced.wishPlace(at) + counted;
    return (
      product.stocks.find((r) => place >= Math.min(r.from, r.to) && place <= Math.max(r.from, r.to))?.stock ?? null
    );
  };
  const lay = nested ? nestedLeaves : gatheredLeaves;
  const laid = lay({
    pages,
    ways,
    stock: sheet.stock,
    machine: sheet.machine,
    // without ranges no page is on another stock than its section
    stockAt: product.stocks.length > 0 ? stockAt : null,
    extras: leaves ? spaced.extras : extras,
  });
  return { pages, labels, laid, spaced, counted };
}

/** The text's pages with the cover's round them, those named as they are counted. */
export function withCover({ laid, labels, counted }: Text, own: CoverPages | null): readonly BookPage[] {
  if (!own) return laid.pages;
  const named = (p: BookPage, label: string | undefined): BookPage => (counted > 0 && label ? { ...p, label } : p);
  return [
    ...own.outside.map((p, i) => named(p, labels[i])),
    ...laid.pages,
    ...own.behind.map((p, i) => named(p, labels[labels.length - 2 + i])),
  ];
}
