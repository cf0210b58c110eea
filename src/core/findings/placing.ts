import { artworkSize, type ArtworkWish } from '../docket';
import { formatLength, formatNumber, formatSize, nameSize, sameSize, type Size } from '../measure';
import type { Finding, Inspected, Offer } from './kinds';

/** How artwork may be placed that is not of the size of its page. */

/** How far a page may be off the finished size without it being worth a word, in millimetres. */
export const TOLERANCE = 1;

export const isScaled = ({ fit, enlarge }: ArtworkWish): boolean => fit !== 'centre' || Math.abs(enlarge - 1) > 1e-9;
export const asIs = (wish: ArtworkWish, low: number, high: number): boolean =>
  !isScaled(wish) || (Math.abs(low - 1) <= 0.0005 && Math.abs(high - 1) <= 0.0005);

export const scaled = (finished: Size, said: string, unit: Inspected['unit']): Finding => ({
  id: 'artwork-scaled',
  severity: 'fine',
  station: 'artwork',
  title: `Artwork placed at ${said}`,
  detail: `So that it has the finished size, ${formatSize(finished, unit)}.`,
  offers: () => [
    {
      label: 'At its own size',
      detail: 'in the middle of the page',
      patch: { artwork: { fit: 'centre', enlarge: 1 } },
    },
  ],
});

/** Other ways to place it; `whole` is the scale at which the first page that is off shows whole. */
export function fitted({ docket, unit }: Inspected, whole: number): Offer[] {
  const { product } = docket;
  const { fit } = docket.artwork;
  const percent = formatNumber(whole * 100, 1);
  const bleed = Math.round(product.bleed * whole * 100) / 100;
  const offers: Offer[] = [];
  if (fit !== 'fit')
    offers.push({
      label: 'Fit whole',
      detail: `${percent} %; nothing cut off, white where shapes differ`,
      patch: { artwork: { fit: 'fit', enlarge: 1 } },
    });
  if (fit !== 'fit' && bleed > 0 && bleed <= 50 && Math.abs(whole - 1) > 0.0005)
    offers.push({
      label: 'Fit whole, the bleed with it',
      detail: `${percent} %; bleed ${formatLength(bleed, unit)}`,
      patch: { artwork: { fit: 'fit', enlarge: 1 }, product: { bleed } },
    });
  if (fit !== 'fill')
    offers.push({
      label: 'Scale to cover',
      detail: 'no white, edges may be cut',
      patch: { artwork: { fit: 'fill', enlarge: 1 } },
    });
  if (fit !== 'centre')
    offers.push({ label: 'Centre at its own size', patch: { artwork: { fit: 'centre', enlarge: 1 } } });
  return offers;
}

/** The product made to the size that the artwork has. */
export function ownSize({ docket, artwork, plan, unit }: Inspected): Offer[] {
  const own = artworkSize(artwork, docket.artwork.box);
  if (sameSize(own, docket.product.finished, TOLERANCE)) return [];
  return [
    {
      label: `Make the ${plan.assembly.thing} ${nameSize(own, unit)}`,
      detail: 'the artwork’s own size',
      patch: { product: { finished: own }, artwork: { fit: 'centre', enlarge: 1 } },
    },
  ];
}
