import { deflateSync } from 'node:zlib';

/** Objects in one object stream at most. */
const MOST = 200;

/** Objects without streams, gathered to be packed together (ISO 32000-1, 7.5.7). */
export class ObjectStream {
  private readonly numbers: number[] = [];
  private readonly values: string[] = [];

  /** @param num the number of the stream itself */
  constructor(readonly num: number) {}

  get full(): boolean {
    return this.numbers.length >= MOST;
  }
  get empty(): boolean {
    return this.numbers.length === 0;
  }

  /** Takes an object in. @returns its place in the stream */
  put(num: number, value: string): number {
    this.values.push(value);
    return this.numbers.push(num) - 1;
  }

  /** The entries of its dictionary but the length, and its data. */
  packed(): { readonly entries: string; readonly data: Uint8Array } {
    let head = '';
    let at = 0;
    this.numbers.forEach((num, i) => {
      head += `${num} ${at} `;
      at += this.values[i]!.length + 1;
    });
    const text = `${head}\n${this.values.join('\n')}\n`;
    return {
      entries: `/Type/ObjStm/N ${this.numbers.length}/First ${head.length + 1}/Filter/FlateDecode`,
      data: deflateSync(Buffer.from(text, 'latin1'), { level: 6 }),
    };
  }
}

/** Where an object is: at a byte of the file, or the how-manieth of an object stream. */
export type Where = { readonly at: number } | { readonly holder: number; readonly index: number } | null;

/** The data of a cross-reference stream (7.5.8): fields of one, five and two bytes. */
export function crossReferences(where: readonly Where[]): Uint8Array {
  const out = Buffer.alloc(where.length * 8);
  where.forEach((w, i) => {
    const at = 8 * i;
    if (w === null) {
      // free, as nothing is ever put there
      out.writeUInt16BE(0xffff, at + 6);
    } else if ('at' in w) {
      out[at] = 1;
      out.writeUIntBE(w.at, at + 1, 5);
    } else {
      out[at] = 2;
      out.writeUIntBE(w.holder, at + 1, 5);
      out.writeUInt16BE(w.index, at + 6);
    }
  });
  return out;
}

/**
 * Short content packed (7.4.4): a window no larger than it needs, since making a large one ready takes longer than the
 * packing. A header and a checksum stand round it (RFC 1950).
 */
export function packShort(text: string): Uint8Array {
  const data = Buffer.from(text, 'latin1');
  return deflateSync(data, data.length < 4096 ? { level: 6, windowBits: 12, memLevel: 5 } : { level: 6 });
}
