import type { Docket } from '../docket';
import { contains, intersect, rect, type Rect, type Size } from '../measure';
import type { Mark, MarkSpace } from './kinds';

/**
 * Register marks: a cross in a circle at the middle of each edge of the sheet, on the same place of both sides so
 * that held to the light they fall on each other. One that finds no room is moved along its edge, else left out.
 * @param block the pages with their bleed, and the marks already placed, as one rectangle to keep outside of
 */
export function registerMarks(
  sheet: Size,
  block: Rect,
  wish: Docket['marks']['register'],
  space: MarkSpace,
  taken: readonly Rect[],
): Mark[] {
  if (!wish.on) return [];
  const r = wish.length / 2;
  const gap = wish.offset + r;
  const middleX = sheet.width / 2;
  const middleY = sheet.height / 2;
  const sides: readonly (readonly [(along: number) => [number, number], number])[] = [
    [(s) => [middleX + s, block.y - gap], 1],
    [(s) => [middleX + s, block.y + block.height + gap], 1],
    [(s) => [block.x - gap, middleY + s], 1],
    [(s) => [block.x + block.width + gap, middleY + s], 1],
  ];
  const free = (c: readonly [number, number]): boolean => {
    const box = rect(c[0] - r, c[1] - r, 2 * r, 2 * r);
    return contains(space.area, box) && ![...space.keepOff, ...taken].some((k) => intersect(k, box));
  };
  const marks: Mark[] = [];
  for (const [place] of sides) {
    // aside of the fold and crop marks that stand at the middle: nearest place first
    const along = [0, 1.5, -1.5, 2.5, -2.5, 4, -4].map((k) => k * wish.length);
    const centre = along.map(place).find(free);
    if (!centre) continue;
    const [x, y] = centre;
    const line = (from: [number, number], to: [number, number]): Mark => ({
      kind: 'line',
      of: 'register',
      from,
      to,
      weight: wish.weight,
      dash: [],
    });
    marks.push(line([x - r, y], [x + r, y]), line([x, y - r], [x, y + r]), {
      kind: 'circle',
      of: 'register',
      centre: [x, y],
      radius: r * 0.6,
      weight: wish.weight,
    });
  }
  return marks;
}
