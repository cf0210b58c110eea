import { EPSILON, lying, rect, type Edges, type Rect, type Size } from '../measure';
import type { Machine } from './machine';

/** Whether the machine takes a sheet of this size, either way round. */
export function machineTakes(machine: Pick<Machine, 'largest' | 'smallest'>, sheet: Size): boolean {
  const s = lying(sheet);
  const big = lying(machine.largest);
  const small = lying(machine.smallest);
  return (
    s.width <= big.width + EPSILON &&
    s.height <= big.height + EPSILON &&
    s.width >= small.width - EPSILON &&
    s.height >= small.height - EPSILON
  );
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
