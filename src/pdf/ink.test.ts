import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { inkIn } from './ink';

/** A white picture of 200 × 100 pixels with a rectangle in it, as it is kept. */
async function picture(of: { left: number; top: number; width: number; height: number } | null, colour: string) {
  const paper = sharp({ create: { width: 200, height: 100, channels: 3, background: '#ffffff' } });
  const ink = of && {
    input: { create: { width: of.width, height: of.height, channels: 3 as const, background: colour } },
    left: of.left,
    top: of.top,
  };
  return (ink ? paper.composite([ink]) : paper).jpeg({ quality: 82 }).toBuffer();
}

describe('where a picture has ink', () => {
  it('in shares from its upper left, and nowhere on white paper', async () => {
    const [left, top, right, bottom] = (await inkIn(
      await picture({ left: 40, top: 16, width: 96, height: 64 }, '#000000'),
    ))!;
    // JPEG smears no further than its block of 16 pixels
    for (const [is, at] of [
      [left, 0.2],
      [right, 0.68],
      [top, 0.16],
      [bottom, 0.8],
    ] as const)
      expect(Math.abs(is - at)).toBeLessThanOrEqual(0.16);
    expect(await inkIn(await picture(null, '#000000'))).toBeNull();
  });
  it('pale yellow is ink, near white is paper', async () => {
    expect(await inkIn(await picture({ left: 0, top: 0, width: 200, height: 100 }, '#ffffaa'))).toEqual([0, 0, 1, 1]);
    expect(await inkIn(await picture({ left: 0, top: 0, width: 200, height: 100 }, '#f2f2f2'))).toBeNull();
    expect(await inkIn(await picture({ left: 0, top: 0, width: 200, height: 100 }, '#e4e4e4'))).toEqual([0, 0, 1, 1]);
  });
});
