import { afterEach, describe, expect, it } from 'vitest';
import { dayText, formatLength, money, numberFrom, wholeNumber, writeBy, Writing } from '.';

const by = (w: Partial<Writing>): void => writeBy(Writing.parse(w));
afterEach(() => by({}));

describe('writing', () => {
  it('of numbers goes by the shop', () => {
    const seen = Writing.shape.numbers.unwrap().options.map((numbers) => {
      by({ numbers });
      return [wholeNumber(1234567), formatLength(12.5), money(123456)];
    });
    expect(seen).toEqual([
      ['1\u2009234\u2009567', '12.5 mm', '1\u2009234.56\u00a0€'],
      ['1,234,567', '12.5 mm', '1,234.56\u00a0€'],
      ['1\u2009234\u2009567', '12,5 mm', '1\u2009234,56\u00a0€'],
      ['1.234.567', '12,5 mm', '1.234,56\u00a0€'],
    ]);
    expect(wholeNumber(999)).toBe('999');
  });

  it('of money says what it is in, before or after, and what is owed', () => {
    by({ currency: '$', currencyStands: 'before' });
    expect([money(5), money(-250), money(-0.2)]).toEqual(['$0.05', '−$2.50', '$0.00']);
  });

  it('of days goes day first or month first', () => {
    expect([dayText('2026-12-11'), dayText('2026-12-11', true)]).toEqual(['11 December', 'Fri 11 Dec']);
    by({ dates: 'month day' });
    expect([dayText('2026-02-01'), dayText('2026-02-01', true)]).toEqual(['February 1', 'Sun Feb 1']);
    expect(dayText('some day')).toBe('some day');
  });

  it('is read back as anybody does it', () => {
    const read = (...all: string[]): number[] => all.map(numberFrom);
    expect(
      read('3.8', '3,8', '1 250,00', '1,250.00', '1.250.000', '€ 2', '-4', '4800 sides/h', '80 g/m²', "1'200.5"),
    ).toEqual([3.8, 3.8, 1250, 1250, 1250000, 2, -4, 4800, 80, 1200.5]);
    // a comma sets thousands apart where the shop has a decimal point, and the other way round
    expect(read('1,250', '0,125', '1.250', '12,50')).toEqual([1250, 0.125, 1.25, 12.5]);
    by({ numbers: '1.234,5' });
    expect(read('1,250', '0,125', '1.250', '0.125')).toEqual([1.25, 0.125, 1250, 0.125]);
    // two numbers are none
    for (const wrong of ['dear', '', '1/2', '2*3', '3-4', '1.2.3,4.5', '1,250,00', '.'])
      expect(numberFrom(wrong)).toBeNaN();
  });
});
