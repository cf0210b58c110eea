import type { Blanks } from '../docket';
import { readingOrder } from '../bound';
import { pageRanges, plural, type Finding, type Inspected } from './kinds';

const WHOLE = {
  'saddle-stitched': 'A stitched booklet has four pages a sheet.',
  'perfect-bound': 'Sections are whole.',
  sewn: 'Sections are whole.',
  'loose-leaf': 'A leaf has two pages.',
  folded: 'Every panel has two sides.',
} as const;

/** Pages not a multiple of four: where the blanks fall, and the three places they can have. */
export function blanksFinding({ docket, artwork, plan }: Inspected): Finding[] {
  const pages = plan.textPages;
  if (artwork.pages.length === 0 || pages === 0 || plan.blanks === 0) return [];
  const { blanks } = docket.product;
  const total = pages + plan.blanks;
  const where = (b: Blanks): string => {
    const at = readingOrder(pages, b, 1, total).flatMap((p, i) => (p === null ? [i + 1] : []));
    return `${at.length === 1 ? 'page' : 'pages'} ${pageRanges(at)} blank`;
  };
  const kinds: readonly { kind: 'end' | 'before-last' | 'inside-covers'; label: string }[] = [
    { kind: 'end', label: 'Blanks at the end' },
    { kind: 'before-last', label: 'Inside the back cover, last page outside' },
    { kind: 'inside-covers', label: 'Inside both covers' },
  ];
  const settled = blanks.kind !== 'unsettled';
  return [
    {
      id: 'blanks',
      severity: settled ? 'fine' : 'look',
      station: 'product',
      title: `${plural(pages, 'page')} make ${total} with ${plural(plan.blanks, 'blank')}`,
      detail: `${WHOLE[docket.product.binding.kind]} As it stands, ${where(blanks)}.`,
      remedies: kinds
        .filter((k) => k.kind !== blanks.kind)
        .map(({ kind, label }) => ({
          label,
          detail: where({ kind }),
          patch: { product: { blanks: { kind } } },
        })),
    },
  ];
}
