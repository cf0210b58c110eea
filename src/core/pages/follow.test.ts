import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SHOP } from '../testing';
import { movesBetween, wishesFollowing, type PageList, type PageRef, type PlaceWishes } from '.';

const page = (n: number): PageRef => ({ file: 0, page: n, turn: 0 });
const list = (...pages: (number | null)[]): PageList => pages.map((n) => (n === null ? null : page(n)));
const upTo = (n: number): PageList => list(...Array.from({ length: n }, (_, i) => i + 1));
const [A4, A3] = SHOP.stocks as [PlaceWishes['stocks'][0]['stock'], PlaceWishes['stocks'][0]['stock']];

const wishes = (some: Partial<PlaceWishes>): PlaceWishes => ({
  stocks: [],
  inserts: [],
  chapters: [],
  numbering: [],
  blanks: { kind: 'end' },
  ...some,
});
const follow = (some: Partial<PlaceWishes>, before: PageList, after: PageList): PlaceWishes =>
  wishesFollowing(wishes(some), before.length, movesBetween(before, after));

describe('which page is which of the list before', () => {
  it('by where it is from; what is there again is the same page again', () => {
    expect(movesBetween(upTo(4), list(3, 1, 1, 9, 4))).toEqual([3, 1, 1, null, 4]);
    expect(movesBetween(list(1, 2, 1), list(1, 1, 2))).toEqual([1, 3, 2]);
  });
  it('blanks by what they follow', () => {
    expect(movesBetween(list(1, null, 2), list(1, null, null, 2))).toEqual([1, 2, null, 3]);
    expect(movesBetween(list(null, 1), list(null, 1))).toEqual([1, 2]);
    expect(movesBetween(list(1, null, 2), list(2, 1, null))).toEqual([3, 1, 2]);
  });
});

describe('wishes by place', () => {
  const chapters = [
    { at: 1, title: 'One' },
    { at: 5, title: 'Two' },
    { at: 9, title: 'Three' },
  ];
  it('a blank put in before a chapter takes the tab along', () => {
    const after = list(1, 2, null, 3, 4, 5, 6, 7, 8, 9, 10);
    expect(follow({ chapters }, upTo(10), after).chapters.map((c) => c.at)).toEqual([1, 6, 10]);
  });
  it('a chapter whose first page is taken out begins with the next; one with no page left is gone', () => {
    expect(follow({ chapters }, upTo(10), list(1, 2, 3, 4, 6, 7, 8, 9, 10)).chapters).toEqual([
      { at: 1, title: 'One' },
      { at: 5, title: 'Two' },
      { at: 8, title: 'Three' },
    ]);
    expect(follow({ chapters }, upTo(10), list(1, 2, 3, 4, 9, 10)).chapters.map((c) => c.title)).toEqual([
      'One',
      'Three',
    ]);
  });
  it('two chapters that begin on one page are both kept', () => {
    const two = [
      { at: 3, title: 'Part' },
      { at: 3, title: 'Chapter' },
    ];
    expect(follow({ chapters: two }, upTo(6), list(1, null, 2, 3, 4, 5, 6)).chapters).toEqual([
      { at: 4, title: 'Part' },
      { at: 4, title: 'Chapter' },
    ]);
  });
  it('a stock goes with its pages: moved apart they are two ranges, with blanks between them one', () => {
    const stocks = [{ from: 3, to: 6, stock: A3 }];
    const ranges = (after: PageList) => follow({ stocks }, upTo(8), after).stocks.map((r) => [r.from, r.to]);
    expect(ranges(list(1, 2, 3, 4, 7, 8, 5, 6))).toEqual([
      [3, 4],
      [7, 8],
    ]);
    expect(ranges(list(1, 2, 3, 4, null, null, 5, 6, 7, 8))).toEqual([[3, 8]]);
    expect(ranges(list(1, 2, null, null, 3, 4, 5, 6, 7, 8))).toEqual([[5, 8]]);
    expect(ranges(list(1, 2, 7, 8))).toEqual([]);
  });
  it('a range that reaches into the blanks at the end stays there', () => {
    const stocks = [{ from: 7, to: 12, stock: A3 }];
    const after = list(1, null, null, 2, 3, 4, 5, 6, 7, 8, 9, 10);
    expect(follow({ stocks }, upTo(10), after).stocks.map((r) => [r.from, r.to])).toEqual([[9, 14]]);
  });
  it('what stands behind a page stays behind it, or behind the one before where it is gone', () => {
    const inserts = [0, 4, 8].map((after) => ({ after, title: '', stock: A4 }));
    expect(follow({ inserts }, upTo(8), list(7, 8, 1, 2, 3, 5, 6)).inserts.map((i) => i.after)).toEqual([0, 5, 2]);
    const blanks = { kind: 'after' as const, pages: [2, 6] };
    expect(follow({ blanks }, upTo(8), list(1, 9, 2, 3, 4, 5, 6, 7, 8)).blanks).toEqual({
      kind: 'after',
      pages: [3, 7],
    });
  });
  it('numbering that begins behind front matter goes on beginning there', () => {
    const numbering = [
      { from: 1, style: 'roman' as const, start: 1 },
      { from: 5, style: 'arabic' as const, start: 1 },
    ];
    const after = list(1, 2, 3, 4, null, null, 5, 6, 7, 8);
    expect(follow({ numbering }, upTo(8), after).numbering.map((n) => n.from)).toEqual([1, 7]);
  });

  it('whatever is moved: every page keeps its paper, and moved back all is as it was', () => {
    const order = fc.integer({ min: 1, max: 24 }).chain((n) =>
      fc.tuple(
        fc.constant(n),
        fc.shuffledSubarray(
          Array.from({ length: n }, (_, i) => i + 1),
          { minLength: n },
        ),
        fc.integer({ min: 1, max: n }),
        fc.integer({ min: 1, max: n }),
      ),
    );
    fc.assert(
      fc.property(order, ([n, shuffled, a, b]) => {
        const [from, to] = [Math.min(a, b), Math.max(a, b)];
        const before = upTo(n);
        const after = list(...shuffled);
        const all = {
          stocks: [{ from, to, stock: A3 }],
          inserts: [{ after: from, title: '', stock: A4 }],
          chapters: [{ at: from, title: 'x' }],
        };
        const moved = follow(all, before, after);
        const on = (w: PlaceWishes, place: number) => w.stocks.some((r) => place >= r.from && place <= r.to);
        shuffled.forEach((p, i) => expect(on(moved, i + 1)).toBe(p >= from && p <= to));
        expect(shuffled[moved.inserts[0]!.after - 1]).toBe(from);
        expect(shuffled[moved.chapters[0]!.at - 1]).toBe(from);
        const back = wishesFollowing(moved, n, movesBetween(after, before));
        expect(back).toEqual(wishes(all));
      }),
    );
  });
});
