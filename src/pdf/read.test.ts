import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { ArtworkError } from './errors';
import { rasterise } from './raster';
import { readArtwork } from './read';
import { PdfFile } from './syntax/file';
import { docketFor } from '../core/testing';
import { compose } from './compose';
import { numberedPages, run, scratch, wordsOf, writePdf } from './testing';

const dir = scratch();
const at = (name: string): string => join(dir, name);
const read = (name: string, password?: string) => readArtwork(at(name), at(`${name}.work`), password);
const refusal = async (name: string, password?: string): Promise<ArtworkError> => {
  const e: unknown = await read(name, password).then(
    () => null,
    (x: unknown) => x,
  );
  expect(e).toBeInstanceOf(ArtworkError);
  return e as ArtworkError;
};

/** LZW as 7.4.4.2 has it, without ever using its table: every byte a nine-bit code, the table cleared in time. */
function lzw(text: string): Buffer {
  const codes = [
    256,
    ...[...text].flatMap((c, i) => (i > 0 && i % 200 === 0 ? [256, c.charCodeAt(0)] : [c.charCodeAt(0)])),
    257,
  ];
  const bits = codes.map((c) => c.toString(2).padStart(9, '0')).join('');
  return Buffer.from(bits.match(/.{1,8}/g)!.map((b) => parseInt(b.padEnd(8, '0'), 2)));
}

