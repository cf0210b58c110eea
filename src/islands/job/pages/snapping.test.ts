import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rect } from '../../../core';
import { page } from '../../../core/testing';
import { dragged, GRIPS, snapLines, snapped } from './snapping';

const LINES = { across: [10, 50, 100], up: [5, 80] };
const BOX = rect(20, 20, 40, 30);

describe('an edge that is dragged', () => {
  it('is held by the nearest line that is near enough, else stands on a tenth', () => {
    expect(snapped(49.2, LINES.across, 2)).toBe(50);
    expect(snapped(47.94, LINES.across, 2)).toBe(47.9);
    expect(snapped(30.04, [30, 30.1], 2)).toBe(30);
  });

  it('moves alone, and the others stay', () => {
    expect(dragged(BOX, { x: 1, y: 0 }, [-9.5, 99], LINES, 2)).toEqual(rect(20, 20, 30, 30));
    expect(dragged(BOX, { x: -1, y: 1 }, [-9, 29], LINES, 2)).toEqual(rect(10, 20, 50, 60));
    expect(dragged(BOX, { x: 0, y: -1 }, [5, -14], LINES, 2)).toEqual(rect(20, 5, 40, 45));
  });

  it('is held by either edge where the whole is moved', () => {
    expect(dragged(BOX, { x: 0, y: 0 }, [-9, 0], LINES, 2)).toEqual(rect(10, 20, 40, 30));
    expect(dragged(BOX, { x: 0, y: 0 }, [39, 29], LINES, 2)).toEqual(rect(60, 50, 40, 30));
  });

  it('never turns its box inside out', () => {
    const by = fc.tuple(fc.integer({ min: -200, max: 200 }), fc.integer({ min: -200, max: 200 }));
    fc.assert(
      fc.property(fc.constantFrom(...GRIPS, { x: 0, y: 0 } as const), by, (grip, hand) => {
        const { width, height } = dragged(BOX, grip, hand, LINES, 2);
        expect(Math.min(width, height)).toBeGreaterThanOrEqual(1);
      }),
    );
  });

  it('knows the boxes of a page, its middle, and what was found on it', () => {
    const facts = { ...page({ width: 100, height: 50 }, 3), found: { extent: rect(7, 8, 20, 10) } };
    const { across, up } = snapLines(facts);
    expect(across).toEqual(expect.arrayContaining([0, 106, 3, 103, 53, 7, 27]));
    expect(up).toEqual(expect.arrayContaining([0, 56, 3, 53, 28, 8, 18]));
  });
});
