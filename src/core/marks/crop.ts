import { EPSILON, type Rect } from '../measure';
import type { MarksWish } from '../docket';
import type { Mark } from './kinds';
import { areCutOut, corners, gapFrom, spanAlong } from './between';
import { lineMark, SHORTEST_MARK } from './line';
import { linesOutside } from './outside';
import { lineFields, type LaySide, type MarkRule } from './rules';

/** Where a knife goes, at both ends of every cut. */
export const crop: MarkRule<'crop'> = {
  label: 'Crop marks',
  said: 'crop marks',
  short: 'crop',
  fields: [
    ...lineFields(),
    {
      key: 'at',
      label: 'stand',
      applies: ({ sheets }) => areCutOut(sheets.main.lay),
      as: {
        kind: 'choice',
        options: [
          { key: 'block', label: 'outside all' },
          { key: 'pieces', label: 'round each' },
        ],
      },
    },
  ],
  vital: true,
  applies: () => true,
  missed: () => true,
  onLay: (wish, on, taken) => {
    if (wish.at === 'pieces' && areCutOut(on.lay)) return roundEach(wish, on);
    return on.lay.grid ? linesOutside('crop', on, on.cuts, wish, taken) : atOwnEdges(wish, on);
  },
};

/** How near a line may come to a piece that it is not of, mm. */
const HAIR = 1;

/**
 * Round every piece, each beginning behind the piece's own bleed. Where the gap leaves too little beyond it there is none:
 * a line in a neighbour's bleed would show when the knife is a hair off.
 */
function roundEach(wish: MarksWish['crop'], on: LaySide): Mark[] {
  const seen = new Set<string>();
  return corners(on).flatMap((corner): Mark[] => {
    const { at, direction, piece } = corner;
    const bleed = spanAlong(corner, on.space.keepOff[piece]!)[1];
    const start = Math.max(wish.offset, bleed);
    const gap = gapFrom(corner, on.trims) ?? Infinity;
    const from: [number, number] = [at[0] + direction[0] * start, at[1] + direction[1] * start];
    // where neither has bleed a line still ends before the next piece begins: the knife may be a hair off there too
    const length = Math.min(wish.length, gap - start - Math.min(HAIR, wish.offset));
    if (length < Math.min(SHORTEST_MARK, wish.length) - EPSILON) return [];
    const line = lineMark('crop', from, direction, length, wish.weight, on.space);
    // what had to go on behind another piece is that piece's own
    if (line?.kind !== 'line' || Math.hypot(line.from[0] - from[0], line.from[1] - from[1]) > EPSILON) return [];
    const key = [line.from, line.to]
      .map((p) => `${p[0].toFixed(3)} ${p[1].toFixed(3)}`)
      .sort()
      .join();
    if (seen.has(key)) return [];
    seen.add(key);
    return [line];
  });
}

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
