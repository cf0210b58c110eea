import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type Patch } from '../docket';
import { plan } from '../sheet';
import { artworkOf, flatDocketFor, look, SHOP } from '../testing';
import { mark } from '.';
import { PATCHES } from './bar';

describe('the colour bar', () => {
  const artwork = artworkOf(2, { width: 90, height: 50 });
  const docketOf = (patch: Patch<DocketOf<'flat'>> = {}) =>
    patched(
      patched(flatDocketFor(artwork), {
        sheet: { stock: SHOP.stocks[2]! },
        // two rows of two in the middle of 450 × 320: from 132 to 318 and from 107 to 213, 3 of bleed round them
        product: { bleed: 3, lies: { way: 'upright', columns: 2, rows: 2 } },
        marks: { bar: { on: true } },
      }),
      patch,
    );
  const drawn = (docket: DocketOf<'flat'>, side: 'front' | 'back' = 'front') =>
    mark(docket, plan(docket, artwork))
      .of(1, side)
      .flatMap((m) => (m.of === 'bar' && m.kind === 'area' ? [m] : []));

  it('stands beyond the pieces at the tail, as wide as the machine prints, in whole patches', () => {
    const patches = drawn(docketOf({ marks: { crop: { on: false }, register: { on: false } } }));
    // 442 ÷ 5 = 88.4: 88 patches, 440 in the middle of 4 to 446; 213 + 3 of bleed + 3
    expect(patches).toHaveLength(88);
    expect([patches[0]!.rect, patches[87]!.rect.x]).toEqual([{ x: 5, y: 219, width: 5, height: 5 }, 440]);
    expect(patches.slice(0, 4).map((p) => p.cmyk)).toEqual([
      [1, 0, 0, 0],
      [0, 1, 0, 0],
      [0, 0, 1, 0],
      [0, 0, 0, 1],
    ]);
    // black at half beside the grey that three inks make, then again from the first
    expect(patches.slice(11, 14).map((p) => p.cmyk)).toEqual([[0, 0, 0, 0.5], [0.5, 0.4, 0.4, 0], PATCHES[0]]);
    expect(drawn(docketOf(), 'back').length).toBeGreaterThan(0);
  });

  it('once stands in the middle with each of its patches', () => {
    const marks = { crop: { on: false }, register: { on: false } };
    const patches = drawn(docketOf({ marks: { ...marks, bar: { runs: 'once' } } }));
    // 13 patches of 5: 65, from 225 − 32.5
    expect(patches.map((p) => p.cmyk)).toEqual(PATCHES);
    expect(patches[0]!.rect.x).toBe(192.5);
    expect(drawn(docketOf({ marks: { ...marks, bar: { runs: 'across' } } }))).toHaveLength(88);
  });

  it('at the lead edge it stands below them', () => {
    const [first] = drawn(docketOf({ marks: { bar: { at: 'lead', offset: 4, patch: 8 } } }));
    // 107 − 3 − 4 − 8
    expect(first!.rect.y).toBe(92);
  });

  it('leaves out what would stand on another mark, and says so where there is no room at all', () => {
    // crop marks go up at both trims of both columns: 132, 222, 228, 318
    const free = drawn(docketOf({ marks: { register: { on: false } } }));
    const without = drawn(docketOf({ marks: { register: { on: false }, crop: { on: false } } }));
    const gone = without.filter((p) => !free.some((q) => q.rect.x === p.rect.x)).map((p) => p.rect.x);
    expect(gone).toEqual([130, 220, 225, 315]);
    const far = look(
      docketOf({ marks: { bar: { offset: 50, patch: 20 } }, product: { lies: { columns: 2, rows: 4 } } }),
      artwork,
    );
    expect(far.find('marks-room')!.title).toBe('No room for the colour bar');
    expect(far.find('marks-room')!.severity).toBe('fine');
  });

  it('has the patches of the inks that the side is printed in, further ones full and at half', () => {
    const inks = { front: ['Black', 'Gold'], back: [] };
    const docket = docketOf({ sheet: { inks }, marks: { crop: { on: false }, register: { on: false } } });
    const front = drawn(docket);
    // black full and at half; of the others nothing; then gold
    expect(front.slice(0, 5).map((p) => p.spot ?? p.cmyk)).toEqual([
      [0, 0, 0, 1],
      [0, 0, 0, 0.5],
      { name: 'Gold', tint: 1 },
      { name: 'Gold', tint: 0.5 },
      [0, 0, 0, 1],
    ]);
    expect(drawn(docket, 'back')).toEqual([]);
    const two = docketOf({ sheet: { inks: { front: ['Magenta', 'Yellow'], back: [] } } });
    expect(new Set(drawn(two).map((p) => String(p.cmyk)))).toEqual(
      new Set(['0,1,0,0', '0,0,1,0', '0,0.5,0,0', '0,0,0.5,0', '0,1,1,0']),
    );
  });
});
