import { describe, expect, it } from 'vitest';
import { holesAt, stitchesAt } from './spine';

describe('stitches', () => {
  it('are a quarter from the ends where there are two, which is what a machine makes that says nothing', () => {
    expect(stitchesAt(210, {})).toEqual([52.5, 157.5]);
    expect(stitchesAt(297, { stitches: 2 })).toEqual([74.25, 222.75]);
  });

  it('each hold as much of the spine', () => {
    expect(stitchesAt(300, { stitches: 3 })).toEqual([50, 150, 250]);
    expect(stitchesAt(300, { stitches: 1 })).toEqual([150]);
  });
});

describe('holes', () => {
  it('are as many as there is room for, as far from both ends', () => {
    // 34 steps of 8.47 are 287.98 in 289 between 4 from each end: 35 holes, the first 4.51 from the head
    const holes = holesAt(297, { pitch: 8.47 });
    expect(holes).toHaveLength(35);
    expect(holes[0]).toBeCloseTo(4.51, 9);
    expect(297 - holes.at(-1)!).toBeCloseTo(4.51, 9);
  });

  it('are none of a spine that is too short, and none where the machine says no pitch', () => {
    expect(holesAt(7, { pitch: 10 })).toEqual([]);
    expect(holesAt(8, { pitch: 10 })).toEqual([4]);
    expect(holesAt(297, {})).toEqual([]);
  });
});
