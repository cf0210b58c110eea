/** The largest number a PDF is sure to be read with (ISO 32000-1, annex C.2). */
const LARGEST = 3.4e38;

/**
 * A real number as PDF writes it: no exponent, six decimals at most, no trailing zeros.
 * @throws RangeError where it is no number: written out it would be a name, and the page lost
 */
export function realNumber(v: number): string {
  if (!Number.isFinite(v)) throw new RangeError(`${v} cannot be written into a PDF.`);
  if (Math.abs(v) >= 1e21) return BigInt(Math.max(-LARGEST, Math.min(LARGEST, v))).toString();
  if (Number.isInteger(v)) return String(v);
  const s = v.toFixed(6).replace(/\.?0+$/, '');
  return s === '-0' ? '0' : s;
}
