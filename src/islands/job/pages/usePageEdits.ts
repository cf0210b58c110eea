import { useMemo, useState } from 'react';
import {
  leavesOf,
  pageList,
  pagesCounted,
  pagesToRuns,
  worked,
  type BookPlan,
  type BoundProduct,
  type Plan,
  type Docket,
  type PageRef,
  type Stock,
} from '../../../core';
import { useNotices } from '../../../ui/Notices';
import { useJob } from '../context';
import { following, moved, repeated, turned, withBlank, without } from './edits';

/** A page of the list, and what its card says of it. */
export interface Listed {
  /** Its place in the list, from 0. */
  readonly id: number;
  readonly page: PageRef | null;
  /** Its number as it is printed; empty for a blank. */
  readonly label: string;
  /** The chapter that begins with it. */
  readonly chapter: string | null;
  /** Its stock, where there are several. */
  readonly stock: Stock | null;
}

export interface PageEdits {
  readonly listed: readonly Listed[];
  /** The chosen places, in order. */
  readonly picked: readonly number[];
  /** `page 3`, `4 pages`. */
  readonly said: string;
  readonly choose: (places: Iterable<number>) => void;
  /** Moves the chosen pages by some places. */
  readonly move: (by: number) => void;
  /** Moves pages so that they stand before a place of the list as it is. */
  readonly moveBefore: (places: readonly number[], before: number) => void;
  readonly takeOut: () => void;
  readonly blankBefore: () => void;
  readonly repeat: () => void;
  readonly turn: () => void;
  /** Begins a chapter on the first chosen page, or takes the one away that begins there. */
  readonly chapter: () => void;
  /** Another page list, typed or taken from the artwork. */
  readonly putRuns: (pages: Docket['product']['pages'], label: string) => void;
}

/** The page list as it is, what is chosen of it, and all that can be done with it. */
export function usePageEdits(): PageEdits {
  const { product, imposed, plan, artwork, change } = useJob(({ docket, plan, artwork, change }) => ({
    product: docket.product,
    imposed: docket.artwork.imposed,
    plan,
    // several pieces on a page are as many pages
    artwork: worked(artwork, docket.artwork),
    change,
  }));
  const say = useNotices((s) => s.say);
  const { pages: wished } = product;
  // flat work has no spine: spreads are taken apart from the left
  const bound = product.kind === 'bound' ? product.bound : 'left';
  const chapters = product.kind === 'bound' ? product.chapters : NONE;
  const list = useMemo(
    () => pageList({ imposed, product: { pages: wished, bound } }, artwork),
    [imposed, wished, bound, artwork],
  );
  const listed = useMemo(() => listedOf(list, plan, chapters), [list, plan, chapters]);
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const picked = [...chosen].filter((i) => i < list.length).sort((a, b) => a - b);
  const said = picked.length === 1 ? `page ${picked[0]! + 1}` : `${picked.length} pages`;
  const choose = (places: Iterable<number>): void => setChosen(new Set(places));

  // quantities are of pieces, and of records each piece has all the pages
  const { product: made } = plan;
  const ofRecords = made.kind === 'flat' && made.records.length > 1;
  const wishesOf = (pages: readonly (PageRef | null)[]) => (ofRecords ? {} : following(product, list, pages));

  const put = (pages: readonly (PageRef | null)[], label: string, keep: Iterable<number> = []): void => {
    if (pages.length === 0) {
      say({ tone: 'look', text: 'At least one page stays.' });
      return;
    }
    const taken = pagesCounted({ imposed, product: { pages: wished, bound } }, artwork);
    change({ product: { pages: pagesToRuns(pages, taken), ...wishesOf(pages) } }, label);
    choose(keep);
  };
  const withPicked = (act: (first: number) => void) => () => {
    const [first] = picked;
    if (first !== undefined) act(first);
  };
  const moveTo = (places: readonly number[], to: number, label: string): void =>
    put(
      moved(list, places, to),
      label,
      places.map((_, i) => to + i),
    );
  return {
    listed,
    picked,
    said,
    choose,
    move: (by) =>
      withPicked((first) =>
        moveTo(picked, Math.max(0, Math.min(list.length - picked.length, first + by)), `${said} moved`),
      )(),
    moveBefore: (places, before) => {
      const to = before - places.filter((i) => i < before).length;
      const [first] = places;
      if (first === undefined || places.every((i, n) => i === to + n)) return;
      moveTo(places, to, places.length > 1 ? `${places.length} pages moved` : `page ${first + 1} moved to ${to + 1}`);
    },
    takeOut: withPicked(() => put(without(list, picked), `${said} taken out`)),
    blankBefore: withPicked((first) => put(withBlank(list, first), 'blank put in', [first])),
    repeat: withPicked(() => put(repeated(list, picked), `${said} repeated`)),
    turn: withPicked(() => put(turned(list, picked), `${said} turned`, picked)),
    chapter: withPicked((first) => {
      const at = first + 1;
      if (chapters.some((c) => c.at === at))
        change({ product: { chapters: chapters.filter((c) => c.at !== at) } }, `no chapter on page ${at}`);
      else {
        const next = [...chapters, { at, title: `Chapter ${chapters.length + 1}` }].sort((a, b) => a.at - b.at);
        change({ product: { chapters: next } }, `a chapter on page ${at}`);
      }
    }),
    putRuns: (pages, label) => {
      // what is wished of pages goes with them
      const next = pageList({ imposed, product: { pages, bound } }, artwork);
      change({ product: { pages, ...wishesOf(next) } }, label);
    },
  };
}

const NONE: readonly never[] = [];

/** What the cards say. */
function listedOf(
  list: readonly (PageRef | null)[],
  { product: book, content }: Plan,
  chapters: readonly BoundProduct['chapters'][number][],
): readonly Listed[] {
  if (book.kind !== 'bound')
    return list.map((page, id) => ({
      id,
      page,
      // a page of a poster is on many panels
      label: book.kind === 'poster' ? String(id + 1) : content.at(id + 1).label,
      chapter: null,
      stock: null,
    }));
  const leaves = leavesOf(book);
  const several = new Set(book.sections.map((s) => s.stock.id)).size > 1;
  const begins = new Map(chapters.map((c) => [c.at - 1, c.title]));
  const places = placesOf(book, list);
  return list.map((page, id) => {
    const place = places[id]!;
    return {
      id,
      page,
      label: book.pages[place - 1]?.label ?? '',
      chapter: begins.get(id) ?? null,
      stock: several ? (leaves.get(place)?.section.stock ?? null) : null,
    };
  });
}

/** The place in the book of each page of the list, from 1; 0 for a blank, which may stand anywhere. */
function placesOf({ pages, shift }: BookPlan, list: readonly (PageRef | null)[]): number[] {
  // a cover from a file of its own is not of the list
  const apart = (at: number): boolean => pages[at]!.ref === null || (shift > 0 && pages[at]!.kind === 'cover');
  let at = 0;
  return list.map((ref) => {
    if (!ref) return 0;
    while (at < pages.length && apart(at)) at++;
    return ++at;
  });
}
