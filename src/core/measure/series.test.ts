import { describe, expect, it } from 'vitest';
import { anyOf, seriesOf, someOf, totalOf } from '.';

describe('a series', () => {
  it('makes what is asked for and nothing else, and keeps nothing', () => {
    const made: number[] = [];
    const squares = seriesOf(100_000, (i) => {
      made.push(i);
      return i * i;
    });
    expect([squares.length, squares.at(300), squares.at(300)]).toEqual([100_000, 90_000, 90_000]);
    expect(made).toEqual([300, 300]);
    expect([squares.at(-1), squares.at(100_000)]).toEqual([undefined, undefined]);
    expect(someOf(squares, 99_998, 100_005)).toEqual([99_998 ** 2, 99_999 ** 2]);
    expect(someOf(squares, 5, 5)).toEqual([]);
    expect(made).toHaveLength(4);
  });

  it('is summed up and searched as a list is, to the first that is so', () => {
    for (const list of [seriesOf(4, (i) => i + 1), [1, 2, 3, 4]]) {
      expect(totalOf(list, (n) => 10 * n)).toBe(100);
      expect([anyOf(list, (n) => n === 4), anyOf(list, (n) => n > 4)]).toEqual([true, false]);
      expect(Array.from(list)).toEqual([1, 2, 3, 4]);
    }
    const seen: number[] = [];
    anyOf([1, 2, 3], (n) => seen.push(n) === 2);
    expect(seen).toEqual([1, 2]);
  });
});
