import type { Lies } from '../../core';

type Singles = Lies['singles'];

/** The places changed by hand, with one of them changed; one that is as all others is kept no longer. */
export function withSingle(singles: Singles, place: number, to: Partial<Omit<Singles[0], 'place'>>): Singles {
  const now = singles.find((s) => s.place === place) ?? { place, turned: false, empty: false };
  const next = { ...now, ...to };
  return [
    ...singles.filter((s) => s.place !== place),
    ...(next.turned || next.empty || next.piece !== undefined ? [next] : []),
  ].sort((a, b) => a.place - b.place);
}

/** The places changed by hand with exactly these pieces staying in theirs. */
export function withStaying(singles: Singles, stay: readonly { place: number; piece: number }[]): Singles {
  const cleared = singles.reduce((all, s) => withSingle(all, s.place, { piece: undefined }), singles);
  return stay.reduce((all, { place, piece }) => withSingle(all, place, { piece }), cleared);
}

/** The places changed by hand with exactly these empty, or exactly these turned. */
export function withPlaces(singles: Singles, what: 'empty' | 'turned', places: readonly number[]): Singles {
  const cleared = singles.reduce((all, s) => withSingle(all, s.place, { [what]: false }), singles);
  return places.reduce((all, place) => withSingle(all, place, { [what]: true }), cleared);
}
