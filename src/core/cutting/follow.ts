import { addTurns, EPSILON, type QuarterTurns, type Rect, type Size } from '../measure';
import type { CutProgram, Stage } from './program';

/** What lies on the cutter's table after a cut, and before the first. Rectangles as they lay on the sheet. */
export interface Moment {
  /** Which stage, from 0, and how many of its cuts are made. */
  readonly stage: number;
  readonly made: number;
  /** What is in hand: behind the knife, at the back gauge. */
  readonly hand: readonly Rect[];
  /** How that lies: quarter turns from how the sheet is printed. */
  readonly lies: QuarterTurns;
  /** What fell in front of the knife at this cut. */
  readonly fell: readonly Rect[];
  /** All else: what fell before, and what waits. */
  readonly aside: readonly Rect[];
}

/** A program that cannot be worked as it is written. */
export class CutError extends Error {
  override name = 'CutError';
}

/** Lengths that are the same to the eye of a cutter, mm. */
const SAME = 1e-3;
const isSame = (a: Rect, b: Rect, within = SAME): boolean =>
  (['x', 'y', 'width', 'height'] as const).every((k) => Math.abs(a[k] - b[k]) < within);

/** A pile parted by the knife: by how it lies and how far the gauge is off alone. */
function parted(r: Rect, lies: QuarterTurns, measure: number): { behind: Rect; front: Rect } {
  const deep = lies % 2 === 0 ? r.height : r.width;
  if (measure < SAME || measure > deep - SAME)
    throw new CutError(`A pile ${deep.toFixed(3)} mm deep is not cut ${measure.toFixed(3)} mm from the gauge.`);
  const left = deep - measure;
  switch (lies) {
    case 0: // the upper edge at the gauge
      return { behind: { ...r, y: r.y + left, height: measure }, front: { ...r, height: left } };
    case 1: // the right edge
      return { behind: { ...r, x: r.x + left, width: measure }, front: { ...r, width: left } };
    case 2: // the lower edge
      return { behind: { ...r, height: measure }, front: { ...r, y: r.y + measure, height: left } };
    case 3: // the left edge
      return { behind: { ...r, width: measure }, front: { ...r, x: r.x + measure, width: left } };
  }
}

/** The piles of a stage, off the table. @throws CutError where one of them does not lie there */
function taken(table: readonly Rect[], { piles }: Stage): { hand: Rect[]; aside: Rect[] } {
  const aside = [...table];
  const hand = piles.map((pile) => {
    const at = aside.findIndex((r) => isSame(r, pile));
    if (at < 0) throw new CutError('A pile is to be cut that no cut before has made.');
    return aside.splice(at, 1)[0]!;
  });
  return { hand, aside };
}

/**
 * Works through a program as a cutter would, by its turns and measures alone: what lies between the back gauge and the
 * knife stays in hand, what is beyond falls off.
 * @returns what lies on the table before each stage and after each of its cuts
 * @throws CutError where it cannot be worked
 */
export function followed({ stages }: Pick<CutProgram, 'stages'>, paper: Size): Moment[] {
  let table: Rect[] = [{ x: 0, y: 0, width: paper.width, height: paper.height }];
  const moments: Moment[] = [];
  for (const [i, stage] of stages.entries()) {
    const { hand: first, aside: waits } = taken(table, stage);
    let [hand, lies] = [first, stage.lies];
    // a list for each of a thousand cuts would be a million piles: what lies aside is found when it is asked for
    const fallen: Rect[] = [];
    const put = (made: number, fell: readonly Rect[]): void => {
      const n = fallen.length;
      moments.push({
        stage: i,
        made,
        hand,
        lies,
        fell,
        get aside() {
          return [...waits, ...fallen.slice(0, n)];
        },
      });
      fallen.push(...fell);
    };
    put(0, []);
    for (const [k, { turns, measure }] of stage.cuts.entries()) {
      // the first turn is from how the piles lay when they were put aside
      lies = addTurns(lies, turns);
      const cut = hand.map((r) => parted(r, lies, measure));
      const fell = cut.map((c) => c.front);
      hand = cut.map((c) => c.behind);
      put(k + 1, fell);
    }
    table = [...waits, ...fallen, ...hand];
  }
  return moments;
}

/** What a program leaves on the table, waste and pieces. */
export function cutFrom(program: Pick<CutProgram, 'stages'>, paper: Size): readonly Rect[] {
  const last = followed(program, paper).at(-1);
  return last ? [...last.hand, ...last.fell, ...last.aside] : [{ x: 0, y: 0, ...paper }];
}

/**
 * Whether a program gives every piece whole, at its size and in its place, once, so that what is printed on it is on it.
 * @param within how far an edge may lie from where it should, mm
 * @returns null where it does; else what is wrong
 */
export function provenBy(
  program: Pick<CutProgram, 'stages'>,
  paper: Size,
  pieces: readonly Rect[],
  within = SAME,
): string | null {
  let out: readonly Rect[];
  try {
    out = cutFrom(program, paper);
  } catch (e) {
    if (e instanceof CutError) return e.message;
    throw e;
  }
  const area = (r: Rect): number => r.width * r.height;
  const all = out.reduce((a, r) => a + area(r), 0);
  if (Math.abs(all - paper.width * paper.height) > SAME * (paper.width + paper.height))
    return 'Paper is lost or there twice.';
  // rising by x and y, so that each is looked for among few
  const rest = [...out].sort((a, b) => a.x - b.x);
  for (const piece of pieces) {
    let at = firstFrom(rest, piece.x - within);
    while (at < rest.length && rest[at]!.x < piece.x + within + EPSILON && !isSame(rest[at]!, piece, within)) at++;
    if (at >= rest.length || !isSame(rest[at]!, piece, within)) return 'A piece does not come out at its size.';
  }
  return null;
}

/** The first of rectangles, rising by x, that begins at x or beyond. */
function firstFrom(sorted: readonly Rect[], x: number): number {
  let [from, to] = [0, sorted.length];
  while (from < to) {
    const half = (from + to) >> 1;
    if (sorted[half]!.x < x) from = half + 1;
    else to = half;
  }
  return from;
}
