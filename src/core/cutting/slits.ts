import { EPSILON, type Rect, type Size } from '../measure';
import { linesThrough } from './piles';

/** Which edge of the sheet goes into a slitter first: its long edge, as a press feeds it, or its short one. */
export type Feed = 'long' | 'short';

/** Lines of a sheet that passes through a slitter once. Millimetres. */
export interface Slits {
  readonly feed: Feed;
  /** The sheet across the feed, and along it. */
  readonly sheet: Size;
  /** Where it is slit along the feed: from its left edge as it is printed, or from its lead edge fed short edge first. */
  readonly slits: readonly number[];
  /** Where it is cut across: from the edge that goes in first. */
  readonly crossCuts: readonly number[];
  /** Whether the first and the last of the parts across are waste: what the slits at the sides take off. */
  readonly sides: Strips;
  readonly ends: Strips;
}

/** The parts that lines divide a length into. */
export interface Strips {
  /** What is cut off before the first piece and behind the last, mm; 0 where a piece reaches the edge. */
  readonly first: number;
  readonly last: number;
  /** The narrowest part between two lines; Infinity where there is none. */
  readonly narrowest: number;
}

/** Why pieces cannot be slit apart. */
export interface NotSlit {
  readonly notSlit: string;
}

/** The parts of a length between lines. */
function strips(at: readonly number[], length: number, waste: (from: number, to: number) => boolean): Strips {
  const [first, last] = [at[0], at.at(-1)];
  let narrowest = Infinity;
  for (let i = 1; i < at.length; i++) narrowest = Math.min(narrowest, at[i]! - at[i - 1]!);
  return {
    first: first !== undefined && waste(0, first) ? first : 0,
    last: last !== undefined && waste(last, length) ? length - last : 0,
    narrowest,
  };
}

/**
 * The lines of pieces that lie in one grid: slits and cross cuts go through the whole sheet, so that every edge of every
 * piece must be free across it. Measured from the edges that the sheet is printed from, its lead edge and its left.
 * @param feed which edge goes in first
 */
export function slitsOf(paper: Size, pieces: readonly Rect[], feed: Feed): Slits | NotSlit {
  const pile = { rect: { x: 0, y: 0, ...paper }, pieces };
  const [upright, level] = [linesThrough(pile, true), linesThrough(pile, false)];
  const has = (at: readonly number[], v: number, length: number): boolean =>
    v < EPSILON || v > length - EPSILON || at.some((w) => Math.abs(w - v) < 1e-4);
  const whole = pieces.every(
    (p) =>
      has(upright, p.x, paper.width) &&
      has(upright, p.x + p.width, paper.width) &&
      has(level, p.y, paper.height) &&
      has(level, p.y + p.height, paper.height),
  );
  if (!whole)
    return { notSlit: 'Slits and cross cuts go through the whole sheet: these pieces do not lie in one grid.' };
  const emptyAcross = (from: number, to: number): boolean =>
    !pieces.some((p) => p.x < to - EPSILON && p.x + p.width > from + EPSILON);
  const emptyAlong = (from: number, to: number): boolean =>
    !pieces.some((p) => p.y < to - EPSILON && p.y + p.height > from + EPSILON);
  const [x, y] = [strips(upright, paper.width, emptyAcross), strips(level, paper.height, emptyAlong)];
  return feed === 'long'
    ? { feed, sheet: paper, slits: upright, crossCuts: level, sides: x, ends: y }
    : {
        feed,
        sheet: { width: paper.height, height: paper.width },
        slits: level,
        crossCuts: upright,
        sides: y,
        ends: x,
      };
}

export const isSlit = (it: Slits | NotSlit): it is Slits => !('notSlit' in it);
