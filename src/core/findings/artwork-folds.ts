import { foldProblem, SINGLE, turnedWay, wayOf } from '../bound';
import type { Finding, Inspected } from './kinds';

/** Artwork that is said to be sheets folded in a way that no sheet can be: it is not taken apart. */
export function artworkFoldsFinding({ docket }: Inspected): Finding[] {
  const { imposed } = docket.artwork;
  if (imposed.kind !== 'folded' || docket.product.pages) return [];
  const way = wayOf(imposed.fold);
  const problem = way ? foldProblem(turnedWay(way, docket.product.bound), docket.product.bound) : null;
  if (problem === null) return [];
  return [
    {
      id: 'artwork-folds',
      severity: 'stop',
      station: 'artwork',
      title: 'The artwork’s sheets cannot be folded so',
      detail: `${problem} Each side is taken as a page instead.`,
      remedies: [
        { label: 'Its pages are pages', patch: { artwork: { imposed: { kind: 'pages' } } } },
        {
          label: 'They are folded once',
          patch: { artwork: { imposed: { kind: 'folded', fold: SINGLE.id, nested: imposed.nested } } },
        },
      ],
    },
  ];
}
