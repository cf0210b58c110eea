import type { FoldLine } from '../lay';
import { EPSILON, type Rect, type Size } from '../measure';
import { linesThrough } from './piles';

/** Which edge of the sheet goes into a slitter first: its long edge, as a press feeds it, or its short one. */
export type Feed = 'long' | 'short';

/** At which side a sheet lies in the machine, seen from above with the edge that goes in first below. */
export type Guide = 'either' | 'left' | 'right';

/** How a sheet lies in a slitter, printed side up: its lead edge goes in first, or its left edge. */
export interface Fed {
  readonly feed: Feed;
  /**
   * Whether it lies at the guide with the edge across from its own lay edge: with its right edge where its lead edge goes
   * in first, with its tail edge where its left one does. What is measured across the feed is measured from there.
   */
  readonly far: boolean;
}

/** Lines of a sheet that passes through a slitter once. Millimetres. */
export interface Slits extends Fed {
  /** The sheet across the feed, and along it. */
  readonly sheet: Size;
  /** Where it is slit along the feed: from the edge that lies at the guide. */
  readonly slits: readonly number[];
  /** Where it is cut across: from the edge that goes in first. */
  readonly crossCuts: readonly number[];
  /** Whether the first and the last of the parts across are waste: what the slits at the sides take off. */
  readonly sides: Strips;
  readonly ends: Strips;
  /** What is scored and perforated in the same pass, each from the edges that slits and cross cuts are measured from. */
  readonly scores: Passing;
  readonly perforations: Passing;
}

/** Lines that go through a whole sheet: along the feed, and across it. */
export interface Passing {
  readonly along: readonly number[];
  readonly across: readonly number[];
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

type Scored = Pick<FoldLine, 'kind' | 'upright' | 'at'>;

/** How near two lines are one, mm. */
const SAME = 1e-4;

/** Where lines of a kind go through the sheet; null where one would cross a piece that has none there. */
function through(
  lines: readonly Scored[],
  pieces: readonly Rect[],
  kind: FoldLine['kind'],
  upright: boolean,
): number[] | null {
  const places = lines.filter((l) => l.kind === kind && l.upright === upright).map((l) => l.at);
  const once: { readonly at: number; count: number }[] = [];
  for (const at of places.sort((a, b) => a - b)) {
    const last = once.at(-1);
    if (last && at - last.at <= SAME) last.count++;
    else once.push({ at, count: 1 });
  }
  const crossed = ({ at }: { readonly at: number }): number =>
    pieces.filter((p) => {
      const from = upright ? p.x : p.y;
      return at > from + EPSILON && at < from + (upright ? p.width : p.height) - EPSILON;
    }).length;
  return once.every((line) => line.count >= crossed(line)) ? once.map((line) => line.at) : null;
}

/**
 * The lines of pieces that lie in one grid: slits and cross cuts go through the whole sheet, so that every edge of every
 * piece must be free across it. Measured from the edges that the sheet is printed from, its lead edge and its left, unless
 * the guide of the machine is on the other side.
 * @param feed which edge goes in first
 * @param lines what is scored and perforated in the pieces, each where it has them
 */
export function slitsOf(
  paper: Size,
  pieces: readonly Rect[],
  feed: Feed,
  lines: readonly Scored[] = [],
  guide: Guide = 'either',
): Slits | NotSlit {
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
  const tools = (kind: FoldLine['kind']): Passing | null => {
    const [up, across] = [through(lines, pieces, kind, true), through(lines, pieces, kind, false)];
    return up && across && (feed === 'long' ? { along: up, across } : { along: across, across: up });
  };
  const [scores, perforations] = [tools('score'), tools('perforation')];
  if (!scores || !perforations)
    return {
      notSlit: 'Scores and perforations go through the whole sheet: here they would cross pieces that have none there.',
    };
  const [x, y] = [strips(upright, paper.width, emptyAcross), strips(level, paper.height, emptyAlong)];
  const sheet = feed === 'long' ? paper : { width: paper.height, height: paper.width };
  // with its lead edge below a sheet has its left edge at the left; with its left edge below, its lead edge at the right
  const far = guide === (feed === 'long' ? 'right' : 'left');
  const fromGuide = (at: readonly number[]): readonly number[] => (far ? at.map((v) => sheet.width - v).reverse() : at);
  const passing = ({ along, across }: Passing): Passing => ({ along: fromGuide(along), across });
  const [across, along] = feed === 'long' ? [x, y] : [y, x];
  return {
    feed,
    far,
    sheet,
    slits: fromGuide(feed === 'long' ? upright : level),
    crossCuts: feed === 'long' ? level : upright,
    sides: far ? { ...across, first: across.last, last: across.first } : across,
    ends: along,
    scores: passing(scores),
    perforations: passing(perforations),
  };
}

/** A rectangle in a sheet as a machine has it: from the guide across the feed, and from the edge that goes in first. */
export interface InFeed {
  readonly side: number;
  readonly lead: number;
  /** Across the feed, and along it. */
  readonly across: number;
  readonly along: number;
}

/** Where a rectangle that a machine has by its own edges lies on the sheet, seen from the front, mm. */
export function fromFeed({ feed, far }: Fed, paper: Size, { side, lead, across, along }: InFeed): Rect {
  const whole = feed === 'long' ? paper.width : paper.height;
  const from = far ? whole - side - across : side;
  return feed === 'long'
    ? { x: from, y: lead, width: across, height: along }
    : { x: lead, y: from, width: along, height: across };
}

/** Where a line of a slitter lies on the sheet, seen from the front: upright ones by x, level ones by y. */
export function lineOnSheet(
  { feed, far, sheet }: Fed & { readonly sheet: Size },
  way: 'along' | 'across',
  at: number,
): { readonly upright: boolean; readonly at: number } {
  return {
    upright: (way === 'along') === (feed === 'long'),
    at: way === 'along' && far ? sheet.width - at : at,
  };
}

export const isSlit = (it: Slits | NotSlit): it is Slits => !('notSlit' in it);
