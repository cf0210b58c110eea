import { MadeBleed, NEAR_EDGE, type ArtworkWish, type Patch } from '../docket';
import { artworkToPage, edgesMade, MOST_INSIDE, reachOf, shownOf, type Placement } from '../makeup';
import type { Part, WorkedPage } from '../pages';
import {
  apply,
  edgesTurned,
  formatLength,
  formatNumber,
  intersect,
  rectThrough,
  type Edges,
  type Matrix,
  type QuarterTurns,
  type Rect,
  type Size,
} from '../measure';
import { pageRanges, plural, type Finding, type Inspected, type Offer } from './kinds';

/** How much bleed may lack without a word, mm. */
const TOLERANCE = 0.25;
/** Enlarged more than this the artwork is another one. */
const MOST_ENLARGED = 1.15;

/** Pages that lack bleed, whether all that were looked at do, and how much larger all would have to be. */
export interface Lacking {
  readonly short: readonly number[];
  readonly all: boolean;
  readonly enlarge: number;
}

/**
 * What is found of pages that lack bleed; nothing where none do.
 * @param bleed what is asked for, mm @param round what it is asked for round: `page` @param without printed so
 */
export function bleedFindings(
  { docket, unit }: Pick<Inspected, 'docket' | 'unit'>,
  { short, all, enlarge }: Lacking,
  { bleed, round, without }: { readonly bleed: number; readonly round: string; readonly without: Offer },
): Finding[] {
  if (short.length === 0) return [];
  const factor = Math.ceil(enlarge * 1000) / 1000;
  const larger: Offer = {
    label: `Enlarge the artwork to ${formatNumber(factor * docket.artwork.enlarge * 100, 1)} %`,
    detail: 'it then reaches past the trim; its edges are cut a little',
    patch: { artwork: { enlarge: Math.min(10, docket.artwork.enlarge * factor) } },
  };
  return [
    {
      id: 'no-bleed',
      severity: 'look',
      station: 'artwork',
      title: all ? 'The artwork has no bleed' : `${plural(short.length, 'page has', 'pages have')} too little bleed`,
      detail: `${formatLength(bleed, unit)} are asked for round the ${round}${all ? '' : ` (page ${pageRanges(short)})`}; cut a hair off and a white edge shows where colour runs to the trim.`,
      offers: () => [...made(docket.artwork), ...(factor > 1 && factor < MOST_ENLARGED ? [larger] : []), without],
    },
  ];
}

/** Bleed that is made, either way; nothing where it is already. */
function made({ bleed }: ArtworkWish): Offer[] {
  if (bleed) return [];
  const of = (way: MadeBleed['way']): Patch => ({ artwork: { bleed: MadeBleed.parse({ way }) } });
  return [
    {
      label: 'Make bleed: the page mirrored at its edges',
      detail: 'good for pictures and patterns; what stands near the trim comes twice',
      gentle: true,
      patch: of('mirrored'),
    },
    {
      label: 'Make bleed: its edges stretched',
      detail: 'good for flat colours and lines that run off',
      patch: of('stretched'),
    },
  ];
}

/**
 * How much larger a page would have to be to have the bleed that is needed round the finished page; null where it lacks
 * none that would be missed. All seen as the page is.
 */
export function enlargedFor(
  page: WorkedPage,
  placement: Placement,
  finished: Size,
  need: Edges,
  { turn = 0, part }: { readonly turn?: QuarterTurns; readonly part?: Part | undefined } = {},
): number | null {
  const map = artworkToPage(page, placement, finished, { turn: 0, ...(part ? { part } : {}) });
  const seen = reachOf(page, placement.box, part);
  const shown = seen ? (intersect(shownOf(page), seen) ?? seen) : shownOf(page);
  const own = reachBeyond(map, shown, finished);
  const reach = withMade(own, need, placement.bleed, turn);
  if (!lacks(reach, need) || !inkLacks(page, map, finished, reach, need)) return null;
  const w = finished.width / 2;
  const h = finished.height / 2;
  return Math.max(
    1,
    (w + need.left) / (w + reach.left),
    (w + need.right) / (w + reach.right),
    (h + need.top) / (h + reach.top),
    (h + need.bottom) / (h + reach.bottom),
  );
}

