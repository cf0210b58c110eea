import { rect, type Rect } from '../measure';
import type { PageFacts } from './artwork';

/** Ink further inside the trim than this is not told apart: no edge is that wide, mm. */
const DEEP = 15;
/** What is looked at is rounded outwards to this, mm: pages of a text are alike in it. */
const STEP = 0.5;

/** How near to an edge ink counts as reaching it, mm: a picture of a page is no sharper. */
export const NEAR_EDGE = 1;

/**
 * What holds a page's ink, from what holds it in a picture of its media box.
 * @param seen left, top, right and bottom of the ink as shares of the picture; null for a page without any
 */
export function inkBox({ media, trim }: PageFacts, seen: readonly [number, number, number, number] | null): Rect {
  const [left, top, right, bottom] = seen ?? [1, 1, 0, 0];
  const inside = (v: number): number => Math.min(v, DEEP);
  const down = (v: number): number => Math.floor(v / STEP) * STEP;
  // how far from each edge of the trim; below 0 beyond it
  const from = {
    left: down(inside(left * media.width - trim.x)),
    right: down(inside(trim.x + trim.width - right * media.width)),
    top: down(inside(trim.y + trim.height - (1 - top) * media.height)),
    bottom: down(inside((1 - bottom) * media.height - trim.y)),
  };
  return rect(
    trim.x + from.left,
    trim.y + from.bottom,
    Math.max(0, trim.width - from.left - from.right),
    Math.max(0, trim.height - from.bottom - from.top),
  );
}
