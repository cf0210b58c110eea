import { bounds, type Rect } from '../measure';
import type { Mark, MarkKind, MarkSpace } from './kinds';
import { distinct, lineMark } from './line';

/** What a mark of lines is wished to be. */
export interface LineWish {
  readonly on: boolean;
  readonly length: number;
  readonly offset: number;
  readonly weight: number;
}

/** Lines at both ends of each upright and level position, outside the block that `trims` make up. */
export function linesOutside(
  of: MarkKind,
  trims: readonly Rect[],
  at: { readonly upright: readonly number[]; readonly level: readonly number[] },
  wish: LineWish,
  space: MarkSpace,
  dash: readonly number[] = [],
): Mark[] {
  if (!wish.on || trims.length === 0) return [];
  const block = bounds(trims);
  const line = (start: readonly [number, number], direction: readonly [number, number]): Mark | null =>
    lineMark(of, start, direction, wish.length, wish.weight, space, dash);
  const marks = [
    ...distinct(at.upright).flatMap((x) => [
      line([x, block.y - wish.offset], [0, -1]),
      line([x, block.y + block.height + wish.offset], [0, 1]),
    ]),
    ...distinct(at.level).flatMap((y) => [
      line([block.x - wish.offset, y], [-1, 0]),
      line([block.x + block.width + wish.offset, y], [1, 0]),
    ]),
  ];
  return marks.filter((m) => m !== null);
}
