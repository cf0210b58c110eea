import type { Docket, Finish, FinishStep, Patch, PieceLine, Process } from '../docket';
import { rulesOf, type BindingChoice } from '../makeup';
import type { Unit } from '../measure';
import type { Finisher, FinisherKind, Shop } from '../shop';
import type { Plan } from '../sheet';
import { bind } from './bind';
import { cut } from './cut';
import { fold } from './fold';
import { punch } from './punch';
import { round } from './round';
import type { Amount, Limit, ProcessRule, StepWork } from './rules';
import { score, scoresCovers } from './score';
import { sew } from './sew';
import { stitch } from './stitch';
import { leaves, trim } from './trim';

export type { RunOfLay } from './by-lay';
export { cutRuns, type CutRun } from './cut';
export { guillotineOf, scoresAsItSlits, slitterOf } from './cutters';
export {
  codeText,
  isSetTo,
  OWN_PROGRAMS,
  programFor,
  programsOf,
  readingOn,
  zonesOf,
  type ProgramOf,
  type Reading,
} from './program';
export { channelFor, coverScoresOf, scoreRuns, scoresCovers, type ScoreRun } from './score';
export { cutsSaid, toStep, slitRuns, slitsOn, type SlitRun } from './slit';
export { foldRuns, foldSets, type FoldRun, type FoldSet } from './fold-plates';
export { cutPieces, type CutPieces } from './paper';
export { cornersOf, hasRadius, routeToRound } from './round';
export { holesAt, stitchesAt } from './spine';
export { blockLies, blockOf, leaves, leftToTrim, trimRun, type Block, type TrimRun } from './trim';
export type { Amount, Limit, StepWork } from './rules';

/** The rules of every process, in the order in which a piece goes through them. */
const PROCESSES: { readonly [P in Process]: ProcessRule<P> } = {
  cut,
  score,
  round,
  fold,
  stitch,
  sew,
  bind,
  punch,
  trim,
};

/** A process's rules for those that treat all alike: its machine is only handed on to it. */
interface AnyProcess {
  readonly machines: readonly FinisherKind[];
  readonly label: string;
  readonly does: string;
  readonly detail: (machine: Finisher, unit: Unit) => string;
  readonly applies: (plan: Plan, route: readonly FinishStep[]) => boolean;
  readonly amount: (plan: Plan, copies: number, machine: Finisher, route: readonly FinishStep[]) => Amount;
  readonly limits: (plan: Plan, machine: Finisher, unit: Unit, route: readonly FinishStep[]) => readonly Limit[];
}
const RULES = PROCESSES as unknown as { readonly [P in Process]: AnyProcess };

/** Every process, in the order in which a piece goes through them. */
export const PROCESS_ORDER = Object.keys(PROCESSES) as readonly Process[];

/** What is said of a process: as a switch names it, and what its machines do. */
export const processSaid = (p: Process): Pick<AnyProcess, 'label' | 'does'> => RULES[p];

/** The machines of a shop that do a process, those that do it for any work first. */
export const machinesFor = (p: Process, shop: Pick<Shop, 'finishers'>): readonly Finisher[] =>
  RULES[p].machines.flatMap((kind) => shop.finishers.filter((f) => f.kind === kind));

/** What tells a machine from others that do the same. */
export function machineDetail(machine: Finisher, unit: Unit): string {
  const p = PROCESS_ORDER.find((q) => RULES[q].machines.includes(machine.kind))!;
  return RULES[p].detail(machine, unit);
}

/** A step of a process on a machine that does it. @throws RangeError where the machine is of another kind */
export function stepOn(process: Process, machine: Finisher): FinishStep {
  if (!RULES[process].machines.includes(machine.kind))
    throw new RangeError(`${machine.name} does not ${RULES[process].does}.`);
  return { process, machine } as FinishStep;
}

/** The processes that a plan goes through on a route, and those that it lacks there, in their order. */
export const processesFor = (plan: Plan, route: readonly FinishStep[]): readonly Process[] =>
  PROCESS_ORDER.filter((p) => RULES[p].applies(plan, route));

/** The steps of the route that this plan goes through here, with what each has to do. */
export function workOf({ here, route }: Finish, plan: Plan, copies: number): readonly StepWork[] {
  if (!here) return [];
  return route
    .filter(({ process }) => RULES[process].applies(plan, route))
    .map((step) => {
      const { machine } = step;
      const amount = RULES[step.process].amount(plan, copies, machine, route);
      const minutes = amount.count === 0 ? 0 : machine.makeReady + (60 * amount.count) / machine.speed;
      return { step, amount, minutes };
    });
}

