import { describe, expect, it } from 'vitest';
import { realNumber } from './number';

describe('a number as PDF writes it', () => {
  it.each([
    [0, '0'],
    [-0.0000001, '0'],
    [1.5, '1.5'],
    [-12.3456789, '-12.345679'],
    [100, '100'],
    [1e20, '100000000000000000000'],
    // no exponents (ISO 32000-1, 7.3.3): the digits of the nearest double
    [1e22, '10000000000000000000000'],
    [1e38, '99999999999999997748809823456034029568'],
  ])('%d is %s', (v, text) => expect(realNumber(v)).toBe(text));

  it('is no larger than readers are sure to take, and never a word', () => {
    expect(Number(realNumber(1e300))).toBeLessThanOrEqual(3.41e38);
    for (const v of [NaN, Infinity, -Infinity]) expect(() => realNumber(v)).toThrow(RangeError);
  });
});
