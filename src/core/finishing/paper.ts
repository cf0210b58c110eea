import { cutsOf } from '../cutting';
import { turnsDown, yieldOf, type Lay } from '../lay';
import type { Shape } from '../makeup';
import { edgesTurned, type Edges, type QuarterTurns } from '../measure';
import type { Plan } from '../sheet';
import { runsByLay } from './by-lay';

/** Pieces of one shape that are cut out of their sheets with as much paper round them. */
export interface CutPieces {
  readonly shape: Shape;
  /** Paper outside its outermost trims, as the shape lies, mm. */
  readonly paper: Edges;
  /** How many there are, those made more counted. */
  readonly count: number;
}

/** The paper that a piece of a lay keeps when sheets are cut apart, as its shape lies. @param k which of its pieces, from 0 */
function paperRound(lay: Lay, k: number): Edges {
  const { trim: t } = lay.downs[k]!;
  const r = cutsOf(lay).pieces[k]!;
  const lies = {
    left: t.x - r.x,
    right: r.x + r.width - t.x - t.width,
    bottom: t.y - r.y,
    top: r.y + r.height - t.y - t.height,
  };
  return edgesTurned(lies, ((4 - turnsDown(lay.downs[k]!)) % 4) as QuarterTurns);
}

const known = new WeakMap<Plan, readonly CutPieces[]>();

/** All pieces of a plan as they come from the cutting, those that are alike together; found once for a plan. */
export function cutPieces(plan: Plan): readonly CutPieces[] {
  const before = known.get(plan);
  if (before) return before;
  const found = new Map<Shape, Map<string, { paper: Edges; count: number }>>();
  for (const { lay, good } of runsByLay(plan))
    lay.downs.forEach(({ shape }, k) => {
      const paper = paperRound(lay, k);
      const key = Object.values(paper)
        .map((v) => v.toFixed(3))
        .join(' ');
      const alike = found.get(shape) ?? new Map<string, { paper: Edges; count: number }>();
      found.set(shape, alike);
      const { count } = alike.get(key) ?? { count: 0 };
      alike.set(key, { paper, count: count + good * yieldOf(lay.work) });
    });
  const out = [...found].flatMap(([shape, alike]) => [...alike.values()].map((it) => ({ shape, ...it })));
  known.set(plan, out);
  return out;
}
