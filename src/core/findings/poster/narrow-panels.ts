import { THINNEST } from '../../makeup';
import { formatLength } from '../../measure';
import { plural, type Check, type InspectedPoster } from '../kinds';
import { named } from './named';

/** Panels so narrow that they are hard to hang. */
const NARROW = 40;

/** A last column or row that is next to nothing, where joints were moved or counted by hand. */
export const narrowPanels: Check<InspectedPoster> = ({ product, poster, unit }) => {
  const narrow = poster.panels.filter((p) => Math.min(p.seen.width, p.seen.height) < NARROW);
  if (narrow.length === 0 || poster.panels.length === 1) return [];
  const least = Math.min(...narrow.map((p) => Math.min(p.seen.width, p.seen.height)));
  return [
    {
      id: 'narrow-panels',
      severity: least < THINNEST ? 'stop' : 'look',
      station: 'product',
      title: `${narrow.length === 1 ? `Panel ${narrow[0]!.name} is` : `${plural(narrow.length, 'panel')} are`} a strip of ${formatLength(least, unit)}`,
      detail: `${named(narrow)}: what is seen of ${narrow.length === 1 ? 'it' : 'them'} when they hang.`,
      offers: () => [
        { label: 'Panels of one size', patch: { product: { across: null, down: null } } },
        {
          label: 'As many panels as it takes',
          patch: { product: { columns: null, rows: null, across: null, down: null } },
        },
        ...(product.overlap < 0 ? [] : [{ label: 'No overlap', patch: { product: { overlap: 0 } } }]),
      ],
    },
  ];
};
