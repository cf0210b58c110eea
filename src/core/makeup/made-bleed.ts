import type { MadeBleed } from '../docket';
import { compose, intersect, rect, rectThrough, type Edges, type Matrix, type Rect, type Size } from '../measure';
import type { Part, WorkedPage } from '../pages';
import { reachOf, type Placement } from './placing';

/** A page that is drawn once more beyond its edge. */
export interface Strip {
  /** What is seen of it, on the upright page. */
  readonly clip: Rect;
  /** Takes the artwork page to the upright page. */
  readonly toPage: Matrix;
}

/** How far a strip goes on under the page that it joins, mm: the line between them is not to be seen at any resolution. */
const UNDER = 0.05;
/** What of a page is drawn out where its bleed is stretched, mm. */
const OUTERMOST = 0.1;
/** A page that ends further than this within the trim is too small: it lacks more than bleed. Millimetres. */
export const MOST_INSIDE = 1;
/** Bleed that lacks less than this is there, mm. */
const THERE = 0.01;

/** The edges at which bleed is made, as edges of the upright page: 1 where it is. */
export function edgesMade({ edges }: MadeBleed): Edges {
  const at = (edge: MadeBleed['edges'][number]): 0 | 1 => (edges.includes(edge) ? 1 : 0);
  return { left: at('left'), right: at('right'), top: at('head'), bottom: at('foot') };
}

/** What is done beyond one end of an axis: from where to where, and the map x → scale x + shift that takes the page there. */
interface Beyond {
  readonly from: number;
  readonly to: number;
  readonly scale: number;
  readonly shift: number;
}

/** Beyond the end of what is shown of a page, up to its bleed. @param toward 1 at the upper end of the axis, -1 at the lower */
function beyond(way: MadeBleed['way'], edge: number, outer: number, toward: 1 | -1): Beyond {
  // the point of the page that comes to lie on its edge, and how much it is drawn out from there; a mirror stands half
  // of what goes under the page within it: beyond its edge there is nothing of the page that could be seen in one
  const join = edge - toward * (way === 'mirrored' ? UNDER : OUTERMOST);
  const scale = way === 'mirrored' ? -1 : Math.abs(outer - edge) / OUTERMOST;
  const inner = edge - toward * UNDER;
  return { from: Math.min(inner, outer), to: Math.max(inner, outer), scale, shift: edge - scale * join };
}

/**
 * The bleed that is made for a page: strips along its edges, and at its corners what is made of both.
 * @param map takes the artwork page, mm from the lower left of its media box, to the upright page
 * @param finished size of the upright page, mm @param bleed wanted round it, mm
 * @param reach what may be seen of the artwork page; null for all of it
 * @returns null where it lacks nothing that is made; else the strips, and what is seen of the artwork page itself
 */
export function madeBleed(
  facts: WorkedPage,
  wish: MadeBleed | null | undefined,
  map: Matrix,
  finished: Size,
  bleed: number,
  reach: Rect | null,
): { readonly reach: Rect; readonly made: readonly Strip[] } | null {
  if (!wish || bleed <= 0 || !isStraight(map)) return null;
  const shown = reach ? intersect(shownOf(facts), reach) : shownOf(facts);
  if (!shown) return null;
  const s = rectThrough(map, shown);
  const at = edgesMade(wish);
  const { width, height } = finished;
  const lower = (wished: number, edge: number): Beyond | null =>
    wished === 1 && edge > THERE - bleed && edge <= MOST_INSIDE ? beyond(wish.way, edge, -bleed, -1) : null;
  const upper = (wished: number, edge: number, size: number): Beyond | null =>
    wished === 1 && edge < size + bleed - THERE && edge >= size - MOST_INSIDE
      ? beyond(wish.way, edge, size + bleed, 1)
      : null;
  const across = [lower(at.left, s.x), upper(at.right, s.x + s.width, width)].filter((b) => b !== null);
  const up = [lower(at.bottom, s.y), upper(at.top, s.y + s.height, height)].filter((b) => b !== null);
  const ownAcross = own(s.x, s.x + s.width, width, bleed);
  const ownUp = own(s.y, s.y + s.height, height, bleed);
  const made = [
    ...across.map((x) => strip(map, x, ownUp)),
    ...up.map((y) => strip(map, ownAcross, y)),
    ...(wish.corners ? across.flatMap((x) => up.map((y) => strip(map, x, y))) : []),
  ];
  return made.length === 0 ? null : { reach: shown, made };
}

/** What there is of a page: up to its bleed box where it says where its trim is, else all of it. */
export const shownOf = (facts: WorkedPage): Rect =>
  facts.pieces ? facts.media : facts.hasTrim ? facts.bleed : (facts.sheet ?? facts.media);

/** Whether the edges of what a map takes somewhere run along the page's: a page at an angle has none to see a mirror in. */
const isStraight = ([a, b, c, d]: Matrix): boolean =>
  (Math.abs(b) < SLANT && Math.abs(c) < SLANT) || (Math.abs(a) < SLANT && Math.abs(d) < SLANT);
/** Less than this over a metre is 0.001 mm. */
const SLANT = 1e-6;

/** Where a page lies, with the bleed that is made for it. @param map takes the artwork page to the upright page */
export function bled(
  facts: WorkedPage,
  { box, bleed: wish }: Placement,
  map: Matrix,
  finished: Size,
  bleed: number,
  part: Part | undefined,
): { readonly toPage: Matrix; readonly reach: Rect | null; readonly made?: readonly Strip[] } {
  const reach = reachOf(facts, box, part);
  return { toPage: map, ...(madeBleed(facts, wish, map, finished, bleed, reach) ?? { reach }) };
}

/** The page itself along an axis, as far as its bleed. */
const own = (from: number, to: number, size: number, bleed: number): Beyond => ({
  from: Math.max(from, -bleed),
  to: Math.min(to, size + bleed),
  scale: 1,
  shift: 0,
});

const strip = (map: Matrix, x: Beyond, y: Beyond): Strip => ({
  clip: rect(x.from, y.from, x.to - x.from, y.to - y.from),
  toPage: compose(map, [x.scale, 0, 0, y.scale, x.shift, y.shift]),
});
