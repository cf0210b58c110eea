import { passedThrough, type Check, type InspectedBook } from '../kinds';

/** Artwork passed through as it is: nothing of it is imposed. */
export const passed: Check<InspectedBook> = (it) =>
  passedThrough(it)
    ? [
        {
          id: 'passed',
          severity: 'fine',
          station: 'artwork',
          title: 'The artwork is taken as imposed: its pages are sides of sheets',
          detail: 'Nothing is moved, marked or trimmed; fold and finish as the Finish station says.',
          offers: () => [{ label: 'Impose it', patch: { artwork: { imposed: { kind: 'pages' } } } }],
        },
      ]
    : [];
