import { describe, expect, it } from 'vitest';
import { page } from '../testing';
import { inkBox } from './ink';

// A5 with 3 mm bleed: a media box of 154 × 216 mm, the trim 3 mm inside it
const A5 = page({ width: 148, height: 210 });
const box = (left: number, top: number, right: number, bottom: number) => {
  const b = inkBox(A5, [left / 154, top / 216, right / 154, bottom / 216]);
  // how far from the trim's edges: left, right, top, bottom
  return [b.x - 3, 3 + 148 - b.x - b.width, 3 + 210 - b.y - b.height, b.y - 3].map((v) => Math.round(v * 100) / 100);
};

describe('where a page has ink, by a picture of it', () => {
  it('near the trim to half a millimetre outwards, beyond it below nought', () => {
    expect(box(0, 0, 154, 216)).toEqual([-3, -3, -3, -3]);
    expect(box(3 + 4.2, 3 + 5.9, 151 - 7.6, 213 - 10)).toEqual([4, 7.5, 5.5, 10]);
  });
  it('deep inside all pages are alike, and so are white ones', () => {
    expect(box(60, 70, 90, 100)).toEqual([15, 15, 15, 15]);
    const { x, y, width, height } = inkBox(A5, null);
    expect([x, y, width, height]).toEqual([18, 18, 118, 180]);
  });
});
