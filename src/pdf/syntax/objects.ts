/**
 * PDF objects (ISO 32000-1, 7.3) as they are needed for moving them from one file to another: what is not looked
 * into stays the text it was, so that nothing is rounded or re-encoded on the way.
 */

/** An indirect reference `num gen R`. */
export class Ref {
  constructor(
    readonly num: number,
    readonly gen: number,
  ) {}
}

/** A dictionary; keys carry their slash (`/Type`). */
export type Dict = Map<string, PdfValue>;

/** Numbers, strings, names, booleans and null are kept as their own text, in Latin-1. */
export type PdfValue = string | Ref | Dict | PdfValue[];

/** An indirect object: its value and, for a stream, where its bytes lie in the file. */
export interface PdfObject {
  readonly value: PdfValue;
  readonly stream: { readonly offset: number; readonly length: number } | null;
}

/** A file that breaks the format in a way this reader does not mend. */
export class PdfSyntaxError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'PdfSyntaxError';
  }
}

export const isDict = (v: unknown): v is Dict => v instanceof Map;

/** A number, or `otherwise` where the value is none. */
export function numberOf(v: PdfValue | undefined, otherwise = NaN): number {
  if (typeof v !== 'string') return otherwise;
  const n = Number(v);
  return Number.isFinite(n) && v !== '' ? n : otherwise;
}

/** `/`, `[`, `<`, `(`: the first characters of what stands off from a name by itself. */
const DELIMITED = new Set([0x2f, 0x5b, 0x3c, 0x28]);

/** Writes a value, with references renumbered by `renumber`. */
export function serialise(v: PdfValue, renumber: (ref: Ref) => string): string {
  if (typeof v === 'string') return v;
  if (v instanceof Ref) return renumber(v);
  if (Array.isArray(v)) return `[${v.map((x) => serialise(x, renumber)).join(' ')}]`;
  let out = '<<';
  for (const [key, value] of v) {
    const text = serialise(value, renumber);
    // what begins with a delimiter needs nothing between (7.2.2)
    out += DELIMITED.has(text.charCodeAt(0)) ? key + text : `${key} ${text}`;
  }
  return `${out}>>`;
}
