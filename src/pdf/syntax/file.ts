import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import { Budget } from './budget';
import { decode, type Decoded } from './filters';
import { Lexer, OutOfBytes } from './lexer';
import { isDict, numberOf, PdfSyntaxError, Ref, type Dict, type PdfObject, type PdfValue } from './objects';
import { pagesIn, type PageDict } from './page-tree';
import { readCrossReferences } from './cross-references';
import { Windows } from './windows';
import { countOf, heldNumbers, rebuild, type Entry } from './rebuild';

/** A page as its tree gives it: the dictionary with what it inherits filled in. */
export type { PageDict } from './page-tree';

/** An object of text is shorter than this; what is longer is no object. */
const MOST_TEXT = 64 << 20;
/** Bytes of unpacked object streams kept at hand. */
const MOST_HELD = 48 << 20;

/** Reads until a buffer is full or the file ends. @returns what was read */
function filled(fd: number, offset: number, buffer: Buffer): Buffer {
  let done = 0;
  while (done < buffer.length) {
    const n = readSync(fd, buffer, done, buffer.length - done, offset + done);
    if (n === 0) break;
    done += n;
  }
  return done === buffer.length ? buffer : buffer.subarray(0, done);
}

/** A file that is sealed; who may open it is not for this reader to say. `handler` is its security handler (7.6.1). */
export class PdfEncrypted extends PdfSyntaxError {
  constructor(readonly handler: string) {
    super('The file is encrypted.');
  }
}

/**
 * A PDF file read in place: objects are fetched as they are asked for and stream data stays on disk, so that a file
 * of any size takes the memory of its cross-reference table. What is damaged is read as other readers do: the table made
 * anew from the objects that are found, streams to where they end. `mended` says so.
 */
export class PdfFile {
  private readonly fd: number;
  readonly size: number;
  readonly budget: Budget;
  private entries = new Map<number, Entry>();
  private readonly holders = new Map<number, { readonly text: string; readonly offsets: readonly number[] }>();
  private held = 0;
  private readonly windows: Windows;
  private readonly reading = new Set<number>();
  private rebuilt = false;
  /** Whether something of it was not as it should be, and was read all the same. */
  mended = false;
  trailer: Dict = new Map();
  readonly version: number;

  /** @throws PdfSyntaxError where there is nothing to follow; PdfEncrypted; PdfTooLarge */
  constructor(path: string) {
    this.fd = openSync(path, 'r');
    try {
      this.size = fstatSync(this.fd).size;
      this.windows = new Windows(this.size, (offset, buffer) => filled(this.fd, offset, buffer));
      this.budget = new Budget(this.size);
      const head = this.read(0, Math.min(1024, this.size)).toString('latin1');
      const header = /%PDF-(\d\.\d)/.exec(head);
      if (!header) throw new PdfSyntaxError('This is not a PDF.');
      if (header.index !== 0) throw new PdfSyntaxError('Something stands before the PDF header.');
      try {
        this.trailer = readCrossReferences(
          {
            size: this.size,
            text: (offset, length) => this.text(offset, length),
            objectAt: (offset, num) => this.objectAt(offset, num),
            streamData: (object) => this.streamData(object),
          },
          this.entries,
        );
        this.refuseEncrypted();
        if (!isDict(this.get(this.trailer.get('/Root')))) throw new PdfSyntaxError('The file has no catalog.');
      } catch (e) {
        if (e instanceof PdfEncrypted || !(e instanceof PdfSyntaxError) || this.rebuilt) throw e;
        this.findObjects();
      }
      const own = this.get(this.catalog().get('/Version'));
      this.version = Math.max(Number(header[1]), typeof own === 'string' ? Number(own.slice(1)) || 0 : 0);
    } catch (e) {
      closeSync(this.fd);
      throw e;
    }
  }

  private refuseEncrypted(): void {
    if (!this.trailer.has('/Encrypt')) return;
    let handler = '/Standard';
    try {
      const dict = this.get(this.trailer.get('/Encrypt'));
      if (isDict(dict)) handler = String(this.get(dict.get('/Filter')) ?? handler);
    } catch {
      // said as locked, whatever with
    }
    throw new PdfEncrypted(handler);
  }

