import { inflateRawSync, inflateSync, constants } from 'node:zlib';
import type { Budget } from './budget';
import { isDict, numberOf, PdfSyntaxError, type Dict, type PdfValue } from './objects';

type Resolve = (v: PdfValue | undefined) => PdfValue | undefined;

/** Short names are those of inline images (ISO 32000-1, table 94); some writers use them everywhere. */
const LONG: Readonly<Record<string, string>> = {
  '/Fl': '/FlateDecode',
  '/AHx': '/ASCIIHexDecode',
  '/A85': '/ASCII85Decode',
  '/LZW': '/LZWDecode',
  '/RL': '/RunLengthDecode',
};
const KNOWN = new Set(['/FlateDecode', '/ASCIIHexDecode', '/ASCII85Decode', '/LZWDecode', '/RunLengthDecode']);

export interface Filter {
  readonly name: string;
  readonly parms: Dict | null;
}

/** A stream's filters in the order in which they are undone, by their long names. */
export function filtersOf(dict: Dict, resolve: Resolve): Filter[] {
  const list = (v: PdfValue | undefined): (PdfValue | undefined)[] => {
    const r = resolve(v);
    return r === undefined ? [] : Array.isArray(r) ? r.map((x) => resolve(x)) : [r];
  };
  // /F of a stream names a file outside (7.3.8.2), which is not gone for
  const parms = list(dict.get('/DecodeParms') ?? dict.get('/DP'));
  return list(dict.get('/Filter')).map((name, i) => {
    const parm = parms[i];
    return { name: LONG[String(name)] ?? String(name), parms: isDict(parm) ? parm : null };
  });
}

/** Whether {@link decode} knows a filter. */
export const canDecode = (filter: Filter): boolean => KNOWN.has(filter.name);

/** Data that ends before it should, or breaks: what came before is there. */
export interface Decoded {
  readonly data: Uint8Array;
  readonly whole: boolean;
}

/**
 * Decodes stream data (ISO 32000-1, 7.4) as far as it goes. Image filters are not among those known: their data is
 * never looked into.
 * @throws PdfSyntaxError where a filter is not known; PdfTooLarge where it unpacks beyond all measure
 */
export function decode(data: Uint8Array, dict: Dict, resolve: Resolve, budget: Budget): Decoded {
  let out = data;
  let whole = true;
  for (const { name, parms } of filtersOf(dict, resolve)) {
    const step = decodeOne(out, name, budget);
    budget.spend(step.data.length);
    whole &&= step.whole;
    out = parms ? unpredict(step.data, parms, resolve) : step.data;
  }
  return { data: out, whole };
}

function decodeOne(data: Uint8Array, name: string, budget: Budget): Decoded {
  switch (name) {
    case '/FlateDecode':
      return inflate(data, budget);
    case '/ASCIIHexDecode':
      return { data: asciiHex(data), whole: true };
    case '/ASCII85Decode':
      return { data: ascii85(data), whole: true };
    case '/LZWDecode':
      return lzw(data, budget);
    case '/RunLengthDecode':
      return runLength(data, budget);
    default:
      throw new PdfSyntaxError(`A stream is packed with ${name}.`);
  }
}

const tooLarge = (e: unknown): boolean => (e as NodeJS.ErrnoException).code === 'ERR_BUFFER_TOO_LARGE';

function inflate(data: Uint8Array, budget: Budget): Decoded {
  const options = { finishFlush: constants.Z_SYNC_FLUSH, maxOutputLength: Math.max(1, budget.next) };
  try {
    const out = inflateSync(data, options);
    return { data: out, whole: true };
  } catch (e) {
    if (tooLarge(e)) budget.refuse();
    // the checksum at its end, or its beginning, may be all that is wrong; else what is sound before the break
    return { data: inflateBroken(data, budget), whole: false };
  }
}

/** As much as can be had of a broken deflate stream: the longest piece of it that unpacks. */
function inflateBroken(data: Uint8Array, budget: Budget): Uint8Array {
  const options = { finishFlush: constants.Z_SYNC_FLUSH, maxOutputLength: Math.max(1, budget.next) };
  const attempt = (n: number): Uint8Array | null => {
    try {
      // past the two bytes of its header (RFC 1950), which may be wrong as well
      return inflateRawSync(data.subarray(2, n), options);
    } catch (e) {
      if (tooLarge(e)) budget.refuse();
      return null;
    }
  };
  const all = attempt(data.length);
  if (all) return all;
  // what unpacks up to a byte does up to every byte before it
  let [good, bad] = [2, data.length];
  while (bad - good > 1) {
    const middle = (good + bad) >> 1;
    if (attempt(middle)) good = middle;
    else bad = middle;
  }
  return attempt(good) ?? new Uint8Array();
}

function asciiHex(data: Uint8Array): Uint8Array {
  const text = Buffer.from(data)
    .toString('latin1')
    .replace(/>[\s\S]*$/, '')
    .replace(/[^0-9a-fA-F]+/g, '');
  return Buffer.from(text.length % 2 === 1 ? `${text}0` : text, 'hex');
}

function ascii85(data: Uint8Array): Uint8Array {
  const out = new Uint8Array(4 * data.length);
  let n = 0;
  const group = [0, 0, 0, 0, 0];
  let have = 0;
  const push = (bytes: number): void => {
    let v = 0;
    for (const d of group) v = v * 85 + d;
    for (let i = 0; i < bytes; i++) out[n++] = Math.floor(v / 256 ** (3 - i)) % 256;
  };
  for (const c of data) {
    if (c === 0x7e) break;
    if (c === 0x7a && have === 0) n += 4;
    else if (c >= 0x21 && c <= 0x75) {
      group[have++] = c - 0x21;
      if (have === 5) {
        push(4);
        have = 0;
      }
    }
  }
  if (have > 1) {
    group.fill(84, have);
    push(have - 1);
  }
  return out.subarray(0, n);
}

