import { createHash, type Hash } from 'node:crypto';
import { closeSync, fsyncSync, openSync, readSync, writeSync } from 'node:fs';
import { createDeflate, deflateSync } from 'node:zlib';
import type { ObjectSink } from './copier';
import { crossReferences, ObjectStream, type Where } from './object-streams';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';

/** Bytes gathered before they go to disk. */
const BUFFER = 1 << 20;

/** What a file that is written must be. */
export interface Written {
  /** Whether it is on disk for good when it is finished; else when the system gets round to it. */
  readonly durable?: boolean;
  /** Whether its SHA-256 is wanted. */
  readonly hashed?: boolean;
}

/**
 * Writes a PDF object by object, straight to disk (ISO 32000-1, 7.5). Objects without streams are packed together, and
 * the table is a stream.
 */
export class PdfWriter implements ObjectSink {
  readonly takesBytes = true;
  private readonly fd: number;
  private readonly buffer = Buffer.allocUnsafe(BUFFER);
  private filled = 0;
  private position = 0;
  private readonly where: Where[] = [null];
  private gathered: ObjectStream | null = null;
  private readonly hash: Hash | null;
  private readonly durable: boolean;

  /** @param version 1.7 or 2.0 */
  constructor(path: string, version: string, { durable = true, hashed = true }: Written = {}) {
    this.durable = durable;
    this.hash = hashed ? createHash('sha256') : null;
    this.fd = openSync(path, 'w');
    this.text(`%PDF-${version}\n%\u00e2\u00e3\u00cf\u00d3\n`);
  }

  /** Takes the next object number; the object is written later. */
  allocate(): number {
    return this.where.push(null) - 1;
  }

  /** Starts object `num` in the file itself: what is written next is its value. */
  begin(num: number): void {
    this.where[num] = { at: this.position + this.filled };
    this.text(`${num} 0 obj\n`);
  }

  end(): void {
    this.text('\nendobj\n');
  }

  /** A whole object without a stream, packed with others. */
  object(num: number, value: string): void {
    this.gathered ??= new ObjectStream(this.allocate());
    const index = this.gathered.put(num, value);
    this.where[num] = { holder: this.gathered.num, index };
    if (this.gathered.full) this.pack();
  }

  private pack(): void {
    if (!this.gathered || this.gathered.empty) return;
    const { entries, data } = this.gathered.packed();
    this.stream(this.gathered.num, entries, data);
    this.gathered = null;
  }

  /** A stream object: `entries` are those of its dictionary but the length. */
  stream(num: number, entries: string, data: Uint8Array): void {
    this.begin(num);
    this.text(`<<${entries}/Length ${data.length}>>\nstream\n`);
    this.bytes(data);
    this.text('\nendstream');
    this.end();
  }

  /** A stream that is parts of a file as they are. @throws where the file is shorter */
  fileStream(
    num: number,
    entries: string,
    path: string,
    ranges: readonly { readonly offset: number; readonly length: number }[],
  ): void {
    const fd = openSync(path, 'r');
    try {
      this.begin(num);
      this.text(`<<${entries}/Length ${ranges.reduce((sum, r) => sum + r.length, 0)}>>\nstream\n`);
      const chunk = Buffer.allocUnsafe(BUFFER);
      for (const { offset, length } of ranges)
        for (let done = 0; done < length;) {
          const n = readSync(fd, chunk, 0, Math.min(BUFFER, length - done), offset + done);
          if (n === 0) throw new RangeError('The file ends in the middle.');
          this.bytes(chunk.subarray(0, n));
          done += n;
        }
      this.text('\nendstream');
      this.end();
    } finally {
      closeSync(fd);
    }
  }

  /** A stream packed as it comes in; its length is an object of its own, written behind it. */
  async deflated(num: number, entries: string, data: AsyncIterable<Buffer>): Promise<void> {
    const length = this.allocate();
    this.begin(num);
    this.text(`<<${entries}/Length ${length} 0 R>>\nstream\n`);
    const before = this.position + this.filled;
    await pipeline(Readable.from(data), createDeflate({ level: 6 }), async (packed: AsyncIterable<Buffer>) => {
      for await (const part of packed) this.bytes(part);
    });
    const written = this.position + this.filled - before;
    this.text('\nendstream');
    this.end();
    // a reader that goes through the file from its front needs the length before any table
    this.begin(length);
    this.text(String(written));
    this.end();
  }

  text(s: string): void {
    const length = s.length;
    if (length > BUFFER) {
      this.bytes(Buffer.from(s, 'latin1'));
      return;
    }
    if (this.filled + length > BUFFER) this.flush();
    this.filled += this.buffer.write(s, this.filled, length, 'latin1');
  }

  bytes(data: Uint8Array): void {
    if (data.length > BUFFER / 2) {
      this.flush();
      this.out(data);
      return;
    }
    if (this.filled + data.length > BUFFER) this.flush();
    this.buffer.set(data, this.filled);
    this.filled += data.length;
  }

  private flush(): void {
    if (this.filled === 0) return;
    const n = this.filled;
    this.filled = 0;
    this.out(this.buffer.subarray(0, n));
  }

  private out(data: Uint8Array): void {
    let at = 0;
    while (at < data.length) at += writeSync(this.fd, data, at, data.length - at);
    this.hash?.update(data);
    this.position += data.length;
  }

  /** Writes the table, and makes sure that all is on disk. @returns its length and, where it is wanted, its SHA-256 */
  finish(root: number, info: number, id: string): { bytes: number; sha256: string } {
    this.pack();
    const table = this.allocate();
    const start = this.position + this.filled;
    this.where[table] = { at: start };
    const data = deflateSync(crossReferences(this.where), { level: 6 });
    this.stream(
      table,
      `/Type/XRef/Size ${this.where.length}/W[1 5 2]/Root ${root} 0 R/Info ${info} 0 R/ID[<${id}><${id}>]/Filter/FlateDecode`,
      data,
    );
    this.text(`startxref\n${start}\n%%EOF\n`);
    this.flush();
    if (this.durable) fsyncSync(this.fd);
    closeSync(this.fd);
    return { bytes: this.position, sha256: this.hash?.digest('hex') ?? '' };
  }

  /** Gives up; the file is left to the caller to remove. */
  abandon(): void {
    try {
      closeSync(this.fd);
    } catch {
      // closed already
    }
  }
}