describe('reading artwork', () => {
  it('finds the boxes', async () => {
    writePdf(at('boxes.pdf'), numberedPages(2));
    const { artwork, workingCopy } = await read('boxes.pdf');
    expect(workingCopy).toBe(false);
    const [page] = artwork.pages;
    expect(page!.trim.width).toBeCloseTo(148, 1);
    expect(page!.trim.x).toBeCloseTo(3, 1);
    expect(page!.bleed).toEqual(page!.trim);
    expect(page!.hasTrim).toBe(true);
  });

  it.each([
    ['empty.pdf', '', 'empty', /empty/],
    ['words.pdf', 'Dear printer, please find attached', 'not-artwork', /Export it as PDF/],
    ['page.html', '<html>%', 'not-artwork', /Export it as PDF/],
    ['stump.pdf', '%PDF-1.4\nnothing more', 'damaged', /damaged beyond mending/],
  ])('refuses %s', async (name, text, code, message) => {
    writeFileSync(at(name), text);
    expect(await refusal(name)).toMatchObject({ code, message: expect.stringMatching(message) as string });
  });

  it('refuses a PDF without pages', async () => {
    writePdf(at('none.pdf'), []);
    expect((await refusal('none.pdf')).code).toMatch(/no-pages|damaged/);
  });

  it('mends a file whose table is gone, and says so', async () => {
    writePdf(at('whole.pdf'), numberedPages(6));
    const bytes = readFileSync(at('whole.pdf'));
    writeFileSync(at('torn.pdf'), bytes.subarray(0, bytes.indexOf('xref\n0 1')));
    const { artwork, workingCopy } = await read('torn.pdf');
    expect(workingCopy).toBe(true);
    expect(artwork.pages).toHaveLength(6);
    expect(artwork.notes.join()).toContain('has been mended');
    expect(run('qpdf', '--check', at('torn.pdf.work'))).toContain('No syntax');
  });

  it('asks for the password of a locked file, and opens it with it', async () => {
    writePdf(at('plain.pdf'), numberedPages(3));
    run('qpdf', '--encrypt', 'sesame', 'owner', '256', '--', at('plain.pdf'), at('locked.pdf'));
    expect(await refusal('locked.pdf')).toMatchObject({
      code: 'locked',
      message: expect.stringContaining('Type its password') as string,
    });
    expect((await refusal('locked.pdf', 'wrong')).message).toContain('does not open');
    const { artwork, workingCopy } = await read('locked.pdf', 'sesame');
    expect(artwork.pages).toHaveLength(3);
    expect(workingCopy).toBe(true);
    expect(new PdfFile(at('locked.pdf.work')).pages()).toHaveLength(3);
  });

  it('reads compressed tables and object streams as other writers make them', async () => {
    writePdf(at('flat.pdf'), numberedPages(9));
    run('qpdf', '--object-streams=generate', '--compress-streams=y', at('flat.pdf'), at('packed.pdf'));
    run('qpdf', '--linearize', at('flat.pdf'), at('linear.pdf'));
    for (const name of ['packed.pdf', 'linear.pdf']) {
      const { artwork, workingCopy } = await read(name);
      expect([name, workingCopy, artwork.pages.length]).toEqual([name, false, 9]);
    }
  });

  it('takes odd boxes as a reader would, and says what was odd', async () => {
    writePdf(at('odd.pdf'), [
      { entries: '/MediaBox[0 0 0 0]', content: '' },
      { entries: '/MediaBox[400 500 0 0]', content: '' },
      { entries: '/MediaBox[0 0 400 500]/TrimBox[900 900 1000 1000]', content: '' },
      { entries: '/MediaBox[0 0 400 500]/CropBox[-50 -50 300 300]', content: '' },
      { entries: '/MediaBox[0 0 15000 15000]', content: '' },
      { entries: '', content: '' },
    ]);
    const { artwork } = await read('odd.pdf');
    const mm = artwork.pages.map((p) => [Math.round(p.trim.width), Math.round(p.trim.height)]);
    expect(mm).toEqual([
      [216, 279],
      [141, 176],
      [141, 176],
      [106, 106],
      [5292, 5292],
      [216, 279],
    ]);
    expect(artwork.notes).toEqual([
      'Page 1, 6: it says it has no size; taken as 215.9 × 279.4 mm',
      'Page 5: larger than five metres',
      'Page 3: its trim box is not on the page; the crop box is taken',
    ]);
  });

  it('composes content that comes in parts packed in an old way', async () => {
    const parts = ['BT /F 20 Tf 50 400 Td (Old', '  and packed) Tj ET'].map(lzw);
    const stream = (data: Buffer): string =>
      `<</Filter/LZWDecode/Length ${data.length}>>\nstream\n${data.toString('latin1')}\nendstream`;
    writePdf(at('lzw.pdf'), [{ entries: '/MediaBox[0 0 419.53 595.28]/Contents[104 0 R 105 0 R]', content: '' }], {
      104: stream(parts[0]!),
      105: stream(parts[1]!),
    });
    const { artwork, workingCopy } = await read('lzw.pdf');
    expect(workingCopy).toBe(false);
    compose({ docket: docketFor(artwork), artwork, source: at('lzw.pdf'), out: at('lzw-out.pdf') });
    expect(wordsOf(at('lzw-out.pdf'))[0]!.words.map((w) => w.text)).toEqual(
      expect.arrayContaining(['Old', 'and', 'packed']),
    );
  });

  it('reads 5,000 pages', async () => {
    writePdf(at('many.pdf'), numberedPages(5000));
    expect((await read('many.pdf')).artwork.pages).toHaveLength(5000);
  });

  it('takes images at their physical size', async () => {
    await sharp({ create: { width: 600, height: 300, channels: 3, background: '#aa5522' } })
      .withMetadata({ density: 300 })
      .png()
      .toFile(at('card.png'));
    const { artwork, workingCopy } = await read('card.png');
    expect(workingCopy).toBe(true);
    expect(artwork.kind).toBe('image');
    expect(artwork.pages[0]!.trim.width).toBeCloseTo(50.8, 2);
    for (const kind of ['jpeg', 'tiff'] as const) {
      await sharp(at('card.png'))
        .withMetadata({ density: 150 })
        .toFormat(kind)
        .toFile(at(`card.${kind}`));
      expect((await read(`card.${kind}`)).artwork.pages[0]!.trim.width).toBeCloseTo(101.6, 2);
    }
    writeFileSync(at('torn.png'), readFileSync(at('card.png')).subarray(0, 30));
    expect((await refusal('torn.png')).code).toBe('damaged');
  });

  it('draws pages as they are seen, media box and all', async () => {
    writePdf(at('draw.pdf'), [
      { entries: '/MediaBox[0 0 200 100]/CropBox[50 0 100 100]/Rotate 90', content: '1 0 0 rg 0 0 100 100 re f' },
    ]);
    const { data, info } = await sharp(rasterise(at('draw.pdf'), 1, 100))
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect([info.width, info.height]).toEqual([100, 200]);
    const pixel = (x: number, y: number): number[] => [
      ...data.subarray((y * info.width + x) * info.channels, (y * info.width + x) * info.channels + 3),
    ];
    // turned clockwise, the left half of the page is on top
    expect(pixel(50, 30)[1]).toBeLessThan(40);
    expect(pixel(50, 170)[1]).toBeGreaterThan(240);
    expect(existsSync(at('draw.pdf.work'))).toBe(false);
  });
});
