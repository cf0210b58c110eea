import { foldProblem, SINGLE, turnedWay, wayOf } from '../../fold';
import type { Check, InspectedBook } from '../kinds';

/** Artwork that is said to be sheets folded in a way that no sheet can be: it is not taken apart. */
export const artworkFolds: Check<InspectedBook> = ({ docket, product }) => {
  const { imposed } = docket.artwork;
  if (imposed.kind !== 'folded' || product.pages) return [];
  const way = wayOf(imposed.fold);
  const problem = way ? foldProblem(turnedWay(way, product.bound), product.bound) : null;
  if (problem === null) return [];
  return [
    {
      id: 'artwork-folds',
      severity: 'stop',
      station: 'artwork',
      title: 'The artwork’s sheets cannot be folded so',
      detail: `${problem} Each side is taken as a page instead.`,
      offers: () => [
        { label: 'Its pages are pages', patch: { artwork: { imposed: { kind: 'pages' } } } },
        {
          label: 'They are folded once',
          patch: { artwork: { imposed: { kind: 'folded', fold: SINGLE.id, nested: imposed.nested } } },
        },
      ],
    },
  ];
};
