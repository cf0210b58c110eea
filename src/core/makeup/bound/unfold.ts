import { positions, type Fold } from '../../fold';
import type { Panel, SectionShape } from './section-shape';

/** A fold as it turns in space: about which line of the flat section, which panels, and which way. */
export interface Turning {
  readonly axis: 'upright' | 'level';
  /** Where the line lies when all folds before it are made, in the section's millimetres from its lower left trim. */
  readonly at: number;
  readonly panels: ReadonlySet<Panel>;
  /** Toward the one who looks at the outer side, or away. */
  readonly to: 'over' | 'under';
  readonly moves: 'low' | 'high';
}

/**
 * The folds of a section in their order, as turnings about lines in space. A line lies between the trims of the panels
 * beside it as they then lie; which panels move follows from where they lie.
 */
export function turnings(shape: SectionShape): Turning[] {
  const { way, panels } = shape;
  if (way.spans) return spanTurnings(shape);
  // where each panel's lower left and upper right lie now
  const now = new Map(
    panels.map((p) => [p, { x: [p.trim.x, p.trim.x + p.trim.width], y: [p.trim.y, p.trim.y + p.trim.height] }]),
  );
  const lines = new Map(
    (['upright', 'level'] as const).map((axis) => [
      axis,
      shape.folds
        .filter((f) => f.axis === axis && f.kind === 'fold')
        .map((f) => f.at)
        .sort((a, b) => a - b),
    ]),
  );
  return way.folds.map((fold: Fold, n): Turning => {
    const places = positions(way.columns, way.rows, way.folds.slice(0, n));
    const key = fold.axis === 'upright' ? 'column' : 'row';
    const dimension = fold.axis === 'upright' ? 'x' : 'y';
    const at = lines.get(fold.axis)![fold.at - 1] ?? 0;
    const moving = new Set<Panel>();
    for (const p of panels) {
      const place = places.find((q) => q.panel.column === p.column && q.panel.row === p.row)!;
      const low = place[key] < fold.at;
      if (low !== (fold.moves === 'low')) continue;
      moving.add(p);
      const box = now.get(p)!;
      now.set(p, { ...box, [dimension]: [2 * at - box[dimension][1]!, 2 * at - box[dimension][0]!] });
    }
    // lines of the part that moved come to lie where they are mirrored to
    const all = lines.get(fold.axis)!;
    const kept = all.filter((v) => (fold.moves === 'low' ? v > at : v < at));
    const mirrored = all.filter((v) => (fold.moves === 'low' ? v < at : v > at)).map((v) => 2 * at - v);
    lines.set(
      fold.axis,
      [...kept, ...mirrored].sort((a, b) => a - b).filter((v, i, l) => i === 0 || v - l[i - 1]! > 1e-3),
    );
    return { axis: fold.axis, at, panels: moving, to: fold.to, moves: fold.moves };
  });
}

/** Doors of unequal width: each turns about its own line. */
function spanTurnings(shape: SectionShape): Turning[] {
  const widest = Math.max(...shape.panels.map((p) => p.trim.width));
  const middle = shape.panels.find((p) => p.trim.width >= widest - 1e-6)!;
  return shape.panels
    .filter((p) => p !== middle)
    .sort((a, b) => a.column - b.column)
    .map((p): Turning => {
      const low = p.column < middle.column;
      const at = shape.folds.filter((f) => f.axis === 'upright').sort((a, b) => a.at - b.at)[
        low ? 0 : shape.folds.length - 1
      ]!.at;
      return { axis: 'upright', at, panels: new Set([p]), to: 'over', moves: low ? 'low' : 'high' };
    });
}
