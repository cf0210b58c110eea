import { cutsOf, isCuttable, isSlit, slitsOf, type Feed, type NotSlit, type Slits } from '../cutting';
import { stepOf, type Finish } from '../docket';
import { scoredOnForm, type Lay } from '../lay';
import { EPSILON, formatLength, formatSize, wholeNumber, type Size, type Unit } from '../measure';
import type { FinisherOf } from '../shop';
import type { Plan } from '../sheet';
import { runsByLay, type RunOfLay } from './by-lay';
import { guillotineOf, scoresAsItSlits, slitterOf } from './cutters';
import type { Amount, Limit } from './rules';

type Slitter = FinisherOf<'slitter'>;

/** Sheets that pass through a slitter with its tools set alike. */
export interface SlitRun extends RunOfLay {
  readonly slits: Slits;
}

/** A way to feed a sheet that the machine takes, and what of its lines it cannot do. */
interface Tried {
  readonly it: Slits | NotSlit;
  readonly limits: readonly Limit[];
}

const feedsOf = ({ feed }: Slitter): readonly Feed[] => (feed === 'either' ? ['short', 'long'] : [feed]);

/** What was found of a lay, by how it is fed: limits, marks, figures and the knife ask for it one after the other. */
const known = new WeakMap<Lay, Map<string, Slits | NotSlit>>();

function slitsFed(lay: Lay, feed: Feed, { guide }: Slitter, scoring: boolean): Slits | NotSlit {
  const ofLay = known.get(lay) ?? new Map<string, Slits | NotSlit>();
  known.set(lay, ofLay);
  const key = `${feed} ${guide} ${scoring}`;
  let it = ofLay.get(key);
  if (!it) ofLay.set(key, (it = slitsOf(lay.paper, cutsOf(lay).pieces, feed, scoring ? scoredOnForm(lay) : [], guide)));
  return it;
}

/** How a lay passes a slitter: the way that it can do, with the fewest cross cuts; else the one that lacks least. */
function fedBest(lay: Lay, machine: Slitter, unit: Unit, scoring: boolean): Tried {
  const tried = feedsOf(machine).map((feed): Tried => {
    const it = slitsFed(lay, feed, machine, scoring);
    return { it, limits: limitsOf(it, machine, unit) };
  });
  const crossing = ({ it }: Tried): number => (isSlit(it) ? it.crossCuts.length : Infinity);
  return tried.reduce((a, b) => ((b.limits.length - a.limits.length || crossing(b) - crossing(a)) < 0 ? b : a));
}

/** How a lay's sheets pass a slitter, whether or not it can do them all. */
export const slitsOn = (lay: Lay, machine: Slitter, scoring: boolean): Slits | NotSlit =>
  fedBest(lay, machine, 'mm', scoring).it;

const beyond = (s: Size, most: Size): boolean => s.width > most.width + EPSILON || s.height > most.height + EPSILON;

function limitsOf(it: Slits | NotSlit, m: Slitter, unit: Unit): Limit[] {
  if (!isSlit(it)) return [{ id: 'slit-grid', title: `${m.name} cannot slit these pieces apart`, detail: it.notSlit }];
  const limits: Limit[] = [];
  const { sheet, slits, crossCuts, sides, ends } = it;
  const mm = (v: number): string => formatLength(v, unit);
  const limit = (id: string, title: string, detail: string): void => void limits.push({ id, title, detail });
  if (beyond(sheet, m.largest) || beyond(m.smallest, sheet))
    limit(
      'slit-sheet',
      `${m.name} does not take this sheet`,
      `It takes ${formatSize(m.smallest, unit)} to ${formatSize(m.largest, unit)}, across and along; this is ${formatSize(sheet, unit)}.`,
    );
  if (slits.length > m.mostSlits || crossCuts.length > m.mostCrossCuts)
    limit(
      'slit-many',
      `Too many cuts for ${m.name}`,
      `It makes ${wholeNumber(m.mostSlits)} slits and ${wholeNumber(m.mostCrossCuts)} cross cuts; these are ${wholeNumber(slits.length)} and ${wholeNumber(crossCuts.length)}.`,
    );
  const near = (strips: number, least: number): boolean => strips < least - EPSILON;
  if (near(sides.narrowest, m.nearestSlits) || near(ends.narrowest, m.nearestCuts))
    limit(
      'slit-near',
      `Cuts too near to each other for ${m.name}`,
      near(sides.narrowest, m.nearestSlits)
        ? `Two slits are ${mm(sides.narrowest)} apart; its tools need ${mm(m.nearestSlits)}.`
        : `Two cross cuts are ${mm(ends.narrowest)} apart; it needs ${mm(m.nearestCuts)}.`,
    );
  const off = offStep(it, m.step ?? 0);
  if (off !== undefined)
    limit(
      'slit-step',
      `${m.name} cannot be set to these lines`,
      `One is ${mm(off)} from where it is measured; it is set in steps of ${mm(m.step!)}.`,
    );
  limits.push(...toolLimits(it, m, unit));
  const thin = (s: Slits['sides'], least: number): number | undefined =>
    [s.first, s.last].find((v) => v > EPSILON && v < least - EPSILON);
  const [side, end] = [thin(sides, m.sides), thin(ends, m.ends)];
  if (side !== undefined || end !== undefined)
    limit(
      'slit-edge',
      `Too little waste at an edge for ${m.name}`,
      side !== undefined
        ? `A side has ${mm(side)}; it takes off ${mm(m.sides)} at the least.`
        : `An end has ${mm(end!)}; it takes off ${mm(m.ends)} at the least.`,
    );
  return limits;
}

