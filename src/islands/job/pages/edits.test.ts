import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FlatProduct, type PageRef } from '../../../core';
import { following, moved, repeated, turned, withBlank, without } from './edits';

const list = (n: number): PageRef[] => Array.from({ length: n }, (_, i) => ({ file: 0, page: i + 1, turn: 0 }));
const said = (pages: readonly (PageRef | null)[]): string => pages.map((p) => (p ? p.page : '–')).join(' ');

describe('the page list', () => {
  it('moves, takes out, repeats, puts blanks in and turns', () => {
    expect(said(moved(list(5), [1, 2], 3))).toBe('1 4 5 2 3');
    expect(said(moved(list(5), [4], 0))).toBe('5 1 2 3 4');
    expect(said(without(list(5), [0, 3]))).toBe('2 3 5');
    expect(said(withBlank(list(3), 1))).toBe('1 – 2 3');
    expect(said(repeated(list(4), [0, 1]))).toBe('1 2 1 2 3 4');
    expect(turned(list(2), [1]).map((p) => p?.turn)).toEqual([0, 1]);
    expect(turned([null, ...list(1)], [0, 1])).toEqual([null, { file: 0, page: 1, turn: 1 }]);
  });
  it('loses nothing by moving', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 30 }),
        fc.array(fc.nat(29)),
        fc.integer({ min: -5, max: 40 }),
        (n, at, to) => {
          const places = [...new Set(at.filter((i) => i < n))].sort((a, b) => a - b);
          const out = moved(list(n), places, to).map((p) => p!.page);
          expect([...out].sort((a, b) => a - b)).toEqual(list(n).map((p) => p.page));
          // those moved keep their order, and stand together
          if (places.length > 0) {
            const first = out.indexOf(places[0]! + 1);
            expect(out.slice(first, first + places.length)).toEqual(places.map((p) => p + 1));
          }
        },
      ),
    );
  });
});

describe('run lengths of forms', () => {
  const flat = (sides: 'one' | 'two') =>
    FlatProduct.parse({
      kind: 'flat',
      copies: 100,
      finished: { width: 90, height: 50 },
      bleed: 3,
      sides,
      quantities: [
        { piece: 1, copies: 500 },
        { piece: 3, copies: 0 },
      ],
    });

  it('go with the artwork that they were said of', () => {
    const four = list(4);
    const after = (pages: readonly (PageRef | null)[]) => following(flat('one'), four, pages);
    const said = (pairs: [number, number][]) => ({ quantities: pairs.map(([piece, copies]) => ({ piece, copies })) });
    // 3 1 2 4; 1 1 2 3 4; 2 3 4
    expect(after(moved(four, [2], 0))).toEqual(
      said([
        [1, 0],
        [2, 500],
      ]),
    );
    expect(after(repeated(four, [0]))).toEqual(
      said([
        [1, 500],
        [2, 500],
        [4, 0],
      ]),
    );
    expect(after(without(four, [0]))).toEqual(said([[2, 0]]));
  });

  it('are of fronts with their backs', () => {
    const eight = list(8);
    expect(following(flat('two'), eight, moved(eight, [4, 5], 0))).toEqual({
      quantities: [
        { piece: 1, copies: 0 },
        { piece: 2, copies: 500 },
      ],
    });
    // the first front taken out, every back is a front now: other pieces, of which nothing was said
    expect(following(flat('two'), eight, without(eight, [0]))).toEqual({ quantities: [] });
  });
});
