import {
  MOST_PAGES,
  pagesSaid,
  type Artwork,
  type BoundProduct,
  type FoldWish,
  type Imposed,
  type PageRun,
} from '../docket';
import { foldProblem, foldWay, SINGLE, turnedWay, wayOf, type BoundEdge, type Way } from '../fold';
import { addTurns, type QuarterTurns } from '../measure';
import type { PageRef, Part } from './page-ref';
import { piecesIn, piecesOn, type WorkedPage } from './worked';

/** The pages of the book before blanks are added for want of whole sections; null is a blank that was wished for. */
export type PageList = readonly (PageRef | null)[];

/** The wishes that say which pages there are: the list, how the artwork was imposed, the bound edge. */
export interface PagesWish {
  readonly imposed: Imposed;
  readonly product: Pick<BoundProduct, 'pages' | 'bound'>;
}

/** How many pages a docket's wishes come to with this artwork; more than {@link MOST_PAGES} are not laid. */
export function pagesWished(wish: PagesWish, artwork: Artwork): number {
  const { pages } = wish.product;
  return pages ? pagesSaid(pages.flatMap((run) => within(run, wish, artwork))) : pagesTakenFrom(wish, artwork);
}

/** How many pages the artwork gives as it is taken apart. */
function pagesTakenFrom({ imposed, product }: PagesWish, artwork: Artwork): number {
  const count = artwork.pages.length;
  switch (imposed.kind) {
    case 'pages':
    case 'sheets':
      return piecesIn(artwork.pages);
    case 'spreads':
      return imposed.covers ? 2 * count - Math.min(2, count) : 2 * count;
    case 'folded':
      return Math.ceil(count / 2) * (splitBy(imposed.fold, product.bound)?.pages ?? 2);
  }
}

/** How sides of the artwork are taken apart, or null where those folds cannot be made: then each is a page. */
function splitBy(fold: FoldWish, bound: BoundEdge): Way | null {
  const way = wayOf(fold);
  const turned = way ? turnedWay(way, bound) : SINGLE;
  return foldProblem(turned, bound) === null ? turned : null;
}

/**
 * The pages that the artwork gives, in reading order: as it stands, or taken apart where it was imposed. A page list
 * counts these. No more than a book may have.
 */
export function pagesTaken({ imposed, product }: PagesWish, artwork: Artwork): PageList {
  const { bound } = product;
  const count = Math.min(artwork.pages.length, MOST_PAGES);
  const whole = (): PageList => piecesApart(artwork.pages.slice(0, count), 0);
  switch (imposed.kind) {
    case 'pages':
    case 'sheets':
      return whole();
    case 'spreads':
      return spreadsApart(Math.min(count, MOST_PAGES / 2), 0, imposed.covers, bound);
    case 'folded': {
      const way = splitBy(imposed.fold, bound);
      if (!way) return whole();
      const most = 2 * Math.max(1, Math.floor(MOST_PAGES / way.pages));
      return sectionsApart(Math.min(count, most), way, imposed.nested, bound);
    }
  }
}

/** The pages of a file as they stand: of one on which several pieces stand, piece after piece. */
function piecesApart(pages: readonly WorkedPage[], file: number): PageList {
  return pages.flatMap((facts, i): PageRef[] => {
    const whole: PageRef = { file, page: i + 1, turn: 0 };
    const pieces = piecesOn(facts);
    return pieces === 1 ? [whole] : Array.from({ length: pieces }, (_, piece) => ({ ...whole, part: pieceOf(piece) }));
  });
}

const pieceOf = (piece: number): Part => ({ ...WHOLE, piece });
const WHOLE: Part = { columns: 1, rows: 1, column: 0, row: 0 };

const pagesOf = (artwork: Artwork, file: number): readonly WorkedPage[] =>
  file === 0 ? artwork.pages : (artwork.more?.[file - 1] ?? []);

