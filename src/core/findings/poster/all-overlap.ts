import { formatLength } from '../../measure';
import { machineTakes } from '../../shop';
import type { Check, InspectedPoster } from '../kinds';

/** As much as panels overlap by where nothing else is known, mm. */
const USUAL = 20;

/** An overlap that leaves nothing of a panel that its neighbour does not print as well. */
export const allOverlap: Check<InspectedPoster> = ({ docket, product, poster, shop, unit }) => {
  if (!poster.allOverlap) return [];
  const room = Math.min(poster.edges.across.room, poster.edges.down.room);
  const most = Math.floor(room / 2);
  const { machine, stock } = docket.sheet;
  return [
    {
      id: 'all-overlap',
      severity: 'stop',
      station: 'product',
      title: `An overlap of ${formatLength(product.overlap, unit)} leaves nothing of a panel`,
      detail: `Of ${stock.format} ${formatLength(room, unit)} are left for a panel at its narrow side${product.room === null && docket.marks.crop.on ? ', crop marks counted' : ''}.`,
      offers: () => [
        { label: `Overlap of ${formatLength(USUAL, unit)}`, patch: { product: { overlap: USUAL } } },
        ...(most > USUAL
          ? [
              {
                label: `Overlap of ${formatLength(most, unit)}`,
                detail: 'half of a panel',
                patch: { product: { overlap: most } },
              },
            ]
          : []),
        ...shop.stocks
          .filter((s) => s.id !== stock.id && machineTakes(machine, s))
          .map((other) => ({
            label: `${other.name} ${other.format} instead`,
            patch: { sheet: { stock: other } },
            kind: { name: 'stock', most: 1 },
          })),
      ],
    },
  ];
};
