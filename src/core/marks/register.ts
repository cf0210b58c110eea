import { bounds, contains, intersect, rect } from '../measure';
import { markBox, type Mark } from './kinds';
import { lineFields, type MarkRule } from './rules';

/**
 * Register marks: a cross in a circle at the middle of each edge of the sheet, on the same place of both sides so
 * that held to the light they fall on each other. One that finds no room is moved along its edge, else left out.
 */
export const register: MarkRule<'register'> = {
  label: 'Register marks',
  said: 'register marks',
  short: 'register',
  fields: lineFields('width'),
  vital: false,
  applies: () => true,
  missed: () => true,
  onLay: (wish, { lay, trims, space }, marks) => {
    const block = bounds(trims);
    const taken = marks.map(markBox);
    const r = wish.length / 2;
    // a line that is thicker than the mark is large reaches further than it
    const reach = Math.max(r, wish.weight / 2);
    const gap = wish.offset + reach;
    const middleX = lay.paper.width / 2;
    const middleY = lay.paper.height / 2;
    const edges: readonly ((along: number) => [number, number])[] = [
      (s) => [middleX + s, block.y - gap],
      (s) => [middleX + s, block.y + block.height + gap],
      (s) => [block.x - gap, middleY + s],
      (s) => [block.x + block.width + gap, middleY + s],
    ];
    const free = (c: readonly [number, number]): boolean => {
      const box = rect(c[0] - reach, c[1] - reach, 2 * reach, 2 * reach);
      return contains(space.area, box) && ![...space.keepOff, ...taken].some((k) => intersect(k, box));
    };
    return edges.flatMap((place): Mark[] => {
      // aside of the fold and crop marks that stand at the middle: nearest place first
      const along = [0, 1.5, -1.5, 2.5, -2.5, 4, -4].map((k) => k * wish.length);
      const at = along.map(place).find(free);
      return at ? crossInCircle(at, r, wish.weight) : [];
    });
  },
};

function crossInCircle([x, y]: readonly [number, number], r: number, weight: number): Mark[] {
  const line = (from: [number, number], to: [number, number]): Mark => ({
    kind: 'line',
    of: 'register',
    from,
    to,
    weight,
    dash: [],
  });
  // what stands between its arms would be taken for part of it: all of its square is its own
  return [
    line([x - r, y], [x + r, y]),
    line([x, y - r], [x, y + r]),
    { kind: 'circle', of: 'register', centre: [x, y], radius: r * 0.6, weight, clear: r * 0.4 },
  ];
}
