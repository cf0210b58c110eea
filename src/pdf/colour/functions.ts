import type { PdfFile } from '../syntax/file';
import { isDict, numberOf, PdfSyntaxError, Ref, type Dict, type PdfValue } from '../syntax/objects';
import { readProgram, runProgram } from './calculator';

/** A function of a PDF (ISO 32000-1, 7.10): so many numbers in, so many out. */
export interface Fn {
  readonly outputs: number;
  /** @param x as many as its domain has; more or fewer are cut off, or taken to be 0 */
  readonly at: (x: readonly number[]) => number[];
  /** What it is made of, where that can be written otherwise: an exponential, or others stitched together. */
  readonly made:
    | {
        readonly kind: 'exponential';
        readonly c0: readonly number[];
        readonly c1: readonly number[];
        readonly n: number;
      }
    | {
        readonly kind: 'stitched';
        readonly of: readonly Fn[];
        readonly bounds: readonly number[];
        readonly encode: readonly number[];
      }
    | { readonly kind: 'other' };
  readonly domain: readonly number[];
}

const clamp = (v: number, low: number, high: number): number => (v < low ? low : v > high ? high : v);
const between = (v: number, a: number, b: number, c: number, d: number): number =>
  b === a ? c : c + ((v - a) * (d - c)) / (b - a);

/** An array's numbers. @throws PdfSyntaxError where one is none */
function numbersOf(file: PdfFile, v: PdfValue | undefined): number[] | null {
  const list = file.get(v);
  if (!Array.isArray(list)) return null;
  return list.map((x) => {
    const n = numberOf(file.get(x));
    if (Number.isNaN(n)) throw new PdfSyntaxError('A function has something in place of a number.');
    return n;
  });
}

const MOST_DEEP = 16;

/** @throws PdfSyntaxError where it is no function */
export function readFunction(file: PdfFile, v: PdfValue | undefined, depth = 0): Fn {
  const dict = file.get(v);
  if (!isDict(dict) || depth > MOST_DEEP) throw new PdfSyntaxError('A function is missing.');
  const domain = numbersOf(file, dict.get('/Domain'));
  if (!domain || domain.length < 2) throw new PdfSyntaxError('A function has no domain.');
  const range = numbersOf(file, dict.get('/Range'));
  const raw = bare(file, v, dict, domain, range, depth);
  const inputs = domain.length >> 1;
  return {
    ...raw,
    domain,
    at: (x) => {
      const within: number[] = [];
      for (let i = 0; i < inputs; i++) within.push(clamp(x[i] ?? 0, domain[2 * i]!, domain[2 * i + 1]!));
      const out = raw.at(within);
      if (range) for (let i = 0; i < out.length; i++) out[i] = clamp(out[i]!, range[2 * i] ?? 0, range[2 * i + 1] ?? 1);
      return out;
    },
  };
}

type Bare = Omit<Fn, 'domain'>;

function bare(
  file: PdfFile,
  v: PdfValue | undefined,
  dict: Dict,
  domain: readonly number[],
  range: readonly number[] | null,
  depth: number,
): Bare {
  switch (file.get(dict.get('/FunctionType'))) {
    case '0':
      return sampled(file, v, dict, domain, range);
    case '2': {
      const c0 = numbersOf(file, dict.get('/C0')) ?? [0];
      const c1 = numbersOf(file, dict.get('/C1')) ?? [1];
      const n = numberOf(file.get(dict.get('/N')), 1);
      return {
        outputs: c0.length,
        made: { kind: 'exponential', c0, c1, n },
        at: ([x]) => c0.map((c, i) => c + (n === 1 ? x! : x! ** n) * ((c1[i] ?? c) - c)),
      };
    }
    case '3':
      return stitched(file, dict, domain, depth);
    case '4': {
      const program = readProgram(Buffer.from(dataOf(file, v)).toString('latin1'));
      const outputs = (range?.length ?? 0) >> 1;
      return {
        outputs,
        made: { kind: 'other' },
        at: (x) => {
          const stack = [...x];
          runProgram(program, stack);
          return Array.from({ length: outputs }, (_, i) => stack[stack.length - outputs + i] ?? 0);
        },
      };
    }
    default:
      throw new PdfSyntaxError('A function is of no known type.');
  }
}

function dataOf(file: PdfFile, v: PdfValue | undefined): Uint8Array {
  const object = v instanceof Ref ? file.object(v) : null;
  if (!object?.stream) throw new PdfSyntaxError('A function has no data.');
  return file.streamData(object);
}

