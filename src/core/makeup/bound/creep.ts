import type { BoundProduct } from '../../docket';
import { formatNumber, inUnits, type InUnits } from '../../measure';

/**
 * What happens to nested leaves at the face, and what is done about it, in millimetres; by depth, outermost leaf
 * first. Leaves are counted by half sections: a sheet folded once is one depth, a section of 16 pages four.
 */
export interface Creep {
  /** The caliper that gathered sections are reckoned with; those on another stock in proportion. Null where all nest. */
  readonly caliper: number | null;
  /** What one leaf adds, on average. */
  readonly each: number;
  /** How far the leaf of each depth stands out before trimming. */
  readonly standsOut: readonly number[];
  /** How far its content is moved to the spine; below 0 to the face. */
  readonly moved: readonly number[];
  /** The factor its pages are made narrower by, the spine staying where it is. */
  readonly squeezed: readonly number[];
  /** The most that the trim takes of a page's content at the face. */
  readonly lostAtFace: number;
  /** The most of a page's content that is moved into the fold. */
  readonly lostAtSpine: number;
  readonly sum: InUnits;
}

/**
 * A leaf nested at depth d (0 outermost) stands out at the face by the thickness of the leaves around it, each its
 * caliper × factor: between t (pressed flat) and (π/2) t (round). Where the innermost was measured, that total is
 * shared out as the calipers are. The trim takes from each leaf what it stands out, less what its content was moved or
 * made narrower.
 * @param calipers of the leaves by depth, outermost first, in mm
 * @param nested whether those are of the whole piece; else of its thickest section
 */
export function creepOf(
  { creep, finished, bound }: Pick<BoundProduct, 'creep' | 'finished' | 'bound'>,
  calipers: readonly number[],
  nested = true,
): Creep {
  const { correction, factor, measured } = creep;
  const across = bound === 'top' ? finished.height : finished.width;
  const depths = Math.max(1, calipers.length);
  const last = depths - 1;
  const reckoned: number[] = [0];
  for (let d = 0; d < last; d++) reckoned.push(reckoned[d]! + calipers[d]! * factor);
  const sum = reckoned[last]!;
  const total = measured === null || last === 0 ? sum : measured;
  const stretch = sum > 0 ? total / sum : 1;
  const standsOut = reckoned.map((v) => v * stretch);
  const moved = standsOut.map((out) => {
    switch (correction) {
      case 'none':
      case 'scale':
        return 0;
      case 'push-in':
        return out;
      case 'push-out':
        return out - total;
      case 'halves':
        return out - total / 2;
    }
  });
  const squeezed = standsOut.map((out) => (correction === 'scale' ? Math.max(0.05, (across - out) / across) : 1));
  const around = new Map<number, number>();
  for (let d = 0; d < last; d++) around.set(calipers[d]!, (around.get(calipers[d]!) ?? 0) + 1);
  const leaves = (n: number): string => `${n} ${n === 1 ? 'leaf' : 'leaves'} around the innermost`;
  return {
    caliper: nested ? null : (calipers[0] ?? null),
    each: last > 0 ? total / last : (calipers[0] ?? 0) * factor,
    standsOut,
    moved,
    squeezed,
    lostAtFace: correction === 'scale' ? 0 : largest(standsOut.map((out, d) => out - moved[d]!)),
    lostAtSpine: largest(moved),
    sum: inUnits((say) => {
      if (measured !== null && last > 0)
        return `${say(total, 2)} measured ÷ ${leaves(last)} = ${say(total / last, 3)} each`;
      const terms = [...around].map(([caliper, n]) => `${leaves(n)} × ${say(caliper, 3)} caliper`);
      const all = terms.length > 1 ? `(${terms.join(' + ')})` : (terms[0] ?? 'no leaf around another');
      return `${all} × ${formatNumber(factor, 3)} = ${say(total, 2)}`;
    }),
  };
}

function largest(values: readonly number[]): number {
  let most = 0;
  for (const v of values) if (v > most) most = v;
  return most;
}
