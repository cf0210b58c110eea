import type { PosterPlan } from '../makeup';
import { formatNumber as n, inUnits, wholeNumber as whole, type InUnits } from '../measure';
import type { EdgeWish } from '../makeup';
import type { Figure } from './figure';

/** `(594 − 20) ÷ (424 − 20) = 1.42 → 2`: how many panels along an edge. */
function alongSaid({ length, outer, room, overlap, count, at }: EdgeWish, panels: number): InUnits {
  if (at || count !== null) return inUnits(() => `${panels}`);
  return inUnits((say) => {
    const long = length + 2 * outer;
    const exact = (long - overlap) / (room - overlap);
    const less = overlap < 0 ? `+ ${say(-overlap, 1)}` : `− ${say(overlap, 1)}`;
    return overlap === 0
      ? `${say(long, 1)} ÷ ${say(room, 1)} = ${n(exact)} → ${panels}`
      : `(${say(long, 1)} ${less}) ÷ (${say(room, 1)} ${less}) = ${n(exact)} → ${panels}`;
  });
}

/** Panels of a poster: columns by rows, each by its formula. */
export function panelsFigure({ edges, columns, rows, order }: PosterPlan): Figure {
  const across = alongSaid(edges.across, columns);
  const down = alongSaid(edges.down, rows);
  const off = columns * rows - order.length;
  const say = (unit: 'mm' | 'in'): string =>
    `${across[unit]} across × ${down[unit]} down = ${columns * rows}${off > 0 ? `, ${off} of them off` : ''}`;
  return {
    key: 'panels',
    label: 'Panels',
    value: order.length,
    unit: '',
    sum: { mm: say('mm'), in: say('in') },
  };
}

/** Joints between the panels of a poster: how long they are together. */
export function jointsFigure({ joints, jointLength, columns, rows, edges }: PosterPlan): Figure {
  return {
    key: 'joints',
    label: 'Joints',
    value: jointLength,
    unit: 'mm',
    sum: inUnits((say) =>
      joints === 0
        ? 'in one piece'
        : `${columns - 1} × ${say(edges.down.length, 1)} upright + ${rows - 1} × ${say(edges.across.length, 1)} level; ${whole(joints)} between two panels each`,
    ),
  };
}
