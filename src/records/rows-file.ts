import { closeSync, existsSync, fstatSync, openSync, readSync, writeSync } from 'node:fs';

/**
 * Rows as they are kept to be read one by one, in any order: a line of JSON each, behind them where each begins, and last
 * how many there are. 100,000 of them cost what is looked at.
 */

const NUMBER = 8;
/** Written in pieces of so many letters. */
const PIECE = 1 << 16;

/** Writes rows one behind the other. */
export class RowsWriter {
  private readonly file: number;
  private readonly begins: number[] = [];
  private pending = '';
  private at = 0;
  private open = true;

  constructor(path: string) {
    this.file = openSync(path, 'w');
  }

  add(row: readonly string[]): void {
    const line = `${JSON.stringify(row)}\n`;
    this.begins.push(this.at);
    this.at += Buffer.byteLength(line);
    this.pending += line;
    if (this.pending.length >= PIECE) this.flush();
  }

  private flush(): void {
    const bytes = Buffer.from(this.pending);
    for (let done = 0; done < bytes.length;) done += writeSync(this.file, bytes, done);
    this.pending = '';
  }

  /** Ends the file. */
  finish(): void {
    this.flush();
    const tail = Buffer.alloc((this.begins.length + 2) * NUMBER);
    [...this.begins, this.at, this.begins.length].forEach((n, i) => tail.writeDoubleLE(n, i * NUMBER));
    for (let done = 0; done < tail.length;) done += writeSync(this.file, tail, done);
    this.close();
  }

  /** Leaves it as it is, wherever it has come to. */
  abandon(): void {
    this.close();
  }

  private close(): void {
    if (this.open) closeSync(this.file);
    this.open = false;
  }
}

/** Whether rows are kept there, to their end: a machine that lost its power may have kept a part. */
export function hasRows(path: string): boolean {
  if (!existsSync(path)) return false;
  const file = openSync(path, 'r');
  try {
    const { size } = fstatSync(file);
    const tail = Buffer.alloc(2 * NUMBER);
    if (size < tail.length || readSync(file, tail, 0, tail.length, size - tail.length) < tail.length) return false;
    // how long the rows are, then how many
    return tail.readDoubleLE(0) + (tail.readDoubleLE(NUMBER) + 2) * NUMBER === size;
  } finally {
    closeSync(file);
  }
}

/** Rows that were kept, by their place from 0. */
export class Rows {
  private readonly file: number;
  private readonly tail: Buffer;
  readonly length: number;

  /** @throws Error where the file was not written to its end */
  constructor(path: string) {
    this.file = openSync(path, 'r');
    const { size } = fstatSync(this.file);
    const last = this.read(Math.max(0, size - NUMBER), Math.min(size, NUMBER));
    const length = last.length === NUMBER ? last.readDoubleLE(0) : -1;
    const bytes = (length + 2) * NUMBER;
    if (!Number.isInteger(length) || length < 0 || bytes > size) {
      closeSync(this.file);
      throw new Error(`${path} was not written to its end.`);
    }
    this.length = length;
    this.tail = this.read(size - bytes, bytes);
  }

  private read(from: number, count: number): Buffer {
    const bytes = Buffer.alloc(count);
    let done = 0;
    while (done < count) {
      const got = readSync(this.file, bytes, done, count - done, from + done);
      if (got === 0) break;
      done += got;
    }
    return bytes;
  }

  private begin(i: number): number {
    return this.tail.readDoubleLE(i * NUMBER);
  }

  /** A row's fields; null where there is no such row. */
  at(i: number): readonly string[] | null {
    if (!(i >= 0 && i < this.length)) return null;
    const from = this.begin(i);
    return JSON.parse(this.read(from, this.begin(i + 1) - from).toString('utf8')) as string[];
  }

  close(): void {
    closeSync(this.file);
  }
}
