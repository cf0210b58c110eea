import type { Artwork, BoundProduct, ImprintWish } from '../../docket';
import { stamping } from '../../imprint';
import { compose, type Matrix, type Size } from '../../measure';
import { factsOf, type PageRef } from '../../pages';
import type { Content, Placed } from '../piece';
import { bled } from '../made-bleed';
import { artworkToPage, creepMap, spineEdge, type Placement } from '../placing';
import type { Creep } from './creep';
import { creepOn, leafDepth, type BookPage, type Nesting, type Section } from './section';

/** Where the pages of a book stand, and what is on them. */
interface BookContent extends Nesting {
  readonly product: Pick<BoundProduct, 'finished' | 'bleed'>;
  readonly placement: Placement;
  readonly imprint: ImprintWish;
  readonly artwork: Artwork;
  readonly pages: readonly BookPage[];
  readonly sections: readonly Section[];
  readonly creep: Creep;
}

/**
 * What stands at each place of a book: places 1, 2, 3 … in reading order; behind them those of a cover's spread, its
 * outside and its inside. Each is found when it is first asked for.
 */
export function bookContent(book: BookContent): Content {
  const known: Placed[] = [];
  let standing: Standing | null = null;
  const stampsAt = stamping(book.imprint, book.pages.length);
  const stamped = (place: number): Placed => {
    const it = placed(book, (standing ??= standingOf(book.sections)), place);
    return it.page === null || place > book.pages.length ? it : { ...it, stamps: stampsAt(0, place) };
  };
  return {
    places: book.pages.length + (book.sections.some((s) => s.spread) ? 2 : 0),
    at: (place) => (known[place] ??= stamped(place)),
  };
}

/** For every place, the section that it is on and its page there, both from 1; 0 for none. */
interface Standing {
  readonly section: Int32Array;
  readonly page: Uint16Array;
}

function standingOf(sections: readonly Section[]): Standing {
  let most = 0;
  for (const { places, reading } of sections)
    for (const list of [places, reading]) for (const p of list) most = Math.max(most, p);
  const section = new Int32Array(most + 1);
  const page = new Uint16Array(most + 1);
  for (const { id, places, reading } of sections)
    for (const list of [reading, places])
      for (let i = 0; i < list.length; i++) {
        section[list[i]!] = id + 1;
        page[list[i]!] = i + 1;
      }
  return { section, page };
}

function placed(book: BookContent, standing: Standing, place: number): Placed {
  const section = book.sections[(standing.section[place] ?? 0) - 1];
  const page = standing.page[place] ?? 0;
  if (!section) return { page: null, label: '', toPage: null, reach: null };
  if (section.spread && place > book.pages.length) {
    const outside = page === 1;
    const ref = outside ? section.spread.outer : section.spread.inner;
    return { label: outside ? 'cover' : 'inside', ...shown(book, ref, sizeOf(section, page), null) };
  }
  const { ref, label } = book.pages[place - 1]!;
  const depth = leafDepth(section, page, book);
  // what a spread shows of a page lies in the spread; by itself it is a page of the book
  const size = section.spread ? book.product.finished : sizeOf(section, page);
  return { label, ...shown(book, ref, size, depth === null ? null : creepAt(book, section, page, size, depth)) };
}

/** The size of a section's page, upright. */
const sizeOf = ({ shape }: Section, page: number): Size =>
  (shape.prints.find((p) => p.page === page) ?? shape.prints[0]!).size;

/** What creep does to a page, or null where it does nothing. */
function creepAt(book: BookContent, section: Section, page: number, size: Size, depth: number): Matrix | null {
  const { moved, squeezed } = creepOn(book, section, depth);
  return moved === 0 && squeezed === 1 ? null : creepMap(spineEdge(page, book.bound), size, moved, squeezed);
}

function shown(
  { artwork, placement, product }: BookContent,
  ref: PageRef | null,
  size: Size,
  creep: Matrix | null,
): Omit<Placed, 'label'> {
  const facts = ref ? factsOf(artwork, ref) : undefined;
  if (!ref || !facts) return { page: null, toPage: null, reach: null };
  const map = artworkToPage(facts, placement, size, ref);
  return { page: ref, ...bled(facts, placement, creep ? compose(map, creep) : map, size, product.bleed, ref.part) };
}