/** Whether the pages that a list counts are other than those of the file. */
const isApart = ({ imposed }: PagesWish, artwork: Artwork, file: number): boolean =>
  (file === 0 && (imposed.kind === 'spreads' || imposed.kind === 'folded')) ||
  pagesOf(artwork, file).some((page) => piecesOn(page) > 1);

/**
 * The docket's pages in reading order: its page list, or the artwork as it is taken. No further than the artwork goes:
 * what is not there is not unrolled.
 */
export function pageList(wish: PagesWish, artwork: Artwork): PageList {
  const { pages } = wish.product;
  if (!pages) return pagesTaken(wish, artwork);
  const list = runsToPages(pages.flatMap((run) => within(run, wish, artwork)));
  const takenOf = new Map<number, PageList>();
  const ofFile = (file: number): PageList => {
    let taken = takenOf.get(file);
    if (!taken) {
      taken = file === 0 ? pagesTaken(wish, artwork) : piecesApart(pagesOf(artwork, file), file);
      takenOf.set(file, taken);
    }
    return taken;
  };
  const apart = new Set([...new Set(list.map((ref) => ref?.file ?? 0))].filter((f) => isApart(wish, artwork, f)));
  if (apart.size === 0) return list;
  return list.map((ref) => {
    if (!ref || !apart.has(ref.file)) return ref;
    const page = ofFile(ref.file)[ref.page - 1] ?? null;
    return page && { ...page, turn: addTurns(page.turn, ref.turn) };
  });
}

/** How many pages of a file a page list can name. */
export const pagesOffered = (wish: PagesWish, artwork: Artwork, file: number): number =>
  file === 0 && isApart(wish, artwork, 0) ? pagesTakenFrom(wish, artwork) : piecesIn(pagesOf(artwork, file));

/** What there is of a run in the artwork: cut off where its file ends, nothing where it has none of it. */
function within(run: PageRun, wish: PagesWish, artwork: Artwork): PageRun[] {
  if (run.kind === 'blanks') return [run];
  const last = pagesOffered(wish, artwork, run.file);
  if (Math.min(run.from, run.to) > last) return [];
  return [{ ...run, from: Math.min(run.from, last), to: Math.min(run.to, last) }];
}

/** A page list without the pages that its files do not have; and how many those are, by file. */
export function pagesThere(
  wish: PagesWish,
  artwork: Artwork,
): { pages: PageRun[]; missing: ReadonlyMap<number, number> } {
  const missing = new Map<number, number>();
  const pages = (wish.product.pages ?? []).flatMap((run) => {
    const there = within(run, wish, artwork);
    const lost = pagesSaid([run]) - pagesSaid(there);
    if (run.kind === 'pages' && lost > 0) missing.set(run.file, (missing.get(run.file) ?? 0) + lost);
    return there;
  });
  return { pages, missing };
}

/** The halves of a spread in reading order: left and right, right and left, or bound at the top the upper and the lower. */
const HALVES: Readonly<Record<BoundEdge, readonly [Part, Part]>> = {
  left: [halfOf(2, 1, 0, 0), halfOf(2, 1, 1, 0)],
  right: [halfOf(2, 1, 1, 0), halfOf(2, 1, 0, 0)],
  top: [halfOf(1, 2, 0, 1), halfOf(1, 2, 0, 0)],
};
function halfOf(columns: number, rows: number, column: number, row: number): Part {
  return { columns, rows, column, row };
}

/** Reading pages of spreads, half by half; with `covers` the first and last are single pages. */
export function spreadsApart(count: number, file: number, covers: boolean, bound: BoundEdge = 'left'): PageList {
  return Array.from({ length: count }, (_, i): PageRef[] => {
    const whole: PageRef = { file, page: i + 1, turn: 0 };
    if (covers && (i === 0 || i === count - 1)) return [whole];
    return HALVES[bound].map((part) => ({ ...whole, part }));
  }).flat();
}

