import { factsOf } from '../bound';
import type { PageFacts } from '../docket';
import { formatLength, formatNumber, type Rect } from '../measure';
import { bleedsOf, pageBleed, placementScale, spineBleed, spineEdge } from '../sheet';
import { pageRanges, plural, type Finding, type Inspected } from './kinds';

/** Bleed that is asked for but that the artwork does not reach. */
export function noBleedFinding({ docket, artwork, plan, unit }: Inspected): Finding[] {
  const { finished } = docket.product;
  const { face, ends } = bleedsOf(docket.product);
  if (face === 0) return [];
  const short: number[] = [];
  let enlarge = 1;
  let placed = 0;
  plan.pages.forEach(({ ref }, i) => {
    const page = ref ? factsOf(artwork, ref) : undefined;
    // parts of sheets have their neighbours' content beside them; turned pages are looked at by eye
    if (!ref || !page || ref.part || ref.turn !== 0) return;
    placed++;
    const number = ref.page;
    const s = placementScale(page, docket.artwork, finished);
    const reach = reachBeyond(page, page[docket.artwork.box], s, finished);
    // which edge is the spine, and needs no bleed, goes by where the page stands in the booklet
    const need = pageBleed(spineEdge(i + 1, docket.product.bound), face, ends, spineBleed(docket.product));
    const lacking = (['left', 'right', 'top', 'bottom'] as const).some((e) => reach[e] < need[e] - 0.25);
    if (!lacking) return;
    short.push(number);
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
      remedies: [
        ...(factor > 1 && factor < 1.15
          ? [
              {
                label: `Enlarge the artwork to ${formatNumber(factor * docket.artwork.enlarge * 100, 1)} %`,
                detail: 'it then reaches past the trim; its edges are cut a little',
                patch: { artwork: { enlarge: docket.artwork.enlarge * factor } },
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
}

/** How far the artwork reaches beyond the finished page on each side once placed, in millimetres. */
function reachBeyond(page: PageFacts, box: Rect, s: number, finished: { width: number; height: number }) {
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
