/** For tests: whether what is shown of a page and what is composed of it look alike. */
import { execFileSync } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import sharp from 'sharp';
import { extractPage } from './extract';

const SIZE = 96;

const pixels = (image: Buffer | Uint8Array): Promise<Buffer> =>
  sharp(Buffer.from(image))
    .flatten({ background: '#fff' })
    .removeAlpha()
    .toColourspace('srgb')
    .resize(SIZE, SIZE, { fit: 'fill' })
    .raw()
    .toBuffer();

/**
 * How far a picture is from the page as composing writes it, drawn by poppler: the largest difference of a 96th of the
 * page, 0 to 255, that at least one in five hundred of them has.
 */
export async function difference(picture: Uint8Array, path: string, page: number): Promise<number> {
  const one = `${path}.one.pdf`;
  extractPage(path, page, one);
  execFileSync('pdftoppm', ['-png', '-singlefile', '-scale-to', '640', one, `${path}.one`], {
    stdio: 'ignore',
    timeout: 20_000,
  });
  const [a, b] = await Promise.all([pixels(picture), pixels(readFileSync(`${path}.one.png`))]);
  for (const ext of ['pdf', 'png']) rmSync(`${path}.one.${ext}`);
  const gaps = Array.from({ length: SIZE * SIZE }, (_, i) =>
    Math.max(...[0, 1, 2].map((c) => Math.abs(a[3 * i + c]! - b[3 * i + c]!))),
  ).sort((x, y) => y - x);
  return gaps[Math.floor(gaps.length / 500)]!;
}
