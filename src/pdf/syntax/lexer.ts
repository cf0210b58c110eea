import { PdfSyntaxError, Ref, type Dict, type PdfValue } from './objects';

/*
 * Sticky patterns rather than loops over characters: the engine runs them as machine code from the second time on, where
 * a loop has to be run some thousand times first, and most files have no more than that.
 */
const WHITE = /[\0\t\n\f\r ]*/y;
const COMMENT = /[^\n\r]*/y;
const REGULAR = /[^\0\t\n\f\r ()<>[\]{}/%]*/y;
/** A number that cannot be the first of a reference: a real or signed one, or one behind which no second number and `R` stand. */
const NUMBER = new RegExp(
  [
    String.raw`(?:\d+\.\d*|\.\d+|[-+](?:\d+\.?\d*|\.\d+))(?=[\0\t\n\f\r ()<>[\]{}/%])`,
    String.raw`\d+(?=[()<>[\]{}/]|[\0\t\n\f\r ]+[^\0\t\n\f\r %\d])`,
    String.raw`\d+(?=[\0\t\n\f\r ]+\d+(?:\.|[\0\t\n\f\r ]*[()<>[\]{}/]|[\0\t\n\f\r ]+[^\0\t\n\f\r %R]))`,
  ].join('|'),
  'y',
);
const REFERENCE = /(\d+)[\0\t\n\f\r ]+(\d{1,5})[\0\t\n\f\r ]+R(?=[\0\t\n\f\r ()<>[\]{}/%])/y;

/** A line of a table of objects as it is to be (7.5.4). */
const ENTRY = /[\0\t\n\f\r ]*\d{10} \d{5} [nf](?=[\0\t\n\f\r ])/y;

/** Where a pattern that always fits ends. */
function after(pattern: RegExp, text: string, at: number): number {
  pattern.lastIndex = at;
  pattern.test(text);
  return pattern.lastIndex;
}

/** Deeper nesting than this is an attack, not a document. */
const MAX_DEPTH = 200;

/** Reaching the end of the text at hand: the caller reads more and tries again. */
export class OutOfBytes extends Error {}

/** Reads objects out of bytes as Latin-1 text, from `at` on (ISO 32000-1, 7.2 and 7.3). */
export class Lexer {
  constructor(
    readonly text: string,
    public at = 0,
    /** Whether the text ends where the file ends: then running out is an error of the file. */
    readonly complete = true,
  ) {}

  private end(): never {
    if (this.complete) throw new PdfSyntaxError('The file ends in the middle of an object.');
    throw new OutOfBytes();
  }

  skipWhite(): void {
    const { text } = this;
    this.at = after(WHITE, text, this.at);
    while (text.charCodeAt(this.at) === 0x25) this.at = after(WHITE, text, after(COMMENT, text, this.at));
  }

  /** A run of regular characters from `start` on; `from` is where the run is looked for. */
  private run(start: number, from: number): string {
    this.at = after(REGULAR, this.text, from);
    if (this.at >= this.text.length && !this.complete) this.end();
    return own(this.text.slice(start, this.at));
  }

  /** A run of regular characters: a number or keyword. */
  word(): string {
    this.skipWhite();
    return this.run(this.at, this.at);
  }

  /** An entry of a table of objects (7.5.4): its offset, and whether it is in use (`n`) or free (`f`). */
  entry(): readonly [offset: number, type: string] {
    ENTRY.lastIndex = this.at;
    if (ENTRY.test(this.text)) {
      this.at = ENTRY.lastIndex;
      return [Number(this.text.slice(this.at - 18, this.at - 8)), this.text[this.at - 1]!];
    }
    const offset = this.word();
    this.word();
    return [Number(offset), this.word()];
  }

  /** Whether the keyword comes next; steps over it if so. */
  accept(keyword: string): boolean {
    this.skipWhite();
    if (this.at + keyword.length > this.text.length && !this.complete) this.end();
    if (!this.text.startsWith(keyword, this.at)) return false;
    this.at += keyword.length;
    return true;
  }

