import { createHash } from 'node:crypto';
import { closeSync, fsyncSync, openSync, writeSync } from 'node:fs';

/** Bytes gathered before they go to disk. */
const BUFFER = 1 << 20;

/** Writes a PDF object by object, straight to disk (ISO 32000-1, 7.5). */
export class PdfWriter {
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
