/** The largest number a PDF is sure to be read with (ISO 32000-1, annex C.2). */
const LARGEST = 3.4e38;

/** Above this a millionth is no longer told apart. */
const EXACT = 2 ** 53 / 1e6;

/**
 * A real number as PDF writes it: no exponent, six decimals at most, no trailing zeros.
 * @throws RangeError where it is no number: written out it would be a name, and the page lost
 */
export function realNumber(v: number): string {
  if (!Number.isFinite(v)) throw new RangeError(`${v} cannot be written into a PDF.`);
  if (Math.abs(v) >= 1e21) return BigInt(Math.max(-LARGEST, Math.min(LARGEST, v))).toString();
  if (Number.isInteger(v)) return String(v);
  if (Math.abs(v) >= EXACT) return tidy(v.toFixed(6));
  // millionths as a whole number: much quicker than a fixed number of digits, and the same text
  const millionths = Math.round(Math.abs(v) * 1e6);
  if (millionths === 0) return '0';
  const whole = Math.floor(millionths / 1e6);
  let rest = millionths - whole * 1e6;
  let digits = 6;
  while (rest > 0 && rest % 10 === 0) {
    rest /= 10;
    digits--;
  }
  const text = rest === 0 ? String(whole) : `${whole}.${String(rest).padStart(digits, '0')}`;
  return v < 0 ? `-${text}` : text;
}

/**
 * A length in points, to four decimals: a ten-thousandth of a point is 35 nanometres. What is multiplied by a length
 * keeps its six.
 * @throws RangeError where it is no number
 */
export const points = (v: number): string =>
  Number.isFinite(v) ? realNumber(Math.round(v * 1e4) / 1e4) : realNumber(v);

function tidy(fixed: string): string {
  const s = fixed.replace(/\.?0+$/, '');
  return s === '-0' ? '0' : s;
}
