import type { Fold } from '../fold';
import type { Shape } from '../makeup';
import type { Size } from '../measure';
import type { Plan } from '../sheet';
import { cutPieces, type CutPieces } from './paper';

/** A fold as a folding machine is set for it. Millimetres. */
export interface FoldSet {
  /** From 1, in the order in which they are made. */
  readonly order: number;
  /** Which of the machine's units makes it, from 1: at each right angle the sheet goes on into the next. */
  readonly unit: number;
  /** From the edge that goes in first to the fold: how long the fold plate is set. */
  readonly plate: number;
  /** Which way the line lies on the flat sheet, its outer side up. */
  readonly axis: Fold['axis'];
  /** From the left or lower edge of the pile as it then lies to the fold. */
  readonly travel: number;
  /** Where the part left of the fold, or below it, goes. */
  readonly to: 'up' | 'down';
}

/** Pieces that are folded alike. */
export interface FoldRun {
  readonly shape: Shape;
  /** The flat sheet that goes in: its width lies along level lines. */
  readonly sheet: Size;
  readonly pages: number;
  readonly folds: readonly FoldSet[];
  /** Where it is folded, from its left or lower edge, each line by the fold that makes it. */
  readonly lines: readonly { readonly axis: Fold['axis']; readonly at: number; readonly order: number }[];
  readonly count: number;
}

/** A pile along one axis: where its lines lie, its two ends counted, and which end is the last fold. */
interface Along {
  readonly lines: readonly number[];
  readonly fold: 'low' | 'high' | null;
}

/** A pile folded along one axis: the part that sticks out reaches as far as its longer half. */
function foldedAt({ lines }: Along, { at, moves }: Fold): Along {
  const here = lines[at]!;
  const low = lines.slice(0, at).map((v) => here - v);
  const high = lines.slice(at + 1).map((v) => v - here);
  low.reverse();
  const [moving, staying] = moves === 'low' ? [low, high] : [high, low];
  const count = Math.max(moving.length, staying.length);
  // lines of both halves lie on each other; at the end the longer paper counts
  const from = [0, ...Array.from({ length: count }, (_, i) => endOf(moving, staying, i))];
  const total = from.at(-1)!;
  return moves === 'low' ? { lines: from, fold: 'low' } : { lines: from.map((v) => total - v).reverse(), fold: 'high' };
}

function endOf(moving: readonly number[], staying: readonly number[], i: number): number {
  const [a, b] = [moving[i], staying[i]];
  if (a === undefined) return b!;
  if (b === undefined) return a;
  const ends = [i === moving.length - 1, i === staying.length - 1];
  if (ends[0] && ends[1]) return Math.max(a, b);
  // where one half ends at a line of the other, that line is where it is folded
  return ends[1] ? a : b;
}

/**
 * How folds are set on a machine with fold plates: from the edge that goes in first to the fold. First goes in the end of
 * the half that moves; after a fold, along the same way, that fold itself.
 * @param lines where the lines of the flat sheet lie, its edges counted, mm, from the left and from below
 */
export function foldSets(
  lines: { readonly upright: readonly number[]; readonly level: readonly number[] },
  folds: readonly Fold[],
): FoldSet[] {
  const pile = { upright: startOf(lines.upright), level: startOf(lines.level) };
  let unit = 0;
  return folds.map((fold, i) => {
    const { axis, at, moves, to } = fold;
    const turned = folds[i - 1]?.axis !== axis;
    if (turned) unit++;
    const { lines: now, fold: before } = pile[axis];
    const first = turned || before === null ? moves : before;
    const travel = now[at]! - now[0]!;
    const plate = first === 'low' ? travel : now.at(-1)! - now[at]!;
    pile[axis] = foldedAt(pile[axis], fold);
    return { order: i + 1, unit, plate, axis, travel, to: (moves === 'low') === (to === 'over') ? 'up' : 'down' };
  });
}

const startOf = (lines: readonly number[]): Along => ({ lines, fold: null });

/** Where the lines of a shape lie on the paper that it has when it is folded, its edges counted. */
function linesOf({ size, lines, way }: Shape, paper: CutPieces['paper']) {
  const at = (k: 0 | 1): number[] =>
    lines.flatMap((l) => (l.kind === 'fold' && l.from[k] === l.to[k] ? [l.from[k]] : [])).sort((a, b) => a - b);
  return {
    upright: inUnits([-paper.left, ...at(0), size.width + paper.right], way?.spans),
    level: [-paper.bottom, ...at(1), size.height + paper.top],
  };
}

/** Lines between columns of unlike width, as their folds count them: in units, those within a column between its ends. */
function inUnits(lines: readonly number[], spans: readonly number[] | undefined): readonly number[] {
  if (spans?.length !== lines.length - 1) return lines;
  return spans.flatMap((n, i) => {
    const [from, to] = [lines[i]!, lines[i + 1]!];
    const within = Array.from({ length: n }, (_, k) => from + ((to - from) * (k + 1)) / n);
    return i === 0 ? [from, ...within] : within;
  });
}

/**
 * What of a plan is folded apart, as a folding machine is set for it: pieces whose paper differs only where no plate is set
 * by it are one run.
 */
export function foldRuns(plan: Plan): FoldRun[] {
  const found = new Map<string, FoldRun>();
  const shapes = new Map<Shape, number>();
  for (const run of runsOf(plan)) {
    const { shape, sheet, folds, count } = run;
    if (!shapes.has(shape)) shapes.set(shape, shapes.size);
    const measures = [sheet.width, sheet.height, ...folds.flatMap((f) => [f.plate, f.travel])];
    const key = [shapes.get(shape), ...measures.map((v) => v.toFixed(3))].join(' ');
    const alike = found.get(key);
    found.set(key, alike ? { ...alike, count: alike.count + count } : run);
  }
  return [...found.values()];
}

/** Each kind of piece by itself. */
function runsOf(plan: Plan): FoldRun[] {
  const folded = new Set(plan.assembly.folded.map((id) => plan.pieces.at(id)!.shape));
  return cutPieces(plan).flatMap(({ shape, paper, count }): FoldRun[] => {
    const { way } = shape;
    if (!way || !folded.has(shape)) return [];
    const lines = linesOf(shape, paper);
    // a way that cannot be folded, which a finding says, has no such lines
    const columns = way.spans ? way.spans.reduce((a, b) => a + b, 0) : way.columns;
    if (lines.upright.length !== columns + 1 || lines.level.length !== way.rows + 1) return [];
    const sheet = {
      width: lines.upright.at(-1)! - lines.upright[0]!,
      height: lines.level.at(-1)! - lines.level[0]!,
    };
    const drawn = shape.lines.flatMap(({ kind, from, to, order }): FoldRun['lines'][number][] => {
      if (kind !== 'fold') return [];
      return from[0] === to[0]
        ? [{ axis: 'upright', at: from[0] + paper.left, order }]
        : [{ axis: 'level', at: from[1] + paper.bottom, order }];
    });
    return [
      { shape, sheet, pages: 2 * way.columns * way.rows, folds: foldSets(lines, way.folds), lines: drawn, count },
    ];
  });
}
