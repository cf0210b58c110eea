import type { Docket } from '../docket';
import { bounds, type Rect } from '../measure';
import type { Mark, MarkSpace } from './kinds';
import { distinct, lineMark } from './line';

/** A fold across a slot: where it is, and whether the line stands upright on the sheet. */
export interface FoldLine {
  readonly upright: boolean;
  readonly at: number;
}

/** Fold marks: dashed, at both ends of every fold line, outside the block of booklets. */
export function foldMarks(
  trims: readonly Rect[],
  folds: readonly FoldLine[],
  wish: Docket['marks']['fold'],
  space: MarkSpace,
): Mark[] {
  if (!wish.on || trims.length === 0) return [];
  const block = bounds(trims);
  const dash = [1.2, 0.8];
  const marks: (Mark | null)[] = [];
  for (const x of distinct(folds.filter((f) => f.upright).map((f) => f.at))) {
    marks.push(lineMark('fold', [x, block.y - wish.offset], [0, -1], wish.length, wish.weight, space, dash));
    marks.push(
      lineMark('fold', [x, block.y + block.height + wish.offset], [0, 1], wish.length, wish.weight, space, dash),
    );
  }
  for (const y of distinct(folds.filter((f) => !f.upright).map((f) => f.at))) {
    marks.push(lineMark('fold', [block.x - wish.offset, y], [-1, 0], wish.length, wish.weight, space, dash));
    marks.push(
      lineMark('fold', [block.x + block.width + wish.offset, y], [1, 0], wish.length, wish.weight, space, dash),
    );
  }
  return marks.filter((m) => m !== null);
}
