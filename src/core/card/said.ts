import type { DocketOf } from '../docket';
import { rulesOf, type BookPlan } from '../makeup';
import type { Plan } from '../sheet';

/** How the brief says the piece: `saddle-stitched booklet`, `wire-bound calendar`. */
export function saidProduct({ artwork, product }: Pick<DocketOf<'bound'>, 'artwork' | 'product'>): {
  readonly binding: string;
  readonly piece: string;
} {
  if (artwork.imposed.kind === 'sheets') return { binding: 'ready-imposed', piece: 'job' };
  return rulesOf(product.binding).said(product.binding, product.bound);
}

/** The sections in words: `2 × 32 + 4`. */
export function saidSections({ sections }: Pick<BookPlan, 'sections'>): string {
  const counts = new Map<number, number>();
  for (const s of sections) if (s.kind === 'text') counts.set(s.way.pages, (counts.get(s.way.pages) ?? 0) + 1);
  return [...counts].map(([size, n]) => (n > 1 ? `${n} × ${size}` : String(size))).join(' + ');
}

/** How the piece is folded, in words. */
export const foldName = ({ product, sheets }: Plan<'bound'>): string =>
  product.sections[sheets.main.pieces[0]!]!.way.name.toLowerCase();