/** Reading pages of sides that were folded in a known way, two sides a section; nested or gathered. */
export function sectionsApart(sides: number, way: Way, nested: boolean, bound: BoundEdge): PageList {
  const panels = foldWay(way, bound);
  const sections = Math.ceil(sides / 2);
  const P = way.pages;
  const out: (PageRef | null)[] = Array.from({ length: sections * P }, () => null);
  for (let s = 0; s < sections; s++)
    for (const panel of panels)
      for (const [side, face] of [panel.outer, panel.inner].entries()) {
        const page = 2 * s + side + 1;
        if (page > sides) continue;
        const at = placeInBook(face.page, P, nested ? (s * P) / 2 : s * P, nested ? sections * P : null);
        // seen from the back of the sheet columns run the other way
        const column = side === 0 ? panel.column : way.columns - 1 - panel.column;
        out[at - 1] = {
          file: 0,
          page,
          turn: face.head === 'up' ? 0 : 2,
          part: { columns: way.columns, rows: way.rows, column, row: panel.row },
        };
      }
  return out;
}

/**
 * The place in the book, from 1, of a section's page: gathered sections run on; of nested ones the first half of the
 * pages comes behind the sections around it, the second before their ends.
 * @param page in its section, from 1
 * @param before pages before the section: of all gathered before it, or half of those around it
 * @param total pages of the whole nest, or null where sections are gathered
 */
export function placeInBook(page: number, sectionPages: number, before: number, total: number | null): number {
  if (total === null || page <= sectionPages / 2) return before + page;
  return total - before - (sectionPages - page);
}

/** A page list spelt out page by page. */
export function runsToPages(runs: readonly PageRun[]): (PageRef | null)[] {
  return runs.flatMap((run): (PageRef | null)[] => {
    if (run.kind === 'blanks') return Array.from({ length: run.count }, () => null);
    const step = run.to >= run.from ? 1 : -1;
    return Array.from({ length: Math.abs(run.to - run.from) + 1 }, (_, i) => ({
      file: run.file,
      page: run.from + i * step,
      turn: run.turn,
    }));
  });
}

const partKey = ({ file, page, part }: PageRef): string =>
  `${file} ${page} ${part ? `${part.column} ${part.row} ${part.piece ?? ''}` : ''}`;

/**
 * The pages that a list counts and that are other than those of their files: those that the artwork gives, and those of
 * further files on whose pages several pieces stand.
 */
export function pagesCounted(wish: PagesWish, artwork: Artwork): PageList {
  const further = (artwork.more ?? []).flatMap((pages, i) =>
    isApart(wish, artwork, i + 1) ? piecesApart(pages, i + 1) : [],
  );
  return [...pagesTaken(wish, artwork), ...further];
}

/** Each page that was taken apart, by its number among those of its file. */
function numbersOf(taken: PageList): ReadonlyMap<string, { readonly at: number; readonly turn: QuarterTurns }> {
  const counts = new Map<number, number>();
  return new Map(
    taken.flatMap((p) => {
      // a place that the artwork leaves empty is counted as well
      const file = p?.file ?? 0;
      const at = (counts.get(file) ?? 0) + 1;
      counts.set(file, at);
      return p ? [[partKey(p), { at, turn: p.turn }] as const] : [];
    }),
  );
}

/** A page that was taken apart from its file as a list names it: by its number among those taken. */
function named(
  ref: PageRef,
  taken: ReadonlyMap<string, { readonly at: number; readonly turn: QuarterTurns }>,
): PageRef {
  const known = taken.get(partKey(ref));
  return known ? { file: ref.file, page: known.at, turn: addTurns(ref.turn, -known.turn) } : ref;
}

/**
 * A page list as short as it can be said: pages that follow each other in one run.
 * @param taken the pages that the files give, where they are taken apart: see {@link pagesCounted}
 */
