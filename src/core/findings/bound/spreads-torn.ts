import type { PageRun, Patch } from '../../docket';
import { rulesOf } from '../../makeup';
import { pagesTaken } from '../../pages';
import type { Check, InspectedBook } from '../kinds';

/** Spreads that begin with a spread: its halves are the front and the back of the first leaf, and so on to the end. */
export const spreadsTorn: Check<InspectedBook> = ({ docket, product, artwork }) => {
  const { imposed } = docket.artwork;
  if (imposed.kind !== 'spreads' || imposed.covers || product.pages || rulesOf(product.binding).made === 'folded')
    return [];
  const n = pagesTaken({ imposed, product }, artwork).length;
  if (n < 2) return [];
  const run = (from: number, to: number): PageRun => ({ kind: 'pages', file: 0, from, to, turn: 0 });
  const listed = (pages: PageRun[]): Patch => ({ product: { pages } });
  return [
    {
      id: 'spreads-torn',
      severity: 'look',
      station: 'artwork',
      title: 'No spread lies open as it was drawn',
      detail:
        'The first spread’s halves become the front and the back of one leaf, and so does every one behind it. What faces each other are halves of two.',
      offers: () => [
        {
          label: 'The first spread is the cover',
          detail: 'its halves are the back and the front',
          patch: listed([...(n > 2 ? [run(2, n)] : [run(2, 2)]), run(1, 1)]),
        },
        {
          label: 'A blank page in front',
          detail: 'every spread lies open',
          patch: listed([{ kind: 'blanks', count: 1 }, run(1, n)]),
        },
        { label: 'As it stands', detail: 'half by half', patch: listed([run(1, n)]) },
      ],
    },
  ];
};
