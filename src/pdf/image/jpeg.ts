import { closeSync, fstatSync, openSync, readSync } from 'node:fs';

/** A range of a file's bytes. */
export interface Range {
  readonly offset: number;
  readonly length: number;
}

export interface JpegFacts {
  readonly components: number;
  /** Whether zero means full ink: so CMYK is written wherever an APP14 segment says how its colours were turned. */
  readonly inverted: boolean;
  readonly ranges: readonly Range[];
}

/** The first four letters of the name in an APP14 segment that says how colours were turned (ISO 32000-1, table 13). */
const APP14 = 0x41646f62;

/**
 * What a PDF must know of a JPEG that it carries over whole (ISO/IEC 10918-1, annex B; ISO 32000-1, 7.4.8).
 * @returns null where it is none that DCTDecode takes: lossless, arithmetic, of 12 bits, or of two components
 */
export function jpegFacts(path: string): JpegFacts | null {
  const fd = openSync(path, 'r');
  try {
    const { size } = fstatSync(fd);
    const head = Buffer.alloc(32);
    let turned = false;
    for (let at = 2, segments = 0; at + 4 < size && segments < 2000; segments++) {
      const got = readSync(fd, head, 0, 32, at);
      if (got < 10 || head[0] !== 0xff) return null;
      const marker = head[1]!;
      if (marker === 0xff) {
        at++;
        continue;
      }
      const length = head.readUInt16BE(2);
      if (marker === 0xee && head.readUInt32BE(4) === APP14) turned = true;
      const frame = marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;
      if (frame) {
        const [bits, components] = [head[4]!, head[9]!];
        if (marker > 0xc2 || bits !== 8 || ![1, 3, 4].includes(components)) return null;
        // a segment of that kind behind the frame is nobody's habit
        return { components, inverted: turned && components === 4, ranges: [{ offset: 0, length: size }] };
      }
      if (marker === 0xda || length < 2) return null;
      at += 2 + length;
    }
    return null;
  } finally {
    closeSync(fd);
  }
}