/** Bytes gathered up to a measure. */
class Gathered {
  private buffer = Buffer.alloc(1 << 16);
  private n = 0;

  constructor(private readonly budget: Budget) {}

  add(bytes: Uint8Array): void {
    if (this.n + bytes.length > this.budget.next) this.budget.refuse();
    if (this.n + bytes.length > this.buffer.length) {
      const larger = Buffer.alloc(Math.max(2 * this.buffer.length, this.n + bytes.length));
      larger.set(this.buffer.subarray(0, this.n));
      this.buffer = larger;
    }
    this.buffer.set(bytes, this.n);
    this.n += bytes.length;
  }

  get bytes(): Uint8Array {
    return this.buffer.subarray(0, this.n);
  }
}

/** LZW with codes of 9 to 12 bits, the code grown one early (7.4.4.2). */
function lzw(data: Uint8Array, budget: Budget): Decoded {
  const out = new Gathered(budget);
  let table: Uint8Array[] = [];
  const reset = (): void => {
    table = Array.from({ length: 258 }, (_, i) => (i < 256 ? Uint8Array.of(i) : new Uint8Array()));
  };
  reset();
  let width = 9;
  let bits = 0;
  let held = 0;
  let before = null as Uint8Array | null;
  for (const byte of data) {
    held = ((held << 8) | byte) & 0xffffff;
    bits += 8;
    if (bits < width) continue;
    bits -= width;
    const code = (held >> bits) & ((1 << width) - 1);
    if (code === 257) return { data: out.bytes, whole: true };
    if (code === 256) {
      reset();
      width = 9;
      before = null;
      continue;
    }
    let entry = table[code];
    if (before) {
      if (!entry && code === table.length) entry = Buffer.concat([before, before.subarray(0, 1)]);
      if (!entry) return { data: out.bytes, whole: false };
      if (table.length < 4096) {
        const grown = new Uint8Array(before.length + 1);
        grown.set(before);
        grown[before.length] = entry[0]!;
        table.push(grown);
      }
    }
    if (!entry || entry.length === 0) return { data: out.bytes, whole: false };
    out.add(entry);
    before = entry;
    width = table.length + 1 >= 2048 ? 12 : table.length + 1 >= 1024 ? 11 : table.length + 1 >= 512 ? 10 : 9;
  }
  return { data: out.bytes, whole: true };
}

/** Runs of bytes (7.4.5). */
function runLength(data: Uint8Array, budget: Budget): Decoded {
  const out = new Gathered(budget);
  for (let at = 0; at < data.length;) {
    const n = data[at++]!;
    if (n === 128) return { data: out.bytes, whole: true };
    if (n < 128) {
      const run = data.subarray(at, at + n + 1);
      out.add(run);
      if (run.length < n + 1) return { data: out.bytes, whole: false };
      at += n + 1;
    } else if (at < data.length) out.add(new Uint8Array(257 - n).fill(data[at++]!));
    else return { data: out.bytes, whole: false };
  }
  return { data: out.bytes, whole: true };
}

/** Undoes PNG predictors (7.4.4.4) and TIFF's of eight bits. */
function unpredict(data: Uint8Array, parm: Dict, resolve: Resolve): Uint8Array {
  const get = (key: string, otherwise: number, most: number): number => {
    const v = numberOf(resolve(parm.get(key)), otherwise);
    return v >= 1 && v <= most ? Math.floor(v) : otherwise;
  };
  const predictor = get('/Predictor', 1, 15);
  if (predictor === 1) return data;
  const colours = get('/Colors', 1, 32);
  const bits = get('/BitsPerComponent', 8, 16);
  const bpp = Math.max(1, (colours * bits) >> 3);
  const row = Math.ceil((colours * bits * get('/Columns', 1, 1 << 24)) / 8);
  if (predictor < 10) {
    if (bits !== 8) throw new PdfSyntaxError(`A stream uses predictor ${predictor} with ${bits} bits.`);
    const out = Uint8Array.from(data);
    for (let i = 0; i < out.length; i++) if (i % row >= bpp) out[i] = (out[i]! + out[i - bpp]!) & 255;
    return out;
  }
  const rows = Math.floor(data.length / (row + 1));
  const out = new Uint8Array(rows * row);
  for (let r = 0; r < rows; r++) {
    const type = data[r * (row + 1)];
    const from = r * (row + 1) + 1;
    const to = r * row;
    for (let i = 0; i < row; i++) {
      const left = i >= bpp ? out[to + i - bpp]! : 0;
      const up = r > 0 ? out[to + i - row]! : 0;
      const corner = r > 0 && i >= bpp ? out[to + i - row - bpp]! : 0;
      let guess = 0;
      if (type === 1) guess = left;
      else if (type === 2) guess = up;
      else if (type === 3) guess = (left + up) >> 1;
      else if (type === 4) {
        const p = left + up - corner;
        const [a, b, c] = [Math.abs(p - left), Math.abs(p - up), Math.abs(p - corner)];
        guess = a <= b && a <= c ? left : b <= c ? up : corner;
      }
      out[to + i] = (data[from + i]! + guess) & 255;
    }
  }
  return out;
}
