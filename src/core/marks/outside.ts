import type { MarksWish } from '../docket';
import { bounds } from '../measure';
import type { Mark, MarkKind } from './kinds';
import { distinct, lineMark } from './line';
import type { LaySide } from './rules';

/** Lines at both ends of each upright and level position, outside the block that the trims make up. */
export function linesOutside(
  of: MarkKind,
  { trims, space }: Pick<LaySide, 'trims' | 'space'>,
  at: { readonly upright: readonly number[]; readonly level: readonly number[] },
  wish: Pick<MarksWish['crop'], 'length' | 'offset' | 'weight'>,
  dash: readonly number[] = [],
): Mark[] {
  if (trims.length === 0) return [];
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
