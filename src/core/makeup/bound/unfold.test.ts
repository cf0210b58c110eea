import { describe, expect, it } from 'vitest';
import { patched } from '../../docket';
import { turnedWay, WAYS } from '../../fold';
import { artworkOf, docketFor } from '../../testing';
import { sectionShape, turnings } from '.';

describe('folds in space', () => {
  it.each(WAYS.filter((w) => w.binds).map((w) => [w.id, w] as const))(
    '%s: mirrored at their lines one after the other, all panels come to lie on each other',
    (_, ready) => {
      for (const bound of ['left', 'right', 'top'] as const) {
        const docket = patched(docketFor(artworkOf(4)), {
          product: { bound, finished: { width: 50, height: 70 }, trims: { head: 3, foot: 4, face: 5 } },
        });
        const shape = sectionShape(docket.product, turnedWay(ready, bound));
        const boxes = new Map(shape.panels.map((p) => [p, { ...p.trim }]));
        for (const t of turnings(shape))
          for (const p of t.panels) {
            const b = boxes.get(p)!;
            if (t.axis === 'upright') b.x = 2 * t.at - b.x - b.width;
            else b.y = 2 * t.at - b.y - b.height;
          }
        const [first, ...rest] = [...boxes.values()];
        for (const b of rest) {
          expect(b.x).toBeCloseTo(first!.x, 6);
          expect(b.y).toBeCloseTo(first!.y, 6);
        }
      }
    },
  );
  it('closes the doors of a gate over the middle', () => {
    const docket = patched(docketFor(artworkOf(6)), { product: { binding: { kind: 'folded', short: 1 } } });
    const gate = WAYS.find((w) => w.id === '6-gate')!;
    const [left, right] = turnings(sectionShape(docket.product, gate));
    expect([left!.panels.size, right!.panels.size]).toEqual([1, 1]);
    expect([left!.moves, right!.moves]).toEqual(['low', 'high']);
  });
});
