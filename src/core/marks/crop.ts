import { EPSILON, type Rect } from '../measure';
import type { MarksWish } from '../docket';
import type { Mark } from './kinds';
import { lineMark } from './line';
import { linesOutside } from './outside';
import { lineFields, type LaySide, type MarkRule } from './rules';

/** Where a knife goes, at both ends of every cut. */
export const crop: MarkRule<'crop'> = {
  label: 'Crop marks',
  said: 'crop marks',
  short: 'crop',
  fields: lineFields(),
  vital: true,
  applies: () => true,
  missed: () => true,
  onLay: (wish, on) => (on.lay.grid ? linesOutside('crop', on, on.cuts, wish) : atOwnEdges(wish, on)),
};

/**
 * Where pieces lie in more than one block a cut of one is none of the other: each edge is marked only where no other piece
 * lies beyond it, up to the edge of the sheet.
 */
function atOwnEdges(wish: MarksWish['crop'], { trims, space }: LaySide): Mark[] {
  const seen = new Set<string>();
  const out: Mark[] = [];
  const put = (t: Rect, x: number, y: number, direction: readonly [number, number]): void => {
    const upright = direction[0] === 0;
    const beyond = trims.some((r) => {
      if (r === t) return false;
      const across = upright
        ? x > r.x - EPSILON && x < r.x + r.width + EPSILON
        : y > r.y - EPSILON && y < r.y + r.height + EPSILON;
      if (!across) return false;
      const [far, near] = upright ? [r.y + r.height / 2, y] : [r.x + r.width / 2, x];
      return (direction[0] + direction[1]) * (far - near) > EPSILON;
    });
    const key = `${(upright ? x : y).toFixed(4)} ${direction.join()}`;
    if (beyond || seen.has(key)) return;
    seen.add(key);
    const start: [number, number] = [x + direction[0] * wish.offset, y + direction[1] * wish.offset];
    const line = lineMark('crop', start, direction, wish.length, wish.weight, space);
    if (line) out.push(line);
  };
  for (const t of trims) {
    const [right, top] = [t.x + t.width, t.y + t.height];
    for (const x of [t.x, right]) {
      put(t, x, t.y, [0, -1]);
      put(t, x, top, [0, 1]);
    }
    for (const y of [t.y, top]) {
      put(t, t.x, y, [-1, 0]);
      put(t, right, y, [1, 0]);
    }
  }
  return out;
}
