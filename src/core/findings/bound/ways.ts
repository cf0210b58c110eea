import type { Way } from '../../fold';
import type { InspectedBook, Offer } from '../kinds';

/** The different ways that sections of a text are folded. */
export function waysIn({ sections }: InspectedBook['book']): Way[] {
  const seen = new Map<string, Way>();
  for (const s of sections)
    if (s.kind === 'text') seen.set(s.way.id === 'own' ? JSON.stringify(s.way) : s.way.id, s.way);
  return [...seen.values()];
}

/** Folds chosen by the program. */
export const CHOSEN: Offer = {
  label: 'Choose the fold for me',
  detail: 'the cheapest plan that fits',
  patch: { product: { fold: null, sections: { kind: 'auto' } } },
};
