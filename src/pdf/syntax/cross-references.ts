import { Lexer, OutOfBytes } from './lexer';
import { isDict, numberOf, PdfSyntaxError, type Dict, type PdfObject, type PdfValue } from './objects';
import type { Entry } from './rebuild';

/** Tables in a row, each naming the one before it. */
const MOST_SECTIONS = 10_000;
/** The largest object number there may be (annex C.2). */
const MOST_OBJECTS = 8_388_607;
/** A table is shorter than this: eight million objects. */
const MOST_TABLE = 192 << 20;

/** What of a file its tables are read from. */
export interface TableSource {
  readonly size: number;
  /** Bytes as Latin-1 text. */
  readonly text: (offset: number, length: number) => string;
  readonly objectAt: (offset: number, num: number) => PdfObject;
  readonly streamData: (object: PdfObject) => Uint8Array;
}

/**
 * Reads a file's tables, the newest first: of two entries for one object the newer holds.
 * @param entries where objects are, filled up; streams may ask for their lengths there while tables are read
 * @returns the newest trailer
 * @throws PdfSyntaxError
 */
export function readCrossReferences(file: TableSource, entries: Map<number, Entry>): Dict {
  const tail = file.text(Math.max(0, file.size - 2048), 2048);
  const at = tail.lastIndexOf('startxref');
  const found = at < 0 ? null : /startxref\s+(\d+)/.exec(tail.slice(at));
  if (!found) throw new PdfSyntaxError('The file does not say where its table is.');
  let newest: Dict | null = null;
  const seen = new Set<number>();
  const queue = [Number(found[1])];
  for (let offset = queue.shift(); offset !== undefined; offset = queue.shift()) {
    if (seen.has(offset) || !(offset >= 0) || offset >= file.size) continue;
    seen.add(offset);
    if (seen.size > MOST_SECTIONS) throw new PdfSyntaxError('The file has too many tables.');
    const trailer = readSection(file, offset, entries);
    newest ??= trailer;
    const hybrid = numberOf(trailer.get('/XRefStm'));
    const previous = numberOf(trailer.get('/Prev'));
    if (Number.isFinite(hybrid)) queue.push(hybrid);
    if (Number.isFinite(previous)) queue.push(previous);
  }
  if (!newest) throw new PdfSyntaxError('The file has no table of its objects.');
  return newest;
}

function readSection(file: TableSource, offset: number, entries: Map<number, Entry>): Dict {
  return new Lexer(file.text(offset, 32)).accept('xref')
    ? readTable(file, offset, entries)
    : readXrefStream(file, offset, entries);
}

function readTable(file: TableSource, offset: number, entries: Map<number, Entry>): Dict {
  for (let window = 1 << 16; ; window *= 4) {
    const text = file.text(offset, window);
    const lexer = new Lexer(text, 0, offset + text.length >= file.size || window > MOST_TABLE);
    const found = new Map<number, Entry>();
    try {
      lexer.accept('xref');
      while (!lexer.accept('trailer')) {
        const [from, many] = [lexer.word(), lexer.word()];
        const [first, count] = [Number(from), Number(many)];
        // an empty word means that something else stands there, and would be read again for ever
        if (from === '' || many === '' || !Number.isInteger(first) || !Number.isInteger(count))
          throw new PdfSyntaxError('The table of objects is damaged.');
        for (let i = 0; i < count; i++) {
          const [at, type] = lexer.entry();
          if (type !== 'n' && type !== 'f') throw new PdfSyntaxError('The table of objects is damaged.');
          if (first + i > MOST_OBJECTS) throw new PdfSyntaxError('The table of objects is damaged.');
          if (type === 'n' && at > 0) found.set(first + i, { kind: 'at', offset: at });
        }
      }
      const trailer = lexer.value();
      if (!isDict(trailer)) throw new PdfSyntaxError('The file has no trailer.');
      for (const [num, entry] of found) if (!entries.has(num)) entries.set(num, entry);
      return trailer;
    } catch (e) {
      if (!(e instanceof OutOfBytes)) throw e;
    }
  }
}

function readXrefStream(file: TableSource, offset: number, entries: Map<number, Entry>): Dict {
  const num = Number(new Lexer(file.text(offset, 32)).word());
  if (!Number.isInteger(num)) throw new PdfSyntaxError('The table of objects is not where the file says.');
  const object = file.objectAt(offset, num);
  const dict = object.value;
  if (!isDict(dict) || dict.get('/Type') !== '/XRef')
    throw new PdfSyntaxError('The table of objects is not where the file says.');
  const data = file.streamData(object);
  const widths = (dict.get('/W') as PdfValue[] | undefined)?.map((w) => numberOf(w, 0)) ?? [];
  const [w0 = 0, w1 = 0, w2 = 0] = widths;
  if ([w0, w1, w2].some((w) => !(w >= 0 && w <= 8)) || w0 + w1 + w2 === 0)
    throw new PdfSyntaxError('The table of objects is damaged.');
  const index = (dict.get('/Index') as PdfValue[] | undefined)?.map((v) => numberOf(v, 0)) ?? [
    0,
    numberOf(dict.get('/Size'), 0),
  ];
  let at = 0;
  const field = (width: number, otherwise: number): number => {
    if (width === 0) return otherwise;
    let v = 0;
    for (let i = 0; i < width; i++) v = v * 256 + (data[at++] ?? 0);
    return v;
  };
  for (let k = 0; k + 1 < index.length; k += 2)
    for (let i = 0; i < index[k + 1]! && at < data.length; i++) {
      if (index[k]! + i > MOST_OBJECTS) throw new PdfSyntaxError('The table of objects is damaged.');
      const type = field(w0, 1);
      const a = field(w1, 0);
      const b = field(w2, 0);
      const n = index[k]! + i;
      if (entries.has(n)) continue;
      if (type === 1) entries.set(n, { kind: 'at', offset: a });
      else if (type === 2) entries.set(n, { kind: 'in', holder: a, index: b });
    }
  return dict;
}
