import { EPSILON, lying, type Size } from '../measure';
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
