import { rulesOf } from '../../makeup';
import type { Check, InspectedBook } from '../kinds';

/** Artwork whose pages look like spreads. */
export const spreads: Check<InspectedBook> = ({ docket, product }) => {
  if (docket.artwork.imposed.kind !== 'pages' || !spreadsLikely(product)) return [];
  const finished = { width: product.finished.width / 2, height: product.finished.height };
  return [
    {
      id: 'spreads',
      severity: 'fine',
      station: 'artwork',
      title: 'The artwork’s pages are twice as wide as tall pages: spreads?',
      detail: 'Two pages of a book may stand side by side on each.',
      offers: () => [
        {
          label: 'Take the spreads apart',
          detail: 'left page, then right',
          patch: { artwork: { imposed: { kind: 'spreads', covers: false } }, product: { finished } },
        },
        {
          label: 'They are folded sheets',
          detail: '4 | 1, then 2 | 3',
          patch: { artwork: { imposed: { kind: 'folded', fold: '4-single', nested: true } }, product: { finished } },
        },
      ],
    },
  ];
};

/** Whether finished pages look like two of a common shape side by side: √2 : 1 lying, every one of them. */
function spreadsLikely({ finished, binding, bound }: InspectedBook['product']): boolean {
  const { width, height } = finished;
  if (rulesOf(binding).made === 'folded' || bound === 'top') return false;
  const half = width / 2;
  return width > height * 1.3 && Math.abs(height / half - Math.SQRT2) < 0.03 && half > 100;
}
