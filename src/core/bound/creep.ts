import type { Docket } from '../docket/schema';
import { formatNumber } from '../measure';

/** What happens at the face of a nested leaf, in millimetres. */
export interface Creep {
  /** What one leaf adds: caliper × factor. */
  readonly each: number;
  /** How far the leaf of each sheet stands out, outermost sheet first. */
  readonly standsOut: readonly number[];
  /** How far the content of that leaf is moved to the spine. */
  readonly moved: readonly number[];
  readonly sum: string;
}

/**
 * A leaf nested at depth d (0 outermost) stands out at the face by d × c, with c = caliper × factor:
 * each leaf inside wraps round one thickness less of paper, between t (pressed flat) and (π/2) t (round).
 */
export function creepOf(docket: Pick<Docket, 'product' | 'sheet'>, sheets: number): Creep {
  const { caliper } = docket.sheet.stock;
  const { correction, factor } = docket.product.creep;
  const each = caliper * factor;
  const standsOut = Array.from({ length: sheets }, (_, depth) => depth * each);
  const moved = correction === 'push-in' ? standsOut : standsOut.map(() => 0);
  const last = sheets - 1;
  return {
    each,
    standsOut,
    moved,
    sum: `${last} sheets around the innermost × ${formatNumber(caliper, 3)} mm caliper × ${formatNumber(factor, 3)} = ${formatNumber(last * each, 2)} mm`,
  };
}
