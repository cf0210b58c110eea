import { describe, expect, it } from 'vitest';
import { differences, type Pixels } from './differences';

/** A white picture with black squares of 4 × 4 pixels at these places. */
function picture(width: number, height: number, ...dots: [number, number][]): Pixels {
  const data = new Uint8ClampedArray(width * height * 4).fill(255);
  for (const [x, y] of dots)
    for (let dy = 0; dy < 4; dy++)
      for (let dx = 0; dx < 4; dx++) data.fill(0, 4 * ((y + dy) * width + x + dx), 4 * ((y + dy) * width + x + dx) + 3);
  return { width, height, data };
}

describe('where two pictures differ', () => {
  it('nowhere, where they are alike, or all but alike', () => {
    expect(differences(picture(120, 120, [10, 10]), picture(120, 120, [10, 10]))).toEqual([]);
    const grey = picture(120, 120);
    const data = Uint8ClampedArray.from(grey.data).map((v) => v - 40);
    expect(differences(grey, { ...grey, data })).toEqual([]);
    expect(differences(grey, { ...grey, data: data.map((v) => v - 1) })).toHaveLength(1);
  });
  it('in the square where something is new, in shares of the page', () => {
    // 120 pixels are ten squares: the fifth across, the third down
    const [part, ...others] = differences(picture(120, 240), picture(120, 240, [50, 26]));
    expect(others).toEqual([]);
    expect(part!.x).toBeCloseTo(0.4);
    expect(part!.y).toBeCloseTo(0.1);
    expect(part!.width).toBeCloseTo(0.1);
    expect(part!.height).toBeCloseTo(0.05);
  });
  it('squares near each other are one part, those far off another', () => {
    const parts = differences(picture(240, 120), picture(240, 120, [2, 2], [26, 2], [200, 100]));
    expect(parts).toHaveLength(2);
    expect(parts[0]!.width).toBeCloseTo(36 / 240);
  });
  it('everywhere, where they are of different sizes', () => {
    expect(differences(picture(10, 10), picture(10, 12))).toEqual([{ x: 0, y: 0, width: 1, height: 1 }]);
  });
});
