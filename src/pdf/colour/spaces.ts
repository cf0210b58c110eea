import { PROCESS, sameInk } from '../../core';
import type { PdfFile } from '../syntax/file';
import { isDict, numberOf, PdfSyntaxError, Ref, type Dict, type PdfValue } from '../syntax/objects';
import { decodeName } from '../inks';
import { readFunction, type Fn } from './functions';

/** What a colour puts on the press: so much of each process ink, and of spot inks; 0 to 1. */
export interface Tints {
  readonly process: readonly [number, number, number, number];
  readonly spots: readonly { readonly name: string; readonly tint: number }[];
  /** In every ink that there is (8.6.6.4, /All). */
  readonly all: number | null;
}

/** A colour space, as far as inks go (ISO 32000-1, 8.6). */
export interface Space {
  readonly components: number;
  readonly initial: readonly number[];
  /** What its numbers run between, by pairs: what an image's samples are spread over. */
  readonly decode: readonly number[];
  readonly tints: (colour: readonly number[]) => Tints;
  /**
   * The inks that are painted where it is painted, others being left as they are where it overprints: all; the process
   * inks; those of a CMYK colour, where an ink of which there is 0 may be left as well (8.6.7); or those it names.
   */
  readonly paints: 'all' | 'process' | 'cmyk' | readonly string[];
  /** Of a pattern's space: that of its colour, where it has one. */
  readonly pattern?: Space | null;
  /** Whether its colours are made of light: there is no one way from them to inks. */
  readonly light?: boolean;
  /** The device's own: 8 bits of each of its components are so much of each. */
  readonly plain?: 'cmyk' | 'rgb';
  /** Of an indexed one: the space of its table. */
  readonly base?: Space;
}

const NO_SPOTS: Tints['spots'] = [];
const unit = (n: number): number[] => Array.from({ length: 2 * n }, (_, i) => i % 2);
const clamp = (v: number | undefined): number => (v === undefined || !(v > 0) ? 0 : v > 1 ? 1 : v);

export const GRAY: Space = {
  components: 1,
  initial: [0],
  decode: unit(1),
  paints: 'process',
  tints: ([g]) => ({ process: [0, 0, 0, 1 - clamp(g)], spots: NO_SPOTS, all: null }),
};

/**
 * Red, green and blue in inks as the standard has it where no profile says otherwise (10.3.5): what all three inks have in
 * common is printed in black, so that neutral stays in black alone.
 */
export const RGB: Space = {
  components: 3,
  initial: [0, 0, 0],
  decode: unit(3),
  paints: 'process',
  light: true,
  plain: 'rgb',
  tints: ([r, g, b]) => {
    const [c, m, y] = [1 - clamp(r), 1 - clamp(g), 1 - clamp(b)];
    const k = Math.min(c, m, y);
    return { process: [c - k, m - k, y - k, k], spots: NO_SPOTS, all: null };
  },
};

export const CMYK: Space = {
  components: 4,
  initial: [0, 0, 0, 1],
  decode: unit(4),
  paints: 'cmyk',
  plain: 'cmyk',
  tints: ([c, m, y, k]) => ({ process: [clamp(c), clamp(m), clamp(y), clamp(k)], spots: NO_SPOTS, all: null }),
};

/** L*, a* and b* by way of the light they are of (ISO 15076-1, D50; IEC 61966-2-1). */
function lab(range: readonly number[]): Space {
  return {
    components: 3,
    initial: [0, 0, 0],
    decode: [0, 100, ...range],
    paints: 'process',
    light: true,
    tints: ([l = 0, a = 0, b = 0]) => {
      const fy = (l + 16) / 116;
      const back = (t: number): number => (t > 6 / 29 ? t ** 3 : (t - 4 / 29) * 3 * (6 / 29) ** 2);
      const [x, y, z] = [0.9642 * back(fy + a / 500), back(fy), 0.8249 * back(fy - b / 200)];
      const gamma = (v: number): number => (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);
      return RGB.tints([
        gamma(3.1338561 * x - 1.6168667 * y - 0.4906146 * z),
        gamma(-0.9787684 * x + 1.9161415 * y + 0.033454 * z),
        gamma(0.0719453 * x - 0.2289914 * y + 1.4052427 * z),
      ]);
    },
  };
}

