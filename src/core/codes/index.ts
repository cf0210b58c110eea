import type { ImprintWish, Symbology } from '../docket';
import type { Coder, NoSymbol, Symbol } from '../imprint';

/**
 * Codes for machines to read, made by the registry's packages. They are large and seldom wanted: each is loaded when a
 * job first has such a code, so this folder is not part of the core's face.
 */

type Quiet = Symbol['quiet'];
const sides = (left: number, right = left): Quiet => ({ left, right, above: 0, below: 0 });
const round = (all: number): Quiet => ({ left: all, right: all, above: all, below: all });

/** Light modules round each, as its standard asks: ISO/IEC 15417, 16388, 16390, 15420, 18004, 16022. */
const QUIET: { readonly [S in Symbology]: Quiet } = {
  'code-128': sides(10),
  'code-39': sides(10),
  itf: sides(10),
  'ean-13': sides(11, 7),
  'ean-8': sides(7),
  'upc-a': sides(9),
  qr: round(4),
  'data-matrix': round(1),
};

/** As the package calls them. */
const CALLED: { readonly [S in Exclude<Symbology, 'qr'>]: string } = {
  'code-128': 'code128',
  'code-39': 'code39',
  itf: 'interleaved2of5',
  'ean-13': 'ean13',
  'ean-8': 'ean8',
  'upc-a': 'upca',
  'data-matrix': 'datamatrix',
};

/** What each can hold, where that can be said of the text itself. */
const HOLDS: { readonly [S in Symbology]: { readonly only: RegExp; readonly said: string } } = {
  // eslint-disable-next-line no-control-regex -- these are what the standard's code set has
  'code-128': { only: /^[\x00-\x7f]+$/, said: 'letters, digits and signs of ASCII' },
  'code-39': { only: /^[0-9A-Z\-. $/+%]+$/, said: 'digits, capitals A to Z, blanks and - . $ / + %' },
  itf: { only: /^(\d\d)+$/, said: 'digits, an even number of them' },
  'ean-13': { only: /^\d{12,13}$/, said: '12 digits, or 13 with their check digit' },
  'ean-8': { only: /^\d{7,8}$/, said: '7 digits, or 8 with their check digit' },
  'upc-a': { only: /^\d{11,12}$/, said: '11 digits, or 12 with their check digit' },
  qr: { only: /^[\s\S]+$/, said: 'some text' },
  'data-matrix': { only: /^[\s\S]+$/, said: 'some text' },
};

/** Runs of dark modules in rows. */
function runsIn(columns: number, rows: number, isDark: (column: number, row: number) => boolean): Symbol['dark'] {
  const out: [number, number, number][] = [];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns;) {
      let end = column;
      while (end < columns && isDark(end, row)) end++;
      if (end > column) out.push([column, row, end - column]);
      column = end + 1;
    }
  return out;
}

interface Raw {
  readonly sbs?: readonly number[];
  readonly pixs?: readonly number[];
  readonly pixx?: number;
  readonly pixy?: number;
  readonly txt?: readonly (readonly [string, ...unknown[]])[];
}

/** Bars by their widths in turn, the first dark; or squares in rows. */
function symbolOf(raw: Raw, quiet: Quiet, text: string): Symbol {
  if (raw.pixs) {
    const { pixs, pixx = 0, pixy = 0 } = raw;
    return {
      columns: pixx,
      rows: pixy,
      dark: runsIn(pixx, pixy, (x, y) => pixs[y * pixx + x] === 1),
      quiet,
      spoken: text,
    };
  }
  const dark: [number, number, number][] = [];
  let columns = 0;
  (raw.sbs ?? []).forEach((width, i) => {
    if (i % 2 === 0) dark.push([columns, 0, width]);
    columns += width;
  });
  return { columns, rows: 1, dark, quiet, spoken: (raw.txt ?? []).map(([t]) => t).join('') || text };
}

/** What a package says of a text it cannot make a code of, as a sentence. */
const saidOf = (e: unknown): string => (e as Error).message.replace(/^bwipp\.[^:]*: */, '').replace(/\.?$/, '.');

/** Makes the codes of these kinds. What it needs for them is loaded before it is given. */
export async function coderFor(kinds: Iterable<Symbology>): Promise<Coder> {
  const wanted = new Set(kinds);
  const qr = wanted.has('qr') ? await import('qrcode') : null;
  const bars = [...wanted].some((k) => k !== 'qr') ? (await import('bwip-js')).default : null;
  return (symbology, text): Symbol | NoSymbol => {
    const { only, said } = HOLDS[symbology];
    if (text === '') return { wrong: 'There is nothing to say in it.' };
    if (!only.test(text)) return { wrong: `“${text.slice(0, 60)}” is not ${said}.` };
    try {
      if (symbology === 'qr') {
        const { modules } = (qr?.create ?? qr!.default.create)(text, { errorCorrectionLevel: 'M' });
        const dark = runsIn(modules.size, modules.size, (x, y) => modules.get(y, x) === 1);
        return { columns: modules.size, rows: modules.size, dark, quiet: QUIET.qr, spoken: text };
      }
      const [raw] = bars!.raw({ bcid: CALLED[symbology], text, includetext: true }) as Raw[];
      return symbolOf(raw!, QUIET[symbology], text);
    } catch (e) {
      return { wrong: saidOf(e) };
    }
  };
}

/** The kinds of code that a job's imprints are. */
export const codesIn = ({ prints }: Pick<ImprintWish, 'prints'>): Symbology[] => [
  ...new Set(prints.flatMap(({ says }) => (says.kind === 'code' ? [says.symbology] : []))),
];

/** What makes the codes of a job; undefined where it has none. */
export async function coderOf(imprint: Pick<ImprintWish, 'prints'>): Promise<Coder | undefined> {
  const kinds = codesIn(imprint);
  return kinds.length > 0 ? coderFor(kinds) : undefined;
}
