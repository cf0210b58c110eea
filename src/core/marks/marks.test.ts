import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { foldLines } from '../lay';
import { mark, slugText, type Mark } from '.';
import { patched, type Patch } from '../docket';
import { plan } from '../sheet';
import { artworkOf, docketFor, SHOP } from '../testing';
import { distinct, lineMark } from './line';

const SPACE = { area: { x: 0, y: 0, width: 100, height: 100 }, keepOff: [{ x: 40, y: 40, width: 20, height: 20 }] };

describe('a line of a mark', () => {
  it('runs as far as it may', () => {
    expect(lineMark('crop', [10, 10], [1, 0], 5, 0.2, SPACE)).toMatchObject({ from: [10, 10], to: [15, 10] });
    expect(lineMark('crop', [97, 10], [1, 0], 5, 0.2, SPACE)).toMatchObject({ to: [100, 10] });
    // less than a millimetre is not worth printing
    expect(lineMark('crop', [10, 99.1], [0, 1], 5, 0.2, SPACE)).toBeNull();
    expect(lineMark('crop', [10, 98.9], [0, 1], 5, 0.2, SPACE)).toMatchObject({ from: [10, 98.9], to: [10, 100] });
    expect(lineMark('crop', [-3, 10], [1, 0], 5, 0.2, SPACE)).toMatchObject({ from: [0, 10], to: [2, 10] });
    expect(lineMark('crop', [10, 200], [1, 0], 5, 0.2, SPACE)).toBeNull();
  });

  it('stops at a page, or begins behind it', () => {
    expect(lineMark('fold', [50, 36], [0, 1], 8, 0.2, SPACE)).toMatchObject({ from: [50, 36], to: [50, 40] });
    // behind it, as long as it was wished for
    expect(lineMark('fold', [50, 45], [0, -1], 8, 0.2, SPACE)).toMatchObject({ from: [50, 40], to: [50, 32] });
    expect(lineMark('fold', [50, 45], [0, -1], 80, 0.2, SPACE)).toMatchObject({ from: [50, 40], to: [50, 0] });
    // along the edge of a page is not on it
    expect(lineMark('crop', [40, 50], [0, 1], 5, 0.2, SPACE)).toMatchObject({ to: [40, 55] });
  });

  it('never lies on a page nor outside what prints', () => {
    const at = fc.integer({ min: -20, max: 120 });
    fc.assert(
      fc.property(
        at,
        at,
        fc.constantFrom([1, 0], [-1, 0], [0, 1], [0, -1]),
        fc.integer({ min: 1, max: 60 }),
        (x, y, direction, length) => {
          const m = lineMark('crop', [x, y], direction as [number, number], length, 0.1, SPACE);
          if (m?.kind !== 'line') return;
          const middle = [(m.from[0] + m.to[0]) / 2, (m.from[1] + m.to[1]) / 2] as const;
          for (const [px, py] of [m.from, m.to, middle]) {
            expect(px >= -1e-9 && px <= 100 + 1e-9 && py >= -1e-9 && py <= 100 + 1e-9).toBe(true);
            expect(px > 40 + 1e-6 && px < 60 - 1e-6 && py > 40 + 1e-6 && py < 60 - 1e-6).toBe(false);
          }
        },
      ),
    );
  });

  it('is drawn once where grid lines fall on each other', () =>
    expect(distinct([3, 1, 3 + 1e-9, 2, 1])).toEqual([1, 2, 3]));
});

describe('fold marks of a section of three folds', () => {
  it('say which is made first, at both ends of each', () => {
    const artwork = artworkOf(16, { width: 105, height: 148 });
    const docket = patched(docketFor(artwork), {
      sheet: { stock: { ...SHOP.stocks[2]!, width: 640, height: 450 }, up: 'one' },
      product: { sections: { kind: 'set', list: [{ fold: '16-right-angle', stock: null }] } },
      marks: { fold: { says: 'number' } },
    });
    const planned = plan(docket, artwork);
    const folds = new Set(foldLines(planned.sheets.main.lay).map((f) => String(f.order)));
    const texts = mark(docket, planned)
      .of(1, 'front')
      .flatMap((m) => (m.of === 'fold' && m.kind === 'text' ? m.text.split(', ') : []));
    expect(new Set(texts)).toEqual(folds);
    expect(folds.size).toBeGreaterThan(0);
  });
});

