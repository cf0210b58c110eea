import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { CMYK, RGB, type Space } from '../colour/spaces';
import { planesOf } from './planes';
import { plateOf } from './plate';

const samples = (components: number, data: readonly number[]) => ({
  width: data.length / components,
  height: 1,
  components,
  data: Uint8ClampedArray.from(data),
  alpha: null,
});
const parted = (space: Space, data: readonly number[], inks: readonly string[]) => {
  const { of, lost } = planesOf(samples(space.components, data), space, inks.map(plateOf));
  return { of: of.map((p) => [...p]), lost };
};

describe('the planes of a picture', () => {
  it('are its inks, paper where a plate is of another', () => {
    const data = [255, 0, 64, 10, 0, 0, 0, 255];
    expect(parted(CMYK, data, ['Cyan', 'Gold', 'Yellow'])).toEqual({
      of: [
        [0, 255],
        [255, 255],
        [191, 255],
      ],
      // black has no plate: 10 and 255 of it; magenta has none anywhere
      lost: [0, 0, 0, 2],
    });
  });

  it('of light have in black what is common to all three', () => {
    // 230, 76, 25 is 25, 179, 230 of ink: 25 of it black
    expect(parted(RGB, [230, 76, 25, 90, 90, 90], ['Cyan', 'Magenta', 'Yellow', 'Black']).of).toEqual([
      [255, 255],
      [101, 255],
      [50, 255],
      [230, 90],
    ]);
  });

  it('are by the quick way what they are colour by colour', () => {
    const INKS = ['Black', 'Gold', 'Cyan', 'Yellow', 'Magenta'];
    fc.assert(
      fc.property(fc.constantFrom(CMYK, RGB), fc.array(fc.nat(255), { minLength: 12, maxLength: 60 }), (space, all) => {
        const data = all.slice(0, all.length - (all.length % space.components));
        const slow: { -readonly [K in keyof Space]: Space[K] } = { ...space };
        delete slow.plain;
        expect(parted(space, data, INKS)).toEqual(parted(slow, data, INKS));
      }),
    );
  });
});
