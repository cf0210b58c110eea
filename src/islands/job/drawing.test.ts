import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply, compose, rotation, translation, type Matrix, type QuarterTurns } from '../../core';
import { visiblePart } from './dummy/PageFace';
import { pagesAt } from './dummy/openings';
import { down, headDegrees, pictureMatrix, pictureWidth } from './table/geometry';

const numbers = (text: string): Matrix => /\((.*)\)/.exec(text)![1]!.split(' ').map(Number) as unknown as Matrix;

describe('from sheets to drawings', () => {
  it('puts a rectangle y down', () =>
    expect(down({ x: 1, y: 2, width: 3, height: 4 }, 100)).toEqual({ x: 1, y: 94, width: 3, height: 4 }));

  it('lays a picture where the core lays the page: its corners fall on each other', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3 }),
        fc.integer({ min: -200, max: 200 }),
        fc.integer({ min: -200, max: 200 }),
        fc.integer({ min: 50, max: 400 }),
        fc.integer({ min: 50, max: 400 }),
        (turns, x, y, media, sheet) => {
          const m = compose(rotation(turns as QuarterTurns), translation(x, y));
          const svg = numbers(pictureMatrix(m, media, sheet));
          // a point u across and v down the picture is (u, media − v) on the page
          for (const [u, v] of [
            [0, 0],
            [30, 0],
            [0, media],
            [17, 23],
          ] as const) {
            const [px, py] = apply(m, u, media - v);
            const [sx, sy] = apply(svg, u, v);
            expect(sx).toBeCloseTo(px, 6);
            expect(sy).toBeCloseTo(sheet - py, 6);
          }
        },
      ),
    );
  });

  it('turns numbers the way heads point', () =>
    expect([0, 1, 2, 3].map((q) => headDegrees(q as QuarterTurns) + 0)).toEqual([0, -90, -180, -270]));

  it('asks for pictures just sharp enough', () => {
    expect([50, 170, 600, 700, 1700, 9000].map(pictureWidth)).toEqual([160, 160, 640, 640, 1600, 3200]);
  });
});

describe('the dummy', () => {
  it('opens at the cover, at pairs of pages, at the back', () => {
    expect(pagesAt(0, 8)).toEqual({ before: null, after: 1 });
    expect(pagesAt(1, 8)).toEqual({ before: 2, after: 3 });
    expect(pagesAt(4, 8)).toEqual({ before: 8, after: null });
  });

  it('shows every page once', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), (sheets) => {
        const total = 4 * sheets;
        const seen = Array.from({ length: total / 2 + 1 }, (_, i) => pagesAt(i, total)).flatMap((o) => [
          o.before,
          o.after,
        ]);
        expect(seen.filter((p) => p !== null)).toEqual(Array.from({ length: total }, (_, i) => i + 1));
      }),
    );
  });

  it('trims inner leaves at the face, never at the spine', () => {
    expect(visiblePart('left', 148, 210, 0.5)).toEqual({ x: 0, y: 0, width: 147.5, height: 210 });
    expect(visiblePart('right', 148, 210, 0.5)).toEqual({ x: 0.5, y: 0, width: 147.5, height: 210 });
    expect(visiblePart('top', 148, 210, 0.5)).toEqual({ x: 0, y: 0, width: 148, height: 209.5 });
    expect(visiblePart('bottom', 148, 210, 0.5)).toEqual({ x: 0, y: 0.5, width: 148, height: 209.5 });
    expect(visiblePart('left', 148, 210, 900).width).toBeGreaterThan(0);
  });
});
