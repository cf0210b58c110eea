import { inflateSync, constants } from 'node:zlib';
import { isDict, numberOf, PdfSyntaxError, type Dict, type PdfValue } from './objects';

const KNOWN = new Set<PdfValue | undefined>([
  '/FlateDecode',
  '/Fl',
  '/ASCIIHexDecode',
  '/AHx',
  '/ASCII85Decode',
  '/A85',
]);

/** Whether {@link decode} knows a filter. */
export const canDecode = (filter: PdfValue | undefined): boolean => KNOWN.has(filter);

/** Decodes stream data (ISO 32000-1, 7.4). Image filters are not among those known: their data is never looked into. */
export function decode(
  data: Uint8Array,
  dict: Dict,
  resolve: (v: PdfValue | undefined) => PdfValue | undefined,
): Uint8Array {
  const list = (v: PdfValue | undefined): (PdfValue | undefined)[] => {
    const r = resolve(v);
    return r === undefined ? [] : Array.isArray(r) ? r.map((x) => resolve(x)) : [r];
  };
  const filters = list(dict.get('/Filter') ?? dict.get('/F'));
  const parms = list(dict.get('/DecodeParms') ?? dict.get('/DP'));
  let out = data;
  filters.forEach((filter, i) => {
    const parm = parms[i];
    switch (filter) {
      case '/FlateDecode':
      case '/Fl':
        out = inflateSync(out, { finishFlush: constants.Z_SYNC_FLUSH, maxOutputLength: 1 << 30 });
        if (isDict(parm)) out = unpredict(out, parm, resolve);
        return;
      case '/ASCIIHexDecode':
      case '/AHx':
        out = Buffer.from(
          Buffer.from(out)
            .toString('latin1')
            .replace(/>[\s\S]*$/, '')
            .replace(/\s+/g, ''),
          'hex',
        );
        return;
      case '/ASCII85Decode':
      case '/A85':
        out = ascii85(out);
        return;
      default:
        throw new PdfSyntaxError(`A stream is packed with ${String(filter)}.`);
    }
  });
  return out;
}

function ascii85(data: Uint8Array): Uint8Array {
  const out: number[] = [];
  let group: number[] = [];
  for (const c of data) {
    if (c === 0x7e) break;
    if (c === 0x7a && group.length === 0) out.push(0, 0, 0, 0);
    else if (c >= 0x21 && c <= 0x75) {
      group.push(c - 0x21);
      if (group.length === 5) {
        push(group, 4);
        group = [];
      }
    }
  }
  if (group.length > 1) {
    const n = group.length - 1;
    while (group.length < 5) group.push(84);
    push(group, n);
  }
  return Uint8Array.from(out);
  function push(g: number[], n: number): void {
    let v = 0;
    for (const d of g) v = v * 85 + d;
    for (let i = 0; i < n; i++) out.push(Math.floor(v / 256 ** (3 - i)) % 256);
  }
}

/** Undoes PNG predictors (7.4.4.4); TIFF's predictor 2 occurs only in images. */
function unpredict(
  data: Uint8Array,
  parm: Dict,
  resolve: (v: PdfValue | undefined) => PdfValue | undefined,
): Uint8Array {
  const get = (key: string, otherwise: number): number => numberOf(resolve(parm.get(key)), otherwise);
  const predictor = get('/Predictor', 1);
  if (predictor === 1) return data;
  if (predictor < 10) throw new PdfSyntaxError(`A stream uses predictor ${predictor}.`);
  const bpp = Math.max(1, (get('/Colors', 1) * get('/BitsPerComponent', 8)) >> 3);
  const row = Math.ceil((get('/Colors', 1) * get('/BitsPerComponent', 8) * get('/Columns', 1)) / 8);
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