  /** Makes the table anew, from the objects that are there. */
  private findObjects(): void {
    if (this.rebuilt) throw new PdfSyntaxError('The file’s objects cannot be found.');
    this.rebuilt = true;
    this.mended = true;
    this.holders.clear();
    this.held = 0;
    const { entries, trailer, holders } = rebuild(this.size, (offset, length) => this.read(offset, length));
    this.entries = entries;
    this.trailer = trailer;
    this.refuseEncrypted();
    for (const holder of holders) {
      try {
        const object = this.object(new Ref(holder, 0));
        if (!object?.stream || !isDict(object.value)) continue;
        heldNumbers(this.streamData(object), countOf(object.value)).forEach((num, index) => {
          if (entries.get(num)?.kind !== 'at') entries.set(num, { kind: 'in', holder, index });
        });
      } catch (e) {
        if (!(e instanceof PdfSyntaxError) || e.name === 'PdfTooLarge') throw e;
      }
    }
    if (isDict(this.get(this.trailer.get('/Root')))) return;
    for (const num of entries.keys()) {
      const value = this.object(new Ref(num, 0))?.value;
      if (isDict(value) && value.get('/Type') === '/Catalog') this.trailer = new Map([['/Root', new Ref(num, 0)]]);
    }
  }

  close(): void {
    closeSync(this.fd);
  }

  /** Reads bytes of the file; shorter at its end. */
  read(offset: number, length: number): Buffer {
    if (!Number.isSafeInteger(offset) || offset < 0) throw new PdfSyntaxError(`The file has no byte ${offset}.`);
    return this.windows.read(offset, length);
  }

  /** The same as Latin-1 text: a character a byte. */
  private text(offset: number, length: number): string {
    if (!Number.isSafeInteger(offset) || offset < 0) throw new PdfSyntaxError(`The file has no byte ${offset}.`);
    return this.windows.text(offset, length);
  }

  /** Reads into a buffer at hand. */
  readInto(buffer: Buffer, at: number, offset: number, length: number): number {
    return readSync(this.fd, buffer, at, length, offset);
  }

  catalog(): Dict {
    const root = this.get(this.trailer.get('/Root'));
    if (!isDict(root)) throw new PdfSyntaxError('The file has no catalog.');
    return root;
  }

  /** What a value refers to, through any number of references; undefined where there is nothing, or only a circle. */
  get(v: PdfValue | undefined): PdfValue | undefined {
    for (let i = 0; v instanceof Ref; i++) {
      if (i > 32) {
        this.mended = true;
        return undefined;
      }
      v = this.object(v)?.value;
    }
    return v === 'null' ? undefined : v;
  }

  /**
   * An indirect object, or null where there is none of that number, or none that can be read (7.3.10: as good as null).
   */
  object(ref: Ref): PdfObject | null {
    const entry = this.entries.get(ref.num);
    if (!entry) return null;
    // what is asked for to find its own length, or itself, is not there yet
    if (this.reading.has(ref.num)) {
      this.mended = true;
      return null;
    }
    this.reading.add(ref.num);
    try {
      return entry.kind === 'at' ? this.objectAt(entry.offset, ref.num) : this.objectIn(entry.holder, entry.index);
    } catch (e) {
      if (!(e instanceof PdfSyntaxError) || e.name === 'PdfTooLarge') throw e;
      this.mended = true;
      if (this.rebuilt) return null;
    } finally {
      this.reading.delete(ref.num);
    }
    this.findObjects();
    return this.object(ref);
  }

