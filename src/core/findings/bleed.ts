import { MadeBleed, NEAR_EDGE, type ArtworkWish, type PageFacts, type Patch } from '../docket';
import { edgesMade, MOST_INSIDE, placementScale, type Placement } from '../makeup';
import {
  edgesTurned,
  formatLength,
  formatNumber,
  type Edges,
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
  page: PageFacts,
  placement: Placement,
  finished: Size,
  need: Edges,
  turn: QuarterTurns = 0,
): number | null {
  const placed = { box: page[placement.box], scale: placementScale(page, placement, finished) };
  const own = reachBeyond(page, placed.box, placed.scale, finished);
  const reach = withMade(own, need, placement.bleed, turn);
  if (!lacks(reach, need) || !inkLacks(page, placed, reach, need)) return null;
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
function inkLacks(
  { ink }: PageFacts,
  { box, scale }: { readonly box: Rect; readonly scale: number },
  reach: Edges,
  need: Edges,
): boolean {
  if (!ink) return true;
  const short = (edge: keyof Edges): boolean => reach[edge] < need[edge] - TOLERANCE;
  const near = NEAR_EDGE * scale;
  const at = {
    left: scale * (ink.x - box.x),
    bottom: scale * (ink.y - box.y),
    right: scale * (box.x + box.width - ink.x - ink.width),
    top: scale * (box.y + box.height - ink.y - ink.height),
  };
  return EDGES.some((edge) => short(edge) && at[edge] < near);
}

const EDGES = ['left', 'right', 'top', 'bottom'] as const;

/** How far the artwork reaches beyond the finished page on each side once placed, in millimetres. */
function reachBeyond(page: PageFacts, box: Rect, s: number, finished: Size): Edges {
  const shown = page.hasTrim ? page.bleed : page.media;
  const cx = box.x + box.width / 2;
  const cy = box.y + box.height / 2;
  return {
    left: s * (cx - shown.x) - finished.width / 2,
    right: s * (shown.x + shown.width - cx) - finished.width / 2,
    top: s * (shown.y + shown.height - cy) - finished.height / 2,
    bottom: s * (cy - shown.y) - finished.height / 2,
  };
}
