import { PdfSyntaxError } from '../syntax/objects';
import type { Into } from './shades';

/** How the data of a mesh is laid out (ISO 32000-1, 8.7.4.5.5 to 8.7.4.5.8). */
export interface Mesh {
  readonly type: 4 | 5 | 6 | 7;
  readonly flagBits: number;
  readonly coordinateBits: number;
  readonly componentBits: number;
  readonly components: number;
  /** What colours run between, by pairs. */
  readonly decode: readonly number[];
}

/** Bits that each component is written in. */
export const MESH_BITS = 16;

/** Points and colours that come with a patch that begins anew, and with one that goes on from an edge of the last. */
const PATCH: Readonly<Record<number, { readonly fresh: number; readonly on: number }>> = {
  6: { fresh: 12, on: 8 },
  7: { fresh: 16, on: 12 },
};

class Bits {
  bit = 0;
  constructor(private readonly data: Uint8Array) {}
  get left(): number {
    return this.data.length * 8 - this.bit;
  }
  take(bits: number): number {
    let v = 0;
    for (let left = bits; left > 0;) {
      const n = Math.min(left, 8 - (this.bit & 7));
      v = v * 2 ** n + (((this.data[this.bit >> 3] ?? 0) >> (8 - (this.bit & 7) - n)) & ((1 << n) - 1));
      this.bit += n;
      left -= n;
    }
    return v;
  }
  align(): void {
    this.bit = (this.bit + 7) & ~7;
  }
}

class Packed {
  private readonly bytes: number[] = [];
  private bit = 0;
  put(v: number, bits: number): void {
    for (let i = bits - 1; i >= 0; i--) {
      if ((this.bit & 7) === 0) this.bytes.push(0);
      if (Math.floor(v / 2 ** i) % 2 === 1) this.bytes[this.bytes.length - 1]! |= 0x80 >> (this.bit & 7);
      this.bit++;
    }
  }
  align(): void {
    this.bit = (this.bit + 7) & ~7;
  }
  get data(): Uint8Array {
    return Uint8Array.from(this.bytes);
  }
}

const MOST_BYTES = 32 << 20;

/**
 * A mesh's data with another colour in place of every one; flags and points stay as they are, bit for bit.
 * @throws PdfSyntaxError where its layout is none
 */
export function recolouredMesh(data: Uint8Array, mesh: Mesh, into: Into): Uint8Array {
  const { type, flagBits, coordinateBits, componentBits, components, decode } = mesh;
  const sound = [coordinateBits, componentBits].every((b) => Number.isInteger(b) && b >= 1 && b <= 32);
  if (!sound || components < 1 || (type !== 5 && ![2, 4, 8].includes(flagBits)) || data.length > MOST_BYTES)
    throw new PdfSyntaxError('A mesh is out of shape.');
  const from = new Bits(data);
  const packed = new Packed();
  const most = 2 ** componentBits - 1;
  const points = (count: number): void => {
    for (let i = 0; i < 2 * count; i++) packed.put(from.take(coordinateBits), coordinateBits);
  };
  const colours = (count: number): void => {
    for (let i = 0; i < count; i++) {
      const colour: number[] = [];
      for (let c = 0; c < components; c++) {
        const [low, high] = [decode[2 * c] ?? 0, decode[2 * c + 1] ?? 1];
        colour.push(low + (from.take(componentBits) / most) * (high - low));
      }
      for (const v of into(colour)) packed.put(Math.round(Math.min(1, Math.max(0, v)) * 65535), MESH_BITS);
    }
  };
  const least = 2 * coordinateBits + components * componentBits;
  while (from.left >= least) {
    const flag = type === 5 ? 0 : from.take(flagBits);
    if (type !== 5) packed.put(flag, flagBits);
    const patch = PATCH[type];
    points(patch ? ((flag & 3) === 0 ? patch.fresh : patch.on) : 1);
    colours(patch ? ((flag & 3) === 0 ? 4 : 2) : 1);
    from.align();
    packed.align();
  }
  return packed.data;
}