export function pagesToRuns(pages: PageList, taken: PageList = []): PageRun[] {
  const numbers = numbersOf(taken);
  const runs: PageRun[] = [];
  for (const ref of pages) {
    const p = ref && named(ref, numbers);
    const last = runs.at(-1);
    if (p === null) {
      if (last?.kind === 'blanks') runs[runs.length - 1] = { kind: 'blanks', count: last.count + 1 };
      else runs.push({ kind: 'blanks', count: 1 });
      continue;
    }
    if (last?.kind === 'pages' && last.file === p.file && last.turn === p.turn) {
      const step = Math.sign(last.to - last.from);
      const next = p.page - last.to;
      if (Math.abs(next) === 1 && (step === 0 || step === next)) {
        runs[runs.length - 1] = { ...last, to: p.page };
        continue;
      }
    }
    runs.push({ kind: 'pages', file: p.file, from: p.page, to: p.page, turn: p.turn });
  }
  // two pages that changed places are said one by one: 3, 2 reads better than 3-2
  return runs.flatMap((run) =>
    run.kind === 'pages' && run.from - run.to === 1
      ? [
          { ...run, to: run.from },
          { ...run, from: run.to },
        ]
      : [run],
  );
}

/** A typed page list that cannot be read, said in words. */
export class PageListError extends Error {}

/**
 * Reads a typed page list: `1-4, 7, blank, 9-`; a range without an end runs to the last page, one that falls runs
 * backwards; `2 blanks`; `B3-5` takes pages from the second file, `3x2` page 3 twice; a trailing `<`, `>` or `^`
 * turns pages to the left, to the right, upside down.
 * @param counts pages of each file
 * @throws PageListError
 */
export function parsePageList(text: string, counts: readonly number[]): PageRun[] {
  const pages: (PageRef | null)[] = [];
  for (const raw of text.split(/[,;\n]+/)) {
    const word = raw.trim();
    if (word === '') continue;
    const blanks = /^(?:(\d+)\s*)?blanks?$/i.exec(word);
    if (blanks) {
      pages.push(...Array.from({ length: Math.min(5000, Number(blanks[1] ?? 1)) }, () => null));
      continue;
    }
    const m = /^([A-Za-z])?\s*(\d+)?\s*(?:([-–])\s*(\d+)?)?\s*(?:x\s*(\d+))?\s*([<>^])?$/.exec(word);
    if (!m || (m[2] === undefined && m[3] === undefined))
      throw new PageListError(`“${word}” is no page: type 1-4, 7, blank, 9-.`);
    const file = m[1] ? m[1].toUpperCase().charCodeAt(0) - 65 : 0;
    const count = counts[file];
    if (count === undefined) throw new PageListError(`“${word}”: there is no file ${String.fromCharCode(65 + file)}.`);
    const from = m[2] === undefined ? 1 : Number(m[2]);
    const to = m[3] === undefined ? from : m[4] === undefined ? count : Number(m[4]);
    for (const n of [from, to])
      if (n < 1 || n > count)
        throw new PageListError(
          `“${word}”: there is no page ${n}; the file has ${count} ${count === 1 ? 'page' : 'pages'}.`,
        );
    const turn = m[6] === '<' ? 1 : m[6] === '^' ? 2 : m[6] === '>' ? 3 : 0;
    const run = runsToPages([{ kind: 'pages', file, from, to, turn }]);
    for (let i = 0; i < Math.min(500, Number(m[5] ?? 1)); i++) pages.push(...run);
    if (pages.length > MOST_PAGES) throw new PageListError(`That is more than ${MOST_PAGES} pages.`);
  }
  if (pages.length === 0) throw new PageListError('Type at least one page: 1-4, 7, blank, 9-.');
  return pagesToRuns(pages);
}

/** A page list as it is typed. */
export function pageListText(runs: readonly PageRun[]): string {
  return runs
    .map((run) => {
      if (run.kind === 'blanks') return run.count === 1 ? 'blank' : `${run.count} blanks`;
      const file = run.file === 0 ? '' : String.fromCharCode(65 + run.file);
      const turn = ['', '<', '^', '>'][run.turn];
      return `${file}${run.from}${run.to === run.from ? '' : `-${run.to}`}${turn}`;
    })
    .join(', ');
}
