import type { FinishStep } from '../docket';
import { yieldOf } from '../lay';
import { EPSILON, formatLength, formatSize, lying, wholeNumber } from '../measure';
import type { FinisherOf, Shop } from '../shop';
import type { Plan } from '../sheet';
import { runsByLay } from './by-lay';
import type { Limit, ProcessRule } from './rules';

/** Corners that a piece has. */
const CORNERS = 4;

/** Radii that are the same to the eye, mm. */
const SAME = 0.05;
export const hasRadius = ({ radii }: Pick<FinisherOf<'corner cutter'>, 'radii'>, mm: number): boolean =>
  radii.some((r) => Math.abs(r - mm) <= SAME);

/** The radius of a plan's round corners; null where none are. */
export function cornersOf({ sheets }: Plan): number | null {
  for (const lay of sheets.lays) for (const { shape } of lay.downs) if (shape.corners) return shape.corners;
  return null;
}

/** Piles that pieces come to, each as high as the machine takes, those of unlike stock apart. */
function pilesIn(plan: Plan, { lift }: Pick<FinisherOf<'corner cutter'>, 'lift'>): number {
  const byCaliper = new Map<number, number>();
  for (const { lay, good, stock } of runsByLay(plan)) {
    const round = lay.downs.filter((d) => d.shape.corners).length;
    byCaliper.set(stock.caliper, (byCaliper.get(stock.caliper) ?? 0) + good * yieldOf(lay.work) * round);
  }
  return [...byCaliper].reduce((n, [caliper, pieces]) => {
    const each = Math.max(1, Math.floor(lift / caliper + EPSILON));
    return n + Math.ceil(pieces / each);
  }, 0);
}

/** Corners cut round, pile by pile. */
export const round: ProcessRule<'round'> = {
  machines: ['corner cutter'],
  label: 'Round corners',
  does: 'round corners',
  detail: (m, unit) => `radii of ${m.radii.map((r) => formatLength(r, unit)).join(', ')}`,
  applies: (plan) => cornersOf(plan) !== null,
  amount: (plan, _, machine) => {
    const piles = pilesIn(plan, machine);
    return {
      count: CORNERS * piles,
      of: 'corners',
      sum: `${wholeNumber(piles)} ${piles === 1 ? 'pile' : 'piles'} × ${CORNERS} corners`,
    };
  },
  limits: (plan, machine, unit) => {
    const radius = cornersOf(plan);
    if (radius === null) return [];
    const limits: Limit[] = [];
    if (!hasRadius(machine, radius))
      limits.push({
        id: 'corner-radius',
        title: `${machine.name} has no knife for ${formatLength(radius, unit)}`,
        detail: `It rounds corners to ${machine.radii.map((r) => formatLength(r, unit)).join(', ')}.`,
      });
    const [takes, piece] = [lying(machine.largest), lying(plan.assembly.finished)];
    if (piece.width > takes.width + EPSILON || piece.height > takes.height + EPSILON)
      limits.push({
        id: 'too-large-to-round',
        title: `The pieces are too large for ${machine.name}`,
        detail: `It takes ${formatSize(takes, unit)}; this is ${formatSize(piece, unit)}.`,
      });
    return limits;
  },
};

/**
 * The route with corners rounded as well, where nothing in it does: on a machine with a knife for them, else on the first
 * there is; without it where they are square.
 */
export function routeToRound(
  radius: number | null,
  route: readonly FinishStep[],
  shop: Pick<Shop, 'finishers'>,
): FinishStep[] {
  if (radius === null) return route.filter((s) => s.process !== 'round');
  if (route.some((s) => s.process === 'round')) return [...route];
  const all = shop.finishers.filter((f) => f.kind === 'corner cutter');
  const machine = all.find((m) => hasRadius(m, radius)) ?? all[0];
  if (!machine) return [...route];
  const at = route.findIndex((s) => s.process !== 'cut' && s.process !== 'score');
  const step: FinishStep = { process: 'round', machine };
  return at < 0 ? [...route, step] : [...route.slice(0, at), step, ...route.slice(at)];
}
