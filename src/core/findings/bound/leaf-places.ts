import { movesBetween, pageList, pagesCounted, pagesToRuns, wishesFollowing, type PageList } from '../../pages';
import { passedThrough, pageRanges, plural, type Check, type Finding, type InspectedBook } from '../kinds';

/** Inserts that stand behind the last page, and blanks that stand before an insert or a tab. */
export const leafPlaces: Check<InspectedBook> = (it) => {
  if (passedThrough(it)) return [];
  return [...beyond(it), ...spaced(it)];
};

function beyond({ product, book }: InspectedBook): Finding[] {
  const { inserts } = product;
  // a cover of the text's own pages lies behind its leaves
  const last = Math.max(0, book.places - (book.shift === 0 && book.sections[0]?.kind === 'cover' ? 2 : 0));
  const there = inserts.filter((i) => i.after > last);
  if (there.length === 0) return [];
  return [
    {
      id: 'insert-beyond',
      severity: 'look',
      station: 'product',
      title: `${plural(there.length, 'insert stands', 'inserts stand')} behind the last page`,
      detail: `Wished behind page ${pageRanges(there.map((i) => i.after))}; the last one inside is page ${last}. It comes behind the last leaf.`,
      offers: () => [
        {
          label: `Behind page ${last}`,
          patch: { product: { inserts: inserts.map((i) => ({ ...i, after: Math.min(i.after, last) })) } },
        },
        { label: 'Leave it out', patch: { product: { inserts: inserts.filter((i) => i.after <= last) } } },
      ],
    },
  ];
}

function spaced({ docket, artwork, product, book }: InspectedBook): Finding[] {
  // where nobody has said where blanks go nothing is against it
  if (book.spaced.length === 0 || product.blanks.kind === 'unsettled') return [];
  const wish = { imposed: docket.artwork.imposed, product };
  return [
    {
      id: 'blank-before-leaf',
      severity: 'look',
      station: 'product',
      title: `${plural(book.spaced.length, 'blank stands', 'blanks stand')} where none was wished`,
      detail: `Page ${pageRanges(book.spaced)} is the front of a leaf, and an insert or a tab stands behind it: the leaf’s back stays blank.`,
      offers: () => {
        const list = pageList(wish, artwork);
        const blanks: PageList = list.flatMap((ref, i) => (book.spaced.includes(i + 1) ? [ref, null] : [ref]));
        const taken = pagesCounted(wish, artwork);
        const moves = movesBetween(list, blanks);
        const after = wishesFollowing(product, list.length, moves);
        const odd = product.inserts.some((i) => i.after % 2 === 1);
        const even = (to: 1 | -1) =>
          product.inserts.map((i) => (book.spaced.includes(i.after) ? { ...i, after: i.after + to } : i));
        return [
          ...(odd
            ? [
                { label: 'Inserts one page further back', patch: { product: { inserts: even(1) } } },
                { label: 'Inserts one page further forward', patch: { product: { inserts: even(-1) } } },
              ]
            : []),
          {
            label: 'The blanks are wished',
            detail: 'they stand in the page list',
            patch: {
              product: {
                ...after,
                pages: pagesToRuns(blanks, taken),
                // behind the leaf's blank back, not before it
                inserts: after.inserts.map((i) =>
                  blanks[i.after] === null && i.after % 2 === 1 ? { ...i, after: i.after + 1 } : i,
                ),
              },
            },
          },
        ];
      },
    },
  ];
}