describe('the marks of a sheet', () => {
  const of = (patch: Patch, side: 'front' | 'back' = 'front'): readonly Mark[] => {
    const artwork = artworkOf(8);
    const docket = patched(patched(docketFor(artwork), { sheet: { stock: SHOP.stocks[1]!, up: 'one' } }), patch);
    return mark(docket, plan(docket, artwork)).of(1, side);
  };

  it('has the number of a fold beside its marks, where that is wished', () => {
    const numbers = (says: 'number' | 'nothing'): unknown[] =>
      of({ marks: { fold: { says } } }).flatMap((m) =>
        m.of === 'fold' && m.kind === 'text' ? [[m.text, m.at[0], Math.round(m.at[1] * 100) / 100, m.height]] : [],
      );
    // 0.7 right of the fold at 210; the marks' middles are at 38 and 259, the digits 1.6 high
    expect(numbers('number')).toEqual([
      ['1', 210.7, 37.2, 1.6],
      ['1', 210.7, 258.2, 1.6],
    ]);
    expect(numbers('nothing')).toEqual([]);
  });

  it('has the fold at the middle of the booklet, dashed, head and foot', () => {
    const folds = of({}).filter((m) => m.of === 'fold');
    // the spread 62 … 358 folds at 210; its trim is 43.5 … 253.5
    expect(folds).toEqual([
      expect.objectContaining({ from: [210, 40.5], to: [210, 35.5], dash: [1.2, 0.8] }),
      expect.objectContaining({ from: [210, 256.5], to: [210, 261.5] }),
    ]);
  });

  it('has register marks at four sides that lie behind each other', () => {
    const centres = (side: 'front' | 'back') => of({}, side).flatMap((m) => (m.kind === 'circle' ? [m.centre] : []));
    expect(centres('front')).toHaveLength(4);
    const through = centres('back').map(([x, y]) => [420 - x, y]);
    for (const [x, y] of centres('front'))
      expect(through.some(([bx, by]) => Math.abs(bx! - x) < 40 && Math.abs(by! - y) < 1e-6)).toBe(true);
  });

  it('writes job, sheet, side and date, where there is room', () => {
    const [slug] = of({}, 'back').filter((m) => m.kind === 'text');
    expect(slug).toMatchObject({ kind: 'text', text: 'Test · sheet 1 of 2 · back · 2026-01-02', height: 2.2 });
    const artwork = artworkOf(36);
    const docket = docketFor(artwork);
    const planned = plan(docket, artwork);
    const { sheets, pieces } = planned;
    const { title, date } = docket;
    expect(slugText({ title, date, pieces, sheet: sheets.at(1), sheets: sheets.length, side: 'front' })).toBe(
      'Test · sheet 2 of 9 · front · 2026-01-02',
    );
  });

  it('the slug stands right of the corner, or turned beside it, and ends before the marks at the middle', () => {
    const slugOf = (wish: object) => of({ marks: { slug: wish } } as Patch).find((m) => m.kind === 'text');
    // spread with bleed 59 … 361 by 40.5 … 256.5: from 14 on to 6 before the middle of the edge
    expect(slugOf({ height: 3, offset: 5 })).toMatchObject({
      at: [59 + 14, expect.closeTo(40.5 - 5 - 1.35 * 3 + 0.3 * 3)],
      turned: 0,
      room: 302 / 2 - 14 - 6,
    });
    // 40 off there is no room below nor above
    expect(slugOf({ height: 2, offset: 40 })).toMatchObject({
      at: [expect.closeTo(59 - 40 - 0.3 * 2), 40.5 + 14],
      turned: 1,
      room: 216 / 2 - 14 - 6,
    });
  });

  it('the slug wants 20 mm', () => {
    const has = (width: number, height: number): boolean =>
      of({ product: { finished: { width, height } } }).some((m) => m.kind === 'text');
    // a spread of 2 × 38 + 6 leaves 21; of 2 × 36 + 6, or 74 + 6 high, 19 and 20
    expect(has(38, 60)).toBe(true);
    expect(has(36, 60)).toBe(false);
    expect(has(36, 74)).toBe(true);
    expect(has(36, 73)).toBe(false);
  });

  it('register marks stand off the trim by offset and half their width, aside of what stands at the middle', () => {
    const circles = of({ marks: { register: { length: 6, offset: 4, weight: 0.2 } } }).flatMap((m) =>
      m.kind === 'circle' ? [m] : [],
    );
    // trims 62 … 358 by 43.5 … 253.5; the fold is at 210, 1.5 × 6 aside is the nearest that is free
    expect(circles.map((m) => m.centre)).toEqual([
      [210 + 9, 43.5 - 4 - 3],
      [210 + 9, 253.5 + 4 + 3],
      [62 - 4 - 3, 148.5],
      [358 + 4 + 3, 148.5],
    ]);
    for (const { radius } of circles) expect(radius).toBeCloseTo(0.6 * 3);
  });

  it('leaves off what is not wished', () => {
    const off = { marks: { crop: { on: false }, register: { on: false }, fold: { on: false }, slug: { on: false } } };
    expect(of(off)).toEqual([]);
  });

  it('follows the wished length, offset and weight', () => {
    const crops = of({ marks: { crop: { length: 3, offset: 5, weight: 0.5 } } }).filter((m) => m.of === 'crop');
    expect(crops).toContainEqual(expect.objectContaining({ from: [62, 38.5], to: [62, 35.5], weight: 0.5 }));
  });

  it('folds lie across the sheet where the booklet lies sideways, and where it is bound at the top', () => {
    const lines = (patch: Patch) => {
      const artwork = artworkOf(8);
      const docket = patched(docketFor(artwork), patch);
      return foldLines(plan(docket, artwork).sheets.main.lay);
    };
    // two up on SRA3 lie sideways: both fold along the same level line
    expect(lines({ sheet: { stock: SHOP.stocks[2]! } })).toEqual([
      expect.objectContaining({ down: 0, upright: false, at: 160, from: 9, to: 225, order: 1 }),
      expect.objectContaining({ down: 1, upright: false, at: 160, from: 225, to: 441, order: 1 }),
    ]);
    // 148 × 420 stands on the lying sheet only when it is turned
    expect(lines({ product: { bound: 'top' }, sheet: { stock: SHOP.stocks[2]!, up: 'one' } })).toEqual([
      expect.objectContaining({ upright: true, at: 225 }),
    ]);
  });

  it('says which marks find no room', () => {
    const artwork = artworkOf(8);
    const docket = patched(docketFor(artwork), { sheet: { stock: SHOP.stocks[2]! } });
    expect(mark(docket, plan(docket, artwork)).noRoom).toEqual(['register', 'slug']);
    expect(mark(docket, plan(docket, artwork)).noCrop).toEqual([]);
  });

  it('crop marks begin beyond a wide bleed, as long as they are wished for', () => {
    const artwork = artworkOf(4);
    const docket = patched(docketFor(artwork), { product: { bleed: 8 }, sheet: { up: 'one' } });
    const planned = plan(docket, artwork);
    const lines = mark(docket, planned)
      .of(1, 'front')
      .flatMap((m) => (m.kind === 'line' && m.of === 'crop' ? [m] : []));
    const { offset, length } = docket.marks.crop;
    expect(offset).toBeLessThan(8);
    const { lay } = planned.sheets.main;
    const [trim] = lay.downs.map((d) => d.trim);
    const left = lines.filter((l) => l.to[0] < trim!.x);
    expect(left).toHaveLength(2);
    for (const l of left) {
      expect(l.from[0]).toBeCloseTo(trim!.x - 8, 6);
      expect(l.from[0] - l.to[0]).toBeCloseTo(length, 6);
    }
  });

  it('says in which direction crop marks find no room', () => {
    const artwork = artworkOf(4);
    // 302 mm across with their bleed and 216 up: the paper ends at the sides, above and below is room
    const stock = { ...SHOP.stocks[2]!, width: 310, height: 240 };
    const docket = patched(docketFor(artwork), { sheet: { stock, up: 'one' } });
    const planned = plan(docket, artwork);
    expect(planned.sheets.main.lay.fits).toBe(true);
    expect(mark(docket, planned).noCrop).toEqual(['level']);
  });
});
