import type { Docket } from '../docket';
import { bounds, type Rect } from '../measure';
import type { Mark, MarkSpace } from './kinds';
import { distinct, lineMark } from './line';

/** Crop marks: every line a cut runs along is marked at both its ends, outside the block of booklets. */
export function cropMarks(trims: readonly Rect[], wish: Docket['marks']['crop'], space: MarkSpace): Mark[] {
  if (!wish.on || trims.length === 0) return [];
  const block = bounds(trims);
  const marks: (Mark | null)[] = [];
  for (const x of distinct(trims.flatMap((t) => [t.x, t.x + t.width]))) {
    marks.push(lineMark('crop', [x, block.y - wish.offset], [0, -1], wish.length, wish.weight, space));
    marks.push(lineMark('crop', [x, block.y + block.height + wish.offset], [0, 1], wish.length, wish.weight, space));
  }
  for (const y of distinct(trims.flatMap((t) => [t.y, t.y + t.height]))) {
    marks.push(lineMark('crop', [block.x - wish.offset, y], [-1, 0], wish.length, wish.weight, space));
    marks.push(lineMark('crop', [block.x + block.width + wish.offset, y], [1, 0], wish.length, wish.weight, space));
  }
  return marks.filter((m) => m !== null);
}
