import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Lies, patched, plan, type DocketOf, type Lay, type Patch } from '../../../core';
import { artworkOf, flatDocketFor, SHOP } from '../../../core/testing';
import { draggedTo, gripsOf, type Grip } from './gaps';

const artwork = artworkOf(2, { width: 90, height: 50 });
const docketOf = (patch: Patch<DocketOf<'flat'>> = {}): DocketOf<'flat'> =>
  patched(
    patched(flatDocketFor(artwork), {
      sheet: { stock: { ...SHOP.stocks[2]!, width: 450, height: 320 } },
      product: { bleed: 3, lies: { columns: 3, rows: 2, way: 'upright', gap: { across: 8, down: 10 } } },
    }),
    patch,
  );
const layOf = (docket: DocketOf<'flat'>): Lay => plan(docket, artwork).sheets.main.lay;
const grip = (lay: Lay, key: string, side: 'front' | 'back' = 'front'): Grip => {
  const found = gripsOf(lay, side).find((g) => g.key === key);
  if (!found) throw new Error(`There is no grip ${key}.`);
  return found;
};

describe('what can be dragged on a sheet', () => {
  it('is every gap and the four margins', () => {
    const grips = gripsOf(layOf(docketOf()), 'front');
    expect(grips.map((g) => g.key)).toEqual(['x 1', 'x 2', 'x low', 'x high', 'y 1', 'y low', 'y high']);
    // 3 × 90 + 2 × 8 = 286, in the middle of the printable width
    const [low, high] = [grip(layOf(docketOf()), 'x low').now, grip(layOf(docketOf()), 'x high').now];
    expect(low + high).toBeCloseTo(450 - 286, 6);
    expect(grip(layOf(docketOf()), 'y 1').now).toBeCloseTo(10, 6);
  });

  it('goes with the hand: the edge of a gap is where the pointer is, on either side of the middle', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('x 1', 'x 2', 'y 1'),
        fc.constantFrom('front' as const, 'back' as const),
        fc.integer({ min: -3, max: 3 }),
        (key, side, by) => {
          const docket = docketOf();
          const before = grip(layOf(docket), key, side);
          const { patch } = draggedTo({ grip: before, lies: docket.product.lies, bleed: 3 }, by, 0, 'mm');
          const after = grip(layOf(patched(docket, patch as Patch<DocketOf<'flat'>>)), key, side);
          expect(after.at - before.at).toBeCloseTo(by, 6);
        },
      ),
    );
  });

  it('moves the whole with a margin, seen from the front and from the back', () => {
    for (const side of ['front', 'back'] as const)
      for (const key of ['x low', 'x high', 'y low', 'y high']) {
        const docket = docketOf();
        const before = grip(layOf(docket), key, side);
        const { patch, label } = draggedTo({ grip: before, lies: docket.product.lies, bleed: 3 }, 5, 0, 'mm');
        expect(label).toMatch(/^moved -?−?5 mm$/);
        const after = grip(layOf(patched(docket, patch as Patch<DocketOf<'flat'>>)), key, side);
        expect(after.at - before.at).toBeCloseTo(5, 6);
      }
  });

  it('has one gap a way where there are no columns, of the nearest two', () => {
    const keys = gripsOf({ ...layOf(docketOf()), grid: null }, 'front').map((g) => [g.key, g.kind, g.gain]);
    expect(keys.filter(([, kind]) => kind === 'gap')).toEqual([
      ['x 1', 'gap', 1],
      ['y 1', 'gap', 1],
    ]);
    const mixed = layOf(
      docketOf({
        sheet: { stock: { ...SHOP.stocks[2]!, width: 360, height: 490 } },
        product: { copies: 5000, lies: { way: 'mixed', columns: null, rows: null, gap: { across: 7, down: 9 } } },
      }),
    );
    expect(mixed.grid).toBeNull();
    expect(grip(mixed, 'x 1').now).toBeCloseTo(7, 6);
    expect(grip(mixed, 'y 1').now).toBeCloseTo(9, 6);
    expect(gripsOf({ ...mixed, downs: mixed.downs.slice(0, 1) }, 'front').map((g) => g.kind)).toEqual(
      Array(4).fill('margin'),
    );
  });
});

describe('what is wished by dragging', () => {
  const held = { lies: Lies.parse({}), bleed: 3 };
  const gap: Grip = { key: 'x 1', way: 'x', kind: 'gap', at: 100, gain: 1, now: 8 };
  const to = (by: number, reach: number, unit: 'mm' | 'in' = 'mm'): unknown =>
    draggedTo({ ...held, grip: gap }, by, reach, unit).patch;
  const across = (mm: number): unknown => ({ product: { lies: { gap: { across: mm } } } });

  it('is held to no gap and to twice the bleed when it is near', () => {
    expect(to(-1.6, 0.5)).toEqual(across(6));
    expect(to(-1.4, 0.5)).toEqual(across(6.6));
    expect(to(-7.6, 0.5)).toEqual(across(0));
    expect(to(-1.6, 0)).toEqual(across(6.4));
  });

  it('stays within what a gap may be, in tenths of a millimetre and hundredths of an inch', () => {
    expect(to(-20, 0)).toEqual(across(0));
    expect(to(400, 0)).toEqual(across(200));
    expect(to(0.123, 0)).toEqual(across(8.1));
    expect(to(0.123, 0, 'in')).toEqual(across(0.32 * 25.4));
  });

  it('comes back to the middle of the sheet', () => {
    const margin: Grip = { key: 'y low', way: 'y', kind: 'margin', at: 20, gain: 1, now: 20 };
    const lies = Lies.parse({ offset: { x: 2, y: 4 } });
    expect(draggedTo({ grip: margin, lies, bleed: 3 }, -3.7, 0.5, 'mm')).toEqual({
      patch: { product: { lies: { offset: { y: 0 } } } },
      label: 'moved 0 mm',
    });
  });
});
