import { boundsOf, edgesTurned, type Edges, type QuarterTurns } from '../measure';
import type { Plan } from './plan';

/** Whether the sheets that a job is mainly made of are its pieces, and not cut. */
export const wholeSheets = ({ sheets }: Pick<Plan, 'sheets'>): boolean =>
  sheets.main.lay.downs.every((d) => d.shape.wholeSheet);

const known = new WeakMap<Plan, ReadonlyMap<number, Edges>>();

/**
 * For pages on sheets that are not cut, how wide the edge is that the machine does not print, by their place in the
 * content; upright, in mm. None of them for what is trimmed.
 */
export function whiteEdges(plan: Plan): ReadonlyMap<number, Edges> {
  const before = known.get(plan);
  if (before) return before;
  const out = new Map<number, Edges>();
  if (plan.sheets.lays.some((lay) => lay.downs[0]?.shape.wholeSheet))
    for (const sheet of plan.sheets) {
      if (!sheet.lay.downs[0]?.shape.wholeSheet) continue;
      for (const { place, trim, clip, head } of [...sheet.front, ...sheet.back]) {
        const shown = boundsOf(clip);
        const lies: Edges = {
          left: Math.max(0, shown.x - trim.x),
          bottom: Math.max(0, shown.y - trim.y),
          right: Math.max(0, trim.x + trim.width - shown.x - shown.width),
          top: Math.max(0, trim.y + trim.height - shown.y - shown.height),
        };
        out.set(place, edgesTurned(lies, ((4 - head) % 4) as QuarterTurns));
      }
    }
  known.set(plan, out);
  return out;
}

/** The widest of those edges, mm; 0 where there are none. */
export function widestWhite(plan: Plan): number {
  let most = 0;
  for (const { left, right, top, bottom } of whiteEdges(plan).values()) most = Math.max(most, left, right, top, bottom);
  return most;
}
