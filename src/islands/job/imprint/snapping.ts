import type { Rect, Size } from '../../../core';

/** A line that a dragged box has come to, mm from the page's lower left. */
export interface Guide {
  readonly way: 'x' | 'y';
  readonly at: number;
}

/** What a box is drawn to along one way: to which of these lines, with which of its own. */
function nearest(own: readonly number[], lines: readonly number[], reach: number): { by: number; at: number } | null {
  let best: { by: number; at: number } | null = null;
  for (const o of own)
    for (const at of lines) {
      const by = at - o;
      if (Math.abs(by) <= reach && (!best || Math.abs(by) < Math.abs(best.by))) best = { by, at };
    }
  return best;
}

/**
 * A box on its way, drawn to the trim, the safe area, the middle of the page and the edges and middles of other boxes.
 * @param reach how near it must come, mm; 0 for not at all
 */
export function snapped(
  box: Rect,
  page: Size,
  safe: number,
  others: readonly Rect[],
  reach: number,
): { readonly x: number; readonly y: number; readonly guides: readonly Guide[] } {
  const along = (way: 'x' | 'y', side: 'width' | 'height'): { to: number; guides: Guide[] } => {
    const own = [box[way], box[way] + box[side] / 2, box[way] + box[side]];
    const lines = [
      ...[0, page[side], page[side] / 2, safe, page[side] - safe],
      ...others.flatMap((o) => [o[way], o[way] + o[side] / 2, o[way] + o[side]]),
    ];
    const found = reach > 0 ? nearest(own, lines, reach) : null;
    return found ? { to: box[way] + found.by, guides: [{ way, at: found.at }] } : { to: box[way], guides: [] };
  };
  const [x, y] = [along('x', 'width'), along('y', 'height')];
  return { x: x.to, y: y.to, guides: [...x.guides, ...y.guides] };
}