  value(depth = 0): PdfValue {
    if (depth > MAX_DEPTH) throw new PdfSyntaxError('Objects are nested too deeply.');
    this.skipWhite();
    const { text } = this;
    const c = text.charCodeAt(this.at);
    if (Number.isNaN(c)) return this.end();
    switch (c) {
      case 0x2f: // /
        return this.run(this.at, this.at + 1);
      case 0x28: // (
        return this.literalString();
      case 0x3c: // <
        return text.charCodeAt(this.at + 1) === 0x3c ? this.dict(depth) : this.hexString();
      case 0x5b: // [
        return this.array(depth);
    }
    REFERENCE.lastIndex = this.at;
    const reference = c >= 0x30 && c <= 0x39 ? REFERENCE.exec(text) : null;
    if (reference) {
      this.at = REFERENCE.lastIndex;
      return new Ref(Number(reference[1]), Number(reference[2]));
    }
    NUMBER.lastIndex = this.at;
    return NUMBER.test(text) ? this.number() : this.other();
  }

  /** A number that {@link NUMBER} has found to be one. */
  private number(): string {
    const start = this.at;
    this.at = NUMBER.lastIndex;
    return own(this.text.slice(start, this.at));
  }

  /** Anything else: a keyword, a number oddly written, a reference with comments in it or at the end of the text. */
  private other(): PdfValue {
    const word = this.word();
    if (word === '') throw new PdfSyntaxError(`There is no object at byte ${this.at}.`);
    if (!/^\d+$/.test(word)) return tidyNumber(word);
    // perhaps "num gen R"
    const back = this.at;
    const gen = this.maybeInteger();
    if (gen !== null) {
      this.skipWhite();
      if (this.at >= this.text.length && !this.complete) this.end();
      if (this.text.charCodeAt(this.at) === 0x52 && after(REGULAR, this.text, this.at) === this.at + 1) {
        this.at++;
        return new Ref(Number(word), gen);
      }
    }
    this.at = back;
    return word;
  }

  private maybeInteger(): number | null {
    this.skipWhite();
    const c = this.text.charCodeAt(this.at);
    if (Number.isNaN(c) && !this.complete) this.end();
    if (!(c >= 0x30 && c <= 0x39)) return null;
    const word = this.word();
    return /^\d{1,5}$/.test(word) ? Number(word) : null;
  }

  private literalString(): string {
    const start = this.at;
    const { text } = this;
    let depth = 0;
    for (; this.at < text.length; this.at++) {
      const c = text.charCodeAt(this.at);
      if (c === 0x5c) this.at++;
      else if (c === 0x28) depth++;
      else if (c === 0x29 && --depth === 0) {
        this.at++;
        return own(text.slice(start, this.at));
      }
    }
    return this.end();
  }

  private hexString(): string {
    const start = this.at;
    const close = this.text.indexOf('>', start);
    if (close < 0) return this.end();
    this.at = close + 1;
    return own(this.text.slice(start, this.at));
  }

  private array(depth: number): PdfValue[] {
    this.at++;
    const out: PdfValue[] = [];
    for (;;) {
      this.skipWhite();
      if (this.at >= this.text.length) return this.end();
      if (this.text.charCodeAt(this.at) === 0x5d) {
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
      if (this.at + 1 >= this.text.length) return this.end();
      if (this.text.startsWith('>>', this.at)) {
        this.at += 2;
        return out;
      }
      if (this.text.charCodeAt(this.at) !== 0x2f)
        throw new PdfSyntaxError(`A dictionary key is missing at byte ${this.at}.`);
      const key = this.run(this.at, this.at + 1);
      out.set(key, this.value(depth + 1));
    }
  }
}

/** What some writers produce and no reader should pass on: `--5`, `4.-3`, `+.5`. */
function tidyNumber(word: string): string {
  if (!/^[-+.\d]/.test(word) || /^[-+]?(\d+\.?\d*|\.\d+)$/.test(word)) return word;
  const m = /^[-+]*(\d*\.?\d*)/.exec(word);
  return m && m[1] ? (word.startsWith('-') ? `-${m[1]}` : m[1]) : '0';
}

/** From this length on the engine cuts a string out of another by pointing into it, and keeps the whole of that. */
const POINTED = 13;
const MOST_NAMES = 4096;
const names = new Map<string, string>();

/** A string that holds nothing but itself: a page's dictionary must not keep the piece of the file it was read from. */
function own(s: string): string {
  if (s.length < POINTED) return s;
  const known = names.get(s);
  if (known !== undefined) return known;
  const copy = Buffer.from(s, 'latin1').toString('latin1');
  if (s.length < 128 && names.size < MOST_NAMES) names.set(copy, copy);
  return copy;
}
