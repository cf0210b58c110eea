import { throughSheet, yieldOf, type Lay } from '../lay';
import { EPSILON, rectThrough, spanned, type Rect } from '../measure';

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
      const lies = rectThrough(at, spanned(from, to));
      put(lies);
      if (yieldOf(lay.work) === 2) put(throughSheet(lies, lay.paper, lay.turn));
    }
  return { upright, level };
}
