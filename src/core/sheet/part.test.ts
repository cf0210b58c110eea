import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { artworkOf, docketFor } from '../testing';
import { parseRanges, partOf, restAfter } from './part';
import { plan } from './plan';
import { loadsOf } from './runs';

const artwork = artworkOf(28);
const docket = docketFor(artwork);
const [load] = loadsOf(plan(docket, artwork));

describe('a part of a load', () => {
  it('has its sheets and stocks by place, and as many times as it is wished', () => {
    const some = partOf(load!, { sheets: { from: 3, to: 5 }, times: 2 }, { overs: false })!;
    expect(some.sheets).toEqual(load!.sheets.slice(2, 5));
    expect([some.copies, some.good, some.overs]).toEqual([2, 6, 0]);
    expect(some.stocks).toMatchObject([{ from: 1, to: 3 }]);
    const all = partOf(load!, { sheets: null, times: null }, { overs: false })!;
    expect([all.copies, all.good]).toEqual([load!.copies, load!.good]);
    expect(partOf(load!, { sheets: { from: 99, to: 100 }, times: 1 }, { overs: false })).toBeNull();
  });

  it('of several stocks is told each from its own place on', () => {
    const [a, b] = [load!.stocks[0]!.stock, { ...load!.stocks[0]!.stock, id: 'other' }];
    const mixed = {
      ...load!,
      stocks: [
        { from: 1, to: 2, stock: a },
        { from: 3, to: 4, stock: b },
        { from: 5, to: 7, stock: a },
      ],
    };
    const some = partOf(mixed, { sheets: { from: 2, to: 5 }, times: 1 }, { overs: false })!;
    expect(some.stocks.map((s) => [s.from, s.to, s.stock.id])).toEqual([
      [1, 1, a.id],
      [2, 3, 'other'],
      [4, 4, a.id],
    ]);
  });
});

describe('after a jam', () => {
  it('the rest of the copy that was begun comes first, then the whole ones: 7 sheets 10 times, 17 good', () => {
    expect(restAfter(1, 7, 70, 17)).toEqual([
      { sheets: { from: 4, to: 7 }, times: 1 },
      { sheets: { from: 1, to: 7 }, times: 7 },
    ]);
    expect(restAfter(3, 2, 10, 0)).toEqual([{ sheets: { from: 3, to: 4 }, times: 5 }]);
    expect(restAfter(1, 7, 70, 70)).toEqual([]);
    expect(restAfter(1, 7, 70, 69)).toEqual([{ sheets: { from: 7, to: 7 }, times: 1 }]);
  });

  it('whatever came out well: with the rest it is every sheet, in order, once', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 12 }),
        fc.nat(120),
        (first, each, times, some) => {
          const good = some % (each * times + 1);
          const copy = Array.from({ length: each }, (_, i) => first + i);
          const all = Array.from({ length: times }, () => copy).flat();
          const rest = restAfter(first, each, all.length, good).flatMap(({ sheets, times: t }) =>
            Array.from({ length: t! }, () => copy.filter((n) => n >= sheets!.from && n <= sheets!.to)).flat(),
          );
          expect([...all.slice(0, good), ...rest]).toEqual(all);
        },
      ),
    );
  });
});

describe('ranges that are typed', () => {
  it('are put in order, each place once', () => {
    expect(parseRanges('all', 7)).toEqual([{ from: 1, to: 7 }]);
    expect(parseRanges('3-5, 8, 4', 9)).toEqual([
      { from: 3, to: 5 },
      { from: 8, to: 8 },
    ]);
    expect(parseRanges('2 1', 3)).toEqual([{ from: 1, to: 2 }]);
    for (const wrong of ['', '0', '4-2', '3-10', 'x', '1-', '-2', '1.5']) expect(parseRanges(wrong, 9)).toBeNull();
  });
});
