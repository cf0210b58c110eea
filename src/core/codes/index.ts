import type { Docket, ImprintWish, Symbology } from '../docket';
import { SYMBOLOGY, wrongFor, type Coder, type NoSymbol, type Symbol } from '../imprint';

/**
 * Codes for machines to read, made by the registry's packages. They are large and seldom wanted: each is loaded when a
 * job first has such a code, so this folder is not part of the core's face.
 */

type Quiet = Symbol['quiet'];

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

/** ISO/IEC 16390 wants wide bars of more than twice the narrow ones, where those are narrower than 0.5 mm. */
const threefold = (modules: number): number => (modules > 1 ? 3 : 1);

/** Bars by their widths in turn, the first dark; or squares in rows. */
function symbolOf(raw: Raw, quiet: Quiet, text: string, wide: (modules: number) => number): Symbol {
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
  const widths = raw.sbs ?? [];
  // a space behind the last bar is the quiet zone's
  widths.slice(0, widths.length - 1 + (widths.length % 2)).forEach((given, i) => {
    const width = wide(given);
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
    const wrong = wrongFor(symbology, text);
    if (wrong !== null) return { wrong };
    const { quiet } = SYMBOLOGY[symbology];
    try {
      if (symbology === 'qr') {
        const { modules } = (qr?.create ?? qr!.default.create)(text, { errorCorrectionLevel: 'M' });
        const dark = runsIn(modules.size, modules.size, (x, y) => modules.get(y, x) === 1);
        return { columns: modules.size, rows: modules.size, dark, quiet, spoken: text };
      }
      const [raw] = bars!.raw({ bcid: CALLED[symbology], text, includetext: true }) as Raw[];
      return symbolOf(raw!, quiet, text, symbology === 'itf' ? threefold : (w) => w);
    } catch (e) {
      return { wrong: saidOf(e) };
    }
  };
}

/** The kinds of code that a job's imprints are. */
export const codesIn = ({ prints }: Pick<ImprintWish, 'prints'>): Symbology[] => [
  ...new Set(prints.flatMap(({ says }) => (says.kind === 'code' ? [says.symbology] : []))),
];

/** The kinds of code that a job's marks are: those that were placed, and what its machines read. */
export const codesOfMarks = ({ placed, finish }: Pick<Docket, 'placed' | 'finish'>): Symbology[] => [
  ...placed.flatMap(({ on, is }) => (on && is.kind === 'code' ? [is.symbology] : [])),
  ...finish.route.flatMap(({ machine }) =>
    machine.kind === 'slitter' && machine.reads?.code ? [machine.reads.code.symbology] : [],
  ),
];

/** What makes the codes of a job, of its imprints and its marks; undefined where it has none. */
export async function coderOf(docket: Pick<Docket, 'imprint' | 'placed' | 'finish'>): Promise<Coder | undefined> {
  const kinds = [...codesIn(docket.imprint), ...codesOfMarks(docket)];
  return kinds.length > 0 ? coderFor(kinds) : undefined;
}
