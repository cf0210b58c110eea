import type { FlatProduct } from '../../../core';

/** The quantities with one of them changed; those that are as all are kept out of the list. */
export function withQuantity(
  { quantities, copies }: Pick<FlatProduct, 'quantities' | 'copies'>,
  piece: number,
  wanted: number,
): FlatProduct['quantities'] {
  const others = quantities.filter((q) => q.piece !== piece);
  const next = wanted === copies ? others : [...others, { piece, copies: wanted }];
  return next.sort((a, b) => a.piece - b.piece);
}
