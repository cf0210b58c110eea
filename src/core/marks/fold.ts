import type { Docket } from '../docket';
import type { Rect } from '../measure';
import { inSlot, throughSheet, type Layout } from '../sheet';
import type { Mark, MarkSpace } from './kinds';
import { linesOutside } from './outside';

/** A fold or score across a slot, as it lies on the sheet. */
export interface FoldLine {
  readonly slot: number;
  readonly upright: boolean;
  readonly at: number;
  /** From where to where it runs, along its axis. */
  readonly from: number;
  readonly to: number;
  /** Which fold makes it, from 1. */
  readonly order: number;
  readonly kind: 'fold' | 'score';
}

/** The lines that a layout is folded and scored along, seen from a side. */
export function foldLines(layout: Layout, side: 'front' | 'back' = 'front'): FoldLine[] {
  const { size, folds, margin } = layout.block;
  return layout.slots.flatMap((slot, i) =>
    folds.map((f): FoldLine => {
      const along =
        f.axis === 'upright'
          ? { x: f.at, y: -margin.bottom, width: 0, height: size.height + margin.top + margin.bottom }
          : { x: -margin.left, y: f.at, width: size.width + margin.left + margin.right, height: 0 };
      const flat = inSlot(layout, slot, along);
      const r = side === 'front' ? flat : throughSheet(flat, layout.sheet, layout.turn);
      const upright = (f.axis === 'upright') !== layout.rotated;
      return {
        slot: i,
        upright,
        at: upright ? r.x : r.y,
        from: upright ? r.y : r.x,
        to: upright ? r.y + r.height : r.x + r.width,
        order: f.order,
        kind: f.kind,
      };
    }),
  );
}

/** Fold marks, dashed, or the marks of scores: at both ends of every line, outside the block of pieces. */
export function foldMarks(
  trims: readonly Rect[],
  lines: readonly FoldLine[],
  kind: FoldLine['kind'],
  wish: Docket['marks']['fold'],
  space: MarkSpace,
): Mark[] {
  const of = lines.filter((f) => f.kind === kind);
  return linesOutside(
    kind === 'fold' ? 'fold' : 'spine',
    trims,
    { upright: of.filter((f) => f.upright).map((f) => f.at), level: of.filter((f) => !f.upright).map((f) => f.at) },
    wish,
    space,
    kind === 'fold' ? [1.2, 0.8] : [0.4, 0.6],
  );
}