const OF_COMPONENTS: Readonly<Record<number, Space>> = { 1: GRAY, 3: RGB, 4: CMYK };
/** By their names, those of inline images as well (table 93). */
const NAMED: Readonly<Record<string, Space>> = {
  '/DeviceGray': GRAY,
  '/G': GRAY,
  '/CalGray': GRAY,
  '/DeviceRGB': RGB,
  '/RGB': RGB,
  '/CalRGB': RGB,
  '/DeviceCMYK': CMYK,
  '/CMYK': CMYK,
};

const MOST_DEEP = 8;

/** The inks a job prints in: any other is made of what stands for it. */
export type Printed = (name: string) => boolean;

/**
 * A colour space, so that inks which are not printed are made of others.
 * @param resources where names of spaces lead
 * @throws PdfSyntaxError where it is none
 */
export function readSpace(
  file: PdfFile,
  v: PdfValue | undefined,
  resources: Dict | undefined,
  printed: Printed,
  depth = 0,
): Space {
  if (depth > MOST_DEEP) throw new PdfSyntaxError('A colour space is made of itself.');
  const inner = (x: PdfValue | undefined): Space => readSpace(file, x, resources, printed, depth + 1);
  const value = file.get(v);
  if (typeof value === 'string') {
    if (value === '/Pattern') return patternOf(null);
    const named = file.get(resources?.get(value));
    if (named !== undefined && named !== value) return inner(named);
    const known = NAMED[value];
    if (!known) throw new PdfSyntaxError(`There is no colour space ${value.slice(0, 40)}.`);
    return known;
  }
  if (!Array.isArray(value)) throw new PdfSyntaxError('A colour space is missing.');
  const family = file.get(value[0]);
  switch (family) {
    case '/ICCBased':
      return iccBased(file, value[1], inner);
    case '/Lab': {
      const dict = file.get(value[1]);
      const range = isDict(dict) ? file.get(dict.get('/Range')) : undefined;
      return lab(
        Array.isArray(range) && range.length === 4
          ? range.map((x) => numberOf(file.get(x), 100))
          : [-100, 100, -100, 100],
      );
    }
    case '/Indexed':
    case '/I':
      return indexed(file, value, inner(value[1]));
    case '/Separation':
      return colorants(file, [value[1] ?? '/None'], inner(value[2]), () => readFunction(file, value[3]), printed);
    case '/DeviceN': {
      const names = file.get(value[1]);
      return colorants(
        file,
        Array.isArray(names) ? names : [],
        inner(value[2]),
        () => readFunction(file, value[3]),
        printed,
      );
    }
    case '/Pattern':
      return patternOf(value[1] === undefined ? null : inner(value[1]));
    default:
      return inner(family);
  }
}

const patternOf = (pattern: Space | null): Space => ({ ...GRAY, components: 0, initial: [], pattern });

/** A profile's colours count as those of the device with as many components. */
function iccBased(file: PdfFile, v: PdfValue | undefined, inner: (x: PdfValue | undefined) => Space): Space {
  const dict = file.get(v);
  if (!isDict(dict)) throw new PdfSyntaxError('A colour profile is missing.');
  const alternate = file.get(dict.get('/Alternate'));
  const known = OF_COMPONENTS[numberOf(file.get(dict.get('/N')), 0)];
  // a profile of L*, a*, b* says so by what stands for it
  if (Array.isArray(alternate) && file.get(alternate[0]) === '/Lab') return inner(alternate);
  if (!known) throw new PdfSyntaxError('A colour profile has no number of components.');
  // what overprints by a profile paints all process inks (table 148)
  return known === CMYK ? { ...CMYK, paints: 'process' } : known;
}

