import { rulesOf } from '../../makeup';
import { EPSILON, formatLength } from '../../measure';
import { passedThrough, type Check, type InspectedBook } from '../kinds';
import { otherBindings } from '../other-bindings';

/** What a flap must stay short of the spine that it is folded towards, mm. */
const CLEAR = 5;

/** Flaps that a cover cannot have, or that are longer than the page they fold on. */
export const coverFlaps: Check<InspectedBook> = (it) => {
  const { product, unit } = it;
  const { cover, binding, bound, finished } = product;
  if (cover.kind !== 'separate' || cover.flaps === 0 || passedThrough(it)) return [];
  const without = { label: 'Without flaps', patch: { product: { cover: { flaps: 0 } } } };
  switch (rulesOf(binding).cover) {
    case 'none':
      return [];
    case 'inserted':
      return [
        {
          id: 'cover-flaps',
          severity: 'look',
          station: 'product',
          title: 'An inserted cover has no flaps',
          detail: 'It is trimmed at the face with the booklet; its flaps are left out.',
          offers: () => [without, ...otherBindings(it, (rules) => rules.cover === 'wrapped')],
        },
      ];
    case 'wrapped': {
      const most = (bound === 'top' ? finished.height : finished.width) - CLEAR;
      if (cover.flaps <= most + EPSILON) return [];
      const whole = Math.floor(most);
      return [
        {
          id: 'cover-flaps',
          severity: 'stop',
          station: 'product',
          title: 'The flaps are wider than the page they fold on',
          detail: `A flap of ${formatLength(cover.flaps, unit)} runs into the spine; the page leaves ${formatLength(Math.max(0, most), unit)}.`,
          offers: () => [
            ...(whole > 0
              ? [{ label: `Flaps of ${formatLength(whole, unit)}`, patch: { product: { cover: { flaps: whole } } } }]
              : []),
            without,
          ],
        },
      ];
    }
  }
};
