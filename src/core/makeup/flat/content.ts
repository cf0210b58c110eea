import type { Artwork, DocketOf } from '../../docket';
import { addTurns, compose, EPSILON, type Matrix, type Size } from '../../measure';
import { factsOf, type PageRef } from '../../pages';
import { stamping, type Records } from '../../imprint';
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
  { artwork: placement, product, imprint }: Pick<DocketOf<'flat'>, 'artwork' | 'product' | 'imprint'>,
  artwork: Artwork,
  faces: readonly Faces[],
  records: Records,
): Content {
  const { finished, sides, mirrored } = product;
  const two = sides === 'two';
  const perRecord = (two ? 2 : 1) * faces.length;
  const stampsAt = stamping(imprint, perRecord, { mirrored });
  const known = remembered<Placed>();
  const placed = (place: number): Placed => {
    const n = two ? Math.ceil(place / 2) : place;
    const isBack = two && place % 2 === 0;
    const of = faces[(n - 1) % faces.length];
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
      stamps: stampsAt(records.at(Math.floor((n - 1) / faces.length)), ((place - 1) % perRecord) + 1),
    };
  };
  return { places: perRecord * records.length, at: (place) => known(place, placed) };
}

/** Of a job of many records only what is looked at is kept, and that not for long. */
const MOST_KNOWN = 20_000;

/** Keeps what was made for a place, as long as there is not too much of it. */
function remembered<T>(): (place: number, make: (place: number) => T) => T {
  const known = new Map<number, T>();
  return (place, make) => {
    const before = known.get(place);
    if (before !== undefined) return before;
    if (known.size >= MOST_KNOWN) known.clear();
    const made = make(place);
    known.set(place, made);
    return made;
  };
}
