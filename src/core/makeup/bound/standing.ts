import type { Creep } from './creep';
import { creepOn, leafDepth, type Nesting, type Section } from './section';

/** A page on a section: where it stands in reading order, what lies around it and what creep does to it. */
export interface StandingPage {
  readonly section: Section;
  readonly reading: number;
  /** Leaves around it; null where it is not folded with others. */
  readonly depth: number | null;
  /** How far its content is moved to the spine; below 0 to the face. */
  readonly moved: number;
}

/**
 * The page of a book that a cell shows.
 * @param at the cell's piece and its place in the content
 */
export function standingPage(
  book: Nesting & { readonly sections: readonly Section[]; readonly creep: Creep },
  at: { readonly piece: number; readonly place: number },
): StandingPage {
  const section = book.sections[at.piece]!;
  const page = section.places.indexOf(at.place) + 1;
  const depth = section.spread ? null : leafDepth(section, page, book);
  return {
    section,
    reading: section.reading[page - 1] ?? 0,
    depth,
    moved: depth === null ? 0 : creepOn(book, section, depth).moved,
  };
}