/** How far a line may be from a step and still be on it, mm. */
const ON_STEP = 0.02;

/** A line that is on no step of its machine; undefined where all are. @param step mm; 0 for a machine that has none */
function offStep({ slits, crossCuts, scores, perforations }: Slits, step: number): number | undefined {
  if (step === 0) return undefined;
  const all = [slits, crossCuts, scores.along, scores.across, perforations.along, perforations.across].flat();
  return all.find((v) => Math.abs(v - toStep(v, step)) > ON_STEP);
}

/** The nearest step, mm. */
export const toStep = (v: number, step: number): number => Math.round(v / step) * step;

/** What of the lines to be scored and perforated it has no tools for, or not so near to each other. */
function toolLimits({ slits, crossCuts, scores, perforations }: Slits, m: Slitter, unit: Unit): Limit[] {
  const limits: Limit[] = [];
  const lacking = (
    [
      [scores, m.scores, 'scores'],
      [perforations, m.perforates, 'perforations'],
    ] as const
  ).flatMap(([wanted, has, what]) =>
    wanted.along.length > has.along || wanted.across.length > has.across
      ? [
          `${what}: ${wholeNumber(wanted.along.length)} along the feed and ${wholeNumber(wanted.across.length)} across it, where it makes ${wholeNumber(has.along)} and ${wholeNumber(has.across)}`,
        ]
      : [],
  );
  if (lacking.length > 0)
    limits.push({
      id: 'slit-tools',
      title: `${m.name} has not the tools for these lines`,
      detail: `${lacking.join('; ').replace(/^./, (c) => c.toUpperCase())}.`,
    });
  const nearest = Math.min(
    leastBetween([...scores.along, ...perforations.along], slits),
    leastBetween([...scores.across, ...perforations.across], crossCuts),
  );
  if (nearest < m.nearestScores - EPSILON)
    limits.push({
      id: 'slit-score-near',
      title: `A line is too near to the next for ${m.name}`,
      detail: `There are ${formatLength(nearest, unit)} between; it needs ${formatLength(m.nearestScores, unit)}.`,
    });
  return limits;
}

/** The least distance of lines from each other, and from others that lie the same way; Infinity where there are none. */
function leastBetween(lines: readonly number[], others: readonly number[]): number {
  const sorted = [...lines].sort((a, b) => a - b);
  const apart = sorted.slice(1).map((v, i) => v - sorted[i]!);
  return Math.min(Infinity, ...apart, ...sorted.flatMap((v) => others.map((w) => Math.abs(v - w))));
}

/** What of a lay a slitter cannot do. @param scoring whether it scores and perforates as well */
export const slitLimits = (lay: Lay, machine: Slitter, unit: Unit, scoring: boolean): readonly Limit[] =>
  cutsOf(lay).any ? fedBest(lay, machine, unit, scoring).limits : [];

/** What of a plan passes a slitter. @param scoring whether it scores and perforates as well */
export function slitRuns(plan: Plan, machine: Slitter, scoring: boolean): SlitRun[] {
  return runsByLay(plan).flatMap((run): SlitRun[] => {
    if (!cutsOf(run.lay).any) return [];
    const slits = slitsOn(run.lay, machine, scoring);
    return isSlit(slits) ? [{ ...run, slits }] : [];
  });
}

/** Sheets that pass, each once. */
export function slitAmount(plan: Plan, machine: Slitter): Amount {
  const runs = slitRuns(plan, machine, false);
  const count = runs.reduce((n, r) => n + r.good, 0);
  const terms = runs.length > 1 ? runs.map((r) => wholeNumber(r.good)).join(' + ') : wholeNumber(count);
  return { count, of: 'sheets', sum: `${terms} ${count === 1 ? 'sheet' : 'sheets'}` };
}

/** How many cuts a sheet of a lay takes where a job is cut; null where that machine cannot divide it. */
export function cutsSaid(lay: Lay, finish: Finish): number | null {
  const slitter = slitterOf(finish);
  if (slitter) {
    const it = slitsOn(lay, slitter, scoresAsItSlits(finish.route, slitter));
    return isSlit(it) ? it.slits.length + it.crossCuts.length : null;
  }
  const program = cutsOf(lay).programOn(guillotineOf(finish), stepOf(finish, 'cut')?.piles);
  return isCuttable(program) ? program.cuts.length : null;
}
