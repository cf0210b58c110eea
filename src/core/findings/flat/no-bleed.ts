import { turnedToLie } from '../../makeup';
import { formatLength, formatNumber, sizeTurned } from '../../measure';
import { factsOf } from '../../pages';
import { enlargedFor, MOST_ENLARGED } from '../bleed';
import { pageRanges, plural, type Check, type InspectedFlat } from '../kinds';

/** Bleed that is asked for but that the artwork does not reach. */
export const noBleed: Check<InspectedFlat> = ({ docket, artwork, product, flat, unit }) => {
  const { bleed, finished } = product;
  if (bleed === 0) return [];
  const need = { left: bleed, right: bleed, top: bleed, bottom: bleed };
  const short = new Set<number>();
  const looked = new Set<number>();
  let enlarge = 1;
  for (const ref of flat.faces.flatMap(({ front, back }) => [front, back])) {
    const facts = ref && factsOf(artwork, ref);
    if (!ref || !facts || ref.part) continue;
    looked.add(ref.page);
    const { turn } = turnedToLie(ref, facts[docket.artwork.box], finished);
    const larger = enlargedFor(facts, docket.artwork, sizeTurned(finished, turn), need);
    if (larger === null) continue;
    short.add(ref.page);
    enlarge = Math.max(enlarge, larger);
  }
  if (short.size === 0) return [];
  const all = short.size === looked.size;
  const factor = Math.ceil(enlarge * 1000) / 1000;
  return [
    {
      id: 'no-bleed',
      severity: 'look',
      station: 'artwork',
      title: all ? 'The artwork has no bleed' : `${plural(short.size, 'page has', 'pages have')} too little bleed`,
      detail: `${formatLength(bleed, unit)} are asked for round the ${product.what}${all ? '' : ` (page ${pageRanges([...short])})`}; cut a hair off and a white edge shows where colour runs to the trim.`,
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
        { label: 'Print without bleed', detail: 'more lie on a sheet', patch: { product: { bleed: 0 } } },
      ],
    },
  ];
};
