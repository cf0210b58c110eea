import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { divided, fewestAlong, lapsOf, largestOverlap, limitsOf, THINNEST, type EdgeWish } from '.';

const IN = 25.4;

describe('panels along an edge', () => {
  // by hand: n = ceil((W − o) ÷ (w − o)), and the largest overlap (n w − W) ÷ (n − 1)
  it.each<[string, number, number, number, number, number]>([
    ['841 of 440 by 20', 841, 440, 20, 2, 39],
    ['594 of 310 by 20', 594, 310, 20, 2, 26],
    ['1189 of 440 by 20', 1189, 440, 20, 3, 65.5],
    ['841 of 310 by 10', 841, 310, 10, 3, 44.5],
    ['1000 of 250 edge to edge', 1000, 250, 0, 4, 0],
    ['1000 of 250 by a millimetre', 1000, 250, 1, 5, 62.5],
    ['1000 of 250, 5 apart', 1000, 250, -5, 4, 0],
    ['310 of 310', 310, 310, 20, 1, Infinity],
    ['311 of 310 by 20', 311, 310, 20, 2, 309],
    ['2000 of 440 by 15', 2000, 440, 15, 5, 50],
    ['6000 of 700 by 30', 6000, 700, 30, 9, 37.5],
    ['500 of 200 by 100', 500, 200, 100, 4, 100],
    ['500 of 200 by 101', 500, 200, 101, 5, 125],
    ['36 in of 12 in by half an inch', 36 * IN, 12 * IN, 0.5 * IN, 4, 4 * IN],
    ['24 in of 11 in by an inch', 24 * IN, 11 * IN, IN, 3, 4.5 * IN],
    ['48 in of 18 in by three quarters', 48 * IN, 18 * IN, 0.75 * IN, 3, 3 * IN],
    ['20 in of 10 in edge to edge', 20 * IN, 10 * IN, 0, 2, 0],
    ['72 in of 24 in edge to edge', 72 * IN, 24 * IN, 0, 3, 0],
    ['72 in of 24 in by a quarter', 72 * IN, 24 * IN, 0.25 * IN, 4, 8 * IN],
    ['888 of 296 by nothing', 888, 296, 0, 3, 0],
  ])('%s', (_, length, room, overlap, count, most) => {
    expect(fewestAlong(length, room, overlap)).toBe(count);
    expect(largestOverlap(length, room, count)).toBeCloseTo(most, 6);
  });

  it('are none where a panel would be all overlap, but one does where it is long enough', () => {
    expect([fewestAlong(500, 100, 100), fewestAlong(500, 100, 300), fewestAlong(90, 100, 300)]).toEqual([
      null,
      null,
      1,
    ]);
  });

  const edge = (wish: Partial<EdgeWish> = {}): EdgeWish => ({
    length: 841,
    room: 296,
    outer: 0,
    overlap: 20,
    laps: lapsOf({ overlap: wish.overlap ?? 20, lap: 'under' }, false),
    count: null,
    at: null,
    ...wish,
  });

  it('print alike, and the one that lies under goes on beyond the joint that is seen', () => {
    // (841 + 2 × 20) ÷ 3 = 293.667; the upper lies over the lower, so that joints are at its end
    const { spans, seen } = divided(edge());
    const third = 881 / 3;
    expect(spans.map((s) => [s.from, s.to].map((v) => v.toFixed(3)))).toEqual(
      [
        [0, third],
        [third - 20, 2 * third - 20],
        [2 * third - 40, 841],
      ].map((s) => s.map((v) => v!.toFixed(3))),
    );
    expect(seen.map((s) => s.from.toFixed(3))).toEqual(['0.000', third.toFixed(3), (2 * third - 20).toFixed(3)]);
  });

  it('have half of the overlap each where both are cut through, and a gap is nobody’s', () => {
    const both = divided(edge({ length: 500, room: 300, laps: lapsOf({ overlap: 20, lap: 'both' }, true) }));
    // (500 + 20) ÷ 2 = 260 each: the joint is in the middle, at 250
    expect(both.spans).toEqual([
      { from: 0, to: 260 },
      { from: 240, to: 500 },
    ]);
    expect(both.seen).toEqual([
      { from: 0, to: 250 },
      { from: 250, to: 500 },
    ]);
    const gap = divided(
      edge({ length: 500, room: 300, overlap: -10, laps: lapsOf({ overlap: -10, lap: 'under' }, true) }),
    );
    expect(gap.seen).toEqual([
      { from: 0, to: 245 },
      { from: 255, to: 500 },
    ]);
  });

  it('those at the ends are shorter by what their bleed takes', () => {
    // 594 + 2 × 4 + 20 = 622: 311 each with the bleed, 307 without
    const { spans } = divided(
      edge({ length: 594, room: 400, outer: 4, laps: lapsOf({ overlap: 20, lap: 'under' }, true) }),
    );
    expect(spans).toEqual([
      { from: 0, to: 307 },
      { from: 287, to: 594 },
    ]);
    // the bleed counts: (602 − 20) ÷ 290 = 2.007, where 594 would be 1.98
    expect(divided(edge({ length: 594, room: 310, outer: 4 })).spans).toHaveLength(3);
    expect(divided(edge({ length: 594, room: 310 })).spans).toHaveLength(2);
  });

  it('lie where they are put, in order whatever is typed', () => {
    const put = divided(edge({ at: [200, 500] }));
    expect(put.seen.map((s) => s.from)).toEqual([0, 200, 500]);
    expect(put.fits).toEqual([true, false, false]);
    const crossed = divided(edge({ at: [500, 200] }));
    expect(crossed.seen.map((s) => s.from)).toEqual([0, 200, 500]);
    const beyond = divided(edge({ at: [2000, 3000] }));
    expect(beyond.seen.map((s) => s.from)).toEqual([0, 841 - 2 * THINNEST, 841 - THINNEST]);
  });

  it('a joint moves as far as both its panels still fit', () => {
    // under the upper one: the panel before it may end at 296, the one behind begins 20 before the joint and ends at 568
    expect(limitsOf(edge(), [294, 568], 0)).toEqual({ from: 568 - 296 + 20, to: 296 });
    expect(limitsOf(edge({ room: 250 }), [294, 568], 0)).toBeNull();
  });

  it('always reach from end to end, overlap by what is said and are the fewest that fit', () => {
    const wishes = fc.record({
      length: fc.double({ min: 50, max: 4000, noNaN: true }),
      room: fc.double({ min: 130, max: 1500, noNaN: true }),
      outer: fc.double({ min: 0, max: 10, noNaN: true }),
      overlap: fc.double({ min: -20, max: 60, noNaN: true }),
      lap: fc.constantFrom('under' as const, 'both' as const),
      later: fc.boolean(),
    });
    fc.assert(
      fc.property(wishes, ({ lap, later, ...wish }) => {
        const all = edge({ ...wish, laps: lapsOf({ overlap: wish.overlap, lap }, later) });
        const { spans, seen, fits, needed } = divided(all);
        expect(needed).toBe(spans.length);
        expect(fits.every(Boolean)).toBe(true);
        expect(spans[0]!.from).toBe(0);
        expect(spans.at(-1)!.to).toBe(all.length);
        for (let i = 1; i < spans.length; i++) {
          expect(spans[i - 1]!.to - spans[i]!.from).toBeCloseTo(all.overlap, 6);
          if (all.overlap >= 0) expect(seen[i]!.from).toBeCloseTo(seen[i - 1]!.to, 6);
        }
        // one fewer does not reach
        const n = spans.length - 1;
        if (n > 0) expect(n * all.room - (n - 1) * all.overlap).toBeLessThan(all.length + 2 * all.outer);
      }),
      { numRuns: 400 },
    );
  });
});
