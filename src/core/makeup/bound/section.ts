import type { PageRef } from '../../pages';
import type { Way } from '../../fold';
import type { Machine, Stock } from '../../shop';
import type { Piece } from '../piece';
import type { Creep } from './creep';
import type { SectionShape } from './section-shape';

/** A place in reading order. */
export interface BookPage {
  readonly kind: 'page' | 'blank' | 'tab' | 'insert' | 'cover';
  readonly ref: PageRef | null;
  /** What it is called: its number as the docket numbers pages. */
  readonly label: string;
}

/** What is planned of a section before it is a piece. */
export interface SectionPlanned {
  readonly kind: 'text' | 'cover' | 'tab' | 'insert';
  readonly way: Way;
  readonly stock: Stock;
  readonly machine: Machine;
  /** For each of its pages from 1, its place in reading order from 1. */
  readonly places: readonly number[];
  /** Leaves that lie around it, for creep. */
  readonly depth: number;
  readonly printed: 'both' | 'outside';
  /** Places whose stock, by range, is another than the section's. */
  readonly strangers: readonly number[];
  /** A cover's artwork as one spread over back, spine and front. */
  readonly spread?: { readonly outer: PageRef | null; readonly inner: PageRef | null } | undefined;
  readonly tab?: { readonly index: number; readonly title: string } | undefined;
}

/** Paper folded together: what a sheet or a part of one becomes. Its number counts from 1 as sections are gathered or nested. */
export interface Section extends Piece, SectionPlanned {
  /** From 1 in the order of gathering or nesting; 0 for a cover. */
  readonly order: number;
  readonly places: readonly number[];
  readonly stock: Stock;
  readonly machine: Machine;
  readonly printed: 'both' | 'outside';
  readonly shape: SectionShape;
  /** Its pages' places in reading order; those of a spread have places of their own in the content. */
  readonly reading: readonly number[];
}

/**
 * How many leaves lie around a page of a section, for creep; null where its leaf is not folded with others: single
 * leaves, tabs, and a cover that is glued on.
 * @param page in its section, from 1
 */
export function leafDepth(
  section: Pick<SectionPlanned, 'way' | 'kind' | 'depth'>,
  page: number,
  nested: boolean,
): number | null {
  const { way } = section;
  if (!way.binds || way.folds.length === 0 || (section.kind === 'cover' && !nested)) return null;
  const leaves = way.pages / 2;
  const leaf = Math.ceil(page / 2) - 1;
  return section.depth + Math.min(leaf, leaves - 1 - leaf);
}

/** A page of a book by its place in reading order: its section, and how far its leaf stands out at the face, mm. */
export function pageStanding(
  book: { readonly sections: readonly Section[]; readonly nested: boolean; readonly creep: Pick<Creep, 'standsOut'> },
  reading: number,
): { readonly section: Section | null; readonly standsOut: number } {
  const leaf = leavesOf(book).get(reading);
  const depth = leaf?.depth ?? null;
  return { section: leaf?.section ?? null, standsOut: depth === null ? 0 : (book.creep.standsOut[depth] ?? 0) };
}

/** A leaf of a book: its section, and how many lie around it. */
export interface Leaf {
  readonly section: Section;
  readonly depth: number | null;
}

const known = new WeakMap<object, ReadonlyMap<number, Leaf>>();

/** For every place in reading order, its leaf; found once for a book. */
export function leavesOf(book: {
  readonly sections: readonly Section[];
  readonly nested: boolean;
}): ReadonlyMap<number, Leaf> {
  const before = known.get(book.sections);
  if (before) return before;
  const out = new Map<number, Leaf>();
  for (const section of book.sections)
    section.reading.forEach((place, i) => out.set(place, { section, depth: leafDepth(section, i + 1, book.nested) }));
  known.set(book.sections, out);
  return out;
}
