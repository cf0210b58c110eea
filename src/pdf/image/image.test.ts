import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { ArtworkError } from '../errors';
import { imageToPdf } from '.';
import { rasterise } from '../raster';
import { readArtwork } from '../read';
import { run, scratch } from '../testing';

const dir = scratch();

/** A picture 40 × 20, red at its upper left. */
const picture = () =>
  sharp({ create: { width: 40, height: 20, channels: 3, background: '#ffffff' } }).composite([
    { input: { create: { width: 10, height: 10, channels: 3, background: '#ff0000' } }, left: 0, top: 0 },
  ]);
const redAt = async (path: string): Promise<string> => {
  const { data, info } = await sharp(rasterise(path, 1, 80))
    .raw()
    .toBuffer({ resolveWithObject: true });
  const red = (x: number, y: number): boolean => {
    const o = (Math.round(y * (info.height - 1)) * info.width + Math.round(x * (info.width - 1))) * info.channels;
    return data[o]! > 200 && data[o + 1]! < 90;
  };
  const names = {
    'upper left': [0.06, 0.06],
    'upper right': [0.94, 0.06],
    'lower left': [0.06, 0.94],
    'lower right': [0.94, 0.94],
  } as const;
  return Object.entries(names)
    .filter(([, [x, y]]) => red(x, y))
    .map(([n]) => n)
    .join();
};

describe('images as artwork', () => {
  // EXIF says how the camera was held: 3 upside down, 6 a quarter turn clockwise, 8 counter-clockwise (CIPA DC-008)
  it.each([
    [1, 'upper left', 40 / 20],
    [2, 'upper right', 40 / 20],
    [3, 'lower right', 40 / 20],
    [4, 'lower left', 40 / 20],
    [5, 'upper left', 20 / 40],
    [6, 'upper right', 20 / 40],
    [7, 'lower right', 20 / 40],
    [8, 'lower left', 20 / 40],
  ])('a photograph taken in orientation %d stands upright', async (orientation, corner, shape) => {
    const path = join(dir, `o${orientation}.jpg`);
    await picture()
      .withMetadata({ orientation, density: 72 })
      .jpeg({ quality: 100, chromaSubsampling: '4:4:4' })
      .toFile(path);
    await imageToPdf(path, 'jpeg', `${path}.pdf`);
    const { artwork } = await readArtwork(`${path}.pdf`, `${path}.work`);
    const { width, height } = artwork.pages[0]!.media;
    expect(width / height).toBeCloseTo(shape, 6);
    expect(await redAt(`${path}.pdf`)).toBe(corner);
    // the photograph's own data is kept
    expect(run('pdfimages', '-list', `${path}.pdf`)).toContain('jpeg');
  });

  it('takes 300 dots an inch where an image does not say', async () => {
    const path = join(dir, 'plain.png');
    await sharp({ create: { width: 300, height: 600, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0.5 } } })
      .png()
      .toFile(path);
    await imageToPdf(path, 'png', `${path}.pdf`);
    const { artwork } = await readArtwork(`${path}.pdf`, `${path}.work`);
    expect([artwork.pages[0]!.media.width, artwork.pages[0]!.media.height].map((v) => Math.round(v * 10) / 10)).toEqual(
      [25.4, 50.8],
    );
    expect(run('qpdf', '--check', `${path}.pdf`)).toContain('No syntax');
  });

  it('makes a page of every page of a TIFF', async () => {
    const path = join(dir, 'two.tiff');
    const raw = await sharp({ create: { width: 40, height: 80, channels: 3, background: '#336699' } })
      .raw()
      .toBuffer();
    await sharp(raw, { raw: { width: 40, height: 80, channels: 3, pageHeight: 40 } as never })
      .tiff()
      .toFile(path);
    await imageToPdf(path, 'tiff', `${path}.pdf`);
    expect((await readArtwork(`${path}.pdf`, `${path}.work`)).artwork.pages).toHaveLength(2);
  });

  it('refuses what only says that it is an image', async () => {
    await sharp({ create: { width: 9, height: 9, channels: 3, background: '#fff' } })
      .png()
      .toFile(join(dir, 'ok.png'));
    await expect(imageToPdf(join(dir, 'none.png'), 'png', join(dir, 'x.pdf'))).rejects.toBeInstanceOf(ArtworkError);
  });
});
