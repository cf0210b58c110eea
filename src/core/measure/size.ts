import { EPSILON, formatNumber, LengthError, parseLength, same, type Unit } from './length';

/** Width and height in millimetres. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

const inches = (width: number, height: number): Size => ({ width: width * 25.4, height: height * 25.4 });

/**
 * Named sizes, upright: ISO 216 and ISO 217 in whole millimetres, a third of A4 as the trade calls it, and the ANSI ones
 * in inches.
 */
export const NAMED_SIZES: Readonly<Record<string, Size>> = {
  a1: { width: 594, height: 841 },
  a2: { width: 420, height: 594 },
  a3: { width: 297, height: 420 },
  a4: { width: 210, height: 297 },
  a5: { width: 148, height: 210 },
  a6: { width: 105, height: 148 },
  a7: { width: 74, height: 105 },
  b4: { width: 250, height: 353 },
  b5: { width: 176, height: 250 },
  b6: { width: 125, height: 176 },
  dl: { width: 99, height: 210 },
  b3: { width: 353, height: 500 },
  ra2: { width: 430, height: 610 },
  ra3: { width: 305, height: 430 },
  ra4: { width: 215, height: 305 },
  sra2: { width: 450, height: 640 },
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
  const square = /^square (.+)$/.exec(plain)?.[1];
  if (square !== undefined)
    return positive({ width: parseLength(square, unit), height: parseLength(square, unit) }, text);
  const parts = plain.split(/\s*[x×]\s*/);
  if (parts.length !== 2) throw new LengthError(text);
  const lastUnit = /[a-z"″]+$/.exec(parts[1]!)?.[0] ?? '';
  const first = /[a-z"″]$/.test(parts[0]!) ? parts[0]! : parts[0]! + lastUnit;
  return positive({ width: parseLength(first, unit), height: parseLength(parts[1]!, unit) }, text);
}

function positive(size: Size, text: string): Size {
  if (!(size.width > EPSILON && size.height > EPSILON)) throw new LengthError(text);
  return size;
}

const upsideAcross = ({ width, height }: Size): Size => ({ width: height, height: width });
/** What is asked for most, where nothing is typed yet. */
const OFTEN = ['a5', 'a4', 'a6', 'dl', 'a3', 'half letter', 'letter'] as const;
const MOST_SUGGESTED = 9;

/**
 * Sizes that may be meant by what is typed so far: those whose name begins so, upright and across; for one number
 * those with an edge as long, and the square; else the size itself. Without any text what is asked for most.
 */
export function suggestSizes(text: string, unit: Unit = 'mm'): readonly Size[] {
  const plain = text.trim().toLowerCase();
  const found: Size[] = [];
  const add = (...sizes: readonly Size[]): void => {
    for (const s of sizes) if (!found.some((f) => sameSize(f, s, 0.01))) found.push(s);
  };
  if (plain === '') return OFTEN.map((name) => NAMED_SIZES[name]!);
  try {
    add(parseSize(plain, unit));
  } catch {
    // not a whole size yet
  }
  const across = plain.endsWith(' across');
  const name = plain.replace(/ (across|upright)$/, '');
  for (const [known, size] of Object.entries(NAMED_SIZES))
    if (known.startsWith(name)) add(...(across ? [upsideAcross(size)] : [size, upsideAcross(size)]));
  const edge = lengthOf(plain.replace(/^square\s*/, ''), unit);
  if (edge !== null) {
    if (!plain.startsWith('square'))
      for (const size of Object.values(NAMED_SIZES)) {
        if (Math.abs(size.height - edge) < 0.51) add(size);
        if (Math.abs(size.width - edge) < 0.51) add(upsideAcross(size), size);
      }
    add({ width: edge, height: edge });
  }
  return found.slice(0, MOST_SUGGESTED);
}

function lengthOf(text: string, unit: Unit): number | null {
  try {
    const mm = parseLength(text, unit);
    return mm > EPSILON ? mm : null;
  } catch {
    return null;
  }
}

/** Whether two sizes agree within `tolerance` millimetres. */
export function sameSize(a: Size, b: Size, tolerance = EPSILON): boolean {
  return Math.abs(a.width - b.width) <= tolerance && Math.abs(a.height - b.height) <= tolerance;
}

/** The name of a size where it has one (`A5 upright`, `A4 across`), else its measures (`120 × 95 mm`). */
export function nameSize(size: Size, unit: Unit = 'mm'): string {
  for (const [name, named] of Object.entries(NAMED_SIZES)) {
    const shown = /\d/.test(name) || name === 'dl' ? name.toUpperCase() : name;
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
