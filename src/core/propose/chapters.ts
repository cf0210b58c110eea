import type { Artwork, BoundProduct, DocketOf } from '../docket';
import { pageList } from '../pages';

/** Chapters that a docket has at most. */
const MOST_CHAPTERS = 200;

/**
 * Chapters by the artwork's bookmarks: each begins where the page that it leads to first stands in the book. Bookmarks of
 * pages that the book does not have are left out, and so are those that lead to where another begins.
 */
export function chaptersFrom(
  { artwork: wish, product }: DocketOf<'bound'>,
  artwork: Artwork,
): BoundProduct['chapters'] {
  const at = new Map<number, number>();
  pageList({ imposed: wish.imposed, product }, artwork).forEach((ref, i) => {
    if (ref?.file === 0 && !at.has(ref.page)) at.set(ref.page, i + 1);
  });
  const begun = new Set<number>();
  return (artwork.bookmarks ?? [])
    .flatMap(({ title, page }) => {
      const place = at.get(page);
      if (place === undefined || begun.has(place)) return [];
      begun.add(place);
      return [{ at: place, title }];
    })
    .sort((a, b) => a.at - b.at)
    .slice(0, MOST_CHAPTERS);
}
