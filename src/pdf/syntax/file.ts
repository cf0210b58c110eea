import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import { decode } from './filters';
import { Lexer, OutOfBytes } from './lexer';
import { isDict, numberOf, PdfSyntaxError, Ref, type Dict, type PdfObject, type PdfValue } from './objects';

type Entry =
  | { readonly kind: 'at'; readonly offset: number }
  | { readonly kind: 'in'; readonly holder: number; readonly index: number };

/** A page as its tree gives it: the dictionary with what it inherits filled in. */
export type PageDict = Dict;

/** More nodes than any page tree has. */
const MOST_NODES = 500_000;

/**
 * A PDF file read in place: objects are fetched as they are asked for and stream data stays on disk, so that a file
 * of any size takes the memory of its cross-reference table.
 */
export class PdfFile {
  private readonly fd: number;
  readonly size: number;
  private readonly entries = new Map<number, Entry>();
  private readonly holders = new Map<number, { bytes: Uint8Array; offsets: number[] }>();
  readonly trailer: Dict;
  readonly version: number;

  /** @throws PdfSyntaxError where the cross-reference table cannot be followed, or the file is encrypted */
  constructor(path: string) {
    this.fd = openSync(path, 'r');
    try {
      this.size = fstatSync(this.fd).size;
      const head = this.read(0, Math.min(1024, this.size)).toString('latin1');
      const header = /%PDF-(\d\.\d)/.exec(head);
      if (!header) throw new PdfSyntaxError('This is not a PDF.');
      if (header.index !== 0) throw new PdfSyntaxError('Something stands before the PDF header.');
      this.trailer = this.readCrossReferences();
      if (this.trailer.has('/Encrypt')) throw new PdfSyntaxError('The file is encrypted.');
      const own = this.get(this.catalog().get('/Version'));
      this.version = Math.max(Number(header[1]), typeof own === 'string' ? Number(own.slice(1)) || 0 : 0);
    } catch (e) {
      closeSync(this.fd);
      throw e;
    }
  }

  close(): void {
    closeSync(this.fd);
  }

  /** Reads bytes of the file; shorter at its end. */
  read(offset: number, length: number): Buffer {
    const buffer = Buffer.allocUnsafe(Math.max(0, Math.min(length, this.sizeOrLength(offset, length))));
    let done = 0;
    while (done < buffer.length) {
      const n = readSync(this.fd, buffer, done, buffer.length - done, offset + done);
      if (n === 0) break;
      done += n;
    }
    return done === buffer.length ? buffer : buffer.subarray(0, done);
  }

  /** Reads into a buffer at hand. */
  readInto(buffer: Buffer, at: number, offset: number, length: number): number {
    return readSync(this.fd, buffer, at, length, offset);
  }

  private sizeOrLength(offset: number, length: number): number {
    return this.size === undefined ? length : this.size - offset;
  }

  catalog(): Dict {
    const root = this.get(this.trailer.get('/Root'));
    if (!isDict(root)) throw new PdfSyntaxError('The file has no catalog.');
    return root;
  }

  /** What a value refers to, through any number of references; undefined where there is nothing. */
  get(v: PdfValue | undefined): PdfValue | undefined {
    for (let i = 0; v instanceof Ref; i++) {
      if (i > 32) throw new PdfSyntaxError('References go in a circle.');
      v = this.object(v)?.value;
    }
    return v === 'null' ? undefined : v;
  }

  /** An indirect object, or null where the table has none of that number. */
  object(ref: Ref): PdfObject | null {
    const entry = this.entries.get(ref.num);
    if (!entry) return null;
    return entry.kind === 'at' ? this.objectAt(entry.offset, ref.num) : this.objectIn(entry.holder, entry.index);
  }

  private objectAt(offset: number, num: number): PdfObject {
    for (let window = 4096; ; window *= 8) {
      const bytes = this.read(offset, window);
      const complete = offset + bytes.length >= this.size;
      const lexer = new Lexer(bytes, 0, complete);
      try {
        const found = lexer.word();
        lexer.word();
        if (Number(found) !== num || !lexer.accept('obj'))
          throw new PdfSyntaxError(`Object ${num} is not where the table says.`);
        const value = lexer.value();
        lexer.skipWhite();
        if (!lexer.accept('stream')) return { value, stream: null };
        if (lexer.at + 2 > bytes.length && !complete) throw new OutOfBytes();
        if (bytes[lexer.at] === 13) lexer.at++;
        if (bytes[lexer.at] === 10) lexer.at++;
        if (!isDict(value)) throw new PdfSyntaxError(`Stream ${num} has no dictionary.`);
        const length = numberOf(this.get(value.get('/Length')));
        const start = offset + lexer.at;
        if (!(length >= 0) || start + length > this.size)
          throw new PdfSyntaxError(`Stream ${num} has no sound length.`);
        const after = new Lexer(this.read(start + length, 32), 0);
        if (!after.accept('endstream')) throw new PdfSyntaxError(`Stream ${num} is not as long as it says.`);
        return { value, stream: { offset: start, length } };
      } catch (e) {
        if (!(e instanceof OutOfBytes)) throw e;
      }
    }
  }

