import { PdfSyntaxError, Ref, type Dict, type PdfValue } from './objects';

const WHITE = new Uint8Array(256);
for (const c of [0, 9, 10, 12, 13, 32]) WHITE[c] = 1;
const DELIMITER = new Uint8Array(256);
for (const c of '()<>[]{}/%') DELIMITER[c.charCodeAt(0)] = 1;

/** Deeper nesting than this is an attack, not a document. */
const MAX_DEPTH = 200;

/** Reaching the end of the bytes at hand: the caller reads more and tries again. */
export class OutOfBytes extends Error {}

/** Reads objects out of a buffer, from `at` on (ISO 32000-1, 7.2 and 7.3). */
export class Lexer {
  constructor(
    readonly bytes: Uint8Array,
    public at = 0,
    /** Whether the buffer ends where the file ends: then running out is an error of the file. */
    readonly complete = true,
  ) {}

  private end(): never {
    if (this.complete) throw new PdfSyntaxError('The file ends in the middle of an object.');
    throw new OutOfBytes();
  }

  skipWhite(): void {
    const { bytes } = this;
    for (;;) {
      const c = bytes[this.at];
      if (c === undefined) return;
      if (WHITE[c]) this.at++;
      else if (c === 0x25) {
        while (this.at < bytes.length && bytes[this.at] !== 10 && bytes[this.at] !== 13) this.at++;
      } else return;
    }
  }

  /** A run of regular characters: a number or keyword. */
  word(): string {
    this.skipWhite();
    const start = this.at;
    const { bytes } = this;
    while (this.at < bytes.length && !WHITE[bytes[this.at]!] && !DELIMITER[bytes[this.at]!]) this.at++;
    if (this.at >= bytes.length && !this.complete) this.end();
    return latin1(bytes, start, this.at);
  }

  /** Whether the keyword comes next; steps over it if so. */
  accept(keyword: string): boolean {
    this.skipWhite();
    if (this.at + keyword.length > this.bytes.length && !this.complete) this.end();
    for (let i = 0; i < keyword.length; i++) if (this.bytes[this.at + i] !== keyword.charCodeAt(i)) return false;
    this.at += keyword.length;
    return true;
  }

  value(depth = 0): PdfValue {
    if (depth > MAX_DEPTH) throw new PdfSyntaxError('Objects are nested too deeply.');
    this.skipWhite();
    const c = this.bytes[this.at];
    if (c === undefined) return this.end();
    switch (c) {
      case 0x2f: // /
        return this.name();
      case 0x28: // (
        return this.literalString();
      case 0x3c: // <
        return this.bytes[this.at + 1] === 0x3c ? this.dict(depth) : this.hexString();
      case 0x5b: // [
        return this.array(depth);
    }
    const word = this.word();
    if (word === '') throw new PdfSyntaxError(`There is no object at byte ${this.at}.`);
    if (/^\d+$/.test(word)) {
      // perhaps "num gen R"
      const back = this.at;
      const gen = this.maybeInteger();
      if (gen !== null) {
        this.skipWhite();
        if (this.at >= this.bytes.length && !this.complete) this.end();
        if (this.bytes[this.at] === 0x52 && !isRegular(this.bytes[this.at + 1])) {
          this.at++;
          return new Ref(Number(word), gen);
        }
      }
      this.at = back;
      return word;
    }
    return tidyNumber(word);
  }

  private maybeInteger(): number | null {
    this.skipWhite();
    const c = this.bytes[this.at];
    if (c === undefined && !this.complete) this.end();
    if (c === undefined || c < 0x30 || c > 0x39) return null;
    const word = this.word();
    return /^\d{1,5}$/.test(word) ? Number(word) : null;
  }

  private name(): string {
    const start = this.at++;
    const { bytes } = this;
    while (this.at < bytes.length && !WHITE[bytes[this.at]!] && !DELIMITER[bytes[this.at]!]) this.at++;
    if (this.at >= bytes.length && !this.complete) this.end();
    return latin1(bytes, start, this.at);
  }

  private literalString(): string {
    const start = this.at;
    let depth = 0;
    for (; this.at < this.bytes.length; this.at++) {
      const c = this.bytes[this.at];
      if (c === 0x5c) this.at++;
      else if (c === 0x28) depth++;
      else if (c === 0x29 && --depth === 0) {
        this.at++;
        return latin1(this.bytes, start, this.at);
      }
    }
    return this.end();
  }

  private hexString(): string {
    const start = this.at;
    const close = this.bytes.indexOf(0x3e, start);
    if (close < 0) return this.end();
    this.at = close + 1;
    return latin1(this.bytes, start, this.at);
  }

  private array(depth: number): PdfValue[] {
    this.at++;
    const out: PdfValue[] = [];
    for (;;) {
      this.skipWhite();
      if (this.at >= this.bytes.length) return this.end();
      if (this.bytes[this.at] === 0x5d) {
        this.at++;
        return out;
      }
      out.push(this.value(depth + 1));
    }
  }

  private dict(depth: number): Dict {
    this.at += 2;
    const out: Dict = new Map();
    for (;;) {
      this.skipWhite();
      if (this.at + 1 >= this.bytes.length) return this.end();
      if (this.bytes[this.at] === 0x3e && this.bytes[this.at + 1] === 0x3e) {
        this.at += 2;
        return out;
      }
      if (this.bytes[this.at] !== 0x2f) throw new PdfSyntaxError(`A dictionary key is missing at byte ${this.at}.`);
      const key = this.name();
      out.set(key, this.value(depth + 1));
    }
  }
}

const isRegular = (c: number | undefined): boolean => c !== undefined && !WHITE[c] && !DELIMITER[c];

/** What some writers produce and no reader should pass on: `--5`, `4.-3`, `+.5`. */
function tidyNumber(word: string): string {
  if (!/^[-+.\d]/.test(word) || /^[-+]?(\d+\.?\d*|\.\d+)$/.test(word)) return word;
  const m = /^[-+]*(\d*\.?\d*)/.exec(word);
  return m && m[1] ? (word.startsWith('-') ? `-${m[1]}` : m[1]) : '0';
}

function latin1(bytes: Uint8Array, start: number, end: number): string {
  return Buffer.from(bytes.buffer, bytes.byteOffset + start, end - start).toString('latin1');
}
