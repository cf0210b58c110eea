import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { Counter } from '../docket';
import { checkDigit, CountError, countedAt, firstRunOut, isOn } from './counting';

const counter = (wish: Partial<Counter> = {}): Counter => Counter.parse({ name: 'No', ...wish });
const said = (wish: Partial<Counter>, count: number): string[] =>
  Array.from({ length: count }, (_, i) => countedAt(counter(wish), i));

describe('a counter', () => {
  it('counts from its start by its step, filled up with zeros, between its prefix and suffix', () => {
    expect(said({}, 3)).toEqual(['1', '2', '3']);
    expect(said({ start: 98, digits: 4, prefix: 'B-', suffix: '/26' }, 3)).toEqual([
      'B-0098/26',
      'B-0099/26',
      'B-0100/26',
    ]);
    expect(said({ start: 10, step: -5, digits: 2 }, 4)).toEqual(['10', '05', '00', '-05']);
    expect(said({ repeat: 2, start: 7 }, 5)).toEqual(['7', '7', '8', '8', '9']);
  });

  it('counts in letters as columns are: Z, then AA', () => {
    expect(said({ style: 'letters', start: 25 }, 4)).toEqual(['Y', 'Z', 'AA', 'AB']);
    expect(countedAt(counter({ style: 'letters', start: 702 }), 0)).toBe('ZZ');
    expect(countedAt(counter({ style: 'letters', start: 703 }), 0)).toBe('AAA');
    expect(() => countedAt(counter({ style: 'letters', start: 0 }), 0)).toThrow(CountError);
  });

  it('has check digits as the standards work them out', () => {
    // GS1: 629104150021 has 3; 0-13-… 9638507 has 4
    expect(checkDigit('mod-10', '629104150021')).toBe('3');
    expect(checkDigit('mod-10', '9638507')).toBe('4');
    // 3 × 1 + 3 × 5 + 1 + 3 × 4 + 3 × 1 + 9 + 3 × 2 + 6 = 55
    expect(checkDigit('mod-10', '629104150001')).toBe('5');
    expect(checkDigit('mod-10', '1')).toBe('7');
    // ISO/IEC 7812: 7992739871 has 3, the textbook's number
    expect(checkDigit('mod-10-doubled', '7992739871')).toBe('3');
    expect(checkDigit('mod-10-doubled', '0')).toBe('0');
    // 41: 1 × 2 + 4 × 3 = 14, 8 to 22; 5 × 2 = 10, 1 to 11; 6 × 2 = 12, ten to 22
    expect(['41', '5', '6', '0'].map((n) => checkDigit('mod-11', n))).toEqual(['8', '1', 'X', '0']);
    // the seventh digit from the right weighs 2 again: 1 × 2 → 9
    expect(checkDigit('mod-11', '1000000')).toBe('9');
    expect(checkDigit('mod-11', '100000')).toBe('4');
    expect(countedAt(counter({ start: 41, check: 'mod-11', digits: 4, prefix: 'T', suffix: 'x' }), 0)).toBe('T00418x');
  });

  it('finds one wrong digit by modulus 10 doubled, whichever it is', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^\d{2,15}$/), fc.nat(), fc.integer({ min: 1, max: 9 }), (digits, at, by) => {
        const i = at % digits.length;
        const wrong = digits.slice(0, i) + ((Number(digits[i]) + by) % 10) + digits.slice(i + 1);
        expect(checkDigit('mod-10-doubled', wrong)).not.toBe(checkDigit('mod-10-doubled', digits));
        expect(checkDigit('mod-10', wrong)).not.toBe(checkDigit('mod-10', digits));
      }),
    );
  });

  it('says with which record its digits run out', () => {
    expect(firstRunOut(counter({ digits: 3 }), 1000)).toBe(999);
    expect(firstRunOut(counter({ digits: 3 }), 999)).toBeNull();
    expect(firstRunOut(counter({ digits: 3, repeat: 3 }), 4000)).toBe(2997);
    expect(firstRunOut(counter({ digits: 2, start: 5, step: -10 }), 100)).toBe(11);
    expect(firstRunOut(counter({ digits: 1, start: 10 }), 5)).toBe(0);
    expect(firstRunOut(counter({ style: 'letters', start: 3, step: -1 }), 9)).toBe(3);
    expect(() => countedAt(counter({ digits: 3 }), 999)).toThrow('No comes to 1000, which has more than 3 digits.');
  });

  it('is on the pages it is wished on', () => {
    const on = (wish: Parameters<typeof isOn>[0]): number[] => [1, 2, 3, 4, 5, 6].filter((p) => isOn(wish, p));
    expect(on('odd')).toEqual([1, 3, 5]);
    expect(on('even')).toEqual([2, 4, 6]);
    expect(
      on([
        { from: 2, to: 3 },
        { from: 6, to: 9 },
      ]),
    ).toEqual([2, 3, 6]);
  });
});
