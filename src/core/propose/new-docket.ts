import type * as z from 'zod';
import {
  artworkBleed,
  artworkSize,
  Docket,
  MOST_POSTERS,
  Product,
  VERSION,
  type Artwork,
  type FileRef,
  type Patch,
  type ProductKind,
} from '../docket';
import { routeFor } from '../finishing';
import { inSequence, waysToHang } from '../makeup';
import { EPSILON, lying, type Size } from '../measure';
import { piecesIn, taken, worked } from '../pages';
import type { Shop } from '../shop';
import { asLargeAs } from './posters';
import { proposedStock } from './stock';

/** The marks a new docket has. */
export const DEFAULT_MARKS = {
  crop: { on: true, length: 5, offset: 3, weight: 0.25 },
  register: { on: true, length: 6, offset: 4, weight: 0.2 },
  fold: { on: true, length: 5, offset: 3, weight: 0.25 },
  slug: { on: true, height: 2.2, offset: 4 },
} satisfies Partial<z.input<typeof Docket>['marks']>;

/** A piece no larger than A7 is no book: cards, labels, tickets. mm² */
const CARD_AREA = 74 * 105;
/** Nor is one that is so much longer than it is wide. */
const TICKET_SHAPE = 2;
/** Pages from which single fronts are taken for numbered pieces in sequence: fewer are as many artworks. */
const SEQUENCE_FROM = 13;

/** Whether a size is larger than every sheet of a shop, whichever way it lies. */
function largerThanAll(size: Size, stocks: Shop['stocks']): boolean {
  const it = lying(size);
  return stocks.every((s) => {
    const sheet = lying(s);
    return it.width > sheet.width + EPSILON || it.height > sheet.height + EPSILON;
  });
}

/**
 * What artwork looks like that was just dropped: a few pages larger than any sheet are posters, a leaf is flat, and so are
 * several no larger than cards.
 */
export function likelyKind(artwork: Artwork, { stocks }: Pick<Shop, 'stocks'>): ProductKind {
  const length = piecesIn(artwork.pages);
  // of many pages, as of slides, nobody wants as many posters
  if (length > 0 && length < SEQUENCE_FROM && largerThanAll(artworkSize(artwork), stocks)) return 'poster';
  if (length <= 2) return 'flat';
  const { width, height } = artworkSize(artwork);
  const [long, short] = [Math.max(width, height), Math.min(width, height)];
  return width * height <= CARD_AREA + 1 || long / short > TICKET_SHAPE ? 'flat' : 'bound';
}

type Wished<K extends ProductKind> = Extract<z.input<typeof Docket>['product'], { kind: K }>;

const book = (finished: Size, bleed: number): Wished<'bound'> => ({
  kind: 'bound',
  binding: { kind: 'saddle-stitched' },
  copies: 100,
  finished,
  bleed,
  endBleed: null,
  bound: 'left',
  blanks: { kind: 'unsettled' },
  creep: { correction: 'push-in', factor: 1, measured: null },
  safe: 5,
});

/** What a flat piece is called by its size and proportions. */
function calledBy({ width, height }: Size): Wished<'flat'>['what'] {
  const [long, short] = [Math.max(width, height), Math.min(width, height)];
  if (width * height <= CARD_AREA) return long / short > TICKET_SHAPE ? 'ticket' : 'card';
  return long / short > TICKET_SHAPE ? 'ticket' : 'print';
}

/**
 * Flat work of so many pages: two are front and back of one piece; of more, an even number is fronts and backs, an odd one
 * fronts alone; many fronts come in sequence, each wanted once, and lie so that the cut piles are in order.
 */
function flat(finished: Size, bleed: number, pages: number): Wished<'flat'> {
  const two = pages % 2 === 0 && pages > 0;
  const pieces = two ? pages / 2 : pages;
  const numbered = pieces >= SEQUENCE_FROM;
  return {
    kind: 'flat',
    what: calledBy(finished),
    copies: numbered ? 1 : 100,
    finished,
    bleed,
    sides: two ? 'two' : 'one',
    order: numbered ? { kind: 'stack' } : pieces > 1 ? { kind: 'shared' } : { kind: 'repeat' },
  };
}

/** Sheets that a poster is made of where its artwork is no larger than one. */
const POSTER_SHEETS = 4;
/** What neighbours overlap by at first, mm. */
const OVERLAP = 20;

/** A poster of its artwork's own size. */
const poster = ({ width, height }: Size, bleed: number): Wished<'poster'> => ({
  kind: 'poster',
  copies: 1,
  finished: {
    width: Math.max(20, Math.min(20_000, width)),
    height: Math.max(20, Math.min(20_000, height)),
  },
  bleed,
  overlap: OVERLAP,
});

