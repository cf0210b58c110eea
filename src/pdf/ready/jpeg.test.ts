import sharp from 'sharp';
import { expect, it } from 'vitest';
import { finenessOf } from './jpeg';

const jpeg = (quality: number): Promise<Buffer> =>
  sharp({ create: { width: 32, height: 32, channels: 3, background: '#a63' } })
    .jpeg({ quality, mozjpeg: false })
    .toBuffer();

it.each([
  [30, 85],
  [77, 85],
  [82, 90],
  [86, 94],
  [99, 96],
])('a photograph that came at %d is packed at %d', async (came, packed) => {
  expect(Math.abs(finenessOf(await jpeg(came)) - packed)).toBeLessThanOrEqual(came === 82 || came === 86 ? 1 : 0);
});

it('one of which nobody can tell is packed finely', async () => {
  expect(finenessOf(new Uint8Array())).toBe(95);
  expect(finenessOf(new Uint8Array(200))).toBe(95);
  const whole = await jpeg(80);
  expect(finenessOf(whole.subarray(0, 40))).toBe(95);
});
