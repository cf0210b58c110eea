import { MOST_WORKS, type Docket, type PageWork, type Artwork } from '../docket';
import { artworkToPage } from '../makeup';
import { apply } from '../measure';
import { factsOf, LIES_AS_IT_IS, straightBy, worked } from '../pages';
import type { CrookedLook } from '../preflight';

/** A page of a file, from 1, and how the scan on it lies. */
export interface CrookedPage {
  readonly page: number;
  readonly lies: CrookedLook;
}

/**
 * Sets scans straight, the middle of what is on each in the middle of its place; whatever else is wished of how they lie
 * stays. Pages that several pieces stand on stay as they are.
 * @returns what is wished of pages then, and how many there is no room for among the wishes
 */
export function setStraight(
  docket: Docket,
  artwork: Artwork,
  file: number,
  pages: readonly CrookedPage[],
): { readonly work: PageWork[]; readonly left: number } {
  const now = worked(artwork, docket.artwork);
  const { finished } = docket.product;
  const made = pages.flatMap(({ page, lies }): PageWork[] => {
    const facts = factsOf(now, { file, page });
    if (!facts || facts.pieces) return [];
    const lay = { ...LIES_AS_IT_IS, ...facts.lay, angle: straightBy(lies, facts.lay), move: { x: 0, y: 0 } };
    const [x, y] = apply(artworkToPage({ ...facts, lay }, docket.artwork, finished), lies.middle.x, lies.middle.y);
    const to = (v: number): number => Math.round(100 * v) / 100;
    const move = { x: to(finished.width / 2 - x), y: to(finished.height / 2 - y) };
    return [{ file, pages: String(page), why: 'hand', lay: { ...lay, move } }];
  });
  const anew = new Set(made.map((w) => w.pages));
  // what said no more than how such a page lies is said anew
  const kept = (docket.artwork.work ?? []).filter(
    (w) => !(w.file === file && anew.has(w.pages) && w.lay && !w.boxes && !w.pieces),
  );
  const room = Math.max(0, MOST_WORKS - kept.length);
  return { work: [...kept, ...made.slice(0, room)], left: Math.max(0, made.length - room) };
}
