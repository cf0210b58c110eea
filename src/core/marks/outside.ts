import type { MarksWish } from '../docket';
import { bounds, grow } from '../measure';
import { markBox, type Mark, type MarkKind } from './kinds';
import { distinct, lineMark } from './line';
import type { LaySide } from './rules';

/**
 * Lines at both ends of each upright and level position, outside the block that the trims make up; where a mark stands
 * there already, behind it.
 */
export function linesOutside(
  of: MarkKind,
  { trims, space: free }: Pick<LaySide, 'trims' | 'space'>,
  at: { readonly upright: readonly number[]; readonly level: readonly number[] },
  wish: Pick<MarksWish['crop'], 'length' | 'offset' | 'weight'>,
  taken: readonly Mark[],
  dash: readonly number[] = [],
): Mark[] {
  if (trims.length === 0) return [];
  const block = bounds(trims);
  const space = { area: free.area, keepOff: [...free.keepOff, ...taken.map((m) => grow(markBox(m), wish.weight / 2))] };
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
