import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  apply,
  compose,
  formatLength,
  LengthError,
  nameSize,
  parseLength,
  parseSize,
  rotation,
  translation,
  type QuarterTurns,
} from '.';

describe('lengths as people type them', () => {
  it.each([
    ['3mm', 3],
    ['3', 3],
    ['1/8in', 3.175],
    ['1/8 in', 3.175],
    ['2*148+6', 302],
    ['2 * (148 + 3)', 302],
    ['5 1/2in', 139.7],
    ['1,5', 1.5],
    ['1cm - 2', 8],
    ['72pt', 25.4],
    ['8.5"', 215.9],
    ['-3 + 5', 2],
  ])('%s is %d mm', (text, mm) => expect(parseLength(text)).toBeCloseTo(mm, 9));

  it('takes a bare number in the unit of the field', () => expect(parseLength('1/8', 'in')).toBeCloseTo(3.175, 9));

  it.each(['', 'abc', '3mm*2mm', '1/0', '3 mm mm', '(3', '3)', '1..2', '5 apples'])('refuses %j', (text) =>
    expect(() => parseLength(text)).toThrow(LengthError),
  );

  it('writes what it reads', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 100_000 }), (hundredths) => {
        const mm = hundredths / 100;
        expect(parseLength(formatLength(mm))).toBeCloseTo(mm, 9);
      }),
    );
  });

  it('never does anything but read or refuse', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        try {
          expect(Number.isFinite(parseLength(text))).toBe(true);
        } catch (e) {
          expect(e).toBeInstanceOf(LengthError);
        }
      }),
    );
  });
});

describe('sizes', () => {
  it('reads names and measures', () => {
    expect(parseSize('a5')).toEqual({ width: 148, height: 210 });
    expect(parseSize('A5 across')).toEqual({ width: 210, height: 148 });
    expect(parseSize('SRA3')).toEqual({ width: 320, height: 450 });
    const letter = parseSize('8.5x11in');
    expect(letter.width).toBeCloseTo(215.9, 9);
    expect(letter.height).toBeCloseTo(279.4, 9);
    expect(parseSize('120 × 95')).toEqual({ width: 120, height: 95 });
  });
  it('refuses what is none', () => {
    for (const text of ['a', '10x', '0x10', '-4x5', '1x2x3']) expect(() => parseSize(text)).toThrow(LengthError);
  });
  it('says names back', () => {
    expect(nameSize({ width: 148, height: 210 })).toBe('A5 upright');
    expect(nameSize({ width: 210, height: 148 })).toBe('A5 across');
    expect(nameSize({ width: 100, height: 33.333 })).toBe('100 × 33.3 mm');
    expect(nameSize({ width: 215.9, height: 279.4 })).toBe('letter upright');
  });
});

describe('matrices', () => {
  it('does the first map first', () => {
    // a quarter turn takes (1, 0) to (0, 1); then 10 to the right
    const m = compose(rotation(1), translation(10, 0));
    expect(apply(m, 1, 0)).toEqual([10, 1]);
  });
  it('four quarter turns are none', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3 }), fc.integer(), fc.integer(), (q, x, y) => {
        const turn = rotation(q as QuarterTurns);
        const [px, py] = apply(compose(compose(turn, turn), compose(turn, turn)), x, y);
        expect([px + 0, py + 0]).toEqual([x + 0, y + 0]);
      }),
    );
  });
});