/** How far a page reaches with the bleed that is made for it. */
function withMade(own: Edges, need: Edges, wish: MadeBleed | null | undefined, turn: QuarterTurns): Edges {
  if (!wish) return own;
  // seen as the artwork is, before it is turned
  const made = edgesTurned(edgesMade(wish), ((4 - turn) % 4) as QuarterTurns);
  const at = (edge: keyof Edges): number =>
    made[edge] === 1 && own[edge] >= -MOST_INSIDE ? Math.max(own[edge], need[edge]) : own[edge];
  return { left: at('left'), right: at('right'), top: at('top'), bottom: at('bottom') };
}

const lacks = (reach: Edges, need: Edges): boolean => EDGES.some((edge) => reach[edge] < need[edge] - TOLERANCE);

/** Whether ink comes to an edge that lacks bleed: where the paper is white there, none is missed. Unknown, it does. */
function inkLacks({ ink }: WorkedPage, map: Matrix, finished: Size, reach: Edges, need: Edges): boolean {
  if (!ink) return true;
  const short = (edge: keyof Edges): boolean => reach[edge] < need[edge] - TOLERANCE;
  const placed = rectThrough(map, ink);
  const near = NEAR_EDGE * Math.max(Math.hypot(map[0], map[1]), Math.hypot(map[2], map[3]));
  const at = {
    left: placed.x,
    bottom: placed.y,
    right: finished.width - placed.x - placed.width,
    top: finished.height - placed.y - placed.height,
  };
  return EDGES.some((edge) => short(edge) && at[edge] < near);
}

const EDGES = ['left', 'right', 'top', 'bottom'] as const;

/**
 * How far the artwork reaches beyond the finished page on each side once placed, mm: as far as it does at both ends of
 * that side. Less than 0 where it ends within the page.
 */
function reachBeyond(map: Matrix, shown: Rect, finished: Size): Edges {
  const { x, y, width, height } = shown;
  const corners = [
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ].map(([px, py]) => apply(map, px!, py!));
  // a page in a mirror is gone round the other way
  const around = map[0] * map[3] - map[1] * map[2] > 0 ? corners : corners.toReversed();
  const beyond = (from: readonly (readonly [number, number])[], dx: number, dy: number): number =>
    Math.min(...from.map((at) => distanceOut(around, at, dx, dy)));
  const [w, h] = [finished.width, finished.height];
  return {
    left: beyond([[0, 0], [0, h]], -1, 0), // prettier-ignore
    right: beyond([[w, 0], [w, h]], 1, 0), // prettier-ignore
    top: beyond([[0, h], [w, h]], 0, 1), // prettier-ignore
    bottom: beyond([[0, 0], [w, 0]], 0, -1), // prettier-ignore
  };
}

/** Less than this a side that runs along the way out is not crossed on it. */
const ALONG = 1e-9;

/** How far it is from a point to where a convex outline, gone round counter-clockwise, is left in a direction, mm. */
function distanceOut(
  outline: readonly (readonly [number, number])[],
  [px, py]: readonly [number, number],
  dx: number,
  dy: number,
): number {
  let least = Infinity;
  outline.forEach(([ax, ay], i) => {
    const [bx, by] = outline[(i + 1) % outline.length]!;
    const length = Math.hypot(bx - ax, by - ay) || 1;
    // the side's normal, outwards
    const [nx, ny] = [(by - ay) / length, (ax - bx) / length];
    const toward = nx * dx + ny * dy;
    if (toward > ALONG) least = Math.min(least, (nx * (ax - px) + ny * (ay - py)) / toward);
  });
  return least;
}
