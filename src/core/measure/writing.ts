import * as z from 'zod';

/** How a shop writes numbers, money and days. One way for a whole program, as a shop has one. */
export const Writing = z.strictObject({
  numbers: z.enum(['1 234.5', '1,234.5', '1 234,5', '1.234,5']).default('1 234.5'),
  dates: z.enum(['day month', 'month day']).default('day month'),
  currency: z.string().min(1).max(5).default('€'),
  currencyStands: z.enum(['before', 'after']).default('after'),
});
export type Writing = z.infer<typeof Writing>;

let holds: Writing = Writing.parse({});

/** Sets how numbers, money and days are written from now on; only what is read by people is written so. */
export function writeBy(writing: Writing): void {
  holds = writing;
}
/** How they are written now. */
export const writing = (): Writing => holds;

const MARKS: Readonly<Record<Writing['numbers'], { readonly group: string; readonly decimal: string }>> = {
  '1 234.5': { group: '\u2009', decimal: '.' },
  '1,234.5': { group: ',', decimal: '.' },
  '1 234,5': { group: '\u2009', decimal: ',' },
  '1.234,5': { group: '.', decimal: ',' },
};

/** The decimal mark of a number that is written with a point. */
export const withDecimalMark = (text: string): string => text.replace('.', MARKS[holds.numbers].decimal);

/** A number that is written with a point, its thousands set apart and with the decimal mark of the shop. */
export function withMarks(text: string): string {
  const [whole = '', rest] = text.split('.');
  const { group, decimal } = MARKS[holds.numbers];
  const apart = whole.replace(/\B(?=(\d{3})+(?!\d))/g, group);
  return rest === undefined ? apart : `${apart}${decimal}${rest}`;
}

/** Money from cents: `1 234.56 €`, `$12.00`. */
export function money(cents: number): string {
  const { currency, currencyStands } = holds;
  const text = withMarks((Math.abs(cents) / 100).toFixed(2));
  const sign = cents < 0 && Math.round(cents) !== 0 ? '−' : '';
  return currencyStands === 'before' ? `${sign}${currency}${text}` : `${sign}${text}\u00a0${currency}`;
}

const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];
const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];

/** A day, `2026-12-11`, for reading: `11 December`, or short `Fri 11 Dec`. */
export function dayText(day: string, short = false): string {
  const at = new Date(`${day}T00:00:00Z`);
  if (Number.isNaN(at.getTime())) return day;
  const month = MONTHS[at.getUTCMonth()]!;
  const date = String(at.getUTCDate());
  const said = short ? month.slice(0, 3) : month;
  const both = holds.dates === 'day month' ? `${date} ${said}` : `${said} ${date}`;
  return short ? `${WEEKDAYS[at.getUTCDay()]} ${both}` : both;
}

// bare, or in groups of three by one mark with the other before the decimals
const NUMBER = /^-?(\d*([.,]\d+)?|\d{1,3}([.,])\d{3}(\3\d{3})*((?!\3)[.,]\d+)?)$/;

/**
 * A number as people write it, with words or a unit before or behind: `3.8`, `3,8`, `1 250,00`, `€ 1,250`. One mark
 * before three digits sets thousands apart, unless it is the decimal mark of the shop or a zero stands before it. NaN
 * where it is no number, or more than one.
 */
export function numberFrom(text: string): number {
  const bare = /^[^\d.,-]*(-?[\d.,\s'’]*\d)[^\d]*$/.exec(text)?.[1]?.replace(/[\s'’]/g, '');
  if (bare === undefined || !NUMBER.test(bare)) return NaN;
  const marks = bare.replace(/[^.,]/g, '');
  const last = Math.max(bare.lastIndexOf('.'), bare.lastIndexOf(','));
  const { decimal } = MARKS[holds.numbers];
  const thousands =
    (marks.length > 1 && new Set(marks).size === 1) ||
    (marks.length === 1 && marks !== decimal && /^-?[1-9]\d{0,2}[.,]\d{3}$/.test(bare));
  if (last < 0 || thousands) return Number(bare.replace(/[.,]/g, ''));
  return Number(`${bare.slice(0, last).replace(/[.,]/g, '')}.${bare.slice(last + 1)}`);
}
