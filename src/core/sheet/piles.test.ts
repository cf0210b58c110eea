import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type Patch } from '../docket';
import { artworkOf, flatDocketFor, SHOP } from '../testing';
import { inPile, pilesOf, plan, type Plan } from '.';

function planned(pages: number, patch: Patch<DocketOf<'flat'>>): Plan<'flat'> {
  const artwork = artworkOf(pages, { width: 105, height: 148 });
  const docket = patched(flatDocketFor(artwork), {
    sheet: { stock: SHOP.stocks[2]! },
    product: { lies: { way: 'upright' }, copies: 1, sides: 'one' },
  });
  return plan(patched(docket, patch), artwork);
}

describe('the piles that come off the guillotine', () => {
  it('of a stack: one a place, each with its first and last', () => {
    const it = planned(64, { product: { order: { kind: 'stack', lot: null, last: 'blanks' } } });
    expect(it.sheets.lots).toEqual([{ from: 0, count: 11 }]);
    expect(pilesOf(it, 0).map((p) => [p.place, p.first, p.last, p.count, p.front, p.back])).toEqual([
      [1, 1, 11, 11, 1, null],
      [2, 12, 22, 11, 12, null],
      [3, 23, 33, 11, 23, null],
      [4, 34, 44, 11, 34, null],
      [5, 45, 55, 11, 45, null],
      [6, 56, 64, 9, 56, null],
    ]);
    expect(pilesOf(it, 1)).toEqual([]);
    expect(inPile(it, 2, 1)).toEqual({ lot: 1, lots: 1, pile: 2, above: 2, high: 11 });
  });

  it('of lots: the sheets of each, and what is left by itself', () => {
    const it = planned(64, { product: { order: { kind: 'stack', lot: 4, last: 'smaller-lot' } } });
    expect(it.sheets.lots).toEqual([
      { from: 0, count: 4 },
      { from: 4, count: 4 },
      { from: 8, count: 2 },
      { from: 10, count: 1 },
    ]);
    expect(pilesOf(it, 3).map((p) => p.first)).toEqual([61, 62, 63, 64]);
    expect(inPile(it, 9, 0)).toEqual({ lot: 3, lots: 4, pile: 1, above: 1, high: 2 });
  });

  it('of pieces that share a sheet: as high as it is printed often, both forms of one counted', () => {
    const shared = { kind: 'shared' as const, forms: 1 as const };
    const it = planned(4, { product: { copies: 30, order: shared, sides: 'two' } });
    // two pieces, three places each
    expect(pilesOf(it, 0).map((p) => [p.first, p.count, p.front, p.back])).toEqual([
      [1, 10, 1, 2],
      [1, 10, 1, 2],
      [1, 10, 1, 2],
      [2, 10, 3, 4],
      [2, 10, 3, 4],
      [2, 10, 3, 4],
    ]);
    const turned = planned(2, { product: { copies: 30, sides: 'two' }, sheet: { work: 'work-and-turn' } });
    const piles = pilesOf(turned, 0);
    expect(piles.reduce((n, p) => n + p.count, 0)).toBe(2 * piles.length * turned.sheets.at(0).prints);
  });
});
