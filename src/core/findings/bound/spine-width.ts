import { formatLength } from '../../measure';
import { factsOf } from '../../pages';
import { passedThrough, type Check, type InspectedBook } from '../kinds';

/** How far a cover's artwork may be off the reckoned spine without a word, mm. */
const TOLERANCE = 0.5;

/** A cover whose artwork was drawn for another spine. */
export const spineWidth: Check<InspectedBook> = (it) => {
  const { docket, product, artwork, book, unit } = it;
  const { cover, finished, bound } = product;
  const outer = book.sections.find((s) => s.kind === 'cover')?.spread?.outer;
  const facts = outer ? factsOf(artwork, outer) : undefined;
  if (cover.kind !== 'separate' || !facts || !book.spine || passedThrough(it)) return [];
  const box = facts[docket.artwork.box];
  const has = (bound === 'top' ? box.height - 2 * finished.height : box.width - 2 * finished.width) - 2 * cover.flaps;
  const wants = book.spine.width;
  if (Math.abs(has - wants) <= TOLERANCE) return [];
  return [
    {
      id: 'spine-width',
      severity: 'look',
      station: 'product',
      title: `The cover’s spine is ${formatLength(has, unit, 2)}, the book’s ${formatLength(wants, unit, 2)}`,
      detail: `${book.spine.sum[unit]}. Its text will stand ${formatLength(Math.abs(has - wants) / 2, unit, 2)} off the middle of an edge.`,
      offers: () => [
        {
          label: `Take ${formatLength(has, unit, 2)} for the spine`,
          detail: 'scores go by the artwork',
          patch: { product: { cover: { spine: Math.min(200, Math.max(0, Math.round(has * 100) / 100)) } } },
        },
      ],
    },
  ];
};
