import type { MarkIs } from '../../docket';
import { overlap, type Rect } from '../../measure';
import type { Mark } from '../kinds';
import type { SheetSide } from '../rules';

/** How lines are dashed, so that one sees what is done there. mm */
const DASHES: Readonly<Record<'fold' | 'score' | 'perforation', readonly number[]>> = {
  fold: [3, 1.5],
  score: [3, 1.5],
  perforation: [1, 1],
};

/** A piece's outline, and the lines that run in it. It lies on the artwork, and is printed over it. */
export function dieOf({ weight }: Extract<MarkIs, { kind: 'die' }>, on: SheetSide, trim: Rect): Mark[] {
  const { x, y, width, height } = trim;
  const line = (x1: number, y1: number, x2: number, y2: number, dash: readonly number[] = []): Mark => ({
    kind: 'line',
    of: 'placed',
    from: [x1, y1],
    to: [x2, y2],
    weight,
    dash,
    over: true,
  });
  const [right, top] = [x + width, y + height];
  return [
    line(x, y, right, y),
    line(right, y, right, top),
    line(right, top, x, top),
    line(x, top, x, y),
    ...on.folds.flatMap(({ upright, at, from, to, kind }): Mark[] => {
      const runs = upright
        ? { x: at, y: from, width: 0, height: to - from }
        : { x: from, y: at, width: to - from, height: 0 };
      const inside = upright ? at > x && at < right : at > y && at < top;
      if (!inside || !overlap({ ...runs, width: runs.width || 1e-3, height: runs.height || 1e-3 }, trim)) return [];
      return [upright ? line(at, from, at, to, DASHES[kind]) : line(from, at, to, at, DASHES[kind])];
    }),
  ];
}
