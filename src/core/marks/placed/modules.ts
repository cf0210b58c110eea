import type { Symbol } from '../../imprint';
import { laidAt, rectThrough, sizeTurned, type QuarterTurns, type Rect } from '../../measure';

/**
 * The dark modules of a code in a rectangle that it takes with its quiet zone, in its middle; bars are as high as the
 * rectangle, squares stay square. Millimetres.
 */
export function modulesIn(symbol: Symbol, into: Rect, turned: QuarterTurns): Rect[] {
  const { columns, rows, dark, quiet } = symbol;
  const room = sizeTurned(into, turned);
  const bars = rows === 1;
  const wide = columns + quiet.left + quiet.right;
  const module = bars
    ? room.width / wide
    : Math.min(room.width / wide, room.height / (rows + quiet.above + quiet.below));
  const high = bars ? room.height : module;
  const left = (room.width - wide * module) / 2 + quiet.left * module;
  const top = bars ? room.height : (room.height + rows * module) / 2;
  const m = laidAt(room, turned, into.x, into.y);
  return dark.map(([column, row, count]) =>
    rectThrough(m, {
      x: left + column * module,
      y: top - (row + 1) * high,
      width: count * module,
      height: high,
    }),
  );
}
