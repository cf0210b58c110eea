import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Inks, InksError, inksCounted, inksListed, inksWritten, readInks, sameInk } from './inks';

const FOUR = ['Cyan', 'Magenta', 'Yellow', 'Black'];

describe('inks as the trade writes them', () => {
  it.each([
    ['4/0', FOUR, []],
    ['4/4', FOUR, FOUR],
    ['1/1', ['Black'], ['Black']],
    ['4', FOUR, []],
    ['4 + Gold/1', [...FOUR, 'Gold'], ['Black']],
    ['Black, Gold; Red/0', ['Black', 'Gold', 'Red'], []],
    ['"Gold, matt" + 1/"7"', ['Gold, matt', 'Black'], ['7']],
  ])('%s are %j and %j', (text, front, back) => {
    expect(readInks(text)).toEqual({ front, back });
  });

  it.each(['', '/4', '5/0', '4/4/4', '4 + cyan/0', 'None/0', 'all', `${'x'.repeat(61)}/0`, 'a\u0007/0'])(
    '%j are none',
    (text) => {
      expect(() => readInks(text)).toThrow(InksError);
    },
  );

  it('are read again as they were written', () => {
    const name = fc.constantFrom('Cyan', 'Magenta', 'Yellow', 'Black', 'Gold', 'a/b', 'x, y', '12', 'Old gold', 'p+q');
    const side = fc.uniqueArray<string, string>(name, { selector: (n) => n, maxLength: 8 });
    fc.assert(
      fc.property(fc.oneof(side, fc.constant<string[]>([...FOUR, 'Gold'])), side, (front, back) => {
        fc.pre(front.length > 0);
        expect(readInks(inksWritten({ front, back }))).toEqual({ front, back });
      }),
    );
    expect(inksWritten({ front: FOUR, back: ['Black'] })).toBe('4/1');
    expect(inksWritten({ front: [...FOUR, 'Gold'], back: [] })).toBe('4 + Gold/0');
  });
});

it('are counted and listed', () => {
  const inks = { front: [...FOUR, 'Gold'], back: [] };
  expect(inksCounted(inks)).toBe('5/0');
  expect(inksListed(inks)).toBe('Cyan, Magenta, Yellow, Black, Gold on the front, none on the back');
  expect(sameInk('GOLD', 'gold')).toBe(true);
  expect(Inks.safeParse({ front: Array.from({ length: 13 }, (_, i) => `I${i}`), back: [] }).success).toBe(false);
});
