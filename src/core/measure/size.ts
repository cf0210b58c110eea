import { EPSILON, formatNumber, LengthError, parseLength, same, type Unit } from './length';

/** Width and height in millimetres. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

const inches = (width: number, height: number): Size => ({ width: width * 25.4, height: height * 25.4 });

/** Named sizes, upright: ISO 216 and ISO 217 in whole millimetres, and the ANSI ones in inches. */
export const NAMED_SIZES: Readonly<Record<string, Size>> = {
  a3: { width: 297, height: 420 },
  a4: { width: 210, height: 297 },
  a5: { width: 148, height: 210 },
  a6: { width: 105, height: 148 },
  a7: { width: 74, height: 105 },
  b4: { width: 250, height: 353 },
  b5: { width: 176, height: 250 },
  b6: { width: 125, height: 176 },
  ra3: { width: 305, height: 430 },
  ra4: { width: 215, height: 305 },
  sra3: { width: 320, height: 450 },
  sra4: { width: 225, height: 320 },
  letter: inches(8.5, 11),
  legal: inches(8.5, 14),
  tabloid: inches(11, 17),
  'half letter': inches(5.5, 8.5),
};

/**
 * Reads a size: a name (`a5`, `sra3`, `letter`), with `across` for the wide way; or `148x210`, `8.5x11in`,
 * where a unit written once counts for both.
 * @throws LengthError where it is neither
 */
export function parseSize(text: string, unit: Unit = 'mm'): Size {
  const plain = text.trim().toLowerCase().replace(/\s+/g, ' ');
  const across = / (across|landscape)$/.test(plain);
  const name = plain.replace(/ (across|upright|landscape|portrait)$/, '');
  const named = NAMED_SIZES[name] ?? NAMED_SIZES[name.replace(/ /g, '')];
  if (named) return across ? { width: named.height, height: named.width } : named;
  const parts = plain.split(/\s*[x×]\s*/);
  if (parts.length !== 2) throw new LengthError(text);
  const lastUnit = /[a-z"″]+$/.exec(parts[1]!)?.[0] ?? '';
  const first = /[a-z"″]$/.test(parts[0]!) ? parts[0]! : parts[0]! + lastUnit;
  const size = { width: parseLength(first, unit), height: parseLength(parts[1]!, unit) };
  if (!(size.width > EPSILON && size.height > EPSILON)) throw new LengthError(text);
  return size;
}

/** Whether two sizes agree within `tolerance` millimetres. */
export function sameSize(a: Size, b: Size, tolerance = EPSILON): boolean {
  return Math.abs(a.width - b.width) <= tolerance && Math.abs(a.height - b.height) <= tolerance;
}

/** The name of a size where it has one (`A5 upright`, `A4 across`), else its measures (`120 × 95 mm`). */
export function nameSize(size: Size, unit: Unit = 'mm'): string {
  for (const [name, named] of Object.entries(NAMED_SIZES)) {
    const shown = /\d/.test(name) ? name.toUpperCase() : name;
    if (sameSize(size, named, 0.06)) return `${shown} upright`;
    if (sameSize(size, { width: named.height, height: named.width }, 0.06)) return `${shown} across`;
  }
  return formatSize(size, unit);
}

/** The measures of a size: `148 × 210 mm`. */
export function formatSize(size: Size, unit: Unit = 'mm', digits = unit === 'mm' ? 1 : 3): string {
  const factor = unit === 'mm' ? 1 : 25.4;
  return `${formatNumber(size.width / factor, digits)} × ${formatNumber(size.height / factor, digits)} ${unit}`;
}

/** The long edge as width, as a sheet lies in the feed. */
export function lying(size: Size): Size {
  return size.width >= size.height || same(size.width, size.height) ? size : { width: size.height, height: size.width };
}
