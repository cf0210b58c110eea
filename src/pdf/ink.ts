import sharp from 'sharp';

/** Lighter than this, of 255, is paper: a picture kept as JPEG is not white to the last bit. */
const PAPER = 236;

/**
 * What of a picture is printed.
 * @returns left, top, right and bottom of it as shares of the picture; null where it is white all over
 */
export async function inkIn(picture: Uint8Array): Promise<readonly [number, number, number, number] | null> {
  const { data, info } = await sharp(picture)
    .greyscale(false)
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const { width, height, channels } = info;
  let [left, top, right, bottom] = [width, height, -1, -1];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = (y * width + x) * channels;
      let darkest = 255;
      for (let c = 0; c < channels; c++) darkest = Math.min(darkest, data[at + c]!);
      if (darkest >= PAPER) continue;
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      bottom = y;
    }
  return right < 0 ? null : [left / width, top / height, (right + 1) / width, (bottom + 1) / height];
}
