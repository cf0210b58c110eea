import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pairPages } from '.';

const said = (before: string, after: string): string =>
  pairPages([...before], [...after])
    .map(({ before: b, after: a, same }) => `${b ?? '–'}${same ? '=' : '≠'}${a ?? '–'}`)
    .join(' ');

describe('which page of a swapped file is which', () => {
  it('by hand: a page put in, taken out, changed', () => {
    expect(said('abcd', 'abcd')).toBe('1=1 2=2 3=3 4=4');
    expect(said('abcd', 'abXcd')).toBe('1=1 2=2 –≠3 3=4 4=5');
    expect(said('abcd', 'abd')).toBe('1=1 2=2 3≠– 4=3');
    expect(said('abcd', 'aXcd')).toBe('1=1 2≠2 3=3 4=4');
    expect(said('abcdef', 'aXcYZf')).toBe('1=1 2≠2 3=3 4≠4 5≠5 6=6');
    // two pages that changed places: one stands, the other was moved
    expect(said('abcd', 'acbd')).toBe('1=1 2≠– 3=2 –≠3 4=4');
    expect(said('', 'ab')).toBe('–≠1 –≠2');
    expect(said('ab', '')).toBe('1≠– 2≠–');
  });
  it('every page once, in order, and what is said to be the same is', () => {
    const pages = fc.array(fc.constantFrom('a', 'b', 'c', 'd'), { maxLength: 14 });
    fc.assert(
      fc.property(pages, pages, (before, after) => {
        const pairs = pairPages(before, after);
        const numbers = (n: number): number[] => Array.from({ length: n }, (_, i) => i + 1);
        expect(pairs.flatMap((p) => p.before ?? [])).toEqual(numbers(before.length));
        expect(pairs.flatMap((p) => p.after ?? [])).toEqual(numbers(after.length));
        for (const p of pairs) if (p.same) expect(before[p.before! - 1]).toBe(after[p.after! - 1]);
        // as many as there can be: no pair that is said to differ is alike
        for (const p of pairs)
          if (!p.same && p.before && p.after) expect(before[p.before - 1]).not.toBe(after[p.after - 1]);
      }),
    );
  });
});
