import type { StandAt, Stand } from '../../docket';
import { contains, EPSILON, grow, overlap, rect, type Rect, type Size } from '../../measure';

/** Which way one goes from an edge to its outside; 0 where the edge runs that way. */
const OUT: Readonly<Record<StandAt, readonly [-1 | 0 | 1, -1 | 0 | 1]>> = {
  lead: [0, -1],
  tail: [0, 1],
  left: [-1, 0],
  right: [1, 0],
  'lead-left': [-1, -1],
  'lead-right': [1, -1],
  'tail-left': [-1, 1],
  'tail-right': [1, 1],
};

/** Whether a mark moves along an upright edge; corners are those of the lead and the tail edge. */
const isUpright = (at: StandAt): boolean => at === 'left' || at === 'right';

/** How long an edge is, mm. */
export const edgeOf = (at: StandAt, { width, height }: Size): number => (isUpright(at) ? height : width);

/**
 * Where a mark stands by a rectangle: at an edge its middle is at the edge's; at a corner it stands with it, inside of what
 * it stands in, or beyond what it stands outside of but flush with its edge.
 * @param size what the mark takes as it is turned
 * @param outside whether it stands outside of the rectangle (by pieces) or inside it (paper, plate)
 */
export function standsAt(
  at: StandAt,
  { off, along }: Pick<Stand, 'off' | 'along'>,
  by: Rect,
  size: Size,
  outside: boolean,
): Rect {
  const [dx, dy] = OUT[at];
  const away = outside ? off : -off - (isUpright(at) ? size.width : size.height);
  const { width, height } = size;
  if (isUpright(at)) {
    const x = dx > 0 ? by.x + by.width + away : by.x - away - width;
    return rect(x, by.y + (by.height - height) / 2 + along, width, height);
  }
  const y = dy > 0 ? by.y + by.height + away : by.y - away - height;
  // a corner's inset goes with its edge: inside as far as from the other edge, outside flush
  const inset = outside ? 0 : off;
  const x =
    dx === 0
      ? by.x + (by.width - width) / 2 + along
      : dx < 0
        ? by.x + inset + along
        : by.x + by.width - inset - along - width;
  return rect(x, y, width, height);
}

/** Steps in which a mark is moved along its edge until it is free, mm; longer ones where there would be more than so many. */
const STEP = 1;
const MOST_STEPS = 1000;

export interface Free {
  readonly rect: Rect;
  /** How far it was moved along its edge; 0 where it stands as it was told. */
  readonly moved: number;
}

/**
 * The place nearest to where a mark is told to stand at which nothing else is: it is moved along its edge, as far as the
 * edge goes, a corner's mark inwards first. Null where there is none.
 * @param taken what it must not lie on
 */
export function freeAt(at: StandAt, told: Rect, by: Rect, area: Rect, taken: readonly Rect[]): Free | null {
  const upright = isUpright(at);
  const most = edgeOf(at, by);
  // what lies beside the way that it could be moved is in nobody's way
  const way = upright
    ? rect(told.x, told.y - most, told.width, told.height + 2 * most)
    : rect(told.x - most, told.y, told.width + 2 * most, told.height);
  const near = taken.filter((t) => overlap(t, way));
  const inside = grow(area, EPSILON);
  const isFree = (r: Rect): boolean => contains(inside, r) && !near.some((t) => overlap(t, grow(r, -EPSILON)));
  const inwards = OUT[at][0] > 0 && OUT[at][1] !== 0 ? -1 : 1;
  const step = Math.max(STEP, most / MOST_STEPS);
  for (let d = 0; d <= most; d += step)
    for (const by of d === 0 ? [0] : [d * inwards, -d * inwards]) {
      const r = upright ? { ...told, y: told.y + by } : { ...told, x: told.x + by };
      if (isFree(r)) return { rect: r, moved: by };
    }
  return null;
}
