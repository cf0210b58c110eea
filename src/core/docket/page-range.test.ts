import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inRange, PageRangeError, PageRangeField, pageRangeText, parsePageRange } from './page-range';

const pagesIn = (text: string, count: number): number[] =>
  Array.from({ length: count }, (_, i) => i + 1).filter((n) => inRange(parsePageRange(text), n));

describe('a range of pages', () => {
  it.each([
    ['1-4, odd, 7-', 9, [1, 2, 3, 4, 5, 7, 8, 9]],
    ['even', 6, [2, 4, 6]],
    ['-3', 5, [1, 2, 3]],
    ['5-2', 6, [2, 3, 4, 5]],
    ['3', 5, [3]],
    ['2; 4 – 5', 6, [2, 4, 5]],
    ['', 3, [1, 2, 3]],
    ['all', 2, [1, 2]],
    ['ALL', 2, [1, 2]],
  ])('%s', (text, count, pages) => expect(pagesIn(text, count)).toEqual(pages));

  it.each(['x', '1-2-3', '0', '3-0', 'oddly', '1.5', '100001', Array(201).fill('1').join(',')])(
    'is none: %s',
    (text) => {
      expect(() => parsePageRange(text)).toThrow(PageRangeError);
      expect(PageRangeField.safeParse(text).success).toBe(false);
    },
  );

  it('is written as short as it can be, and read again names the same pages', () => {
    expect(pageRangeText([1, 2, 3, 5, 7, 8], 9)).toBe('1-3, 5, 7-8');
    expect(pageRangeText([1, 2], 2)).toBe('all');
    const pages = fc.uniqueArray(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 40 });
    fc.assert(
      fc.property(pages, (list) => {
        const rising = list.toSorted((a, b) => a - b);
        expect(pagesIn(pageRangeText(rising, 61), 61)).toEqual(rising);
      }),
    );
  });
});
