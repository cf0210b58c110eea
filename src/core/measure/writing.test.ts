import { afterEach, describe, expect, it } from 'vitest';
import { dayText, formatLength, money, wholeNumber, writeBy, Writing } from '.';

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
});