function indexed(file: PdfFile, value: readonly PdfValue[], base: Space): Space {
  const high = Math.min(255, Math.max(0, numberOf(file.get(value[2]), 0)));
  const table = bytesOf(file, value[3]);
  const n = base.components;
  const known: (Tints | undefined)[] = [];
  return {
    components: 1,
    initial: [0],
    decode: [0, 255],
    paints: base.paints === 'cmyk' ? 'process' : base.paints,
    ...(base.light ? { light: true } : {}),
    base,
    tints: ([i = 0]) => {
      const at = Math.min(high, Math.max(0, Math.round(i)));
      return (known[at] ??= base.tints(
        Array.from({ length: n }, (_, j) => {
          const [low, up] = [base.decode[2 * j]!, base.decode[2 * j + 1]!];
          return low + ((table[at * n + j] ?? 0) / 255) * (up - low);
        }),
      ));
    },
  };
}

/** A string's bytes, or a stream's. */
function bytesOf(file: PdfFile, v: PdfValue | undefined): Uint8Array {
  const object = v instanceof Ref ? file.object(v) : null;
  if (object?.stream) return file.streamData(object);
  const text = file.get(v);
  return typeof text === 'string' ? stringBytes(text) : new Uint8Array();
}

const ESCAPED: Readonly<Record<string, string>> = { n: '\n', r: '\r', t: '\t', b: '\b', f: '\f' };

/** The bytes of a string as it is written (7.3.4). */
export function stringBytes(text: string): Uint8Array {
  if (text.startsWith('<')) {
    const hex = text.replace(/[^0-9a-fA-F]/g, '');
    return Buffer.from(hex.length % 2 ? `${hex}0` : hex, 'hex');
  }
  const plain = text
    .slice(1, -1)
    .replace(/\\(\r\n|[0-7]{1,3}|[\s\S])|\r\n?/g, (_, e: string | undefined) =>
      e === undefined
        ? '\n'
        : /^[0-7]/.test(e)
          ? String.fromCharCode(parseInt(e, 8) & 255)
          : /^[\r\n]/.test(e)
            ? ''
            : (ESCAPED[e] ?? e),
    );
  return Buffer.from(plain, 'latin1');
}

const processAt = (name: string): number => PROCESS.findIndex((p) => sameInk(p, name));

/** Inks by their names (8.6.6.4, 8.6.6.5). Where one of them is not printed, all of them are made of what stands for them. */
function colorants(
  file: PdfFile,
  list: readonly PdfValue[],
  alternate: Space,
  transform: () => Fn,
  printed: Printed,
): Space {
  const names = list.map((n) => decodeName(String(file.get(n))));
  const components = names.length;
  const initial = names.map(() => 1);
  const decode = unit(components);
  if (components === 1 && names[0] === 'All')
    return {
      components,
      initial,
      decode,
      paints: 'all',
      tints: ([t]) => ({ process: [0, 0, 0, 0], spots: NO_SPOTS, all: clamp(t) }),
    };
  const direct = names.every((n) => n === 'None' || processAt(n) >= 0 || printed(n));
  if (!direct) {
    const fn = transform();
    const { light } = alternate;
    return {
      components,
      initial,
      decode,
      paints: 'process',
      ...(light ? { light } : {}),
      tints: (colour) => alternate.tints(fn.at(colour)),
    };
  }
  return {
    components,
    initial,
    decode,
    paints: names.filter((n) => n !== 'None'),
    tints: (colour) => {
      const process: [number, number, number, number] = [0, 0, 0, 0];
      const spots: { name: string; tint: number }[] = [];
      names.forEach((name, i) => {
        const at = processAt(name);
        if (at >= 0) process[at] = clamp(colour[i]);
        else if (name !== 'None') spots.push({ name, tint: clamp(colour[i]) });
      });
      return { process, spots, all: null };
    },
  };
}
