import { MOST_PAGES, type Artwork, type ArtworkWish, type DocketOf } from '../../docket';
import { sameSize, type Size } from '../../measure';
import { pageList, pagesWished, type ReadingOrder } from '../../pages';
import type { Laying, MadeUp } from '../piece';
import { assemblyOf, passedAssembly } from './assembly';
import { rulesOf } from './bindings';
import { bookContent } from './content';
import { coverPages, coverSection } from './cover';
import { creepOf, type Creep } from './creep';
import { gangsOf } from './gangs';
import { asPieces, type Made } from './pieces';
import { deepest, type BookPage, type Nesting, type Section, type SectionPlanned } from './section';
import type { SectionsWish } from './section-plans';
import type { SectionShape } from './section-shape';
import { spineOf, type Leaves, type Spine } from './spine';
import { foldedOnly } from './trimming';
import { makeUpText, withCover, type Text } from './text';

/** A book made up: its pages in reading order and its sections. */
export interface BookPlan extends Nesting {
  readonly kind: 'bound';
  readonly pages: readonly BookPage[];
  /** For every place, its page in its file; null for a blank. */
  readonly reading: ReadingOrder;
  readonly blanks: number;
  /** Pages of the text without a cover of its own, blanks left out. */
  readonly textPages: number;
  readonly sections: readonly Section[];
  readonly creep: Creep;
  /** Where it has a flat spine. */
  readonly spine: Spine | null;
  /** Whether it is folded and not trimmed. */
  readonly untrimmed: boolean;
  /** Pages of the docket's list: the places that wishes name. */
  readonly places: number;
  /** Inserts and tabs that found no place between leaves, by the place that they would follow. */
  readonly misplaced: readonly number[];
  /** Places behind which a blank was put, so that a leaf that stands between begins behind a whole one. */
  readonly spaced: readonly number[];
  /** Pages that the docket wants for a cover and that are not there. */
  readonly coverLacks: number;
  /** Places before the text that wishes for places do not count: those of a cover from a file of its own. */
  readonly shift: number;
}

/** What a book is made up of. */
export interface BookWish extends SectionsWish {
  readonly artwork: ArtworkWish;
}

/** Points of a file are rounded: a page as large as its paper within this is that, mm. */
const ROUNDED = 0.2;

/** A page's size, which is its paper's where it is nearly that. */
function onPaper({ width, height }: Size, paper: Size): Size {
  const turned = { width: paper.height, height: paper.width };
  for (const { width: w, height: h } of [paper, turned])
    if (sameSize({ width, height }, { width: w, height: h }, ROUNDED)) return { width: w, height: h };
  return { width, height };
}

/** Sheets passed through are leaves of the artwork's own size, without bleed. */
function asPassed<W extends Pick<BookWish, 'artwork' | 'product' | 'sheet'>>(wish: W, artwork: Artwork): W {
  if (wish.artwork.imposed.kind !== 'sheets') return wish;
  const box = artwork.pages[0]?.[wish.artwork.box];
  if (!box) return wish;
  return {
    ...wish,
    product: {
      ...wish.product,
      binding: { kind: 'loose-leaf', by: 'wire', clearance: 0, order: 'repeat' },
      finished: onPaper(box, wish.sheet.stock),
      bleed: 0,
      endBleed: null,
    },
    sheet: { ...wish.sheet, up: 'one', fill: 'repeat' },
  };
}

/**
 * Makes a docket's pages up to a book of sections. Never throws for wishes that cannot be met: see the findings.
 */
