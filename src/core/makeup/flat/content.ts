import type { Artwork, DocketOf } from '../../docket';
import { addTurns, compose, EPSILON, type Matrix, type Size } from '../../measure';
import { factsOf, type PageRef } from '../../pages';
import type { Content, Placed } from '../piece';
import { artworkToPage, pagePart, partReach } from '../placing';
import type { Faces } from './pages';

/** A page that stands across the piece it is for is turned a quarter: all artwork lies one way. */
export function turnedToLie(ref: PageRef, box: Size, finished: Size): PageRef {
  const lies = ref.turn % 2 === 1;
  const across = lies ? box.height - box.width : box.width - box.height;
  const piece = finished.width - finished.height;
  return across * piece < -EPSILON ? { ...ref, turn: addTurns(ref.turn, 1) } : ref;
}

/** The page as it is seen in a mirror. */
const mirror = ({ width }: Size): Matrix => [-1, 0, 0, 1, width, 0];

/**
 * What stands on each piece: its front at place 2 n − 1 and its back at place 2 n, where both sides are printed; else
 * the front of piece n at place n.
 */
export function flatContent(
  { artwork: placement, product }: Pick<DocketOf<'flat'>, 'artwork' | 'product'>,
  artwork: Artwork,
  faces: readonly Faces[],
): Content {
  const { finished, sides, mirrored } = product;
  const two = sides === 'two';
  const known: Placed[] = [];
  const placed = (place: number): Placed => {
    const n = two ? Math.ceil(place / 2) : place;
    const isBack = two && place % 2 === 0;
    const of = faces[n - 1];
    const ref = of ? (isBack ? of.back : of.front) : null;
    const label = isBack ? `${n} back` : String(n);
    const facts = ref ? factsOf(artwork, ref) : undefined;
    if (!ref || !facts) return { page: null, label, toPage: null, reach: null };
    const page = turnedToLie(ref, pagePart(facts, placement.box, ref.part), finished);
    const map = artworkToPage(facts, placement, finished, page);
    return {
      page,
      label,
      toPage: mirrored ? compose(map, mirror(finished)) : map,
      reach: ref.part ? partReach(facts, placement.box, ref.part) : null,
    };
  };
  return { places: (two ? 2 : 1) * faces.length, at: (place) => (known[place] ??= placed(place)) };
}
