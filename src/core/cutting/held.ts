import { EPSILON } from '../measure';
import type { End } from './piles';

/** What a way takes, the weightiest first: what strips lack to be held, µm, measures from an unsound edge, turns, cuts. */
export type Cost = readonly [short: number, rough: number, turns: number, cuts: number];
export const NOTHING: Cost = [0, 0, 0, 0];
export const plus = (a: Cost, b: Cost): Cost => [a[0] + b[0], a[1] + b[1], a[2] + b[2], a[3] + b[3]];
export const less = (a: Cost, b: Cost): boolean => {
  const i = a.findIndex((v, k) => v !== b[k]);
  return i >= 0 && a[i]! < b[i]!;
};

/** Waste narrower than this is not left under a clamp, whatever the clamp could hold: it slips. Millimetres. */
const HELD_WASTE = 25;
/** What is said to lack where nothing would be enough, mm: more than any sheet is long. */
const MOST_LACKING = 10_000;
/** How the lines of one direction are cut: from which edge, and how many of them before the pile is turned round. */
interface Held {
  readonly gauge: End;
  readonly before: number;
  readonly cost: Cost;
}

/**
 * Cuts go from the far end in, so that what lies behind the knife, between it and the gauge, is what is still to be cut.
 * @param bounds the pile's edges and the lines between them @param waste of each part between them
 * @param clamp what must lie behind the knife at the least; null where no machine is known
 */
export function held(
  bounds: readonly number[],
  waste: readonly boolean[],
  sound: Record<End, boolean>,
  clamp: number | null,
) {
  const n = bounds.length - 2;
  /** By how much a strip is too short to be held, µm: whole, so that equals are equal. */
  const lacks = (measure: number, onlyWaste: boolean): number => {
    const least = onlyWaste ? (clamp === null ? Infinity : Math.max(clamp, HELD_WASTE)) : (clamp ?? 0);
    return measure < least - EPSILON ? Math.round(1000 * Math.max(0.001, Math.min(least, MOST_LACKING) - measure)) : 0;
  };
  const wasteFrom = prefix(waste);
  const wasteTo = prefix([...waste].reverse()).reverse();
  const tried = (gauge: End, before: number): Held => {
    let short = 0;
    // with the low edge at the gauge lines are cut from the highest down; then, turned, from the lowest up
    for (let i = 0; i < before; i++) {
      const at = gauge === 'low' ? n - i : i + 1;
      const measure = gauge === 'low' ? bounds[at]! - bounds[0]! : bounds[n + 1]! - bounds[at]!;
      short += lacks(measure, gauge === 'low' ? wasteFrom[at - 1]! : wasteTo[at]!);
    }
    for (let i = 0; i < n - before; i++) {
      const clean = gauge === 'low' ? n - before + 1 : before;
      const at = gauge === 'low' ? i + 1 : n - i;
      const behind = gauge === 'low' ? waste.slice(at, clean) : waste.slice(clean, at);
      short += lacks(Math.abs(bounds[clean]! - bounds[at]!), behind.every(Boolean));
    }
    return { gauge, before, cost: [short, sound[gauge] ? 0 : before, before < n ? 1 : 0, n] };
  };
  const best = (befores: readonly number[]): Held =>
    befores.flatMap((b) => [tried('low', b), tried('high', b)]).reduce((a, b) => (less(b.cost, a.cost) ? b : a));
  const usual = best(n > 1 ? [1, n] : [1]);
  return usual.cost[0] === 0 ? usual : best(Array.from({ length: n }, (_, i) => i + 1));
}

/** Of each place in a list, whether all up to it hold. */
function prefix(list: readonly boolean[]): boolean[] {
  let all = true;
  return list.map((v) => (all &&= v));
}
