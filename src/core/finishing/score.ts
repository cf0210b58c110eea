import type { FinishStep } from '../docket';
import { isScored, scoredOnForm, yieldOf } from '../lay';
import type { Shape } from '../makeup';
import { EPSILON, formatLength, formatSize, wholeNumber, type Size, type Unit } from '../measure';
import type { Finisher, FinisherOf } from '../shop';
import type { Plan } from '../sheet';
import { runsByLay } from './by-lay';
import type { Limit, ProcessRule } from './rules';

type Creaser = FinisherOf<'creaser'>;

/** Lines that a creaser makes in one pass: all of one kind, all the same way. */
export interface ScorePass {
  readonly kind: 'score' | 'perforation';
  /** The edge that goes in first: lines run along it. */
  readonly lead: 'head' | 'left edge';
  /** The piece across the feed, and along it. */
  readonly piece: Size;
  /** From that edge, nearest first, mm. */
  readonly at: readonly number[];
}

/** Pieces that are scored or perforated alike. */
export interface ScoreRun {
  readonly size: Size;
  readonly passes: readonly ScorePass[];
  /** How many there are, those made more counted. */
  readonly pieces: number;
}

/** The passes that a piece takes: scores before perforations, as it would tear. */
function passesOf({ size: { width, height }, lines }: Shape): ScorePass[] {
  return (['score', 'perforation'] as const).flatMap((kind) => {
    const of = lines.filter((l) => l.kind === kind && isScored({ kind, order: l.order }));
    const sorted = (at: number[]): number[] => at.sort((a, b) => a - b);
    const level = sorted(of.flatMap(({ from, to }) => (from[1] === to[1] ? [height - from[1]] : [])));
    const upright = sorted(of.flatMap(({ from, to }) => (from[0] === to[0] ? [from[0]] : [])));
    return [
      ...(level.length > 0 ? [{ kind, lead: 'head', piece: { width, height }, at: level } as const] : []),
      ...(upright.length > 0
        ? [{ kind, lead: 'left edge', piece: { width: height, height: width }, at: upright } as const]
        : []),
    ];
  });
}

/** What of a plan is scored or perforated, piece by piece; every shape once. */
export function scoreRuns(plan: Plan): ScoreRun[] {
  const counts = new Map<Shape, number>();
  for (const { lay, good } of runsByLay(plan))
    for (const { shape } of lay.downs) counts.set(shape, (counts.get(shape) ?? 0) + good * yieldOf(lay.work));
  return [...counts].flatMap(([shape, pieces]) => {
    const passes = passesOf(shape);
    return passes.length > 0 ? [{ size: shape.size, passes, pieces }] : [];
  });
}

/** Whether this machine cuts the sheets as well, so that lines are made in the same pass. */
const cutsToo = (machine: Finisher, route: readonly FinishStep[]): boolean =>
  route.some((s) => s.process === 'cut' && s.machine.id === machine.id);

/** Lines in flat pieces: on a creaser when they are cut out, or in a slitter as it cuts them. */
export const score: ProcessRule<'score'> = {
  machines: ['creaser', 'slitter'],
  label: 'Score',
  does: 'score',
  detail: (m, unit) =>
    m.kind === 'slitter' ? 'in the pass that slits' : `${m.mostLines} lines, to ${formatSize(m.largest, unit)}`,
  applies: ({ sheets }) => sheets.lays.some((lay) => scoredOnForm(lay).length > 0),
  amount: (plan, _, machine) => {
    if (machine.kind === 'slitter') return { count: 0, of: 'sheets', sum: 'in the pass that slits them' };
    const runs = scoreRuns(plan);
    const count = runs.reduce((n, r) => n + r.pieces * r.passes.length, 0);
    const terms = runs.map(
      ({ pieces, passes }) => `${wholeNumber(pieces)} pieces${passes.length > 1 ? ` × ${passes.length} passes` : ''}`,
    );
    return { count, of: 'passes', sum: terms.join(' + ') };
  },
  limits: (plan, machine, unit, route) => {
    if (machine.kind === 'creaser') return scoreRuns(plan).flatMap((run) => limitsOf(run, machine, unit));
    // what it cannot do of the lines is said where it cuts
    if (cutsToo(machine, route)) return [];
    return [
      {
        id: 'score-apart',
        title: `${machine.name} scores only what it cuts`,
        detail: 'The sheets are cut on another machine: cut them there too, or score the pieces on a creaser.',
      },
    ];
  },
};

function limitsOf({ passes }: ScoreRun, m: Creaser, unit: Unit): Limit[] {
  const limits: Limit[] = [];
  const put = (id: string, title: string, detail: string): void => {
    if (!limits.some((l) => l.id === id)) limits.push({ id, title, detail });
  };
  const beyond = (s: Size, most: Size): boolean => s.width > most.width + EPSILON || s.height > most.height + EPSILON;
  for (const { kind, piece, at } of passes) {
    if (kind === 'perforation' && !m.perforates)
      put('score-perforates', `${m.name} does not perforate`, 'It scores only: choose a machine that has the tools.');
    if (beyond(piece, m.largest) || beyond(m.smallest, piece))
      put(
        'score-size',
        `${m.name} does not take these pieces`,
        `It takes ${formatSize(m.smallest, unit)} to ${formatSize(m.largest, unit)}, across and along; this is ${formatSize(piece, unit)}.`,
      );
    if (at.length > m.mostLines)
      put(
        'score-many',
        `Too many lines for ${m.name}`,
        `It makes ${wholeNumber(m.mostLines)} in a pass; these are ${wholeNumber(at.length)}.`,
      );
    const edges = [0, ...at, piece.height];
    const nearest = Math.min(...edges.slice(1).map((v, i) => v - edges[i]!));
    if (nearest < m.nearest - EPSILON)
      put(
        'score-near',
        `A line is too near to the next, or to an edge, for ${m.name}`,
        `There are ${formatLength(nearest, unit)} between; it needs ${formatLength(m.nearest, unit)}.`,
      );
  }
  return limits;
}
