import { scoredOnForm } from '../../lay';
import type { Check, InspectedFlat } from '../kinds';

/** From here on paper shows cracks where it is folded across the grain, scored or not, g/m². */
const HEAVY = 200;

/** Scores that run across the grain of heavy stock: it is stiffer there, and may crack when it is folded. */
export const scoreGrain: Check<InspectedFlat> = ({ docket, product, plan, shop }) => {
  const { stock } = docket.sheet;
  const { lay } = plan.sheets.main;
  if (stock.grammage < HEAVY) return [];
  const scores = scoredOnForm(lay).filter((l) => l.kind === 'score');
  // of scores both ways one must cross it
  if (scores.length === 0 || product.lines.some((l) => l.kind === 'score' && l.runs !== runsOf(product.lines)))
    return [];
  const long = lay.paper.width >= lay.paper.height ? 'level' : 'upright';
  const along = (stock.grain === 'long') === (long === 'upright') ? 'upright' : 'level';
  const across = scores.filter((l) => (l.upright ? 'upright' : 'level') !== along);
  if (across.length === 0) return [];
  const { way } = product.lies;
  return [
    {
      id: 'score-grain',
      severity: 'look',
      station: 'sheet',
      title: 'The score runs across the grain',
      detail: `At ${stock.grammage} g/m² it is stiff there and may crack when it is folded.`,
      offers: () => [
        ...(['upright', 'sideways'] as const)
          .filter((w) => w !== way)
          .map((w) => ({
            label: `Lay them ${w}`,
            patch: { product: { lies: { way: w, columns: null, rows: null } } },
            kind: { name: 'laid', most: 1 },
          })),
        ...shop.stocks
          .filter((s) => s.grain !== stock.grain && s.format === stock.format && s.grammage >= stock.grammage * 0.9)
          .map((s) => ({
            label: `${s.name} ${s.format}, ${s.grain} grain`,
            patch: { sheet: { stock: s } },
            kind: { name: 'stock', most: 1 },
          })),
      ],
    },
  ];
};

/** Which way the scores run: the way of the first. */
const runsOf = (lines: InspectedFlat['product']['lines']): string | undefined =>
  lines.find((l) => l.kind === 'score')?.runs;
