import { describe, expect, it } from 'vitest';
import type { Finisher } from '../shop';
import { artworkOf, changed, docketFor, look, SHOP } from '../testing';

const STITCHER = SHOP.finishers.find((f) => f.kind === 'stitcher')! as Extract<Finisher, { kind: 'stitcher' }>;
const LARGE = { ...STITCHER, largest: { width: 500, height: 500 } };
const four = { ...LARGE, id: 'four', name: 'Bittern', stitches: 4 };
const shop = { ...SHOP, finishers: [...SHOP.finishers, LARGE, four] };

/** A booklet so high, stitched on a machine with so many stitches. */
function found(height: number, stitches?: number) {
  const artwork = artworkOf(8, { width: 100, height });
  const docket = changed(docketFor(artwork), {
    finish: {
      here: true,
      route: [{ process: 'stitch', machine: { ...LARGE, ...(stitches ? { stitches } : {}) } }],
    },
  });
  const looked = look(docket, artwork, shop);
  return { docket, artwork, it: looked.find('few-stitches') };
}

describe('stitches', () => {
  it('are enough for A4 where there are two, and not for A3', () => {
    expect(found(297).it).toBeUndefined();
    expect(found(320).it).toBeUndefined();
    expect(found(322).it!.detail).toContain('3 hold it');
    const { it } = found(420);
    expect(it!.title).toBe('2 stitches for a spine of 420 mm');
    expect(it!.detail).toContain('Each would hold 210 mm; 3 hold it');
    expect(found(420, 3).it).toBeUndefined();
    expect(found(210, 1).it!.title).toBe('One stitch for a spine of 210 mm');
  });

  it('are more on another machine, which is offered and mends it', () => {
    const { it, docket, artwork } = found(420);
    const remedy = it!.remedies.find((r) => r.label === 'Stitch on Bittern')!;
    expect(look(changed(docket, remedy.patch), artwork, shop).find('few-stitches')).toBeUndefined();
    expect(it!.remedies.map((r) => r.label)).not.toContain(`Stitch on ${STITCHER.name}`);
  });
});
