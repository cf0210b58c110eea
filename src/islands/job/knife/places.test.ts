import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { knifeOf, overlap, plan, type Knife, type Rect } from '../../../core';
import { artworkOf, changed, flatDocketFor, GUILLOTINE, SHOP } from '../../../core/testing';
import { groundOf, lyingAt, type Lying } from './places';

const knifeOn = (width: number, height: number, across: number): Knife | null => {
  const artwork = artworkOf(1, { width, height }, 0);
  const docket = changed(flatDocketFor(artwork), {
    product: { finished: { width, height }, bleed: 0, copies: 50, lies: { gap: { across, down: 0 } } },
    sheet: { stock: SHOP.stocks[2]! },
    finish: { here: true, route: [{ process: 'cut', machine: GUILLOTINE }] },
  });
  return knifeOf(docket, plan(docket, artwork), 0);
};

/** Where a pile is drawn. */
const drawn = ({ rect, x, y, lies, scale }: Lying): Rect => {
  const [w, h] = lies % 2 === 0 ? [rect.width, rect.height] : [rect.height, rect.width];
  return { x: x - (w * scale) / 2, y: y - (h * scale) / 2, width: w * scale, height: h * scale };
};
const area = (r: Rect): number => r.width * r.height;

describe('the cutter’s table', () => {
  it('shows all paper at every step, in its room and apart, the line of the cut under the knife', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 200 }),
        fc.integer({ min: 40, max: 200 }),
        fc.constantFrom(0, 5),
        fc.double({ min: 0.5, max: 3, noNaN: true }),
        (w, h, gap, shape) => {
          const knife = knifeOn(w, h, gap);
          fc.pre(knife !== null);
          const ground = groundOf(knife!, shape);
          const paper = area({ x: 0, y: 0, ...knife!.run.paper });
          for (let at = 0; at <= knife!.steps.length; at++) {
            const lying = lyingAt(knife!, at, ground, () => 0);
            expect(lying.reduce((n, p) => n + area(p.rect), 0)).toBeCloseTo(paper, 3);
            const boxes = lying.map(drawn);
            for (const [i, b] of boxes.entries()) {
              expect(b.x).toBeGreaterThanOrEqual(0);
              expect(b.y).toBeGreaterThanOrEqual(0);
              expect(b.x + b.width).toBeLessThanOrEqual(ground.width + 1e-6);
              expect(b.y + b.height).toBeLessThanOrEqual(ground.height + 1e-6);
              for (const c of boxes.slice(i + 1)) expect(overlap(b, c)).toBe(false);
            }
            const step = knife!.steps[at];
            if (!step) continue;
            for (const p of lying.filter((l) => l.as === 'hand')) {
              const { y, height } = drawn(p);
              // what is behind the knife is as deep as the measure
              expect(ground.knife - y).toBeCloseTo(step.measure, 6);
              expect(y + height).toBeGreaterThan(ground.knife);
            }
          }
          const out = lyingAt(knife!, knife!.steps.length, ground, () => 0).filter((p) => p.as === 'out');
          expect(out).toHaveLength(knife!.pieces.length);
        },
      ),
      { numRuns: 40 },
    );
  });
});
