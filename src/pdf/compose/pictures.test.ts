import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { zipSync } from 'fflate';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { albumFrom, Imprint, patched, plan, type Artwork, type DocketOf, type Patch, type Rect } from '../../core';
import { flatDocketFor, SHOP } from '../../core/testing';
import { readTable } from '../../records';
import { ArtworkError, ImprintError } from '../errors';
import { readArtwork } from '../read';
import { numberedPages, run, scratch, writePdf } from '../testing';
import { compose } from '.';

const dir = scratch();
const MM = 72 / 25.4;
let serial = 0;

/** A picture of 60 × 40 dots, its left half in one colour and its right in another. */
async function halves(left: string, right: string, as: 'png' | 'jpeg' = 'png'): Promise<Uint8Array> {
  const half = await sharp({ create: { width: 30, height: 40, channels: 3, background: right } })
    .png()
    .toBuffer();
  const whole = sharp({ create: { width: 60, height: 40, channels: 3, background: left } })
    .composite([{ input: half, left: 30, top: 0 }])
    .withMetadata({ density: 100 });
  return as === 'png' ? whole.png().toBuffer() : whole.jpeg({ quality: 95 }).toBuffer();
}

const ALBUM = async (): Promise<Record<string, Uint8Array>> => ({
  'people/Ada.png': await halves('#ff0000', '#0000ff'),
  'people/BO.JPG': await halves('#00ff00', '#ffff00', 'jpeg'),
  'read me.txt': new TextEncoder().encode('Pictures of members'),
  '__MACOSX/Ada.png': new Uint8Array([0, 5, 22, 7]),
});

function zipOf(files: Record<string, Uint8Array>): string {
  const path = join(dir, `album${++serial}.zip`);
  writeFileSync(path, zipSync(files, { level: 0 }));
  return path;
}

interface Made {
  readonly out: string;
  readonly trims: readonly Rect[];
}

/** Cards of 90 × 50 mm with a picture of 20 × 20 mm, its lower left 10 mm in from theirs, a card for every row. */
async function imposed(table: string, says: object, files?: Record<string, Uint8Array>): Promise<Made> {
  const at = join(dir, `it${++serial}`);
  writePdf(`${at}.pdf`, numberedPages(1, 90 * MM, 50 * MM, 3 * MM));
  writeFileSync(`${at}.csv`, table);
  const album = zipOf(files ?? (await ALBUM()));
  const read = await readArtwork(album, `${at}.album`);
  const artwork: Artwork = {
    ...(await readArtwork(`${at}.pdf`, `${at}.work`)).artwork,
    table: await readTable(`${at}.csv`, `${at}.rows`),
    album: albumFrom(read.artwork),
  };
  const wish: Patch<DocketOf<'flat'>> = {
    sheet: { stock: SHOP.stocks[2]! },
    product: { sides: 'one', copies: 1, order: { kind: 'sequence', way: 'across', last: 'blanks' } },
    imprint: {
      table: { name: 'members.csv' },
      album: { name: 'album.zip' },
      prints: [
        Imprint.parse({
          name: 'Photo',
          text: '{Photo}',
          says: { kind: 'picture', width: 20, height: 20, ...says },
          anchor: 'foot-left',
          x: 10,
          y: 10,
        }),
      ],
    },
  };
  const docket = patched(flatDocketFor(artwork), wish);
  const out = `${at}.out.pdf`;
  compose({ docket, artwork, source: `${at}.pdf`, album: `${at}.album`, rows: `${at}.rows`, out });
  expect(run('qpdf', '--check', out)).toContain('No syntax or stream encoding errors');
  return {
    out,
    trims: plan(docket, artwork)
      .sheets.at(0)
      .front.map((c) => c.trim),
  };
}

/** Colours of a sheet as poppler draws it, by places in mm from its lower left. */
async function seen(out: string): Promise<(x: number, y: number) => string> {
  run('pdftoppm', '-r', '100', '-f', '1', '-l', '1', '-png', out, `${out}.seen`);
  const name = run('sh', '-c', `ls ${out}.seen*`).trim();
  const { data, info } = await sharp(readFileSync(name)).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  return (x, y) => {
    const [px, py] = [Math.round((x / 25.4) * 100), info.height - 1 - Math.round((y / 25.4) * 100)];
    const at = (py * info.width + px) * info.channels;
    // to the nearest of none, half and full: a JPEG is a shade off
    return [0, 1, 2].map((k) => Math.round(data[at + k]! / 127)).join('');
  };
}
const [RED, BLUE, GREEN, YELLOW] = ['200', '002', '020', '220'] as const;