/** What of a plan a machine cannot do, as a step of a route. */
export const limitsOn = (
  process: Process,
  machine: Finisher,
  plan: Plan,
  unit: Unit,
  route: readonly FinishStep[],
): readonly Limit[] => RULES[process].limits(plan, machine, unit, route);

/** The route with one process done on another machine, or on none, in the order of work. */
export function routeWith(route: readonly FinishStep[], process: Process, machine: Finisher | null): FinishStep[] {
  const others = route.filter((s) => s.process !== process);
  const steps = machine ? [...others, stepOn(process, machine)] : others;
  return steps.sort((a, b) => PROCESS_ORDER.indexOf(a.process) - PROCESS_ORDER.indexOf(b.process));
}

/**
 * The route for a process that makes a product, on the shop's machines: what there is already stays; what its making
 * needs is added on the first machine that there is; what makes other products goes.
 */
export function routeFor(
  made: { readonly process: Process | null; readonly foldedApart: boolean },
  before: readonly FinishStep[],
  shop: Pick<Shop, 'finishers'>,
): FinishStep[] {
  const kept = before.filter(
    ({ process: p }) =>
      p === 'cut' || p === 'score' || p === 'round' || p === 'fold' || p === made.process || p === 'trim',
  );
  const wanted: Process[] = [
    'cut',
    ...(made.foldedApart ? ['fold' as const] : []),
    ...(made.process ? [made.process] : []),
  ];
  const add = (route: FinishStep[], p: Process): FinishStep[] => {
    if (route.some((s) => s.process === p)) return route;
    const [machine] = machinesFor(p, shop);
    return machine ? routeWith(route, p, machine) : route;
  };
  const route = wanted.reduce(add, kept);
  const maker = route.find((s) => s.process === made.process)?.machine;
  const trimmed = maker && leaves(maker) !== null ? add(route, 'trim') : route.filter((s) => s.process !== 'trim');
  const creaser = shop.finishers.find((f) => f.kind === 'creaser');
  // a slitter that is in the route for flat work scores no covers
  const creased = trimmed.some((s) => s.process === 'score' && s.machine.kind === 'creaser');
  return scoresCovers(trimmed) || creased || !creaser ? trimmed : routeWith(trimmed, 'score', creaser);
}

/**
 * The route with lines scored as well, where nothing in it does: in the slitter that cuts the sheets where it has tools
 * for them, else on the first creaser that makes them.
 */
export function routeToScore(
  lines: readonly Pick<PieceLine, 'kind'>[],
  route: readonly FinishStep[],
  shop: Pick<Shop, 'finishers'>,
): FinishStep[] {
  if (lines.length === 0 || route.some((s) => s.process === 'score')) return [...route];
  const perforated = lines.some((l) => l.kind === 'perforation');
  const scored = lines.some((l) => l.kind === 'score');
  const any = ({ along, across }: { along: number; across: number }): boolean => along + across > 0;
  const has = (m: Finisher): boolean =>
    m.kind === 'slitter'
      ? (!scored || any(m.scores)) && (!perforated || any(m.perforates))
      : m.kind === 'creaser' && (!perforated || m.perforates);
  const cutter = route.find((s) => s.process === 'cut')?.machine;
  const creasers = shop.finishers.filter((f) => f.kind === 'creaser');
  const machine = [...(cutter?.kind === 'slitter' ? [cutter] : []), ...creasers].find(has) ?? creasers[0];
  return machine ? routeWith(route, 'score', machine) : [...route];
}

/** The change to another binding: on machines that make it, folds chosen anew, a cover only where one goes round. */
export function bindingPatch({ binding }: BindingChoice, { finish }: Pick<Docket, 'finish'>, shop: Shop): Patch {
  const rules = rulesOf(binding);
  const made = { process: rules.process, foldedApart: rules.foldedBefore || rules.process === 'fold' };
  return {
    product: {
      binding,
      fold: null,
      sections: { kind: 'auto' },
      ...(rules.made === 'folded' ? { cover: { kind: 'self' as const } } : {}),
    },
    finish: { route: routeFor(made, finish.route, shop) },
  };
}
