import { MOST_PAGES, type Artwork, type Docket, type PageRun } from '../docket';
import { pageList, pagesCounted, pagesToRuns } from './page-list';
import type { PageRef } from './page-ref';
import { worked } from './worked';

/**
 * The page list of flat work when another file comes: its pages fall into the open places in their order, and what is left
 * of them goes behind the others, unless those follow each other in a sequence. In a book a blank is meant: nothing falls
 * in by itself.
 * @param before the artwork as it was
 * @param file which file it is, from 0; and how many pages it has
 * @returns null where the list stays as it is
 */
export function pagesArriving(
  { product, artwork: placement, imprint: { table, records } }: Docket,
  before: Artwork,
  { file, pages }: { readonly file: number; readonly pages: number },
): PageRun[] | null {
  const { imposed } = placement;
  const artwork = worked(before, placement);
  if (product.kind !== 'flat' || imposed.kind === 'sheets') return null;
  // of records every one has all the pages: another page would make another piece of each
  if (table !== null || (records ?? 1) > 1) return null;
  const wish = { imposed, product: { pages: product.pages, bound: 'left' as const } };
  const list = pageList(wish, artwork);
  let next = 1;
  const take = (): PageRef | null => (next <= pages ? { file, page: next++, turn: 0 } : null);
  const filled = list.map((ref) => ref ?? take());
  const open = product.order.kind === 'repeat' || product.order.kind === 'shared';
  while (open && filled.length < MOST_PAGES && next <= pages) filled.push(take());
  return next > 1 ? pagesToRuns(filled, pagesCounted(wish, artwork)) : null;
}
