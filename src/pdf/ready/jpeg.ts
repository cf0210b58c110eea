/** The sum of the table that quality is a scale of, for brightness (ITU-T T.81, table K.1). */
const SUM = 3688;
/** Never coarser, and never finer than anybody sees. */
const [LEAST, MOST] = [85, 96];
/** Inks are as fine as what they are made of: a little finer, as they are packed a second time. */
const FINER = 8;
/** Where nobody can tell. */
const USUAL = 95;
const LOOKED = 1 << 16;

/**
 * How finely a photograph is packed again, of 100, by how it came: its first table for quantising says it.
 * @param bytes the JPEG, or its beginning
 */
export function finenessOf(bytes: Uint8Array): number {
  let at = 2;
  const end = Math.min(bytes.length, LOOKED);
  while (at + 4 < end && bytes[at] === 0xff) {
    const marker = bytes[at + 1]!;
    const length = (bytes[at + 2]! << 8) | bytes[at + 3]!;
    if (marker === 0xda || length < 2) break;
    if (marker === 0xdb) {
      const wide = bytes[at + 4]! >> 4 > 0;
      if (at + 5 + (wide ? 128 : 64) > bytes.length) break;
      let sum = 0;
      for (let i = 0; i < 64; i++)
        sum += wide ? (bytes[at + 5 + 2 * i]! << 8) | bytes[at + 6 + 2 * i]! : bytes[at + 5 + i]!;
      const scale = (100 * sum) / SUM;
      const quality = scale <= 100 ? (200 - scale) / 2 : 5000 / scale;
      return Math.round(Math.min(MOST, Math.max(LEAST, quality + FINER)));
    }
    at += 2 + length;
  }
  return USUAL;
}
