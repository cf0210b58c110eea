import { throughSheet, yieldOf, type Lay } from '../lay';
import { EPSILON, rect, rectThrough, type Rect } from '../measure';

/** Where the lines of one kind lie on a sheet, seen from the front: upright ones by x, level ones by y. */
export interface LinesAt {
  readonly upright: readonly number[];
  readonly level: readonly number[];
}

/** The lines that a knife follows in the end, flat or bound: round whole pieces, and inside them between pages. */
export function knifeLines(lay: Lay): LinesAt {
  const upright: number[] = [];
  const level: number[] = [];
  const put = (r: Rect): void => {
    if (r.width <= EPSILON) upright.push(r.x);
    else if (r.height <= EPSILON) level.push(r.y);
  };
  for (const { shape, at } of lay.downs)
    for (const { kind, from, to } of shape.lines) {
      if (kind !== 'trim') continue;
      const along = rect(
        Math.min(from[0], to[0]),
        Math.min(from[1], to[1]),
        Math.abs(to[0] - from[0]),
        Math.abs(to[1] - from[1]),
      );
      const lies = rectThrough(at, along);
      put(lies);
      if (yieldOf(lay.work) === 2) put(throughSheet(lies, lay.paper, lay.turn));
    }
  return { upright, level };
}
