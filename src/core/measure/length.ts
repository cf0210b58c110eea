import { withDecimalMark, withMarks } from './writing';

/** Lengths as people type them. In core every length is a `number` of millimetres. */

export type Unit = 'mm' | 'in';

/** Tolerance for comparing lengths, in millimetres. */
export const EPSILON = 1e-6;

const FACTORS: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: 25.4,
  '"': 25.4,
  '″': 25.4,
  inch: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
};

/** A typed length that cannot be read; `message` says what to type instead. */
export class LengthError extends Error {
  constructor(readonly typed: string) {
    super(`“${typed}” is not a length. Type for example 3mm, 1/8in or 2*148+6.`);
    this.name = 'LengthError';
  }
}

/** A number, with the unit it was written in where it had one. */
interface Quantity {
  readonly value: number;
  readonly factor: number | null;
}

/**
 * Reads a length or a sum of lengths: `3mm`, `1/8in`, `2*148+6`, `5 1/2 in`.
 * A number without a unit counts in `unit`. In `1/8in` the unit belongs to the fraction.
 * @returns millimetres
 * @throws LengthError where the text is no length, or not finite
 */
export function parseLength(text: string, unit: Unit = 'mm'): number {
  const tokens = text
    .trim()
    .toLowerCase()
    .replace(/,(?=\d)/g, '.')
    .match(/\d*\.?\d+|[a-z]+|["″]|[-+*/()×]|\S/g);
  if (!tokens) throw new LengthError(text);
  let at = 0;
  const fail = (): never => {
    throw new LengthError(text);
  };
  const millimetres = (q: Quantity): number => q.value * (q.factor ?? FACTORS[unit]!);

  function primary(): Quantity {
    const token = tokens![at++];
    if (token === undefined) return fail();
    if (token === '(') {
      const inner = sum();
      if (tokens![at++] !== ')') return fail();
      return inner;
    }
    if (token === '-') {
      const q = primary();
      return { ...q, value: -q.value };
    }
    if (!/^[\d.]+$/.test(token)) return fail();
    let value = Number(token);
    // "5 1/2": a whole number followed by a fraction
    if (/^\d+$/.test(tokens![at] ?? '') && tokens![at + 1] === '/' && /^\d+$/.test(tokens![at + 2] ?? '')) {
      value += Number(tokens![at]) / Number(tokens![at + 2]);
      at += 3;
    }
    const factor = FACTORS[tokens![at] ?? ''];
    if (factor === undefined) return { value, factor: null };
    at++;
    return { value, factor };
  }

  function product(): Quantity {
    let left = primary();
    for (let op = tokens![at]; op === '*' || op === '/' || op === '×'; op = tokens![at]) {
      at++;
      const right = primary();
      if (op === '/') {
        if (left.factor !== null && right.factor !== null) return fail();
        left = { value: left.value / right.value, factor: left.factor ?? right.factor };
      } else {
        if (left.factor !== null && right.factor !== null) return fail();
        left = { value: left.value * right.value, factor: left.factor ?? right.factor };
      }
    }
    return left;
  }

  function sum(): Quantity {
    let left = product();
    for (let op = tokens![at]; op === '+' || op === '-'; op = tokens![at]) {
      at++;
      const right = product();
      const sign = op === '+' ? 1 : -1;
      left =
        left.factor === right.factor
          ? { value: left.value + sign * right.value, factor: left.factor }
          : { value: millimetres(left) + sign * millimetres(right), factor: 1 };
    }
    return left;
  }

  const result = millimetres(sum());
  if (at !== tokens.length || !Number.isFinite(result)) fail();
  return result;
}

/** Writes millimetres for reading, at most `digits` decimals, without trailing zeros: `3 mm`, `0.125 in`. */
export function formatLength(mm: number, unit: Unit = 'mm', digits = 3): string {
  return `${formatNumber(mm / FACTORS[unit]!, digits)} ${unit}`;
}

/** What is said of lengths, in each unit: whoever reads it takes their own. */
export type InUnits = Readonly<Record<Unit, string>>;

/** Writes a length in a sum; `digits` are those in mm, inches have one more. */
export type Say = (mm: number, digits: number) => string;

/** Says something of lengths in every unit. */
export function inUnits(write: (say: Say, unit: Unit) => string): InUnits {
  const by = (unit: Unit): string =>
    write((mm, digits) => formatLength(mm, unit, unit === 'mm' ? digits : digits + 1), unit);
  return { mm: by('mm'), in: by('in') };
}

/** A number with at most `digits` decimals and no trailing zeros. */
export function formatNumber(value: number, digits = 2): string {
  const text = value.toFixed(digits);
  const short = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return short === '-0' ? '0' : withDecimalMark(short);
}

/** Whether two lengths are the same within {@link EPSILON}. */
export const same = (a: number, b: number): boolean => Math.abs(a - b) <= EPSILON;

/** A whole number for reading, thousands set apart as the shop does. */
export const wholeNumber = (v: number): string => withMarks(Math.round(v).toString());