export function makeUpBook(docket: DocketOf<'bound'>, artwork: Artwork, laying: Laying): MadeUp<BookPlan> {
  const wish: BookWish = asPassed({ ...docket, laying }, artwork);
  const { product, sheet } = wish;
  const { binding, cover } = product;
  const rules = rulesOf(binding);
  const nested = rules.made === 'nested';
  const pagesWish = { imposed: wish.artwork.imposed, product };
  const list = pageList(pagesWish, artwork);
  // what has no cover round it gets none: see the findings
  const own =
    cover.kind === 'separate' && rules.cover !== 'none'
      ? coverPages(product, cover, wish.artwork.box, artwork, list)
      : null;
  const text = makeUpText(wish, own, list, nested);
  const pages = withCover(text, own);
  const before = own?.outside.length ?? 0;
  const { counted, spaced, laid } = text;
  const sections = before === 0 && product.stocks.length === 0 ? laid.sections : behindCover(text, before);
  const round =
    own && cover.kind === 'separate' ? coverSection(product, cover, sheet.machine, pages.length, own.spread) : null;
  const [board, measured] = cover.kind === 'separate' ? [cover.stock.caliper, cover.spine] : [null, null];
  const spine = rules.flatSpine ? spineOf(leavesIn(sections), board, measured) : null;
  const untrimmed = foldedOnly(product, sheet);
  const made: Made = { spine, pages: pages.length, nested, untrimmed };
  const passed = wish.artwork.imposed.kind === 'sheets';
  const pieces = asPieces(product, round, sections, made);
  const all = passed ? asWhole(pieces) : pieces;
  const nesting: Nesting = { nested, bound: product.bound, creeps: nested || rules.made === 'gathered' };
  const calipers = calipersByDepth(all, nesting);
  // what is not trimmed loses nothing at the face
  const uncorrected = { ...product, creep: { ...product.creep, correction: 'none' as const } };
  const trimmed = creepOf(untrimmed ? uncorrected : product, calipers, nested);
  const creep = untrimmed ? { ...trimmed, lostAtFace: 0 } : trimmed;
  const wanted = pagesWished(pagesWish, artwork);
  const assembly = assemblyOf(product, all, made, calipers.length);
  return {
    product: {
      kind: 'bound',
      pages,
      reading: pages.map((p) => p.ref?.page ?? null),
      blanks: text.pages.length - spaced.list.length + spaced.added,
      textPages: spaced.list.length - spaced.added,
      sections: all,
      ...nesting,
      creep,
      spine,
      untrimmed,
      misplaced: laid.misplaced.map((p) => p + counted),
      spaced: spaced.behind.map((p) => p + counted),
      places: list.length,
      coverLacks: own?.lacks ?? 0,
      shift: before - counted,
    },
    content: bookContent({
      product,
      placement: wish.artwork,
      imprint: docket.imprint,
      artwork,
      pages,
      sections: all,
      creep,
      ...nesting,
    }),
    pieces: all,
    gangs: gangsOf(wish, all, nested),
    assembly: passed ? passedAssembly(docket.product, assembly, all.length) : assembly,
    tooMany: wanted > MOST_PAGES ? { of: 'pages', wanted, most: MOST_PAGES } : null,
  };
}

/** Sheets that are passed through are not cut: they may be as large as their paper. Those that were alike still are. */
function asWhole(pieces: readonly Section[]): Section[] {
  const whole = new Map<SectionShape, SectionShape>();
  return pieces.map((piece) => {
    const { shape } = piece;
    const own = whole.get(shape) ?? {
      ...shape,
      lines: shape.lines.filter((l) => l.kind !== 'trim'),
      wholeSheet: true,
    };
    whole.set(shape, own);
    return { ...piece, shape: own };
  });
}

/** The text's sections with their places counted from the cover's on; strangers as wishes count them. */
const behindCover = ({ laid, spaced, counted }: Text, before: number): SectionPlanned[] =>
  laid.sections.map((s) => ({
    ...s,
    places: s.places.map((p) => p + before),
    strangers: s.strangers.map((p) => spaced.wishPlace(p) + counted),
  }));

/** The leaves of sections, added up by their stock. */
function leavesIn(sections: readonly SectionPlanned[]): Leaves[] {
  const out = new Map<Section['stock'], number>();
  for (const { way, stock } of sections) out.set(stock, (out.get(stock) ?? 0) + way.pages / 2);
  return [...out].map(([stock, leaves]) => ({ leaves, caliper: stock.caliper, stock: stock.id }));
}

/** Leaves by depth: of the whole nest, or of the gathered section that creeps most. */
function calipersByDepth(sections: readonly SectionPlanned[], { nested, bound, creeps }: Nesting): number[] {
  const depths = (s: SectionPlanned): number[] =>
    Array.from({ length: nested ? s.way.pages / 4 : 1 + deepest(s.way, bound) }, () => s.stock.caliper);
  if (nested) return sections.flatMap(depths);
  if (!creeps) return [];
  const most = sections
    .filter((s) => s.kind === 'text' && s.way.binds && s.way.folds.length > 0)
    .map(depths)
    .reduce<number[]>((m, list) => (creepIn(list) > creepIn(m) || m.length === 0 ? list : m), []);
  return most;
}

/** What the innermost leaf of a section stands out, by its calipers. */
const creepIn = (calipers: readonly number[]): number => (calipers.length - 1) * (calipers[0] ?? 0);

/**
 * Pages as the trade counts them: the text's with its blanks, and a cover's where they are the text's own. Tabs,
 * inserts and a cover with artwork of its own are named beside them.
 */
export function countedPages(book: Pick<BookPlan, 'pages' | 'shift'>): number {
  let n = 0;
  for (const { kind } of book.pages)
    if (kind === 'page' || kind === 'blank' || (kind === 'cover' && book.shift === 0)) n++;
  return n;
}
