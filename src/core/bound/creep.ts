import type { Docket } from '../docket/schema';
import { formatNumber } from '../measure';

/** What happens to nested leaves at the face, and what is done about it, in millimetres; outermost sheet first. */
export interface Creep {
  /** What one sheet adds. */
  readonly each: number;
  /** How far the leaf of each sheet stands out before trimming. */
  readonly standsOut: readonly number[];
  /** How far its content is moved to the spine; below 0 to the face. */
  readonly moved: readonly number[];
  /** The factor its pages are made narrower by, the spine staying where it is. */
  readonly squeezed: readonly number[];
  /** The most that the trim takes of a page's content at the face. */
  readonly lostAtFace: number;
  /** The most of a page's content that is moved into the fold. */
  readonly lostAtSpine: number;
  readonly sum: string;
}

/**
 * A leaf nested at depth d (0 outermost) stands out at the face by d × c, with c = caliper × factor: each leaf inside
 * wraps round one thickness less of paper, between t (pressed flat) and (π/2) t (round). Where the innermost was
 * measured, c is that over the sheets around it. The trim takes from each leaf what it stands out, less what its
 * content was moved or made narrower.
 */
export function creepOf(docket: Pick<Docket, 'product' | 'sheet'>, sheets: number): Creep {
  const { caliper } = docket.sheet.stock;
  const { correction, factor, measured } = docket.product.creep;
  const { width, height } = docket.product.finished;
  const across = docket.product.bound === 'top' ? height : width;
  const last = Math.max(0, sheets - 1);
  const each = measured === null ? caliper * factor : last === 0 ? 0 : measured / last;
  const standsOut = Array.from({ length: sheets }, (_, depth) => depth * each);
  const moved = standsOut.map((out) => {
    switch (correction) {
      case 'none':
      case 'scale':
        return 0;
      case 'push-in':
        return out;
      case 'push-out':
        return out - last * each;
      case 'halves':
        return out - (last * each) / 2;
    }
  });
  const squeezed = standsOut.map((out) => (correction === 'scale' ? Math.max(0.05, (across - out) / across) : 1));
  const total = formatNumber(last * each, 2);
  return {
    each,
    standsOut,
    moved,
    squeezed,
    lostAtFace: correction === 'scale' ? 0 : largest(standsOut.map((out, d) => out - moved[d]!)),
    lostAtSpine: largest(moved),
    sum:
      measured === null
        ? `${last} sheets around the innermost × ${formatNumber(caliper, 3)} mm caliper × ${formatNumber(factor, 3)} = ${total} mm`
        : `${total} mm measured ÷ ${last} sheets around the innermost = ${formatNumber(each, 3)} mm each`,
  };
}

function largest(values: readonly number[]): number {
  let most = 0;
  for (const v of values) if (v > most) most = v;
  return most;
}
