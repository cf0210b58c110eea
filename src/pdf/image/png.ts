import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import type { Range } from './jpeg';

export interface PngParts {
  readonly bits: number;
  /** Components of a pixel as they are stored: 1 for grey and palette, 3 for RGB. */
  readonly colours: number;
  /** Red, green and blue of the palette, or null where there is none. */
  readonly palette: Buffer | null;
  /** Where the packed pixels lie. */
  readonly ranges: readonly Range[];
}

/**
 * The parts of a PNG that a PDF carries over as they are (ISO/IEC 15948, 11; ISO 32000-1, 7.4.4.4: predictor 15).
 * @returns null where its pixels must be unpacked: interlaced, or with transparency
 */
export function pngParts(path: string): PngParts | null {
  const fd = openSync(path, 'r');
  try {
    const { size } = fstatSync(fd);
    const head = Buffer.alloc(8);
    const ranges: Range[] = [];
    let palette: Buffer | null = null;
    let header: { bits: number; type: number } | null = null;
    for (let at = 8; at + 12 <= size;) {
      readSync(fd, head, 0, 8, at);
      const length = head.readUInt32BE(0);
      const type = head.toString('latin1', 4, 8);
      const offset = at + 8;
      if (offset + length > size) return null;
      if (type === 'IHDR') {
        const data = Buffer.alloc(13);
        readSync(fd, data, 0, 13, offset);
        if (data[12] !== 0) return null;
        header = { bits: data[8]!, type: data[9]! };
      } else if (type === 'PLTE') {
        if (length > 768 || length % 3 !== 0 || length === 0) return null;
        palette = Buffer.alloc(length);
        readSync(fd, palette, 0, length, offset);
      } else if (type === 'tRNS') return null;
      else if (type === 'IDAT') ranges.push({ offset, length });
      else if (type === 'IEND') break;
      at = offset + length + 4;
    }
    if (!header || ranges.length === 0 || ranges.length > 100_000) return null;
    const colours = { 0: 1, 2: 3, 3: 1 }[header.type];
    if (colours === undefined || (header.type === 3 && !palette)) return null;
    return { bits: header.bits, colours, palette: header.type === 3 ? palette : null, ranges };
  } finally {
    closeSync(fd);
  }
}
