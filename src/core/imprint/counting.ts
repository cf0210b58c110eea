import type { Counter, Imprint } from '../docket';

/** What a counter cannot say: it has run out of digits, or of letters. */
export class CountError extends Error {}

/** The digits of a text, from its right. */
const fromRight = (digits: string): number[] =>
  [...digits]
    .filter((c) => c >= '0' && c <= '9')
    .reverse()
    .map(Number);

/** GS1 General Specifications, 7.9: weights 3 and 1 from the right; what is missing to the next ten. */
function mod10(digits: string): string {
  const sum = fromRight(digits).reduce((n, d, i) => n + d * (i % 2 === 0 ? 3 : 1), 0);
  return String((10 - (sum % 10)) % 10);
}

/** ISO/IEC 7812-1, annex B: every other digit from the right doubled, its digits added; what is missing to ten. */
function mod10Doubled(digits: string): string {
  const sum = fromRight(digits).reduce((n, d, i) => n + (i % 2 === 0 ? (d < 5 ? 2 * d : 2 * d - 9) : d), 0);
  return String((10 - (sum % 10)) % 10);
}

/** Weights 2 to 7 from the right, and again; what is missing to the next eleven, X for ten. */
function mod11(digits: string): string {
  const sum = fromRight(digits).reduce((n, d, i) => n + d * (2 + (i % 6)), 0);
  const check = (11 - (sum % 11)) % 11;
  return check === 10 ? 'X' : String(check);
}

const CHECKS: { readonly [K in Counter['check']]: (digits: string) => string } = {
  none: () => '',
  'mod-10': mod10,
  'mod-10-doubled': mod10Doubled,
  'mod-11': mod11,
};

/** The check digit of a number. @param digits what is not a digit is passed over */
export const checkDigit = (check: Counter['check'], digits: string): string => CHECKS[check](digits);

/** 1 is A, 26 is Z, 27 is AA. */
function lettered(value: number): string {
  let out = '';
  for (let n = value; n > 0; n = Math.floor((n - 1) / 26)) out = String.fromCharCode(65 + ((n - 1) % 26)) + out;
  return out;
}

/** The number itself: start + step × floor(i ÷ repeat). @param i which it is of what is counted, from 0 */
export const numberAt = ({ start, step, repeat }: Counter, i: number): number => start + step * Math.floor(i / repeat);

/**
 * What a counter says.
 * @param i which it is of what is counted, from 0
 * @throws CountError where it has no digits or letters left for it
 */
export function countedAt(counter: Counter, i: number): string {
  const { name, style, digits, prefix, suffix, check } = counter;
  const value = numberAt(counter, i);
  if (style === 'letters') {
    if (value < 1) throw new CountError(`${name} comes to ${value}, and there is no letter for it.`);
    return prefix + lettered(value) + suffix;
  }
  const figures = String(Math.abs(value));
  if (digits > 0 && figures.length > digits)
    throw new CountError(`${name} comes to ${value}, which has more than ${digits} digits.`);
  const number = figures.padStart(digits, '0');
  return prefix + (value < 0 ? '-' : '') + number + checkDigit(check, number) + suffix;
}

/** Whether a page of a record has an imprint. @param page from 1 */
export function isOn(on: Imprint['on'], page: number): boolean {
  if (on === 'all') return true;
  if (on === 'odd' || on === 'even') return (page % 2 === 1) === (on === 'odd');
  return on.some((r) => page >= r.from && page <= r.to);
}

/** The first record of so many, from 0, whose number has no digits or letters left; null where all have. */
export function firstRunOut(counter: Counter, count: number): number | null {
  const goes = (i: number): boolean => {
    try {
      countedAt(counter, i);
      return true;
    } catch (e) {
      if (e instanceof CountError) return false;
      throw e;
    }
  };
  if (count < 1) return null;
  if (!goes(0)) return 0;
  if (goes(count - 1)) {
    // what goes at both ends goes between them: of numbers, and of those that have no more digits than either end
    return null;
  }
  let [good, bad] = [0, count - 1];
  while (bad - good > 1) {
    const middle = (good + bad) >> 1;
    if (goes(middle)) good = middle;
    else bad = middle;
  }
  return bad;
}
