import { folios, pageList, readingOrder } from '../bound';
import type { Blanks, Docket } from '../docket';
import { makeUp } from '../sheet';
import { pageRanges, plural, type Finding, type Inspected } from './kinds';

const WHOLE = {
  'saddle-stitched': 'A stitched booklet has four pages a sheet.',
  'perfect-bound': 'Sections are whole.',
  sewn: 'Sections are whole.',
  'loose-leaf': 'A leaf has two pages.',
  folded: 'Every panel has two sides.',
} as const;

/** What the blank pages among these are called. */
const blanksIn = (pages: Inspected['plan']['pages']): string[] =>
  pages.flatMap((p, i) => (p.kind === 'blank' ? [p.label || String(i + 1)] : []));

/** What the blank pages of a book are called, were its blanks wished so. */
function blankNames(it: Inspected, blanks: Blanks): string[] {
  const { artwork, plan } = it;
  const docket: Docket = { ...it.docket, product: { ...it.docket.product, blanks } };
  const plain = docket.product.cover.kind === 'self' && plan.sections.every((s) => s.kind === 'text');
  if (!plain) return blanksIn(makeUp(docket, artwork).pages);
  // without leaves between and a cover round it the order tells, and nothing else need be made up
  const list = pageList(docket, artwork);
  const total = plan.pages.length;
  const labels = folios(total, docket.product.numbering);
  return readingOrder(list.length, blanks, 1, total).flatMap((n, i) =>
    n === null || !list[n - 1] ? [labels[i] || String(i + 1)] : [],
  );
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

/** Pages that do not fill whole sections or leaves: where the blanks fall, and the places they can have. */
export function blanksFinding(it: Inspected): Finding[] {
  const { docket, artwork, plan } = it;
  const pages = plan.textPages;
  if (artwork.pages.length === 0 || pages === 0 || plan.blanks === 0) return [];
  const { blanks } = docket.product;
  const now = saidBlank(blanksIn(plan.pages));
  const kinds = [
    { kind: 'end', label: 'Blanks at the end' },
    { kind: 'before-last', label: 'Inside the back cover, last page outside' },
    { kind: 'inside-covers', label: 'Inside both covers' },
  ] as const;
  const places = kinds.map(({ kind, label }) => ({ kind, label, said: saidBlank(blankNames(it, { kind })) }));
  // a blank that only stands before a tab or an insert has no other place to go to
  const free = places.some((p) => p.said !== now);
  const settled = blanks.kind !== 'unsettled' || !free;
  const { kind } = docket.product.binding;
  return [
    {
      id: 'blanks',
      severity: settled ? 'fine' : 'look',
      station: 'product',
      title: `${plural(pages, 'page')} make ${pages + plan.blanks} with ${plural(plan.blanks, 'blank')}`,
      detail: `${free ? WHOLE[kind] : 'A leaf that stands between begins behind a whole leaf.'} As it stands, ${now}.`,
      remedies: (free ? places : [])
        .filter((p) => p.kind !== blanks.kind)
        .map((p) => ({ label: p.label, detail: p.said, patch: { product: { blanks: { kind: p.kind } } } })),
    },
  ];
}
