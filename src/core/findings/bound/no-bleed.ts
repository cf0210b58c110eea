import { bleedsOf, pageBleed, spineBleed, spineEdge } from '../../makeup';
import { formatLength, formatNumber } from '../../measure';
import { factsOf } from '../../pages';
import { whiteEdges } from '../../sheet';
import { enlargedFor, MOST_ENLARGED } from '../bleed';
import { pageRanges, plural, type Check, type InspectedBook } from '../kinds';

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
    // which edge is the spine, and needs no bleed, goes by where the page stands in the book
    const larger = enlargedFor(page, docket.artwork, finished, needs[i % 2]!);
    if (larger === null) return;
    short.push(ref.page);
    enlarge = Math.max(enlarge, larger);
  });
  return { short, placed, enlarge };
}
