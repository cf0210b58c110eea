import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FoldError, foldSection, singleFold, type Fold, type FoldedPanel } from '.';
import { patched } from '../docket';
import { creepOf } from '../makeup';
import { blanksNeeded, readingOrder } from '../pages';
import { artworkOf, docketFor } from '../testing';

const at = (panels: FoldedPanel[], column: number, row: number) =>
  panels.find((p) => p.column === column && p.row === row)!;

describe('folding', () => {
  it('makes 4|1 outside and 2|3 inside of a sheet folded once', () => {
    const { columns, rows, folds } = singleFold('left');
    const panels = foldSection(columns, rows, folds);
    expect([at(panels, 0, 0).outer.page, at(panels, 1, 0).outer.page]).toEqual([4, 1]);
    // seen from the inside the right panel of the outer side is on the left
    expect([at(panels, 1, 0).inner.page, at(panels, 0, 0).inner.page]).toEqual([2, 3]);
  });

  it('makes 1|4 outside bound at the right', () => {
    const { columns, rows, folds } = singleFold('right');
    const panels = foldSection(columns, rows, folds, 'right');
    expect([at(panels, 0, 0).outer.page, at(panels, 1, 0).outer.page]).toEqual([1, 4]);
  });

  it('bound at the top, sets the backs on their heads so that they stand when turned over the head', () => {
    const { columns, rows, folds } = singleFold('top');
    const panels = foldSection(columns, rows, folds, 'top');
    expect(at(panels, 0, 0).outer).toEqual({ page: 1, head: 'up' });
    expect(at(panels, 0, 1).outer).toEqual({ page: 4, head: 'up' });
    expect(at(panels, 0, 0).inner).toEqual({ page: 2, head: 'down' });
    expect(at(panels, 0, 1).inner).toEqual({ page: 3, head: 'down' });
  });

  it('makes the 16 pages of a 4 × 2 sheet with three right-angle folds', () => {
    const folds: Fold[] = [
      { axis: 'upright', at: 2, moves: 'low', to: 'under' },
      { axis: 'level', at: 1, moves: 'high', to: 'under' },
      { axis: 'upright', at: 1, moves: 'low', to: 'under' },
    ];
    const panels = foldSection(4, 2, folds);
    const outer = (row: number) => [0, 1, 2, 3].map((c) => at(panels, c, row).outer.page);
    const inner = (row: number) => [3, 2, 1, 0].map((c) => at(panels, c, row).inner.page);
    expect(outer(1)).toEqual([5, 12, 9, 8]);
    expect(outer(0)).toEqual([4, 13, 16, 1]);
    expect(inner(1)).toEqual([7, 10, 11, 6]);
    expect(inner(0)).toEqual([2, 15, 14, 3]);
    for (const p of panels) expect(p.outer.head).toBe(p.row === 1 ? 'down' : 'up');
  });

  it('puts every page on one face, and both faces of a leaf on one panel, for any halving folds', () => {
    const fold = fc.record({ moves: fc.constantFrom('low', 'high'), to: fc.constantFrom('over', 'under') });
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3 }),
        fc.integer({ min: 0, max: 2 }),
        fc.array(fold, { minLength: 5, maxLength: 5 }),
        (c, r, ways) => {
          const folds: Fold[] = [];
          for (let i = c; i > 0; i--) folds.push({ axis: 'upright', at: 2 ** (i - 1), ...ways[i]! } as Fold);
          for (let i = r; i > 0; i--) folds.push({ axis: 'level', at: 2 ** (i - 1), ...ways[4 - i]! } as Fold);
          const panels = foldSection(2 ** c, 2 ** r, folds);
          const pages = panels.flatMap((p) => [p.outer.page, p.inner.page]).sort((a, b) => a - b);
          expect(pages).toEqual(Array.from({ length: 2 ** (c + r + 1) }, (_, i) => i + 1));
          for (const p of panels) expect(Math.ceil(p.outer.page / 2)).toBe(Math.ceil(p.inner.page / 2));
        },
      ),
    );
  });

  it('says which folds cannot be', () => {
    expect(() => foldSection(2, 1, [])).toThrow(FoldError);
    expect(() => foldSection(2, 1, [{ axis: 'upright', at: 2, moves: 'low', to: 'over' }])).toThrow(
      /no upright line 2/,
    );
  });
});

