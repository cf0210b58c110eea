import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Imprint, patched, type Artwork, type DocketOf, type Patch as AnyPatch } from '../docket';
import {
  artworkOf,
  BOARD,
  changed,
  GUILLOTINE,
  look as looked,
  page,
  posterDocketFor,
  SHOP,
  type Looked,
} from '../testing';

type Patch = AnyPatch<DocketOf<'poster'>>;
const A1 = { width: 594, height: 841 };
const B2 = { ...SHOP.stocks[2]!, id: 'b2', format: 'B2', width: 520, height: 740, price: 9 };
const CURLEW = { ...SHOP.machines[0]!, id: 'curlew', name: 'Curlew', largest: { width: 520, height: 740 } };
const shop = {
  stocks: [...SHOP.stocks, B2],
  machines: [...SHOP.machines, CURLEW],
  finishers: [...SHOP.finishers, GUILLOTINE],
};

function look(patch: Patch = {}, artwork: Artwork = artworkOf(1, A1)): Looked<'poster'> {
  const base = patched(posterDocketFor(artwork), { sheet: { stock: SHOP.stocks[2]! }, product: { bleed: 0 } });
  return looked(patched(base, patch), artwork, shop);
}

/** Every remedy of a finding mends it; their labels. */
function mends(it: Looked<'poster'>, id: string): string[] {
  const found = it.find(id);
  if (!found) throw new Error(`${id} was not found.`);
  for (const { label, patch } of found.remedies) {
    const after = looked(changed(it.docket, patch), it.artwork, shop).find(id);
    expect([label, after === undefined || after.severity === 'fine']).toEqual([label, true]);
  }
  return found.remedies.map((r) => r.label);
}
const RANK = { stop: 0, look: 1, fine: 2 };
const withPpi = (ppi: number | null): Artwork => ({ ...artworkOf(1, A1), pages: [{ ...page(A1), ppi }] });

