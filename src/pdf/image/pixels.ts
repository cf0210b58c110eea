import { rmSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { join } from 'node:path';
import type { Metadata, Sharp } from 'sharp';
import { scratchFolder } from '../scratch';
import { PdfSyntaxError } from '../syntax/objects';

/** An image's pixels, of eight bits a component, row by row. */
export interface Pixels {
  readonly components: number;
  readonly colours: () => AsyncIterable<Buffer>;
  /** How opaque each is, where it says so. */
  readonly alpha: (() => AsyncIterable<Buffer>) | null;
}

/** The pixels of an image in its own colours: CMYK stays CMYK, to the last step. */
export function pixelsOf(image: Sharp, meta: Metadata): Pixels {
  const cmyk = meta.space === 'cmyk';
  const grey = meta.space === 'b-w' || meta.space === 'grey16';
  const components = cmyk ? 4 : grey ? 1 : 3;
  const inSpace = cmyk
    ? image.pipelineColourspace('cmyk').toColourspace('cmyk')
    : image.toColourspace(grey ? 'b-w' : 'srgb');
  return {
    components,
    colours: () => unpacked(meta.hasAlpha ? inSpace.removeAlpha() : inSpace, components),
    alpha: meta.hasAlpha ? () => unpacked(image.extractChannel('alpha').toColourspace('b-w'), 1) : null,
  };
}

/** Unpacks by way of a plain TIFF on disk: the image library streams into it, whatever the size. */
async function* unpacked(image: Sharp, components: number): AsyncIterable<Buffer> {
  const dir = scratchFolder();
  try {
    const path = join(dir, 'plain.tif');
    await image.tiff({ compression: 'none', bigtiff: true, resolutionUnit: 'inch' }).toFile(path);
    yield* strips(path, components);
  } finally {
    rmSync(dir, { recursive: true, force: true });
  }
}

const TAGS = { width: 256, height: 257, bits: 258, compression: 259, offsets: 273, samples: 277, counts: 279 } as const;
const SIZES: Readonly<Record<number, number>> = { 3: 2, 4: 4, 16: 8 };

/** The strips of a plain little-endian BigTIFF (Aldus TIFF 6.0, section 2; BigTIFF: offsets of eight bytes). */
async function* strips(path: string, components: number): AsyncIterable<Buffer> {
  const file = await open(path, 'r');
  try {
    const read = async (offset: number, length: number): Promise<Buffer> => {
      const b = Buffer.alloc(length);
      const { bytesRead } = await file.read(b, 0, length, offset);
      if (bytesRead !== length) throw new PdfSyntaxError('The unpacked image is not whole.');
      return b;
    };
    const head = await read(0, 16);
    if (head.toString('latin1', 0, 2) !== 'II' || head.readUInt16LE(2) !== 43)
      throw new PdfSyntaxError('The unpacked image is no BigTIFF.');
    const at = Number(head.readBigUInt64LE(8));
    const count = Number((await read(at, 8)).readBigUInt64LE(0));
    const entries = await read(at + 8, 20 * count);
    const tags = new Map<number, number[]>();
    for (let i = 0; i < count; i++) {
      const e = entries.subarray(20 * i, 20 * (i + 1));
      const size = SIZES[e.readUInt16LE(2)];
      if (!size) continue;
      const many = Number(e.readBigUInt64LE(4));
      const data = size * many <= 8 ? e.subarray(12, 20) : await read(Number(e.readBigUInt64LE(12)), size * many);
      tags.set(
        e.readUInt16LE(0),
        Array.from({ length: many }, (_, k) =>
          size === 2
            ? data.readUInt16LE(2 * k)
            : size === 4
              ? data.readUInt32LE(4 * k)
              : Number(data.readBigUInt64LE(8 * k)),
        ),
      );
    }
    const one = (tag: number): number => tags.get(tag)?.[0] ?? 0;
    if (one(TAGS.samples) !== components || one(TAGS.bits) !== 8 || one(TAGS.compression) !== 1)
      throw new PdfSyntaxError('The unpacked image is of another kind than was asked for.');
    const offsets = tags.get(TAGS.offsets) ?? [];
    const counts = tags.get(TAGS.counts) ?? [];
    const total = one(TAGS.width) * one(TAGS.height) * components;
    if (counts.reduce((a, b) => a + b, 0) !== total) throw new PdfSyntaxError('The unpacked image is not whole.');
    for (const [i, offset] of offsets.entries()) yield await read(offset, counts[i]!);
  } finally {
    await file.close();
  }
}
