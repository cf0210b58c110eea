import type { BoundProduct } from '../../docket';
import type { Edges } from '../../measure';
import type { Assembly, Off, Shape, Trimming } from '../piece';
import { SIDES } from './edges';
import type { Panel, SectionShape } from './section-shape';

/** What the edges of a block are called; of one that is bound at the top and lies on its side the right edge is above. */
export const edgesCalled = (bound: BoundProduct['bound']): Assembly['edges'] =>
  bound === 'top'
    ? { head: 'right edge', foot: 'left edge', face: 'foot' }
    : { head: 'head', foot: 'foot', face: 'face' };

/** How a bound product is trimmed: at its face, and at the two ends of its spine. */
export function trimmingOf({ bound, finished: { width, height } }: Pick<BoundProduct, 'bound' | 'finished'>): Trimming {
  if (bound !== 'top') return { deep: width, along: height, off };
  // sections call the left edge of such a page its head
  const onItsSide: Trimming['off'] = (shape, paper) => {
    const { head, foot, face } = off(shape, paper);
    return { head: foot, foot: head, face };
  };
  return { deep: height, along: width, off: onItsSide };
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
