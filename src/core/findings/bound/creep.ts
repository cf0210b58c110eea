import type { BoundProduct } from '../../docket';
import { formatLength } from '../../measure';
import type { Check, InspectedBook, Offer } from '../kinds';

/** Creep that takes more of the pages than the safe area, at the face or in the fold. */
export const creep: Check<InspectedBook> = ({ product, book, unit }) => {
  const { safe, creep: wish } = product;
  const { lostAtFace, lostAtSpine, standsOut } = book.creep;
  const face = lostAtFace >= lostAtSpine;
  const lost = Math.max(lostAtFace, lostAtSpine);
  if (lost <= safe + 1e-9) return [];
  const say = (mm: number): string => formatLength(mm, unit, unit === 'mm' ? 2 : 3);
  const to = (correction: BoundProduct['creep']['correction'], label: string, detail: string): Offer[] =>
    correction === wish.correction ? [] : [{ label, detail, patch: { product: { creep: { correction } } } }];
  return [
    {
      id: 'creep',
      severity: 'look',
      station: 'product',
      title: face ? `The trim takes ${say(lost)} of pages at the face` : `Content goes ${say(lost)} into the fold`,
      detail: `${say(safe)} are meant to be safe. The innermost leaf stands out ${say(standsOut.at(-1) ?? 0)}.`,
      offers: () => [
        ...to('halves', 'Halve it', 'inner content to the spine, outer to the face'),
        ...to('scale', 'Make inner pages narrower', 'nothing is lost'),
        ...to('push-in', 'Move it to the spine', 'nothing is lost at the face'),
      ],
    },
  ];
};
