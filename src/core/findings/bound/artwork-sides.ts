import { turnedWay, wayOf, foldProblem } from '../../fold';
import { plural, type Check, type InspectedBook } from '../kinds';

/** Folded artwork whose last sheet has one side only. */
export const artworkSides: Check<InspectedBook> = ({ docket, product, artwork }) => {
  const { imposed } = docket.artwork;
  const sides = artwork.pages.length;
  if (imposed.kind !== 'folded' || sides % 2 === 0) return [];
  const way = wayOf(imposed.fold);
  if (!way || foldProblem(turnedWay(way, product.bound), product.bound)) return [];
  return [
    {
      id: 'artwork-sides',
      severity: 'look',
      station: 'artwork',
      title: `${plural(sides, 'side')}: the last sheet has no back`,
      detail: `Folded sheets have two sides each; ${plural(way.pages / 2, 'page')} of the last one stay blank.`,
      offers: () => [{ label: 'Its pages are pages', patch: { artwork: { imposed: { kind: 'pages' } } } }],
    },
  ];
};