describe('what is found of a poster', () => {
  it('of A1 on SRA3: nothing against it, and that 23 mm of overlap still make six', () => {
    const it = look();
    expect(it.findings.filter((f) => f.severity !== 'fine')).toEqual([]);
    // 2 across: (2 × 426 − 594) ÷ 1 = 258; 3 down: (3 × 296 − 841) ÷ 2 = 23.5
    expect(it.find('more-overlap')!.title).toBe('23 mm of overlap still make 6 panels');
    expect(mends(it, 'more-overlap')).toEqual(['Overlap of 23 mm']);
    expect(look({ product: { overlap: 23 } }).find('more-overlap')).toBeUndefined();
  });

  it('an overlap that leaves nothing of a panel', () => {
    const it = look({ product: { overlap: 296 } });
    expect(it.find('all-overlap')!.title).toBe('An overlap of 296 mm leaves nothing of a panel');
    expect(mends(it, 'all-overlap')).toEqual(['Overlap of 20 mm', 'Overlap of 148 mm']);
    // a tenth of a millimetre is left of a panel: then they are too many
    expect(look({ product: { overlap: 295.9 } }).find('all-overlap')).toBeUndefined();
    expect(look({ product: { overlap: 295.9 } }).find('too-large')).toBeDefined();
  });

  it('panels that are larger than their sheet, where joints were moved or counted', () => {
    // seen from 0 to 430 and 20 more, of 442 that the machine prints
    const moved = look({ product: { lies: 'level', across: [430] } });
    expect(moved.find('panels-fit')!.title).toBe('3 panels are larger than the sheet prints');
    expect(moved.find('panels-fit')!.detail).toBe('A1, B1, C1: 450 × 293.7 mm; of SRA3 Plover prints 442 × 312 mm.');
    expect(mends(moved, 'panels-fit')).toEqual(['Panels of one size', 'As many panels as it takes', 'No overlap']);
    expect(look({ product: { lies: 'level', across: [420] } }).find('panels-fit')).toBeUndefined();
    const few = look({ product: { columns: 1 } });
    expect(mends(few, 'panels-fit')).toContain('As many panels as it takes');
    const one = look({ product: { singles: [{ column: 2, row: 1, off: false, stock: SHOP.stocks[0]! }] } });
    expect(one.find('panels-fit')!.title).toBe('Panel A2 is larger than the sheet prints');
    expect(mends(one, 'panels-fit')).toContain('All panels on Plain 90 SRA3');
  });

  it('joints that lie past each other or beyond the poster', () => {
    expect(mends(look({ product: { across: [400, 200] } }), 'joints-cross')).toEqual(['Panels of one size']);
    expect(look({ product: { down: [841] } }).find('joints-cross')).toBeDefined();
    expect(look({ product: { across: [300], down: [280, 560] } }).find('joints-cross')).toBeUndefined();
  });

  it('strips that are hard to hang', () => {
    const it = look({ product: { across: [200, 395, 560] } });
    expect(it.find('narrow-panels')!.title).toBe('3 panels are a strip of 34 mm');
    expect(mends(it, 'narrow-panels')).toEqual(['Panels of one size', 'As many panels as it takes']);
    expect(look({ product: { across: [200, 395, 553] } }).find('narrow-panels')).toBeUndefined();
  });

  it('panels that are not printed', () => {
    const off = (column: number, row: number) => ({ column, row, off: true, stock: null });
    const it = look({ product: { singles: [off(1, 2)] } });
    expect(it.find('panels-off')).toMatchObject({ severity: 'look', title: '1 panel of 6 is not printed' });
    expect(mends(it, 'panels-off')).toEqual(['Print all panels']);
    const all = [1, 2].flatMap((c) => [1, 2, 3].map((r) => off(c, r)));
    expect(look({ product: { singles: all } }).find('panels-off')).toMatchObject({ severity: 'stop' });
  });

  it('a poster of another shape than its artwork', () => {
    const it = look({ product: { finished: { width: 600, height: 600 } } });
    // to cover 600 × 600 the artwork is 600 × 849.5: 124.747 at each end
    expect(it.find('artwork-size')!.detail).toBe(
      'It is 594 × 841 mm, the poster 600 × 600 mm: 124.747 mm are cut off at the top and at the foot.',
    );
    expect(mends(it, 'artwork-size')).toEqual(['Poster 600 × 849.5 mm', 'Poster 423.8 × 600 mm']);
    const wide = look({ product: { finished: { width: 841, height: 594 } } });
    expect(mends(wide, 'artwork-size')[0]).toBe('Poster 594 × 841 mm');
    expect(look({ product: { finished: { width: 1188, height: 1682 } } }).find('artwork-size')).toBeUndefined();
  });

  it('pictures that are coarse at its size', () => {
    // 60 an inch at A1: 30 at twice that
    const it = look({ product: { finished: { width: 1188, height: 1682 } } }, withPpi(60));
    expect(it.find('resolution')).toMatchObject({ severity: 'look', title: 'Pictures come to 30 pixels an inch' });
    // 72 at 30 ÷ 72 of the size
    expect(mends(it, 'resolution')).toEqual(['Poster 495 × 700 mm']);
    expect(look({}, withPpi(80)).find('resolution')).toMatchObject({ severity: 'fine' });
    for (const ppi of [100, null]) expect(look({}, withPpi(ppi)).find('resolution')).toBeUndefined();
  });

  it('no bleed round it, and imprints that it does not get', () => {
    const bare = look({ product: { bleed: 3 } }, artworkOf(1, A1, 0));
    expect(mends(bare, 'no-bleed')).toEqual([
      'Make bleed: the page mirrored at its edges',
      'Make bleed: its edges stretched',
      'Enlarge the artwork to 101.1 %',
      'Print without bleed',
    ]);
    const stamped = look({
      imprint: {
        prints: [
          Imprint.parse({ name: 'Words', text: 'Sample', says: { kind: 'text' }, anchor: 'foot-left', x: 5, y: 5 }),
        ],
      },
    });
    expect(mends(stamped, 'poster-imprints')).toEqual(['Take the imprints off']);
  });

  it('more panels than a job may have', () => {
    const it = look({ product: { finished: { width: 20_000, height: 20_000 } } });
    expect(it.find('too-large')!.title).toBe('3,650 panels are more than a job may have');
    expect(mends(it, 'too-large').length).toBeGreaterThan(0);
  });

  it('never offers what does not mend, whatever is wished', () => {
    const wishes = fc.record({
      finished: fc.record({ width: fc.integer({ min: 20, max: 3000 }), height: fc.integer({ min: 20, max: 3000 }) }),
      overlap: fc.integer({ min: -50, max: 320 }),
      bleed: fc.constantFrom(0, 3, 20),
      lap: fc.constantFrom('under' as const, 'both' as const),
      lies: fc.constantFrom('auto' as const, 'level' as const, 'upright' as const),
      columns: fc.constantFrom(null, 1, 3, 60),
      across: fc.constantFrom<number[] | null>(null, [300], [400, 100], [5000]),
      room: fc.constantFrom(null, 0, 100),
      singles: fc.constantFrom<DocketOf<'poster'>['product']['singles']>(
        [],
        [{ column: 1, row: 1, off: true, stock: null }],
        [{ column: 1, row: 1, off: false, stock: BOARD }],
      ),
    });
    fc.assert(
      fc.property(wishes, fc.constantFrom(...shop.stocks.slice(0, 3)), (wish, stock) => {
        const it = look({ sheet: { stock }, product: wish });
        for (const f of it.findings)
          for (const { label, patch } of f.remedies) {
            const after = looked(changed(it.docket, patch), it.artwork, shop).find(f.id);
            // a strip of a hand's breadth is milder than one of nothing
            const milder = after === undefined || RANK[after.severity] > RANK[f.severity] || after.severity === 'fine';
            expect([f.id, label, milder]).toEqual([f.id, label, true]);
          }
      }),
      { numRuns: 60 },
    );
  }, 60_000);
});