  private objectIn(holder: number, index: number): PdfObject {
    let held = this.holders.get(holder);
    if (!held) {
      const object = this.object(new Ref(holder, 0));
      if (!object?.stream || !isDict(object.value)) throw new PdfSyntaxError(`Object stream ${holder} is missing.`);
      const bytes = this.streamData(object);
      const lexer = new Lexer(bytes);
      const count = numberOf(this.get(object.value.get('/N')), 0);
      const first = numberOf(this.get(object.value.get('/First')), 0);
      const offsets: number[] = [];
      if (count > bytes.length) throw new PdfSyntaxError(`Object stream ${holder} is damaged.`);
      for (let i = 0; i < count; i++) {
        lexer.word();
        offsets.push(first + Number(lexer.word()));
      }
      held = { bytes, offsets };
      if (this.holders.size > 64) this.holders.delete(this.holders.keys().next().value!);
      this.holders.set(holder, held);
    }
    const at = held.offsets[index];
    if (at === undefined) throw new PdfSyntaxError(`Object stream ${holder} has no object ${index}.`);
    return { value: new Lexer(held.bytes, at).value(), stream: null };
  }

  /** A stream's data, decoded. */
  streamData(object: PdfObject): Uint8Array {
    if (!object.stream || !isDict(object.value)) throw new PdfSyntaxError('This object is no stream.');
    return decode(this.read(object.stream.offset, object.stream.length), object.value, (v) => this.get(v));
  }

  private readCrossReferences(): Dict {
    const tail = this.read(Math.max(0, this.size - 2048), 2048).toString('latin1');
    const at = tail.lastIndexOf('startxref');
    const found = at < 0 ? null : /startxref\s+(\d+)/.exec(tail.slice(at));
    if (!found) throw new PdfSyntaxError('The file does not say where its table is.');
    let newest: Dict | null = null;
    const seen = new Set<number>();
    const queue = [Number(found[1])];
    for (let offset = queue.shift(); offset !== undefined; offset = queue.shift()) {
      if (seen.has(offset) || offset >= this.size) continue;
      seen.add(offset);
      const trailer = this.readSection(offset);
      newest ??= trailer;
      const hybrid = numberOf(trailer.get('/XRefStm'));
      const previous = numberOf(trailer.get('/Prev'));
      if (Number.isFinite(hybrid)) queue.push(hybrid);
      if (Number.isFinite(previous)) queue.push(previous);
    }
    if (!newest) throw new PdfSyntaxError('The file has no table of its objects.');
    return newest;
  }

  private readSection(offset: number): Dict {
    const start = this.read(offset, 32);
    return new Lexer(start).accept('xref') ? this.readTable(offset) : this.readXrefStream(offset);
  }

  private readTable(offset: number): Dict {
    for (let window = 1 << 16; ; window *= 4) {
      const bytes = this.read(offset, window);
      const lexer = new Lexer(bytes, 0, offset + bytes.length >= this.size);
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
            const at = Number(lexer.word());
            lexer.word();
            const type = lexer.word();
            if (type !== 'n' && type !== 'f') throw new PdfSyntaxError('The table of objects is damaged.');
            if (type === 'n' && at > 0) found.set(first + i, { kind: 'at', offset: at });
          }
        }
        const trailer = lexer.value();
        if (!isDict(trailer)) throw new PdfSyntaxError('The file has no trailer.');
        for (const [num, entry] of found) if (!this.entries.has(num)) this.entries.set(num, entry);
        return trailer;
      } catch (e) {
        if (!(e instanceof OutOfBytes)) throw e;
      }
    }
  }

  private readXrefStream(offset: number): Dict {
    const num = Number(new Lexer(this.read(offset, 32)).word());
    const object = this.objectAt(offset, num);
    const dict = object.value;
    if (!isDict(dict) || dict.get('/Type') !== '/XRef')
      throw new PdfSyntaxError('The table of objects is not where the file says.');
    const data = this.streamData(object);
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
        const type = field(w0, 1);
        const a = field(w1, 0);
        const b = field(w2, 0);
        const n = index[k]! + i;
        if (this.entries.has(n)) continue;
        if (type === 1) this.entries.set(n, { kind: 'at', offset: a });
        else if (type === 2) this.entries.set(n, { kind: 'in', holder: a, index: b });
      }
    return dict;
  }

  /** Every page in order, with what it inherits (7.7.3.4). @throws PdfSyntaxError where the tree is not one */
  pages(): PageDict[] {
    const out: PageDict[] = [];
    const inherited = ['/Resources', '/MediaBox', '/CropBox', '/Rotate'];
    const onPath = new Set<number>();
    let walked = 0;
    const walk = (v: PdfValue | undefined, from: Dict, depth: number): void => {
      if (depth > 64) throw new PdfSyntaxError('The page tree is too deep.');
      // branches that share their twigs could be walked for ever
      if (++walked > MOST_NODES) throw new PdfSyntaxError('The page tree is too large.');
      const num = v instanceof Ref ? v.num : null;
      if (num !== null && onPath.has(num)) throw new PdfSyntaxError('The page tree goes in a circle.');
      const node = this.get(v);
      if (!isDict(node)) throw new PdfSyntaxError('The page tree has a gap.');
      const merged: Dict = new Map(node);
      for (const key of inherited) if (!merged.has(key) && from.has(key)) merged.set(key, from.get(key)!);
      const kids = this.get(node.get('/Kids'));
      if (!Array.isArray(kids)) {
        out.push(merged);
        return;
      }
      if (num !== null) onPath.add(num);
      for (const kid of kids) walk(kid, merged, depth + 1);
      if (num !== null) onPath.delete(num);
    };
    walk(this.catalog().get('/Pages'), new Map(), 0);
    return out;
  }
}
