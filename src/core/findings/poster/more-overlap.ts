import { largestOverlap } from '../../makeup';
import { formatLength } from '../../measure';
import { plural, type Check, type InspectedPoster } from '../kinds';

/** The largest overlap at which as many panels still do; Infinity where there is one only. */
export function mostOverlap({ edges, columns, rows }: InspectedPoster['poster']): number {
  const of = ({ length, outer, room }: typeof edges.across, count: number): number =>
    largestOverlap(length + 2 * outer, room, count);
  return Math.min(of(edges.across, columns), of(edges.down, rows));
}

/** That more overlap is to be had on as many sheets: people hunt for it. */
export const moreOverlap: Check<InspectedPoster> = ({ product, poster, unit }) => {
  const { columns, rows } = poster;
  if (product.across || product.down || poster.allOverlap || columns * rows === 1) return [];
  const step = unit === 'mm' ? 1 : 25.4 / 8;
  const most = Math.min(500, Math.floor(mostOverlap(poster) / step + 1e-6) * step);
  if (!(most >= product.overlap + step - 1e-6)) return [];
  const said = formatLength(most, unit);
  return [
    {
      id: 'more-overlap',
      severity: 'fine',
      station: 'product',
      title: `${said} of overlap still make ${plural(columns * rows, 'panel')}`,
      detail: `Now they overlap by ${formatLength(product.overlap, unit)}. More of it forgives more when they are hung.`,
      offers: () => [{ label: `Overlap of ${said}`, patch: { product: { overlap: Math.round(most * 1e4) / 1e4 } } }],
    },
  ];
};
