import type { BoundProduct } from '../../docket';
import type { Edges } from '../../measure';
import type { Off, Shape, Trimming } from '../piece';
import { SIDES } from './edges';
import type { Panel, SectionShape } from './section-shape';

/** How a bound product is trimmed: at its face, and at the two ends of its spine. */
export function trimmingOf({ bound, finished: { width, height } }: Pick<BoundProduct, 'bound' | 'finished'>): Trimming {
  const [deep, along] = bound === 'top' ? [height, width] : [width, height];
  return { deep, along, off };
}

const isSection = (shape: Shape): shape is SectionShape => 'panels' in shape;

/** What falls off a section at head, foot and face: of all its panels the most, up to the fold or the paper's edge. */
function off(shape: Shape, paper: Edges): Off {
  const most = { head: 0, foot: 0, face: 0 };
  if (!isSection(shape)) return most;
  for (const panel of shape.panels)
    for (const side of SIDES) {
      const role = panel.edges[side];
      if (role === 'spine' || role === 'crease') continue;
      most[role] = Math.max(most[role], beyond(panel, side, shape, paper));
    }
  return most;
}

/** From a panel's trim to the next fold, or to the end of the paper. */
function beyond({ trim: t }: Panel, side: keyof Edges, { size, folds }: SectionShape, paper: Edges): number {
  const upright = side === 'left' || side === 'right';
  const out = side === 'right' || side === 'top' ? 1 : -1;
  const at = { left: t.x, right: t.x + t.width, bottom: t.y, top: t.y + t.height }[side];
  const end = {
    left: -paper.left,
    right: size.width + paper.right,
    bottom: -paper.bottom,
    top: size.height + paper.top,
  };
  const lines = folds.filter((f) => (f.axis === 'upright') === upright).map((f) => f.at);
  return Math.min(...[...lines, end[side]].map((v) => (v - at) * out).filter((d) => d > -1e-6));
}
