import type { Check, InspectedPoster } from '../kinds';

/** Imprints that were wished for when the artwork was made into something else: posters carry none. */
export const noImprints: Check<InspectedPoster> = ({ docket }) =>
  docket.imprint.prints.length === 0
    ? []
    : [
        {
          id: 'poster-imprints',
          severity: 'look',
          station: 'artwork',
          title: 'Imprints are not put on posters',
          detail: 'They stay in the job and come back where it is made into something else.',
          offers: () => [{ label: 'Take the imprints off', patch: { imprint: { prints: [] } } }],
        },
      ];
