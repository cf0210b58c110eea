import type { Turn } from '../docket/shop';
import { rect, type Edges, type QuarterTurns, type Rect, type Size } from '../measure';

/**
 * A rectangle of the front as it is seen from the back, or the other way round: the turn about the upright axis
 * takes (x, y) to (W − x, y), the tumble about the level axis takes it to (x, H − y).
 */
export function throughSheet(r: Rect, sheet: Size, turn: Turn): Rect {
  return turn === 'turn'
    ? rect(sheet.width - r.x - r.width, r.y, r.width, r.height)
    : rect(r.x, sheet.height - r.y - r.height, r.width, r.height);
}

/** A direction (in quarter turns from up) as it is seen from the other side. */
export function directionThrough(direction: QuarterTurns, turn: Turn): QuarterTurns {
  const level = direction % 2 === 1;
  const flips = turn === 'turn' ? level : !level;
  return (flips ? (direction + 2) % 4 : direction) as QuarterTurns;
}

/** The part of a side inside the machine's no-print edges; the same on both sides, each seen from itself. */
export function printableArea(sheet: Size, noPrint: Edges): Rect {
  return rect(
    noPrint.left,
    noPrint.bottom,
    Math.max(0, sheet.width - noPrint.left - noPrint.right),
    Math.max(0, sheet.height - noPrint.top - noPrint.bottom),
  );
}
