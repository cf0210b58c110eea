import type { FinishStep } from '../docket';
import { isScored, scoredOnForm, yieldOf } from '../lay';
import type { Shape } from '../makeup';
import { EPSILON, formatLength, formatSize, wholeNumber, type Size, type Unit } from '../measure';
import type { Finisher, FinisherOf } from '../shop';
import type { Plan } from '../sheet';
import { runsByLay } from './by-lay';
import { cutPieces } from './paper';
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
  /** What they are: pieces at their size, or covers with the paper that is trimmed off with the block. */
  readonly of: 'pieces' | 'covers';
  readonly size: Size;
  /** How thick, mm: of the thickest where they are on several stocks. */
  readonly caliper: number;
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

/** What of a plan is scored or perforated, piece by piece; every shape once. @param route as the other machines leave it */
export function scoreRuns(plan: Plan, route: readonly FinishStep[]): ScoreRun[] {
  const found = new Map<Shape, { pieces: number; caliper: number }>();
  for (const { lay, good, stock } of runsByLay(plan))
    for (const { shape } of lay.downs) {
      const { pieces, caliper } = found.get(shape) ?? { pieces: 0, caliper: 0 };
      found.set(shape, {
        pieces: pieces + good * yieldOf(lay.work),
        caliper: Math.max(caliper, stock.caliper),
      });
    }
  const flat = [...found].flatMap(([shape, of]): ScoreRun[] => {
    const passes = passesOf(shape);
    return passes.length > 0 ? [{ of: 'pieces', size: shape.size, passes, ...of }] : [];
  });
  return scoresCovers(route) ? flat : [...flat, ...coverRuns(plan, (shape) => found.get(shape)!.caliper)];
}

/** Whether what binds a route's books scores their covers too; what says nothing of it does. */
export const scoresCovers = (route: readonly FinishStep[]): boolean =>
  !route.some(({ machine }) => machine.kind === 'binder' && machine.scoresCovers === false);

/** Where covers that go round a book are scored, from the edges of their paper: they are trimmed with the block. */
function coverRuns(plan: Plan, caliperOf: (shape: Shape) => number): ScoreRun[] {
  return cutPieces(plan).flatMap(({ shape, paper, count }): ScoreRun[] => {
    const { width, height } = shape.size;
    const lines = coverScoresOf(shape);
    const [first] = lines;
    if (!first) return [];
    const size = { width: width + paper.left + paper.right, height: height + paper.top + paper.bottom };
    const upright = first.from[0] === first.to[0];
    const at = lines.map(({ from }) => (upright ? from[0] + paper.left : height - from[1] + paper.top));
    const pass: ScorePass = {
      kind: 'score',
      lead: upright ? 'left edge' : 'head',
      piece: upright ? { width: size.height, height: size.width } : size,
      at: at.sort((a, b) => a - b),
    };
    return [{ of: 'covers', size, caliper: caliperOf(shape), passes: [pass], pieces: count }];
  });
}

/** The scores of a cover that goes round a book; none of any other shape. */
export const coverScoresOf = ({ cut, lines }: Shape): Shape['lines'] =>
  cut === 'trimmed' ? [] : lines.filter((l) => l.kind === 'score');

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
  applies: ({ sheets }, route) =>
    sheets.lays.some(
      (lay) =>
        scoredOnForm(lay).length > 0 ||
        (!scoresCovers(route) && lay.downs.some(({ shape }) => coverScoresOf(shape).length > 0)),
    ),
  amount: (plan, _, machine, route) => {
    if (machine.kind === 'slitter') return { count: 0, of: 'sheets', sum: 'in the pass that slits them' };
    const runs = scoreRuns(plan, route);
    const count = runs.reduce((n, r) => n + r.pieces * r.passes.length, 0);
    const terms = runs.map(
      ({ of, pieces, passes }) =>
        `${wholeNumber(pieces)} ${of}${passes.length > 1 ? ` × ${passes.length} passes` : ''}`,
    );
    return { count, of: 'passes', sum: terms.join(' + ') };
  },
  limits: (plan, machine, unit, route) => {
    if (machine.kind === 'creaser') return scoreRuns(plan, route).flatMap((run) => limitsOf(run, machine, unit));
    // what it cannot do of the lines is said where it cuts
    if (cutsToo(machine, route))
      return scoreRuns(plan, route).some((r) => r.of === 'covers') ? [NO_COVERS(machine)] : [];
    return [
      {
        id: 'score-apart',
        title: `${machine.name} scores only what it cuts`,
        detail: 'The sheets are cut on another machine: cut them there too, or score the pieces on a creaser.',
      },
    ];
  },
};

const NO_COVERS = ({ name }: Finisher): Limit => ({
  id: 'score-covers',
  title: `${name} does not score covers`,
  detail: 'It scores pieces that it cuts to their size; covers are trimmed with their block. Score them on a creaser.',
});

/** The channel that paper so thick is scored in: the narrowest that is for it; null where the machine has one for all. */
export function channelFor({ channels }: Creaser, caliper: number): { readonly width: number } | 'none' | null {
  if (!channels || channels.length === 0) return null;
  const takes = channels.filter((c) => caliper <= c.most + EPSILON);
  return takes.length === 0 ? 'none' : takes.reduce((a, b) => (b.width < a.width ? b : a));
}

function limitsOf({ passes, caliper }: ScoreRun, m: Creaser, unit: Unit): Limit[] {
  const limits: Limit[] = [];
  const put = (id: string, title: string, detail: string): void => {
    if (!limits.some((l) => l.id === id)) limits.push({ id, title, detail });
  };
  const beyond = (s: Size, most: Size): boolean => s.width > most.width + EPSILON || s.height > most.height + EPSILON;
  if (passes.some((p) => p.kind === 'score') && channelFor(m, caliper) === 'none')
    put(
      'score-thick',
      `${m.name} has no channel for this paper`,
      `It is ${formatLength(caliper, unit, 3)} thick; the widest of its channels is for ${formatLength(Math.max(...m.channels!.map((c) => c.most)), unit, 3)}.`,
    );
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
