import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { ArtworkError } from '../errors';
import { imageToPdf } from '.';
import { rasterise } from '../raster';
import { readArtwork } from '../read';
import { run, scratch } from '../testing';
import { png, tiff } from '../testing-hostile';

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

  /** The first image of a PDF as its decoded bytes, by poppler. */
  const pixels = (pdf: string): Buffer => {
    run('pdfimages', '-all', '-f', '1', '-l', '1', pdf, `${pdf}.i`);
    const file = readdirSync(dir).find((f) => f.startsWith(`${basename(pdf)}.i-000`))!;
    return readFileSync(join(dir, file));
  };

  it('keeps the inks of a CMYK TIFF to the last step', async () => {
    const path = join(dir, 'cmyk.tif');
    writeFileSync(path, tiff(30, 20, 4, 5, 1, [255, 0, 37, 10]));
    await imageToPdf(path, 'tiff', `${path}.pdf`);
    expect(run('pdfimages', '-list', `${path}.pdf`)).toMatch(/ cmyk +4 +8 /);
    // the CMYK TIFF that poppler writes has the bytes as they are in the PDF
    const bytes = pixels(`${path}.pdf`);
    expect(bytes.includes(Buffer.from([255, 0, 37, 10, 255, 0, 37, 10]))).toBe(true);
    expect(run('qpdf', '--check', `${path}.pdf`)).toContain('No syntax');
  });

  // TIFF 6.0, tag 274: the same eight ways as a photograph is held
  it.each([
    [1, 'upper left', 40 / 20],
    [3, 'lower right', 40 / 20],
    [6, 'upper right', 20 / 40],
    [8, 'lower left', 20 / 40],
  ])('a TIFF in orientation %d stands upright', async (orientation, corner, shape) => {
    const path = join(dir, `t${orientation}.tif`);
    writeFileSync(path, tiff(40, 20, 3, 2, orientation, [255, 0, 0]));
    const { artwork } = await readArtwork(path, `${path}.work`);
    const { width, height } = artwork.pages[0]!.media;
    expect(width / height).toBeCloseTo(shape, 6);
    expect(await redAt(`${path}.work`)).toBe(corner);
  });

  it('carries a PNG over as it is packed, grey and palette and sixteen bits too', async () => {
    const noise = Buffer.from(
      Array.from({ length: 60 * 40 * 3 }, (_, i) => (Math.imul(i + 1, 2654435761) >>> 11) & 255),
    );
    const raw = sharp(noise, { raw: { width: 60, height: 40, channels: 3 } });
    const kinds = {
      rgb: raw.clone().png(),
      grey: raw.clone().toColourspace('b-w').png(),
      palette: raw.clone().png({ palette: true, colours: 16 }),
      deep: raw.clone().toColourspace('rgb16').png(),
    };
    for (const [name, image] of Object.entries(kinds)) {
      const path = join(dir, `${name}.png`);
      await image.toFile(path);
      await imageToPdf(path, 'png', `${path}.pdf`);
      expect([name, run('qpdf', '--check', `${path}.pdf`)]).toEqual([
        name,
        expect.stringContaining('No syntax') as string,
      ]);
      if (name === 'deep') {
        // poppler wraps sixteen bits that are full: qpdf unpacks them as they are
        run('sh', '-c', `qpdf --show-object=4 --filtered-stream-data '${path}.pdf' > '${path}.raw'`);
        const words = await sharp(path).toColourspace('rgb16').raw({ depth: 'ushort' }).toBuffer();
        expect(readFileSync(`${path}.raw`).equals(words.swap16())).toBe(true);
        continue;
      }
      const shown = (file: string | Buffer): Promise<Buffer> =>
        sharp(file).removeAlpha().toColourspace('srgb').raw().toBuffer();
      expect([name, (await shown(path)).equals(await shown(pixels(`${path}.pdf`)))]).toEqual([name, true]);
    }
  });

  it('keeps how opaque a picture is, and an interlaced one is unpacked', async () => {
    const path = join(dir, 'soft.png');
    await sharp({ create: { width: 30, height: 30, channels: 4, background: { r: 255, g: 0, b: 0, alpha: 0.5 } } })
      .png({ progressive: true })
      .toFile(path);
    await imageToPdf(path, 'png', `${path}.pdf`);
    expect(run('pdfimages', '-list', `${path}.pdf`)).toMatch(/smask/);
    const { data } = await sharp(rasterise(`${path}.pdf`, 1, 60))
      .raw()
      .toBuffer({ resolveWithObject: true });
    // half of red on white
    expect([data[0]! > 245, Math.abs(data[1]! - 127) < 12]).toEqual([true, true]);
  });

  it('keeps a profile that fits, and the inverted inks of a CMYK JPEG', async () => {
    const path = join(dir, 'profiled.jpg');
    await picture().withIccProfile('p3').jpeg().toFile(path);
    await imageToPdf(path, 'jpeg', `${path}.pdf`);
    expect(run('pdfimages', '-list', `${path}.pdf`)).toMatch(/ icc +3 +8 /);
    const inks = join(dir, 'inks.jpg');
    writeFileSync(join(dir, 'inks.tif'), tiff(32, 32, 4, 5, 1, [0, 255, 255, 0]));
    await sharp(join(dir, 'inks.tif'))
      .pipelineColourspace('cmyk')
      .toColourspace('cmyk')
      .jpeg({ quality: 100 })
      .toFile(inks);
    await imageToPdf(inks, 'jpeg', `${inks}.pdf`);
    expect(await redAt(`${inks}.pdf`)).toBe('upper left');
  });

  it('says of half an image that it is half, and of a huge one how large, before it is unpacked', async () => {
    for (const [ext, kind] of [
      ['jpg', 'jpeg'],
      ['png', 'png'],
    ] as const) {
      const whole = join(dir, `whole.${ext}`);
      const noise = Buffer.from(Array.from({ length: 90_000 }, (_, i) => (Math.imul(i + 1, 2654435761) >>> 11) & 255));
      await sharp(noise, { raw: { width: 200, height: 150, channels: 3 } })
        .toFormat(kind)
        .toFile(whole);
      const bytes = readFileSync(whole);
      writeFileSync(join(dir, `half.${ext}`), bytes.subarray(0, bytes.length >> 1));
      await expect(imageToPdf(join(dir, `half.${ext}`), kind, join(dir, 'x.pdf'))).rejects.toThrow(
        /Only a part of this image/,
      );
    }
    writeFileSync(join(dir, 'huge.png'), png(30_000, 30_000));
    await expect(imageToPdf(join(dir, 'huge.png'), 'png', join(dir, 'x.pdf'))).rejects.toMatchObject({
      code: 'too-large',
      message: expect.stringMatching(/^Too large: 30,000 × 30,000 pixels; up to 400 megapixels are taken/) as string,
    });
    expect(existsSync(join(dir, 'x.pdf.part'))).toBe(false);
  });

  it('refuses what only says that it is an image', async () => {
    await sharp({ create: { width: 9, height: 9, channels: 3, background: '#fff' } })
      .png()
      .toFile(join(dir, 'ok.png'));
    await expect(imageToPdf(join(dir, 'none.png'), 'png', join(dir, 'x.pdf'))).rejects.toBeInstanceOf(ArtworkError);
  });
});