describe('blanks', () => {
  it.each([
    [1, 3],
    [22, 2],
    [28, 0],
    [27, 1],
  ])('%d pages need %d', (pages, blanks) => expect(blanksNeeded(pages)).toBe(blanks));

  it('lie where they are wished, worked out by hand for 6 pages', () => {
    expect(readingOrder(6, { kind: 'end' })).toEqual([1, 2, 3, 4, 5, 6, null, null]);
    expect(readingOrder(6, { kind: 'before-last' })).toEqual([1, 2, 3, 4, 5, null, null, 6]);
    expect(readingOrder(6, { kind: 'inside-covers' })).toEqual([1, null, 2, 3, 4, 5, null, 6]);
    expect(readingOrder(6, { kind: 'after', pages: [0, 2] })).toEqual([null, 1, 2, null, 3, 4, 5, 6]);
    expect(readingOrder(4, { kind: 'after', pages: [4] })).toEqual([1, 2, 3, 4, null, null, null, null]);
  });

  it('keep every page once, in order, on whole sheets', () => {
    const blanks = fc.oneof(
      fc.constantFrom('unsettled', 'end', 'before-last', 'inside-covers').map((kind) => ({ kind }) as { kind: 'end' }),
      fc.array(fc.integer({ min: 0, max: 50 }), { maxLength: 8 }).map((pages) => ({ kind: 'after' as const, pages })),
    );
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 300 }), blanks, (pages, wish) => {
        const order = readingOrder(pages, wish);
        expect(order.length % 4).toBe(0);
        expect(order.filter((p) => p !== null)).toEqual(Array.from({ length: pages }, (_, i) => i + 1));
      }),
    );
  });
});

const SEVEN = Array.from({ length: 7 }, () => 0.11);

describe('creep', () => {
  it('grows by a caliper a sheet: 7 sheets of 0.11 mm stand out 0.66 mm', () => {
    const creep = creepOf(docketFor(artworkOf(28)).product, SEVEN);
    expect(creep.standsOut[0]).toBe(0);
    expect(creep.standsOut[6]).toBeCloseTo(0.66, 12);
    expect(creep.moved).toEqual(creep.standsOut);
    expect(creep.sum.mm).toBe('6 leaves around the innermost × 0.11 mm caliper × 1 = 0.66 mm');
  });

  const of = (correction: 'none' | 'push-in' | 'push-out' | 'halves' | 'scale', measured: number | null = null) =>
    creepOf(patched(docketFor(artworkOf(28)), { product: { creep: { correction, measured } } }).product, SEVEN);

  it('is corrected in five ways, worked out for seven sheets of 0.11 mm', () => {
    const rounded = (values: readonly number[]): number[] => values.map((v) => Math.round(v * 1000) / 1000 + 0);
    expect(rounded(of('none').moved)).toEqual([0, 0, 0, 0, 0, 0, 0]);
    expect(rounded(of('push-in').moved)).toEqual([0, 0.11, 0.22, 0.33, 0.44, 0.55, 0.66]);
    expect(rounded(of('push-out').moved)).toEqual([-0.66, -0.55, -0.44, -0.33, -0.22, -0.11, 0]);
    expect(rounded(of('halves').moved)).toEqual([-0.33, -0.22, -0.11, 0, 0.11, 0.22, 0.33]);
    // (148 − 0.66) / 148
    expect(of('scale').squeezed[6]).toBeCloseTo(0.995541, 6);
  });

  it('says what is lost where', () => {
    const lost = (c: ReturnType<typeof of>): number[] =>
      [c.lostAtFace, c.lostAtSpine].map((v) => Math.round(v * 1000) / 1000);
    expect(lost(of('none'))).toEqual([0.66, 0]);
    expect(lost(of('push-in'))).toEqual([0, 0.66]);
    expect(lost(of('push-out'))).toEqual([0.66, 0]);
    expect(lost(of('halves'))).toEqual([0.33, 0.33]);
    expect(lost(of('scale'))).toEqual([0, 0]);
  });

  it('takes what was measured for what was reckoned', () => {
    const creep = of('push-in', 1.2);
    expect(creep.each).toBeCloseTo(0.2, 12);
    expect(creep.standsOut[6]).toBeCloseTo(1.2, 12);
    expect(creep.sum.mm).toBe('1.2 mm measured ÷ 6 leaves around the innermost = 0.2 mm each');
    const single = patched(docketFor(artworkOf(4)), { product: { creep: { measured: 1 } } });
    expect(creepOf(single.product, [0.11]).standsOut).toEqual([0]);
  });
});
