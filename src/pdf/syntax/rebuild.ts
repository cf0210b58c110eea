import { Lexer } from './lexer';
import { isDict, numberOf, PdfSyntaxError, Ref, type Dict } from './objects';

export type Entry =
  | { readonly kind: 'at'; readonly offset: number }
  | { readonly kind: 'in'; readonly holder: number; readonly index: number };

export interface Rebuilt {
  readonly entries: Map<number, Entry>;
  readonly trailer: Dict;
  /** Objects that hold others, in the order of the file. */
  readonly holders: readonly number[];
}

const CHUNK = 4 << 20;
/** An object's head, `4294967295 65535 obj`, is no longer than this. */
const OVERLAP = 64;
const MOST_OBJECTS = 8_388_607;

const digit = (c: number | undefined): boolean => c !== undefined && c >= 0x30 && c <= 0x39;
const white = (c: number | undefined): boolean =>
  c === 0x20 || c === 0x0a || c === 0x0d || c === 0x09 || c === 0x0c || c === 0;

/**
 * Finds a file's objects by looking for them, as readers do where its table is wrong: of two with one number the later
 * holds. The trailer is the last that names a root, or what a cross-reference stream says, or made for the catalog found.
 * @throws PdfSyntaxError where there is nothing to begin at
 */
export function rebuild(size: number, read: (offset: number, length: number) => Buffer): Rebuilt {
  const entries = new Map<number, Entry>();
  const holders = new Set<number>();
  let trailer: Dict | null = null;
  let catalog: number | null = null;
  const dictAt = (offset: number): Dict | null => {
    try {
      const lexer = new Lexer(read(offset, 1 << 16).toString('latin1'));
      const value = lexer.value();
      return isDict(value) ? value : null;
    } catch {
      return null;
    }
  };
  for (let from = 0; from < size; from += CHUNK) {
    const bytes = read(Math.max(0, from - OVERLAP), CHUNK + (from > 0 ? OVERLAP : 0) + OVERLAP);
    const base = Math.max(0, from - OVERLAP);
    for (let at = bytes.indexOf('obj'); at >= 0; at = bytes.indexOf('obj', at + 3)) {
      let i = at - 1;
      while (white(bytes[i])) i--;
      const genEnd = i;
      while (digit(bytes[i])) i--;
      if (i === genEnd || !white(bytes[i])) continue;
      while (white(bytes[i])) i--;
      const numEnd = i;
      while (digit(bytes[i])) i--;
      if (i === numEnd || numEnd - i > 10) continue;
      const num = Number(bytes.toString('latin1', i + 1, numEnd + 1));
      if (num === 0 || num > MOST_OBJECTS) continue;
      entries.set(num, { kind: 'at', offset: base + i + 1 });
      const head = bytes.toString('latin1', at + 3, at + 400);
      if (/\/ObjStm\b/.test(head)) holders.add(num);
      if (/\/Type\s*\/Catalog\b/.test(head)) catalog = num;
      if (/\/Type\s*\/XRef\b/.test(head)) {
        const dict = dictAt(base + at + 3);
        if (dict?.has('/Root')) trailer = dict;
      }
    }
    for (let at = bytes.indexOf('trailer'); at >= 0; at = bytes.indexOf('trailer', at + 7)) {
      const dict = dictAt(base + at + 7);
      if (dict?.has('/Root')) trailer = dict;
    }
  }
  if (!trailer && catalog === null && holders.size === 0) throw new PdfSyntaxError('The file has no objects.');
  return {
    entries,
    trailer: trailer ?? new Map(catalog === null ? [] : [['/Root', new Ref(catalog, 0)]]),
    holders: [...holders],
  };
}

/** The numbers of the objects that an object stream holds, in its order (7.5.7). */
export function heldNumbers(bytes: Uint8Array, count: number): number[] {
  const lexer = new Lexer(Buffer.from(bytes).toString('latin1'));
  const out: number[] = [];
  for (let i = 0; i < count; i++) {
    const num = Number(lexer.word());
    const offset = lexer.word();
    if (!Number.isInteger(num) || offset === '') break;
    out.push(num);
  }
  return out;
}

export const countOf = (dict: Dict): number => Math.max(0, Math.min(1_000_000, numberOf(dict.get('/N'), 0)));
