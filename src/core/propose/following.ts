import {
  artworkSize,
  leastBleed,
  patched,
  type Artwork,
  type Docket,
  type PageWork,
  type Patch,
  type ProductOf,
} from '../docket';
import { sameSize, type Size } from '../measure';
import { guessedWork, worked } from '../pages';
import type { Shop } from '../shop';
import { proposedStock } from './stock';

/** How far proportions may differ for artwork to fit a page without a white edge worth a word, as a share. */
const ALIKE = 0.004;
/** How far sizes may differ for being the same, mm. */
const SAME = 1;
/** Pages of a job and stocks of a shop, multiplied: with more, stocks are not chosen anew between two frames. */
const MOST_TRIED = 20_000;

/** How much larger artwork of one size is placed on another. */
function scaleTo({ fit, enlarge }: Pick<Docket['artwork'], 'fit' | 'enlarge'>, own: Size, finished: Size): number {
  const [across, down] = [finished.width / own.width, finished.height / own.height];
  switch (fit) {
    case 'centre':
      return enlarge;
    case 'fit':
      return enlarge * Math.min(across, down);
    case 'fill':
      return enlarge * Math.max(across, down);
  }
}

const isAlike = (a: Size, b: Size): boolean => Math.abs((b.width * a.height) / (b.height * a.width) - 1) <= ALIKE;

/** Whether artwork at its own size is of another size than the page, and of its proportions. */
const coversAtOnce = ({ fit, enlarge, imposed }: Docket['artwork'], own: Size, finished: Size): boolean =>
  imposed.kind === 'pages' &&
  fit === 'centre' &&
  enlarge === 1 &&
  !sameSize(own, finished, SAME) &&
  isAlike(own, finished);

/**
 * How artwork that takes another's place is placed: where it is of the page's proportions it covers it at once; what was
 * set for its pages by hand stays, and what was found on them is found anew.
 */
export function placedFor(docket: Docket, artwork: Artwork): Pick<Docket['artwork'], 'fit' | 'work'> {
  const { artwork: wish, product } = docket;
  const work = workAfter(docket, artwork);
  const own = artworkSize(worked(artwork, { work }), wish.box);
  const covers = artwork.pages.length > 0 && coversAtOnce(wish, own, product.finished);
  return { fit: covers ? 'fill' : wish.fit, ...(wish.work ? { work } : {}) };
}

function workAfter({ artwork: { work }, product }: Docket, artwork: Artwork): Docket['artwork']['work'] {
  const isFound = (w: PageWork): boolean => w.file === 0 && w.why !== undefined && w.why !== null && w.why !== 'hand';
  if (!work?.some(isFound)) return work;
  const now = [...work.filter((w) => !isFound(w)), ...guessedWork(artwork.pages, 0, product.finished)];
  return now.length > 0 ? now : null;
}

/** A poster of another size: its joints stay where they are in the picture. */
function largerPoster({ finished: was, across, down }: ProductOf<'poster'>, finished: Size): Patch {
  const moved = (at: readonly number[] | null, k: number): number[] | null =>
    at && at.map((v) => Math.round(v * k * 100) / 100);
  return {
    product: {
      finished,
      across: moved(across, finished.width / was.width),
      down: moved(down, finished.height / was.height),
    },
  };
}

/**
 * The change to another finished size. Artwork of the same proportions is made to cover it at once (half of A4 is not A5 to
 * the last tenth: fitted whole, a white line would be left), and its bleed with it where the bleed was what the artwork has.
 */
export function sizePatch(docket: Docket, raw: Artwork, finished: Size): Patch {
  const { artwork: wish, product } = docket;
  const artwork = worked(raw, wish);
  const plain: Patch = { product: { finished } };
  if (product.kind === 'poster') return largerPoster(product, finished);
  if (wish.imposed.kind !== 'pages' || artwork.pages.length === 0) return plain;
  const own = artworkSize(artwork, wish.box);
  if (!isAlike(own, finished)) {
    // what covered a page of its proportions would be cut on this one
    const covered = wish.fit === 'fill' && wish.enlarge === 1 && isAlike(own, product.finished);
    return covered ? { ...plain, artwork: { fit: 'centre' } } : plain;
  }
  const placed = coversAtOnce(wish, own, finished) ? 'fill' : wish.fit;
  const has = leastBleed(artwork);
  const bleedAt = (scale: number): number => Math.min(3, Math.floor(has * scale * 10 + 1e-6) / 10);
  const was = bleedAt(scaleTo(wish, own, product.finished));
  const now = bleedAt(scaleTo({ ...wish, fit: placed }, own, finished));
  const follows = has >= 0.5 && Math.abs(product.bleed - was) < 0.05 && now !== product.bleed;
  return {
    product: { finished, ...(follows ? { bleed: now, ...(product.kind === 'bound' ? { endBleed: null } : {}) } : {}) },
    ...(placed === wish.fit ? {} : { artwork: { fit: placed } }),
  };
}

/**
 * A change, with the stock chosen anew where the program's choice stands: where the job's stock is the one on which it costs
 * least, or nothing fits any. A stock that somebody chose stays.
 */
export function withStockFor(docket: Docket, artwork: Artwork, shop: Pick<Shop, 'stocks'>, patch: Patch): Patch {
  if (artwork.pages.length * shop.stocks.length > MOST_TRIED) return patch;
  const { stock } = docket.sheet;
  const chosen = proposedStock(docket, artwork, shop);
  if (chosen && chosen.id !== stock.id) return patch;
  const best = proposedStock(patched(docket, patch), artwork, shop);
  return best && best.id !== stock.id ? { ...patch, sheet: { ...patch.sheet, stock: best } } : patch;
}