/** What is bound or cut out of sheets is no longer, mm. */
const MOST_EDGE = 5000;

/** The product of a kind that artwork is made into, as nothing else is known of it. */
export function newProduct(kind: ProductKind, artwork: Artwork): Wished<ProductKind> {
  const own = artworkSize(artwork);
  const finished = { width: Math.min(MOST_EDGE, own.width), height: Math.min(MOST_EDGE, own.height) };
  const bleed = artworkBleed(artwork);
  switch (kind) {
    case 'bound':
      return book(finished, bleed);
    case 'flat':
      return flat(finished, bleed, piecesIn(artwork.pages));
    case 'poster':
      return poster(own, bleed);
  }
}

/** What makes a product of a kind, as a route is chosen by it. */
export const MADE_BY = {
  bound: { process: 'stitch', foldedApart: false },
  flat: { process: null, foldedApart: false },
  poster: { process: null, foldedApart: false },
} as const satisfies Readonly<Record<ProductKind, Parameters<typeof routeFor>[0]>>;

/**
 * The docket for artwork just dropped: what it looks like (a booklet, flat work), finished size from the trim box, the stock
 * on which it costs least, marks on, the machine's own turn, finished on the first machine that does. Blanks of a book are
 * unsettled.
 * @param shop must hold at least one stock and one machine
 * @param made what is made of it; null for what it looks like @param wanted its finished size, where that is known
 * @throws RangeError where the shop has none
 */
export function newDocket(
  title: string,
  file: FileRef,
  artwork: Artwork,
  shop: Shop,
  date: string,
  made: ProductKind | null = null,
  wanted: Size | null = null,
): Docket {
  const [machine] = shop.machines;
  const [first] = shop.stocks;
  if (!machine || !first) throw new RangeError('The shop has no stock or machine yet.');
  const { work, seen } = taken(artwork, wanted);
  const kind = made ?? likelyKind(seen, shop);
  const docket = Docket.parse({
    kind: 'odd-sparrow docket',
    version: VERSION,
    title: title.slice(0, 300) || 'Untitled',
    artwork: { file, former: [], box: 'trim', fit: FITS[kind], enlarge: 1, ...(work ? { work } : {}) },
    product: newProduct(kind, seen),
    sheet: { stock: first, machine, up: 'most', turn: 'machine' },
    marks: DEFAULT_MARKS,
    finish: { here: true, route: routeFor(MADE_BY[kind], [], shop) },
    send: { hold: false },
    due: null,
    date,
  } satisfies z.input<typeof Docket>);
  const sized = { ...docket, product: enlarged(docket, docket.product) };
  const stock = proposedStock(sized, artwork, shop);
  return stock ? { ...sized, sheet: { ...sized.sheet, stock } } : sized;
}

/** How artwork is placed that was just dropped: a poster is covered by it. */
const FITS: Readonly<Record<ProductKind, Docket['artwork']['fit']>> = {
  bound: 'centre',
  flat: 'centre',
  poster: 'fill',
};

/** A poster that one sheet would do for is made as large as four give: else it would be none. */
function enlarged(docket: Docket, product: Product): Product {
  if (product.kind !== 'poster') return product;
  const wish = { ...docket, product };
  if (waysToHang(wish)[0]?.needed !== 1) return product;
  return { ...product, finished: asLargeAs(wish, product.finished, POSTER_SHEETS) ?? product.finished };
}

/** The pages that are wished for, as far as a poster's list holds so many. */
const pagesFor = (pages: Product['pages']): Product['pages'] => (pages && pages.length <= MOST_POSTERS ? pages : null);

const isSets = (product: Product): boolean => product.kind === 'flat' && inSequence(product);
/** Copies of bound work at most. */
const MOST_BOOKS = 1_000_000;

/** The change to another kind of product: made of the same artwork in the same size, in as many copies, on machines that make it. */
export function madeAs(docket: Docket, artwork: Artwork, shop: Shop, kind: ProductKind): Patch {
  const { product: now } = docket;
  const made = Product.parse(newProduct(kind, worked(artwork, docket.artwork)));
  const finish = { route: routeFor(MADE_BY[kind], docket.finish.route, shop) };
  // a poster is of another size than anything else, and of it there are as many as are said
  if (kind === 'poster' || now.kind === 'poster') {
    const product = enlarged(docket, Product.parse({ ...made, pages: pagesFor(now.pages) }));
    return { product, artwork: { fit: FITS[kind], enlarge: 1 }, finish };
  }
  const { finished, bleed, pages } = now;
  // sets of a sequence are no copies, nor the other way round
  const copies = isSets(now) || isSets(made) ? made.copies : Math.min(MOST_BOOKS, now.copies);
  return {
    product: Product.parse({ ...made, copies, finished, bleed, pages }),
    finish,
  };
}
