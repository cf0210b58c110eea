import { rulesOf } from '../../makeup';
import { sameSize, type Size } from '../../measure';
import type { Check, InspectedBook } from '../kinds';

/** How far sizes may be off, mm. */
const NEAR = 2;

/** Artwork whose pages look like spreads. */
export const spreads: Check<InspectedBook> = (it) => {
  const { docket, product } = it;
  if (docket.artwork.imposed.kind !== 'pages') return [];
  const single = singleAtEnds(it);
  if (single)
    return [
      {
        id: 'spreads',
        severity: 'look',
        station: 'artwork',
        title: 'Spreads between two single pages',
        detail: 'The first and the last page are half as wide as the others: a cover, and spreads inside it.',
        offers: () => [
          {
            label: 'Take the spreads apart',
            detail: 'the first and the last stay whole',
            patch: { artwork: { imposed: { kind: 'spreads', covers: true } }, product: { finished: single } },
          },
        ],
      },
    ];
  if (!spreadsLikely(product)) return [];
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

/** The size of the first and the last page where all others are twice as wide, or bound at the top twice as high. */
function singleAtEnds({ docket, artwork, product }: InspectedBook): Size | null {
  const { box } = docket.artwork;
  const { pages } = artwork;
  if (pages.length < 3) return null;
  const [first, last] = [pages[0]![box], pages.at(-1)![box]];
  const size = { width: first.width, height: first.height };
  const spread =
    product.bound === 'top'
      ? { width: size.width, height: 2 * size.height }
      : { width: 2 * size.width, height: size.height };
  const inside = pages.slice(1, -1);
  return sameSize(last, size, NEAR) && inside.every((p) => sameSize(p[box], spread, NEAR)) ? size : null;
}

/** Whether finished pages look like two of a common shape side by side: √2 : 1 lying, every one of them. */
function spreadsLikely({ finished, binding, bound }: InspectedBook['product']): boolean {
  const { width, height } = finished;
  if (rulesOf(binding).made === 'folded' || bound === 'top') return false;
  const half = width / 2;
  return width > height * 1.3 && Math.abs(height / half - Math.SQRT2) < 0.03 && half > 140;
}