/** Functions one behind another (7.10.4). */
function stitched(file: PdfFile, dict: Dict, domain: readonly number[], depth: number): Bare {
  const list = file.get(dict.get('/Functions'));
  const of = (Array.isArray(list) ? list : []).slice(0, 1000).map((f) => readFunction(file, f, depth + 1));
  const bounds = numbersOf(file, dict.get('/Bounds')) ?? [];
  const encode = numbersOf(file, dict.get('/Encode')) ?? [];
  if (of.length === 0 || bounds.length < of.length - 1) throw new PdfSyntaxError('A function is stitched of nothing.');
  const edges = [domain[0]!, ...bounds.slice(0, of.length - 1), domain[1]!];
  return {
    outputs: of[0]!.outputs,
    made: { kind: 'stitched', of, bounds: bounds.slice(0, of.length - 1), encode },
    at: ([x]) => {
      let k = 0;
      while (k < of.length - 1 && x! >= edges[k + 1]!) k++;
      return of[k]!.at([between(x!, edges[k]!, edges[k + 1]!, encode[2 * k] ?? 0, encode[2 * k + 1] ?? 1)]);
    },
  };
}

const MOST_SAMPLES = 1 << 24;

/** A table, linear between its entries (7.10.2); the cubic order is taken as linear, as the standard lets readers do. */
function sampled(
  file: PdfFile,
  v: PdfValue | undefined,
  dict: Dict,
  domain: readonly number[],
  range: readonly number[] | null,
): Bare {
  const size = numbersOf(file, dict.get('/Size')) ?? [];
  const bits = numberOf(file.get(dict.get('/BitsPerSample')), 8);
  const outputs = (range?.length ?? 0) >> 1;
  const inputs = domain.length >> 1;
  const count = size.reduce((a, b) => a * b, outputs);
  const sound = size.length === inputs && size.every((s) => Number.isInteger(s) && s > 0) && count > 0;
  if (!sound || count > MOST_SAMPLES || inputs > 8) throw new PdfSyntaxError('A function’s table is out of shape.');
  const encode = numbersOf(file, dict.get('/Encode')) ?? size.flatMap((s) => [0, s - 1]);
  const decode = numbersOf(file, dict.get('/Decode')) ?? range!;
  const table = unpacked(dataOf(file, v), bits, count);
  const at = (x: readonly number[]): number[] => {
    const low: number[] = [];
    const part: number[] = [];
    for (let i = 0; i < inputs; i++) {
      const e = between(
        x[i]!,
        domain[2 * i]!,
        domain[2 * i + 1]!,
        encode[2 * i] ?? 0,
        encode[2 * i + 1] ?? size[i]! - 1,
      );
      const within = clamp(e, 0, size[i]! - 1);
      low.push(Math.min(Math.floor(within), Math.max(0, size[i]! - 2)));
      part.push(within - low[i]!);
    }
    const out = new Array<number>(outputs).fill(0);
    for (let corner = 0; corner < 1 << inputs; corner++) {
      let weight = 1;
      let index = 0;
      let stride = 1;
      for (let i = 0; i < inputs; i++) {
        const up = (corner >> i) & 1;
        weight *= up ? part[i]! : 1 - part[i]!;
        index += Math.min(low[i]! + up, size[i]! - 1) * stride;
        stride *= size[i]!;
      }
      if (weight > 0) for (let j = 0; j < outputs; j++) out[j]! += weight * table[index * outputs + j]!;
    }
    return out.map((s, j) => decode[2 * j]! + s * (decode[2 * j + 1]! - decode[2 * j]!));
  };
  return { outputs, at, made: { kind: 'other' } };
}

/** Samples of 1 to 32 bits as shares of the largest; what is missing is 0. */
export function unpacked(data: Uint8Array, bits: number, count: number): Float64Array {
  if (![1, 2, 4, 8, 12, 16, 24, 32].includes(bits)) throw new PdfSyntaxError(`There are no samples of ${bits} bits.`);
  const out = new Float64Array(count);
  const most = 2 ** bits - 1;
  for (let i = 0, bit = 0; i < count; i++) {
    let v = 0;
    for (let left = bits; left > 0;) {
      const taken = Math.min(left, 8 - (bit & 7));
      const byte = data[bit >> 3] ?? 0;
      v = v * 2 ** taken + ((byte >> (8 - (bit & 7) - taken)) & ((1 << taken) - 1));
      bit += taken;
      left -= taken;
    }
    out[i] = v / most;
  }
  return out;
}
