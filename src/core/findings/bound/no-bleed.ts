import { NEAR_EDGE, type PageFacts } from '../../docket';
import { bleedsOf, pageBleed, placementScale, spineBleed, spineEdge } from '../../makeup';
import { formatLength, formatNumber, type Edges, type Rect, type Size } from '../../measure';
import { factsOf } from '../../pages';
import { whiteEdges } from '../../sheet';
import { pageRanges, plural, type Check, type InspectedBook } from '../kinds';

/** How much bleed may lack without a word, mm. */
const TOLERANCE = 0.25;
/** Enlarged more than this the artwork is another one. */
const MOST_ENLARGED = 1.15;

/** Bleed that is asked for but that the artwork does not reach. */
export const noBleed: Check<InspectedBook> = (it) => {
  const { docket, product, unit } = it;
  const { face } = bleedsOf(product);
  if (face === 0) return [];
  const { short, placed, enlarge } = lacking(it);
  if (short.length === 0) return [];
  const all = short.length === placed;
  const factor = Math.ceil(enlarge * 1000) / 1000;
  return [
    {
      id: 'no-bleed',
      severity: 'look',
      station: 'artwork',
      title: all ? 'The artwork has no bleed' : `${plural(short.length, 'page has', 'pages have')} too little bleed`,
      detail: `${formatLength(face, unit)} are asked for round the page${all ? '' : ` (page ${pageRanges(short)})`}; cut a hair off and a white edge shows where colour runs to the trim.`,
      offers: () => [
        ...(factor > 1 && factor < MOST_ENLARGED
          ? [
              {
                label: `Enlarge the artwork to ${formatNumber(factor * docket.artwork.enlarge * 100, 1)} %`,
                detail: 'it then reaches past the trim; its edges are cut a little',
                patch: { artwork: { enlarge: Math.min(10, docket.artwork.enlarge * factor) } },
              },
            ]
          : []),
        {
          label: 'Print without bleed',
          detail: 'booklets lie closer on the sheet',
          patch: { product: { bleed: 0, endBleed: null } },
        },
      ],
    },
  ];
};

/** The pages that lack bleed, how many were looked at, and how much larger all would have to be. */
function lacking({ docket, product, artwork, book, plan }: InspectedBook): {
  short: number[];
  placed: number;
  enlarge: number;
} {
  const { finished, bound } = product;
  const { face, ends } = bleedsOf(product);
  const atSpine = spineBleed(product);
  const needs = [1, 2].map((reading) => pageBleed(spineEdge(reading, bound), face, ends, atSpine));
  const white = whiteEdges(plan);
  const short: number[] = [];
  let enlarge = 1;
  let placed = 0;
  book.pages.forEach(({ ref }, i) => {
    const page = ref ? factsOf(artwork, ref) : undefined;
    // where the edge stays white there is none to lack
    if (white.has(i + 1)) return;
    // parts of sheets have their neighbours' content beside them; turned pages are looked at by eye
    if (!ref || !page || ref.part || ref.turn !== 0) return;
    placed++;
    const placement = { box: page[docket.artwork.box], scale: placementScale(page, docket.artwork, finished) };
    const reach = reachBeyond(page, placement.box, placement.scale, finished);
    // which edge is the spine, and needs no bleed, goes by where the page stands in the book
    const need = needs[i % 2]!;
    if (!lacks(reach, need) || !inkLacks(page, placement, reach, need)) return;
    short.push(ref.page);
    const w = finished.width / 2;
    const h = finished.height / 2;
    enlarge = Math.max(
      enlarge,
      (w + need.left) / (w + reach.left),
      (w + need.right) / (w + reach.right),
      (h + need.top) / (h + reach.top),
      (h + need.bottom) / (h + reach.bottom),
    );
  });
  return { short, placed, enlarge };
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
