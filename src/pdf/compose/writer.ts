import { createHash } from 'node:crypto';
import { closeSync, fsyncSync, openSync, readSync, writeSync } from 'node:fs';
import { createDeflate } from 'node:zlib';
import type { ObjectSink } from './copier';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';

/** Bytes gathered before they go to disk. */
const BUFFER = 1 << 20;

/** Writes a PDF object by object, straight to disk (ISO 32000-1, 7.5). */
export class PdfWriter implements ObjectSink {
  readonly takesBytes = true;
  private readonly fd: number;
  private readonly buffer = Buffer.allocUnsafe(BUFFER);
  private filled = 0;
  private position = 0;
  private readonly offsets: number[] = [0];
  private readonly hash = createHash('sha256');

  /** @param version 1.7 or 2.0 */
  constructor(path: string, version: string) {
    this.fd = openSync(path, 'w');
    this.text(`%PDF-${version}\n%\u00e2\u00e3\u00cf\u00d3\n`);
  }

  /** Takes the next object number; the object is written later. */
  allocate(): number {
    return this.offsets.push(-1) - 1;
  }

  /** Starts object `num`: what is written next is its value. */
  begin(num: number): void {
    this.offsets[num] = this.position + this.filled;
    this.text(`${num} 0 obj\n`);
  }

  end(): void {
    this.text('\nendobj\n');
  }

  /** A whole object of text. */
  object(num: number, value: string): void {
    this.begin(num);
    this.text(value);
    this.end();
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
    this.object(length, String(written));
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
    this.hash.update(data);
    this.position += data.length;
  }

  /** Writes the table and trailer, and makes sure it is on disk. */
  finish(root: number, info: number, id: string): { bytes: number; sha256: string } {
    const start = this.position + this.filled;
    this.text(`xref\n0 ${this.offsets.length}\n0000000000 65535 f \n`);
    for (let i = 1; i < this.offsets.length; i++) {
      const at = this.offsets[i]!;
      this.text(at < 0 ? '0000000000 65535 f \n' : `${String(at).padStart(10, '0')} 00000 n \n`);
    }
    this.text(
      `trailer\n<</Size ${this.offsets.length}/Root ${root} 0 R/Info ${info} 0 R/ID[<${id}><${id}>]>>\nstartxref\n${start}\n%%EOF\n`,
    );
    this.flush();
    fsyncSync(this.fd);
    closeSync(this.fd);
    return { bytes: this.position, sha256: this.hash.digest('hex') };
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
