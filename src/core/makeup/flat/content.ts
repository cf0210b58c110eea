import type { Artwork, DocketOf } from '../../docket';
import { addTurns, compose, EPSILON, type Matrix, type Size } from '../../measure';
import { factsOf, type PageRef } from '../../pages';
import { stamping } from '../../imprint';
import type { Content, Placed } from '../piece';
import { bled } from '../made-bleed';
import { artworkToPage, laidSize } from '../placing';
import type { Faces } from './pages';
import type { Sets } from './sets';

/** Parts of a set as they are told apart in a drawing. */
const PART_LETTERS = 'abcdefghij';

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
 * the front of piece n at place n. The pieces of a set follow each other, part by part.
 */
export function flatContent(
  { artwork: placement, product, imprint }: Pick<DocketOf<'flat'>, 'artwork' | 'product' | 'imprint'>,
  artwork: Artwork,
  faces: readonly Faces[],
  sets: Sets,
): Content {
  const { finished, sides, mirrored, parts } = product;
  const each = sides === 'two' ? 2 : 1;
  const stampsAt = stamping(imprint, each * sets.perRecord, { mirrored, parts: parts.map((p) => p.name) });
  const known = remembered<Placed>();
  const placed = (place: number): Placed => {
    const piece = Math.ceil(place / each) - 1;
    const isBack = place - each * piece === 2;
    const { set, part, record, nth, face } = sets.at(piece);
    const of = faces[face];
    const ref = of ? (isBack ? of.back : of.front) : null;
    const number = `${set + 1}${sets.parts > 1 ? PART_LETTERS[part]! : ''}`;
    const label = isBack ? `${number} back` : number;
    const facts = ref ? factsOf(artwork, ref) : undefined;
    if (!ref || !facts) return { page: null, label, toPage: null, reach: null };
    const page = turnedToLie(ref, laidSize(facts, placement.box, ref.part), finished);
    const map = artworkToPage(facts, placement, finished, page);
    return {
      page,
      label,
      ...bled(facts, placement, mirrored ? compose(map, mirror(finished)) : map, finished, product.bleed, ref.part),
      stamps: stampsAt(record, each * nth + (isBack ? 2 : 1), part),
    };
  };
  return { places: each * sets.parts * sets.length, at: (place) => known(place, placed) };
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
