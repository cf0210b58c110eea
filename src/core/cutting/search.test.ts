import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rect, type Rect } from '../measure';
import { cutProgram, LAY_EDGES } from './program';
import { named, someLayout } from './testing-layouts';
import { cuttable, gridOf as grid } from './testing-raster';

const program = (pieces: readonly Rect[], sheet: Rect) =>
  cuttable(cutProgram({ rect: sheet, pieces }, LAY_EDGES, null));

/**
 * What the cheapest program takes, by trying every choice of lines in every pile, both of a gap together: cuts of pieces that
 * look alike once.
 * [measures from unsound edges, turns, cuts], the weightiest first.
 */
function cheapest(r: Rect, pieces: readonly Rect[], sound: string, cut: 'x' | 'y' | null): number[] | null {
  if (pieces.length === 1 && named(pieces[0]!) === named(r)) return [0, 0, 0];
  let best: number[] | null = null;
  for (const d of ['x', 'y'] as const) {
    if (d === cut) continue;
    const deep = d === 'x' ? 'width' : 'height';
    const [lowEnd, highEnd] = d === 'x' ? ['l', 'r'] : ['b', 't'];
    const lines = [...new Set(pieces.flatMap((p) => [p[d], p[d] + p[deep]]))]
      .filter((v) => v > r[d] && v < r[d] + r[deep])
      .filter((v) => pieces.every((p) => p[d] >= v || p[d] + p[deep] <= v))
      .sort((a, b) => a - b);
    // between two lines with no piece between them, and pieces on both sides, lies a gap: it is cut out in one go
    const isGap = (i: number): boolean => {
      const [low, high] = [lines[i]!, lines[i + 1]!];
      return (
        !pieces.some((p) => p[d] < high && p[d] + p[deep] > low) &&
        pieces.some((p) => p[d] >= high) &&
        pieces.some((p) => p[d] + p[deep] <= low)
      );
    };
    const gaps = lines.slice(1).flatMap((_, i) => (isGap(i) ? [(1 << i) | (1 << (i + 1))] : []));
    for (let bits = 1; bits < 2 ** lines.length; bits++) {
      if (gaps.some((gap) => (bits & gap) !== 0 && (bits & gap) !== gap)) continue;
      const at = lines.filter((_, i) => bits & (1 << i));
      const bounds = [r[d], ...at, r[d] + r[deep]];
      const inside = bounds.slice(1).map((to, i) => pieces.filter((p) => p[d] >= bounds[i]! && p[d] + p[deep] <= to));
      const whole = (end: string): boolean => sound.includes(end!);
      const own: number[][] = [];
      for (const from of ['low', 'high'])
        for (let before = 1; before <= at.length; before++) {
          const behind = from === 'low' ? inside.slice(0, at.length - before + 1) : inside.slice(before);
          // the last cut before the turn, and the last of all, must have more than waste behind them
          const [near, clean] = from === 'low' ? [behind[0]!, behind.at(-1)!] : [behind.at(-1)!, behind[0]!];
          const round = before < at.length;
          const held = round ? behind.some((b) => b.length > 0) && clean.length > 0 : near.length > 0;
          if (held) own.push([whole(from === 'low' ? lowEnd! : highEnd!) ? 0 : before, +round, at.length]);
        }
      const alike = new Map<string, { part: Rect; ps: Rect[]; ends: Set<string> }>();
      inside.forEach((ps, i) => {
        if (ps.length === 0) return;
        const part: Rect = { ...r, [d]: bounds[i]!, [deep]: bounds[i + 1]! - bounds[i]! };
        const ends = new Set(sound);
        if (i > 0) ends.add(lowEnd!);
        if (i < at.length) ends.add(highEnd!);
        const seen = ps.map((p) => named({ ...p, x: p.x - part.x, y: p.y - part.y })).sort();
        const like = [part.width, part.height, ...seen].join();
        const one = alike.get(like);
        // cut together, an edge is sound where it is on all of them
        if (one) one.ends = new Set([...one.ends].filter((e) => ends.has(e)));
        else alike.set(like, { part, ps, ends });
      });
      const children = [...alike.values()].map(({ part, ps, ends }) => cheapest(part, ps, [...ends].join(''), d));
      for (const o of own) {
        const all = children.reduce<number[] | null>((sum, c) => {
          if (!sum || !c) return null;
          return c[2] === 0 ? sum : sum.map((v, i) => v + c[i]! + (i === 1 ? 1 : 0));
        }, o);
        if (all && (!best || compare(all, best) < 0)) best = all;
      }
    }
  }
  return best;
}
const compare = (a: readonly number[], b: readonly number[]): number => a[0]! - b[0]! || a[1]! - b[1]! || a[2]! - b[2]!;

describe('the search', () => {
  it('finds what trying everything finds', () => {
    fc.assert(
      fc.property(someLayout(40, 6), ({ pieces, sheet }) => {
        fc.pre(pieces.length <= 6);
        const it = program(pieces, sheet);
        expect([it.turned, it.cuts.length]).toEqual(cheapest(sheet, pieces, 'lb', null)!.slice(1));
      }),
      { numRuns: 120 },
    );
  });

  it('cuts both lines of a gap in one go, though it is as wide as the waste beside it', () => {
    // left on them, 6 would fall off both strips at once, laid with 194 each along the knife
    const it = program([rect(3, 6, 194, 64), rect(3, 76, 194, 64)], rect(0, 0, 200, 143));
    expect([it.turned, it.cuts.length]).toEqual([3, 6]);
  });

  it('and of grids, with waste at some edges or at none', () => {
    for (const [c, r, gap, x, y] of [
      [3, 2, 0, 10, 10],
      [2, 2, 4, 10, 0],
      [4, 1, 0, 0, 12],
      [2, 3, 0, 0, 0],
    ] as const) {
      const pieces = grid(c, r, 30, 20, gap, x, y);
      const sheet = rect(0, 0, 140, 90);
      const it = program(pieces, sheet);
      expect([it.turned, it.cuts.length]).toEqual(cheapest(sheet, pieces, 'lb', null)!.slice(1));
    }
  });
});
