import { EPSILON, overlap } from '../measure';
import { areCutOut, corners, gapFrom, isAcross, spanAlong, type Corner } from './between';
import { markBox, type Mark } from './kinds';
import { SHORTEST_MARK } from './line';
import type { LaySide, MarkRule } from './rules';

/**
 * Ticks between pieces: a short line in the middle of each gap that a cut crosses, so that a hand that cuts piles apart sees
 * the cut inside the sheet too. They keep off artwork and bleed, unless they are wished on it.
 */
export const ticks: MarkRule<'ticks'> = {
  label: 'Ticks between pieces',
  said: 'ticks between pieces',
  short: 'ticks',
  fields: [
    { key: 'length', label: 'length', as: { kind: 'length', min: 0.5, max: 20 } },
    { key: 'weight', label: 'weight', as: { kind: 'length', min: 0.01, max: 5 } },
    {
      key: 'over',
      label: 'over artwork',
      as: {
        kind: 'choice',
        options: [
          { key: 'clear', label: 'left off' },
          { key: 'printed', label: 'printed' },
        ],
      },
    },
  ],
  vital: false,
  applies: ({ sheets }) => areCutOut(sheets.main.lay),
  missed: ({ downs }) => downs.length > 1,
  onLay: (wish, on, taken) => {
    if (!areCutOut(on.lay)) return [];
    const seen = new Set<string>();
    return corners(on).flatMap((corner): Mark[] => {
      const gap = gapFrom(corner, on.trims);
      if (gap === null) return [];
      const span = wish.over === 'printed' ? centred(gap, wish.length) : clearOf(corner, gap, wish.length, on);
      if (!span) return [];
      const point = (along: number): [number, number] => [
        corner.at[0] + corner.direction[0] * along,
        corner.at[1] + corner.direction[1] * along,
      ];
      const ends = [point(span[0]), point(span[1])].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
      // of two pieces that face each other both have it
      const key = ends.map((e) => `${e[0].toFixed(3)} ${e[1].toFixed(3)}`).join();
      if (seen.has(key)) return [];
      seen.add(key);
      const tick: Mark = { kind: 'line', of: 'ticks', from: ends[0]!, to: ends[1]!, weight: wish.weight, dash: [] };
      // a cut that is marked there already needs none
      return taken.some((m) => overlap(markBox(m), markBox(tick))) ? [] : [tick];
    });
  },
};

const centred = (gap: number, length: number): readonly [number, number] => [(gap - length) / 2, (gap + length) / 2];

/** As much of a tick in the middle of a gap as is clear of every piece with its bleed; null where that is too little. */
function clearOf(corner: Corner, gap: number, length: number, { space }: LaySide): readonly [number, number] | null {
  let [from, to] = [0, gap];
  for (const r of space.keepOff) {
    if (!isAcross(corner, r, false)) continue;
    const [near, far] = spanAlong(corner, r);
    // bleed comes from either end of the gap: its own from here, the next piece's from there
    if (far <= from || near >= to) continue;
    if (near + far < gap) from = Math.max(from, far);
    else to = Math.min(to, near);
  }
  const [a, b] = centred(gap, length);
  const span = [Math.max(a, from), Math.min(b, to)] as const;
  return span[1] - span[0] >= Math.min(SHORTEST_MARK, length) - EPSILON ? span : null;
}
