import type { Symbology } from '../docket';
import type { Symbol } from './setting';

/** What is known of each kind of code before one is made. */

type Quiet = Symbol['quiet'];
const sides = (left: number, right = left): Quiet => ({ left, right, above: 0, below: 0 });
const round = (all: number): Quiet => ({ left: all, right: all, above: all, below: all });

export interface SymbologyRules {
  readonly called: string;
  /** Light modules round it, as its standard asks. */
  readonly quiet: Quiet;
  /** What it can hold, where that can be said of the text itself. */
  readonly holds: RegExp;
  readonly holdsSaid: string;
  /** The narrowest module that readers are sure of, mm. */
  readonly least: number;
  /** How many columns of modules it has for a text, or a few more; 0 where it cannot hold it. */
  readonly columns: (text: string) => number;
  readonly square: boolean;
}

const bytes = (text: string): number => new TextEncoder().encode(text).length;

/** What a QR code of version 1, 2, 3 … holds at level M (ISO/IEC 18004, table 7): digits, capitals and digits, bytes. */
const QR_HOLDS: readonly (readonly [digits: number, capitals: number, bytes: number])[] = [
  [34, 20, 14],
  [63, 38, 26],
  [101, 61, 42],
  [149, 90, 62],
  [202, 122, 84],
  [255, 154, 106],
  [293, 178, 122],
  [365, 221, 152],
  [432, 262, 180],
  [513, 311, 213],
];

function qrColumns(text: string): number {
  const mode = /^\d+$/.test(text) ? 0 : /^[0-9A-Z $%*+\-./:]+$/.test(text) ? 1 : 2;
  const length = mode === 2 ? bytes(text) : text.length;
  const version = QR_HOLDS.findIndex((v) => v[mode] >= length);
  if (version >= 0) return 21 + 4 * version;
  // beyond: a little less than 40 bytes are won by every version
  const more = QR_HOLDS.length + Math.ceil((length * [0.42, 0.69, 1][mode]! - 213) / 36);
  return more > 40 ? 0 : 17 + 4 * more;
}

/** Sizes of square Data Matrix codes and the bytes they hold (ISO/IEC 16022, table 7); two digits are one byte. */
const MATRIX: readonly (readonly [columns: number, bytes: number])[] = [
  [10, 3],
  [12, 5],
  [14, 8],
  [16, 12],
  [18, 18],
  [20, 22],
  [22, 30],
  [24, 36],
  [26, 44],
  [32, 62],
  [36, 86],
  [40, 114],
  [44, 144],
  [48, 174],
  [52, 204],
  [64, 280],
  [72, 368],
  [80, 456],
  [88, 576],
  [96, 696],
  [104, 816],
  [120, 1050],
  [132, 1304],
  [144, 1558],
];

const matrixColumns = (text: string): number => {
  const length = /^\d+$/.test(text) ? Math.ceil(text.length / 2) : bytes(text) + (bytes(text) > text.length ? 1 : 0);
  return MATRIX.find(([, holds]) => holds >= length)?.[0] ?? 0;
};

/** Bars: letters of so many modules, with what begins and ends them. */
const barred =
  (each: number, round: number) =>
  (text: string): number =>
    text.length * each + round;

/** ISO/IEC 15417, 16388, 16390, 15420, 18004, 16022. */
export const SYMBOLOGY: { readonly [S in Symbology]: SymbologyRules } = {
  'code-128': {
    called: 'Code 128',
    quiet: sides(10),
    holds: /^[\x00-\x7f]+$/,
    holdsSaid: 'letters, digits and signs of ASCII',
    least: 0.19,
    // its check letter, start and stop; digits in pairs are half as many
    columns: (text) => 11 * (/^(\d\d)+$/.test(text) ? text.length / 2 : text.length) + 35,
    square: false,
  },
  'code-39': {
    called: 'Code 39',
    quiet: sides(10),
    holds: /^[0-9A-Z\-. $/+%]+$/,
    holdsSaid: 'digits, capitals A to Z, blanks and - . $ / + %',
    least: 0.19,
    columns: barred(16, 31),
    square: false,
  },
  itf: {
    called: 'Interleaved 2 of 5',
    quiet: sides(10),
    holds: /^(\d\d)+$/,
    holdsSaid: 'digits, an even number of them',
    least: 0.19,
    columns: barred(9, 9),
    square: false,
  },
  'ean-13': {
    called: 'EAN-13',
    quiet: sides(11, 7),
    holds: /^\d{12,13}$/,
    holdsSaid: '12 digits, or 13 with their check digit',
    // 80 per cent of its own size (GS1 General Specifications, 5.2.6)
    least: 0.264,
    columns: () => 95,
    square: false,
  },
  'ean-8': {
    called: 'EAN-8',
    quiet: sides(7),
    holds: /^\d{7,8}$/,
    holdsSaid: '7 digits, or 8 with their check digit',
    least: 0.264,
    columns: () => 67,
    square: false,
  },
  'upc-a': {
    called: 'UPC-A',
    quiet: sides(9),
    holds: /^\d{11,12}$/,
    holdsSaid: '11 digits, or 12 with their check digit',
    least: 0.264,
    columns: () => 95,
    square: false,
  },
  qr: {
    called: 'QR code',
    quiet: round(4),
    holds: /^[\s\S]+$/,
    holdsSaid: 'some text',
    least: 0.25,
    columns: qrColumns,
    square: true,
  },
  'data-matrix': {
    called: 'Data Matrix',
    quiet: round(1),
    holds: /^[\s\S]+$/,
    holdsSaid: 'some text',
    least: 0.25,
    columns: matrixColumns,
    square: true,
  },
};

/** What is wrong with a text for a code, where that is seen without making it; null where nothing is. */
export function wrongFor(symbology: Symbology, text: string): string | null {
  const { holds, holdsSaid } = SYMBOLOGY[symbology];
  if (text === '') return 'There is nothing to say in it.';
  return holds.test(text) ? null : `“${text.slice(0, 60)}” is not ${holdsSaid}.`;
}

/** A code without its bars: as large as the one that will be made, or a little larger. */
export function boxOf(symbology: Symbology, text: string): Symbol | { readonly wrong: string } {
  const { quiet, columns, square } = SYMBOLOGY[symbology];
  const wrong = wrongFor(symbology, text);
  if (wrong !== null) return { wrong };
  const wide = columns(text);
  if (wide === 0) return { wrong: `It is too long for a ${SYMBOLOGY[symbology].called}.` };
  return { columns: wide, rows: square ? wide : 1, dark: [], quiet, spoken: text };
}
