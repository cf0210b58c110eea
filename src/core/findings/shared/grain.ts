import type { Line } from '../../makeup';
import { turnsDown } from '../../lay';
import type { Check } from '../kinds';

/** From here on paper cracks where it is folded across the grain, g/m². */
const HEAVY = 170;

/** Cross-grain folds crack on heavy paper. */
export const grain: Check = ({ docket, plan, shop }) => {
  const { stock } = docket.sheet;
  if (stock.grammage < HEAVY) return [];
  const [down] = plan.sheets.main.lay.downs;
  // the last fold is the spine
  const spine = down?.shape.lines.reduce<Line | null>(
    (m, l) => (l.kind === 'fold' && (!m || l.order > m.order) ? l : m),
    null,
  );
  if (!down || !spine) return [];
  const foldUpright = (spine.from[0] === spine.to[0]) === (turnsDown(down) % 2 === 0);
  if (foldUpright !== (stock.grain === 'long')) return [];
  return [
    {
      id: 'grain',
      severity: 'look',
      station: 'sheet',
      title: 'The fold runs across the grain',
      detail: `At ${stock.grammage} g/m² it may crack at the spine; crease it before folding, or take a stock of the other grain.`,
      offers: () =>
        shop.stocks
          .filter((s) => s.grain !== stock.grain && s.format === stock.format && s.grammage >= stock.grammage * 0.9)
          .map((s) => ({
            label: `${s.name} ${s.format}, ${s.grain} grain`,
            patch: { sheet: { stock: s } },
            kind: { name: 'stock', most: 1 },
          })),
    },
  ];
};