describe('pictures from a table’s column', () => {
  it('stand whole in the middle of their place, each on its own piece', async () => {
    const { out, trims } = await imposed('Photo\nada.png\nbo\n\nPhotos\\ADA.PNG\n', { fit: 'whole' });
    const at = await seen(out);
    // 60 × 40 in 20 × 20: 20 wide and 13.33 high, from 3.33 above its foot
    const colours = trims.slice(0, 3).map((t) => [at(t.x + 13, t.y + 20), at(t.x + 27, t.y + 20)]);
    expect(colours).toEqual([
      [RED, BLUE],
      [GREEN, YELLOW],
      [RED, BLUE],
    ]);
    const [first] = trims;
    expect([at(first!.x + 13, first!.y + 14), at(first!.x + 13, first!.y + 26)]).toEqual([RED, RED]);
    for (const y of [12.5, 27.5]) expect([RED, BLUE]).not.toContain(at(first!.x + 13, first!.y + y));
    // each picture is in the file once, however often it is shown
    const ids = run('pdfimages', '-list', out)
      .trim()
      .split('\n')
      .slice(2)
      .map((line) => line.trim().split(/\s+/)[10]);
    expect(new Set(ids).size).toBe(2);
  });

  it('fill their place, and what is beyond it is cut off', async () => {
    const { out, trims } = await imposed('Photo\nAda\n', { fit: 'filled' });
    const at = await seen(out);
    const [t] = trims;
    for (const y of [11, 20, 29]) expect([at(t!.x + 11, t!.y + y), at(t!.x + 29, t!.y + y)]).toEqual([RED, BLUE]);
    // 30 wide, of which 5 at each side are cut off
    for (const x of [8, 32]) expect([RED, BLUE]).not.toContain(at(t!.x + x, t!.y + 20));
  });

  it('that are missing stop the writing, and the record is named', async () => {
    await expect(imposed('Photo\nAda\nCy.jpg\n', {})).rejects.toThrow(ImprintError);
    await expect(imposed('Photo\nAda\nCy.jpg\n', {})).rejects.toThrow(
      'Record 2, “Photo”: There is no picture called “Cy.jpg”.',
    );
  });
});

describe('a ZIP of pictures', () => {
  const read = async (files: Record<string, Uint8Array>) => {
    const path = zipOf(files);
    return readArtwork(path, `${path}.work`);
  };

  it('is a page a picture in the order of their names, and says what was left out', async () => {
    const { artwork, workingCopy } = await read({
      ...(await ALBUM()),
      'people/10.png': await halves('#000', '#fff'),
      'people/9.png': await halves('#000', '#fff'),
    });
    expect(workingCopy).toBe(true);
    expect(artwork.names).toEqual(['people/9.png', 'people/10.png', 'people/Ada.png', 'people/BO.JPG']);
    expect(artwork.pages).toHaveLength(4);
    // 60 dots at 100 an inch
    expect(artwork.pages[0]!.media.width).toBeCloseTo(15.24, 2);
    expect(artwork.notes).toEqual(['Left out of the ZIP, as no pictures: read me.txt.']);
  });

  it('says of which picture only the first page was taken', async () => {
    const one = await sharp(Buffer.from(await halves('#000', '#fff')))
      .raw()
      .toBuffer();
    const tiff = await sharp(Buffer.concat([one, one]), { raw: { width: 60, height: 80, channels: 3, pageHeight: 40 } })
      .tiff()
      .toBuffer();
    const { artwork } = await read({ 'two.tif': tiff });
    expect(artwork.pages).toHaveLength(1);
    expect(artwork.notes).toEqual(['Of several pages the first was taken: two.tif.']);
  });

  it('is one though a PDF lies in it as it is', async () => {
    const pdf = new TextEncoder().encode('%PDF-1.7\n');
    await expect(read({ 'a.pdf': pdf })).rejects.toThrow('There is no picture in this ZIP');
  });

  it('that has none, or is damaged, is refused in plain words', async () => {
    await expect(read({ 'a.txt': new Uint8Array([65]) })).rejects.toThrow('There is no picture in this ZIP');
    const path = zipOf(await ALBUM());
    writeFileSync(path, readFileSync(path).subarray(0, 900));
    await expect(readArtwork(path, `${path}.work`)).rejects.toThrow(ArtworkError);
    const many = Object.fromEntries(Array.from({ length: 10_001 }, (_, i) => [`${i}.txt`, new Uint8Array()]));
    await expect(read(many)).rejects.toThrow('Too many pictures: 10,001; up to 10,000');
    const office = { '[Content_Types].xml': new Uint8Array([60]), 'xl/media/image1.png': await halves('#f00', '#00f') };
    await expect(read(office)).rejects.toThrow('This is an office document');
    // packed, and broken in the middle; or with a length that is not so
    const path2 = join(dir, 'broken.zip');
    const whole = zipSync({ 'noise.png': Uint8Array.from({ length: 4000 }, (_, i) => (i * i) % 251) }, { level: 9 });
    const broken = Uint8Array.from(whole, (b, i) => (i > 60 && i < 200 ? 0xff : b));
    writeFileSync(path2, broken);
    await expect(readArtwork(path2, `${path2}.work`)).rejects.toThrow('noise.png in this ZIP is damaged');
    const lying = Buffer.from(whole);
    const entry = lying.indexOf(Buffer.from([0x50, 0x4b, 1, 2]));
    lying.writeUInt32LE(2000, entry + 24);
    writeFileSync(path2, lying);
    await expect(readArtwork(path2, `${path2}.work`)).rejects.toThrow('noise.png in this ZIP is damaged');
    const cut = (await halves('#f00', '#00f')).subarray(0, 120);
    await expect(read({ 'cut.png': cut })).rejects.toThrow('cut.png: ');
  });
});
