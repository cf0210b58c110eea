import { formatNumber, formatSize, type Size } from '../../measure';
import { printedScale } from '../../makeup';
import { factsOf } from '../../pages';
import type { Check, InspectedPoster } from '../kinds';

/** How coarse pictures may be from the distance a poster is looked at from, pixels an inch. */
const COARSE = 72;
/** Finer than this nobody sees a pixel of a poster. */
const ENOUGH = 100;

/** The coarsest picture of the artwork at the poster's size. */
export const resolution: Check<InspectedPoster> = ({ docket, artwork, product, poster, unit }) => {
  let least = Infinity;
  let page = 0;
  let scale = 1;
  for (const ref of poster.posters) {
    const facts = factsOf(artwork, ref);
    if (!facts?.ppi) continue;
    const s = printedScale(facts, docket.artwork, product.finished, ref);
    if (facts.ppi / s < least) [least, page, scale] = [facts.ppi / s, ref.page, s];
  }
  if (least >= ENOUGH) return [];
  const shown = Math.floor(least);
  const at = (ppi: number): Size => {
    const k = least / ppi;
    return { width: Math.floor(product.finished.width * k), height: Math.floor(product.finished.height * k) };
  };
  return [
    {
      id: 'resolution',
      severity: least < COARSE / 2 ? 'look' : 'fine',
      station: 'artwork',
      title: `Pictures come to ${shown} pixels an inch`,
      detail: `${poster.posters.length > 1 ? `The coarsest, on page ${page}, is` : 'The coarsest is'} printed ${formatNumber(scale * 100, 0)} % of its size. ${COARSE} do from two steps away; at ${formatSize(at(COARSE), unit)} it had them.`,
      offers: () =>
        least < COARSE && at(COARSE).width >= 20 && at(COARSE).height >= 20
          ? [
              {
                label: `Poster ${formatSize(at(COARSE), unit)}`,
                detail: `${COARSE} pixels an inch`,
                patch: { product: { finished: at(COARSE), across: null, down: null } },
              },
            ]
          : [],
    },
  ];
};
