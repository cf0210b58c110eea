import type { BoundProduct } from '../../docket';
import type { SpineEdge } from '../placing';
import type { Sided } from './edges';

/** Paper on the two sides of a line of the grid, mm. */
export interface Gap {
  readonly before: number;
  readonly after: number;
}

/** The gaps at the lines between columns or rows: what the panels beside them need, or what was set by hand. */
export function gapsOf(
  axis: 'upright' | 'level',
  count: number,
  panels: readonly Sided[],
  gutters: BoundProduct['trims']['gutters'],
): Gap[] {
  const [before, after]: [SpineEdge, SpineEdge] = axis === 'upright' ? ['right', 'left'] : ['top', 'bottom'];
  const key = axis === 'upright' ? 'column' : 'row';
  const need = (at: number, side: SpineEdge): number =>
    panels.reduce((m, p) => (p[key] === at ? Math.max(m, p.need[side]) : m), 0);
  return Array.from({ length: Math.max(0, count - 1) }, (_, i) => {
    const set = gutters.find((g) => g.axis === axis && g.line === i + 1)?.width;
    if (set !== undefined) return { before: set / 2, after: set / 2 };
    return { before: need(i, before), after: need(i + 1, after) };
  });
}
