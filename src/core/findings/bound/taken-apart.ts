import { plural, type Check, type InspectedBook } from '../kinds';

/** Artwork whose pages were taken apart. */
export const takenApart: Check<InspectedBook> = ({ docket, artwork, book }) => {
  const { kind } = docket.artwork.imposed;
  if (kind === 'pages' || kind === 'sheets') return [];
  return [
    {
      id: 'taken-apart',
      severity: 'fine',
      station: 'artwork',
      title: `${plural(artwork.pages.length, 'artwork page')} taken apart into ${plural(book.textPages, 'page')}`,
      detail: 'Look through the page list once: each must be whole and upright.',
      offers: () => [{ label: 'Take its pages as they are', patch: { artwork: { imposed: { kind: 'pages' } } } }],
    },
  ];
};
