import type { Check } from '../kinds';

/** Artwork without pages. */
export const noPages: Check = ({ artwork }) =>
  artwork.pages.length > 0
    ? []
    : [
        {
          id: 'no-pages',
          severity: 'stop',
          station: 'artwork',
          title: 'The artwork has no pages',
          detail: 'Swap it for a file that has some.',
        },
      ];
