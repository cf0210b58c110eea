import type { Blanks } from '../../docket';
import { layingOf } from '../../lay';
import { makeUpBook, rulesOf } from '../../makeup';
import { folios, pageList, readingOrder } from '../../pages';
import { pageRanges, plural, type Check, type InspectedBook } from '../kinds';

/** What the blank pages among these are called. */
function blanksIn(pages: InspectedBook['book']['pages']): string[] {
  const out: string[] = [];
  pages.forEach((p, i) => {
    if (p.kind === 'blank') out.push(p.label || String(i + 1));
  });
  return out;
}

/** What the blank pages of a book are called, were its blanks wished so. */
function namesWith({ docket, product, artwork, book }: InspectedBook): (blanks: Blanks) => string[] {
  const plain = product.cover.kind === 'self' && book.sections.every((s) => s.kind === 'text');
  if (!plain)
    return (blanks) =>
      blanksIn(makeUpBook({ ...docket, product: { ...product, blanks } }, artwork, layingOf).product.pages);
  // without leaves between and a cover round it the order tells, and nothing else need be made up
  const list = pageList({ imposed: docket.artwork.imposed, product }, artwork);
  const total = book.pages.length;
  const labels = folios(total, product.numbering);
  return (blanks) => {
    const out: string[] = [];
    readingOrder(list.length, blanks, 1, total).forEach((n, i) => {
      if (n === null || !list[n - 1]) out.push(labels[i] || String(i + 1));
    });
    return out;
  };
}

/** `page 22 blank`, `pages ii, 23–24 blank`: by what they are called. */
function saidBlank(names: readonly string[]): string {
  const numbers = names.filter((n) => /^\d+$/.test(n)).map(Number);
  const said = [
    ...names.filter((n) => !/^\d+$/.test(n)).slice(0, 4),
    ...(numbers.length > 0 ? [pageRanges(numbers)] : []),
  ];
  return `${names.length === 1 ? 'page' : 'pages'} ${said.join(', ')} blank`;
}

const PLACES = [
  { kind: 'end', label: 'Blanks at the end' },
  { kind: 'before-last', label: 'Inside the back cover, last page outside' },
  { kind: 'inside-covers', label: 'Inside both covers' },
] as const;

/** Pages that do not fill whole sections or leaves: where the blanks fall, and the places they can have. */
export const blanks: Check<InspectedBook> = (it) => {
  const { product, artwork, book } = it;
  const pages = book.textPages;
  if (artwork.pages.length === 0 || pages === 0 || book.blanks === 0) return [];
  const now = saidBlank(blanksIn(book.pages));
  const names = namesWith(it);
  const places = PLACES.map(({ kind, label }) => ({ kind, label, said: saidBlank(names({ kind })) }));
  // a blank that only stands before a tab or an insert has no other place to go to
  const free = places.some((p) => p.said !== now);
  const settled = product.blanks.kind !== 'unsettled' || !free;
  return [
    {
      id: 'blanks',
      severity: settled ? 'fine' : 'look',
      station: 'product',
      title: `${plural(pages, 'page')} make ${pages + book.blanks} with ${plural(book.blanks, 'blank')}`,
      detail: `${free ? rulesOf(product.binding).whole : 'A leaf that stands between begins behind a whole leaf.'} As it stands, ${now}.`,
      offers: () =>
        (free ? places : [])
          .filter((p) => p.kind !== product.blanks.kind)
          .map((p) => ({ label: p.label, detail: p.said, patch: { product: { blanks: { kind: p.kind } } } })),
    },
  ];
};
