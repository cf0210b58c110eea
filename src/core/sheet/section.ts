import type { PageRef, Way } from '../bound';
import type { Machine, Stock } from '../docket/shop';

/** A place in reading order. */
export interface BookPage {
  readonly kind: 'page' | 'blank' | 'tab' | 'insert' | 'cover';
  readonly ref: PageRef | null;
  /** What it is called: its number as the docket numbers pages. */
  readonly label: string;
}

/** Paper folded together: what a sheet or a part of one becomes. */
export interface Section {
  /** From 1, in the order in which sections are gathered or nested. */
  readonly number: number;
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
  readonly spread?: { readonly outer: PageRef | null; readonly inner: PageRef | null };
  readonly tab?: { readonly index: number; readonly title: string };
}

/** A section before it has its number. */
export type Unnumbered = Omit<Section, 'number'>;

/**
 * How many leaves lie around a page of a section, for creep; null where its leaf is not folded with others: single
 * leaves, tabs, and a cover that is glued on.
 * @param page in its section, from 1
 */
export function leafDepth(section: Section, page: number, nested: boolean): number | null {
  const { way } = section;
  if (!way.binds || way.folds.length === 0 || (section.kind === 'cover' && !nested)) return null;
  const leaves = way.pages / 2;
  const leaf = Math.ceil(page / 2) - 1;
  return section.depth + Math.min(leaf, leaves - 1 - leaf);
}

/** For every place in reading order, its section and the leaves around it. */
export function leavesOf(book: {
  readonly sections: readonly Section[];
  readonly nested: boolean;
}): ReadonlyMap<number, { readonly section: Section; readonly depth: number | null }> {
  const out = new Map<number, { section: Section; depth: number | null }>();
  for (const section of book.sections)
    section.places.forEach((place, i) => out.set(place, { section, depth: leafDepth(section, i + 1, book.nested) }));
  return out;
}
