import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply, compose, rotation, translation, type Matrix, type QuarterTurns } from '../../core';
import { inkOn } from '../../ui/inkOn';
import { visiblePart } from './dummy/PageFace';
import { folded, framed, type Bending } from './dummy/space';
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

describe('text on paper', () => {
  it('is dark on light stock and light on dark', () => {
    expect(['#ffffff', '#c9a97c', '#b4c2cb'].map(inkOn)).toEqual(['#2a211c', '#2a211c', '#2a211c']);
    expect(['#000000', '#0b3d4f', '#a2301f'].map(inkOn)).toEqual(['#fffaf0', '#fffaf0', '#fffaf0']);
  });
});

describe('the sheet in space', () => {
  // 2 × 2 panels of 100 × 150 mm: the upper half under, then the left half under
  const folds = (amount: number): Record<'high' | 'low', Bending> => ({
    high: { axis: 'level', at: 150, to: 'under', moves: 'high', amount },
    low: { axis: 'upright', at: 100, to: 'under', moves: 'low', amount },
  });
  const corner = (x: number, y: number, amount: number) => {
    const { high, low } = folds(amount);
    const mine = [...(y > 150 ? [high] : []), ...(x < 100 ? [low] : [])];
    return folded([x, 300 - y, 0], mine, 300, 1, 0).map((v) => Math.round(v * 1e6) / 1e6 + 0);
  };
  it('flat lies where it lay; folded, all corners lie on the panel that stays', () => {
    expect(corner(0, 300, 0)).toEqual([0, 0, 0]);
    expect(corner(200, 0, 1)).toEqual([200, 300, 0]);
    // the far corner of each panel comes onto the lower right one
    expect(corner(0, 0, 1)).toEqual([200, 300, 0]);
    expect(corner(200, 300, 1)).toEqual([200, 300, 0]);
    expect(corner(0, 300, 1)).toEqual([200, 300, 0]);
  });
  it('half folded stands away from the eye where it goes under', () => {
    expect(corner(0, 0, 0.5)).toEqual([100, 300, -100]);
    expect(corner(200, 300, 0.5)).toEqual([200, 150, -150]);
  });
  it('is framed so that all of it is seen, from wherever', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -89, max: 89 }),
        fc.integer({ min: -180, max: 180 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (x, y, amount) => {
          const points = [0, 200].flatMap((px) => [0, 300].map((py) => corner(px, py, amount))) as [
            number,
            number,
            number,
          ][];
          const middle = points.map(([px, py, pz]) => [px - 100, py - 150, pz] as const);
          const room = { width: 500, height: 400 };
          const f = framed(middle, { x, y, distance: 1800 }, room, 3);
          expect(f.scale).toBeGreaterThan(0.2);
          expect(f.scale).toBeLessThanOrEqual(3);
          expect(Math.abs(f.x)).toBeLessThanOrEqual(room.width);
          // asked once more at that scale, it fits
          expect(framed(middle, { x, y, distance: 1800 }, { width: 503, height: 403 }, f.scale).scale).toBe(f.scale);
        },
      ),
    );
  });
});
