import { cutsOf, isCuttable, leastOf, unproven, type MachineProgram } from '../cutting';
import type { FinishStep, StepOf } from '../docket';
import type { Lay } from '../lay';
import { EPSILON, formatLength, formatSize, lying, wholeNumber, type Unit } from '../measure';
import type { FinisherOf, PileProgram } from '../shop';
import type { Plan } from '../sheet';
import { runsByLay, type RunOfLay } from './by-lay';
import { scoresAsItSlits } from './cutters';
import { numberLimits, readsLimits } from './program';
import type { Limit, ProcessRule } from './rules';
import { slitAmount, slitLimits } from './slit';

/** Sheets that are cut flat alike: with the program for them and the height of their pile. */
export interface CutRun extends RunOfLay {
  readonly program: MachineProgram;
  /** Of all its sheets, mm. */
  readonly height: number;
  /** Piles that it is cut in. */
  readonly lifts: number;
}

/** The program that a guillotine has and that a route is laid out for. */
const givenIn = (route: readonly FinishStep[]): PileProgram | undefined =>
  route.find((s): s is StepOf<'cut'> => s.process === 'cut')?.piles;

/** What of a plan is cut flat: its runs by the lay of their sheets. @param machine null where none is known: one lift */
export function cutRuns(plan: Plan, machine: FinisherOf<'guillotine'> | null, route: readonly FinishStep[]): CutRun[] {
  return runsByLay(plan).flatMap((run): CutRun[] => {
    const program = cutsOf(run.lay).programOn(machine, givenIn(route));
    if (!isCuttable(program) || program.cuts.length === 0) return [];
    const height = run.good * run.stock.caliper;
    return [{ ...run, program, height, lifts: machine ? Math.ceil(height / machine.lift - EPSILON) : 1 }];
  });
}

/** Flat sheets cut apart: in lifts as high as a guillotine takes, or one by one in a slitter. */
export const cut: ProcessRule<'cut'> = {
  machines: ['guillotine', 'slitter'],
  label: 'Cut',
  does: 'cut',
  detail: (m, unit) =>
    m.kind === 'guillotine' ? `lifts of ${formatLength(m.lift, unit)}` : `slits, to ${formatSize(m.largest, unit)}`,
  applies: ({ sheets }) => sheets.lays.some((lay) => cutsOf(lay).any),
  amount: (plan, _, machine, route) => {
    if (machine.kind === 'slitter') return slitAmount(plan, machine);
    const lifts = cutRuns(plan, machine, route).map(({ program, lifts }) => ({ n: program.cuts.length, lifts }));
    const count = lifts.reduce((t, p) => t + p.n * p.lifts, 0);
    const terms = lifts.map((p) => `${p.lifts} ${p.lifts === 1 ? 'lift' : 'lifts'} × ${p.n}`).join(' + ') || '0';
    return { count, of: 'cuts', sum: `${terms} ${lifts.at(-1)?.n === 1 ? 'cut' : 'cuts'}` };
  },
  limits: (plan, machine, unit, route) => {
    const limits = plan.sheets.lays.flatMap((lay) =>
      machine.kind === 'slitter'
        ? [
            ...slitLimits(lay, machine, unit, scoresAsItSlits(route, machine)),
            ...readsLimits(lay, machine, unit, route),
          ]
        : limitsOfLay(lay, machine, unit, givenIn(route)),
    );
    if (machine.kind === 'slitter') limits.push(...numberLimits(plan.sheets.lays, machine, route));
    return limits.filter((l, i) => limits.findIndex((m) => m.id === l.id) === i);
  },
};

/** What of cutting the sheets of one lay a machine cannot do. */
function limitsOfLay(lay: Lay, machine: FinisherOf<'guillotine'>, unit: Unit, given: PileProgram | undefined): Limit[] {
  const limits: Limit[] = [];
  const program = cutsOf(lay).programOn(machine, given);
  if (!isCuttable(program))
    return [{ id: 'not-cuttable', title: 'Straight cuts do not divide this sheet', detail: program.notCuttable }];
  if (program.cuts.length === 0) return [];
  const paper = lying(lay.paper);
  const takes = lying(machine.largest);
  if (paper.width > takes.width + EPSILON || paper.height > takes.height + EPSILON)
    limits.push({
      id: 'too-large-to-cut',
      title: `The sheet is too large for ${machine.name}`,
      detail: `It takes ${formatSize(takes, unit)}; this is ${formatSize(paper, unit)}.`,
    });
  const clamp = machine.bareClamp ?? machine.smallestStrip;
  const least = leastOf(program);
  if (least < Math.min(clamp, machine.smallestStrip) - EPSILON)
    limits.push({
      id: 'strip-too-small',
      title: `A strip is too small for the clamp of ${machine.name}`,
      detail: `A cut leaves ${formatLength(least, unit)} behind the knife; its clamp needs ${formatLength(clamp, unit)}${machine.bareClamp === null ? '' : ', its false clamp off'}.`,
    });
  if (machine.memory !== null && program.cuts.length > machine.memory)
    limits.push({
      id: 'program-too-long',
      title: `The program is too long for ${machine.name}`,
      detail: `It takes ${wholeNumber(program.cuts.length)} cuts; the machine holds ${wholeNumber(machine.memory)}.`,
    });
  const wrong = unproven(lay, program);
  if (wrong !== null)
    limits.push({
      id: 'cut-unproven',
      title: 'The cut program does not give the pieces',
      detail: `Worked through as it is written: ${wrong} Lay the pieces another way.`,
    });
  return limits;
}