  private objectAt(offset: number, num: number): PdfObject {
    for (let window = 4096; ; window *= 8) {
      const text = this.text(offset, window);
      const complete = offset + text.length >= this.size || window > MOST_TEXT;
      const lexer = new Lexer(text, 0, complete);
      try {
        const found = lexer.word();
        lexer.word();
        if (Number(found) !== num || !lexer.accept('obj'))
          throw new PdfSyntaxError(`Object ${num} is not where the table says.`);
        const value = lexer.value();
        lexer.skipWhite();
        if (!lexer.accept('stream')) return { value, stream: null };
        if (lexer.at + 2 > text.length && !complete) throw new OutOfBytes();
        if (text.charCodeAt(lexer.at) === 13) lexer.at++;
        if (text.charCodeAt(lexer.at) === 10) lexer.at++;
        if (!isDict(value)) throw new PdfSyntaxError(`Stream ${num} has no dictionary.`);
        const start = offset + lexer.at;
        return { value, stream: { offset: start, length: this.lengthOf(value, start) } };
      } catch (e) {
        if (!(e instanceof OutOfBytes)) throw e;
      }
    }
  }

  /** A stream's length: what it says, where it ends there, else up to where the word stands that ends it. */
  private lengthOf(dict: Dict, start: number): number {
    const said = numberOf(this.get(dict.get('/Length')));
    if (Number.isInteger(said) && said >= 0 && start + said <= this.size) {
      const after = new Lexer(this.text(start + said, 32));
      if (after.accept('endstream')) return said;
    }
    this.mended = true;
    const CHUNK = 1 << 18;
    for (let from = start; from < this.size; from += CHUNK) {
      const bytes = this.read(from, CHUNK + 16);
      const stream = bytes.indexOf('endstream');
      const object = bytes.indexOf('endobj');
      const at = stream < 0 ? object : object < 0 ? stream : Math.min(stream, object);
      if (at < 0) continue;
      // the line end before the word is not data (7.3.8.1)
      let end = from + at;
      const tail = this.read(Math.max(start, end - 2), Math.min(2, end - start));
      if (tail.at(-1) === 10) end--;
      if (end > start && tail.at(-1) === 10 && tail.at(-2) === 13) end--;
      else if (tail.at(-1) === 13) end--;
      return Math.max(0, end - start);
    }
    return this.size - start;
  }

  private objectIn(holder: number, index: number): PdfObject {
    let held = this.holders.get(holder);
    if (!held) {
      const object = this.object(new Ref(holder, 0));
      if (!object?.stream || !isDict(object.value)) throw new PdfSyntaxError(`Object stream ${holder} is missing.`);
      const text = Buffer.from(this.streamData(object)).toString('latin1');
      const lexer = new Lexer(text);
      const count = countOf(object.value);
      const first = numberOf(this.get(object.value.get('/First')), 0);
      const offsets: number[] = [];
      if (count > text.length) throw new PdfSyntaxError(`Object stream ${holder} is damaged.`);
      for (let i = 0; i < count; i++) {
        lexer.word();
        offsets.push(first + Number(lexer.word()));
      }
      held = { text, offsets };
      this.held += text.length;
      for (const [num, old] of this.holders) {
        if (this.held <= MOST_HELD) break;
        this.holders.delete(num);
        this.held -= old.text.length;
      }
      this.holders.set(holder, held);
    }
    const at = held.offsets[index];
    if (at === undefined || !(at >= 0)) throw new PdfSyntaxError(`Object stream ${holder} has no object ${index}.`);
    return { value: new Lexer(held.text, at).value(), stream: null };
  }

  /** A stream's data, decoded as far as it goes. @throws PdfSyntaxError where a filter is not known; PdfTooLarge */
  decoded(object: PdfObject): Decoded {
    if (!object.stream || !isDict(object.value)) throw new PdfSyntaxError('This object is no stream.');
    const { offset, length } = object.stream;
    if (length > this.budget.next) this.budget.refuse();
    const out = decode(this.read(offset, length), object.value, (v) => this.get(v), this.budget);
    if (!out.whole) this.mended = true;
    return out;
  }

  /** A stream's data, decoded. */
  streamData(object: PdfObject): Uint8Array {
    return this.decoded(object).data;
  }

  /** Every page in order: see {@link pagesIn}. @throws PdfSyntaxError where the tree is larger than any is */
  pages(numbers?: (number | null)[]): PageDict[] {
    return pagesIn(this, numbers);
  }
}
