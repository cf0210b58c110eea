import { describe, expect, it } from 'vitest';
import {
  boundsOf,
  compose,
  outlineThrough,
  rect,
  rectangle,
  rectThrough,
  rotation,
  translation,
  type Outline,
} from '.';

describe('an outline', () => {
  const r = rect(10, 20, 30, 5);
  it('stays a rectangle through quarter turns', () => {
    // (10…40, 20…25) a quarter turn counter-clockwise: x' = −y, y' = x
    expect(outlineThrough(rotation(1), rectangle(r))).toEqual(rectangle(rect(-25, 10, 5, 30)));
    expect(outlineThrough(compose(rotation(2), translation(50, 50)), rectangle(r))).toEqual(
      rectangle(rect(10, 25, 30, 5)),
    );
  });
  it('is a path through any other angle, with the corners where they come to lie', () => {
    const [c, s] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)];
    const turned = outlineThrough([c, s, -s, c, 0, 0], rectangle(rect(0, 0, 10, 4)));
    expect(turned.kind).toBe('path');
    const box = boundsOf(turned);
    // 10 cos 30° + 4 sin 30° wide, 10 sin 30° + 4 cos 30° high, from −4 sin 30°
    expect(box.x).toBeCloseTo(-2, 9);
    expect(box.width).toBeCloseTo(10 * c + 2, 9);
    expect(box.height).toBeCloseTo(5 + 4 * c, 9);
  });
  it('keeps its curves', () => {
    const o: Outline = {
      kind: 'path',
      from: [0, 0],
      steps: [
        {
          to: [10, 0],
          by: [
            [0, 5],
            [10, 5],
          ],
        },
        { to: [0, 0] },
      ],
    };
    expect(outlineThrough(translation(1, 2), o)).toEqual({
      kind: 'path',
      from: [1, 2],
      steps: [
        {
          to: [11, 2],
          by: [
            [1, 7],
            [11, 7],
          ],
        },
        { to: [1, 2] },
      ],
    });
    expect(boundsOf(o)).toEqual(rect(0, 0, 10, 5));
  });
  it('mirrors a rectangle without turning it inside out', () => {
    expect(rectThrough([-1, 0, 0, 1, 100, 0], r)).toEqual(rect(60, 20, 30, 5));
  });
});
