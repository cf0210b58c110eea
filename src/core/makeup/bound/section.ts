import type { PageRef } from '../../pages';
import { creasesOf, FoldError, type BoundEdge, type Way } from '../../fold';
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

/** Of a book, what says how its leaves lie in each other. */
export interface Nesting {
  /** Whether its sections lie in each other. */
  readonly nested: boolean;
  readonly bound: BoundEdge;
  /** Whether it is trimmed at the face after it was folded: else nothing is lost there. */
  readonly creeps: boolean;
}

const around = new WeakMap<Way, Partial<Record<BoundEdge, readonly number[]>>>();

/** For every leaf of a way from the front, how many folds at the spine close round it. */
function foldsAround(way: Way, bound: BoundEdge): readonly number[] {
  const known = around.get(way) ?? {};
  around.set(way, known);
  return (known[bound] ??= countedAround(way, bound));
}

function countedAround({ columns, rows, folds, pages }: Way, bound: BoundEdge): readonly number[] {
  const leaves = Array.from({ length: pages / 2 }, (_, i) => i);
  try {
    const spine = creasesOf(columns, rows, folds).filter((c) => c.side === bound);
    return leaves.map((i) => spine.filter((c) => c.upper < i && c.lower > i).length);
  } catch (e) {
    // a finding says that it cannot be folded
    if (e instanceof FoldError) return leaves.map(() => 0);
    throw e;
  }
}

/**
 * How many leaves lie around a page of a section, for creep; null where its leaf is not folded with others: single
 * leaves, tabs, and a cover that is glued on. Leaves that are joined at the head only do not lie in each other.
 * @param page in its section, from 1
 */
export function leafDepth(
  section: Pick<SectionPlanned, 'way' | 'kind' | 'depth'>,
  page: number,
  { nested, bound, creeps }: Nesting,
): number | null {
  const { way } = section;
  if (!creeps || !way.binds || way.folds.length === 0 || (section.kind === 'cover' && !nested)) return null;
  return section.depth + foldsAround(way, bound)[Math.ceil(page / 2) - 1]!;
}

/** How deep the leaves of a section lie in each other at most. */
export const deepest = (way: Way, bound: BoundEdge): number =>
  foldsAround(way, bound).reduce((most, n) => Math.max(most, n), 0);

/** What creep does to a leaf, mm; gathered sections each by the caliper of their own stock. */
export function creepOn(
  { creep, nested }: Pick<Nesting, 'nested'> & { readonly creep: Creep },
  { stock }: Pick<SectionPlanned, 'stock'>,
  depth: number,
): { readonly standsOut: number; readonly moved: number; readonly squeezed: number } {
  const share = nested || creep.caliper === null ? 1 : stock.caliper / creep.caliper;
  return {
    standsOut: share * (creep.standsOut[depth] ?? 0),
    moved: share * (creep.moved[depth] ?? 0),
    squeezed: 1 - share * (1 - (creep.squeezed[depth] ?? 1)),
  };
}

/** A page of a book by its place in reading order: its section, and how far its leaf stands out at the face, mm. */
export function pageStanding(
  book: Nesting & { readonly sections: readonly Section[]; readonly creep: Creep },
  reading: number,
): { readonly section: Section | null; readonly standsOut: number } {
  const leaf = leavesOf(book).get(reading);
  if (!leaf) return { section: null, standsOut: 0 };
  const { section, depth } = leaf;
  return { section, standsOut: depth === null ? 0 : creepOn(book, section, depth).standsOut };
}

/** A leaf of a book: its section, and how many lie around it. */
export interface Leaf {
  readonly section: Section;
  readonly depth: number | null;
}

const known = new WeakMap<object, ReadonlyMap<number, Leaf>>();

/** For every place in reading order, its leaf; found once for a book. */
export function leavesOf(book: Nesting & { readonly sections: readonly Section[] }): ReadonlyMap<number, Leaf> {
  const before = known.get(book.sections);
  if (before) return before;
  const out = new Map<number, Leaf>();
  for (const section of book.sections)
    section.reading.forEach((place, i) => out.set(place, { section, depth: leafDepth(section, i + 1, book) }));
  known.set(book.sections, out);
  return out;
}
