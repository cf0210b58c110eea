import type { Artwork, DocketOf } from '../../docket';
import { pageList, type PageRef } from '../../pages';

/** What is on one piece: a front, and behind it a back. */
export interface Faces {
  readonly front: PageRef | null;
  /** Null also where only fronts are printed. */
  readonly back: PageRef | null;
}

/** The faces of every piece in their order: every page a front, or fronts and backs in turns. */
export function facesOf({ artwork: wish, product }: DocketOf<'flat'>, artwork: Artwork): Faces[] {
  const pages = pageList({ imposed: wish.imposed, product: { pages: product.pages, bound: 'left' } }, artwork);
  if (product.sides === 'one') return pages.map((front) => ({ front, back: null }));
  return Array.from({ length: Math.ceil(pages.length / 2) }, (_, i) => ({
    front: pages[2 * i] ?? null,
    back: pages[2 * i + 1] ?? null,
  }));
}
