import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { MadeBleed, patched, type DocketOf, type Patch } from '../../core';
import { flatDocketFor, SHOP } from '../../core/testing';
import { readArtwork } from '../read';
import { run, scratch, writePdf } from '../testing';
import { compose } from '.';

/** Bleed that is made, looked at in the picture that poppler and Ghostscript draw of the imposed sheet. */

const dir = scratch();
const MM = 72 / 25.4;
let serial = 0;

/** One page without bleed, in the middle of SRA3, 450 × 320, or of other paper. @param own bleed that it has, mm */
async function imposed(
  size: { width: number; height: number },
  content: string,
  bleed: object | null,
  { own = 0, stock = SHOP.stocks[2]! } = {},
) {
  const source = join(dir, `in${++serial}.pdf`);
  const [w, h] = [size.width + 2 * own, size.height + 2 * own].map((mm) => mm * MM) as [number, number];
  const trim = [own * MM, own * MM, w - own * MM, h - own * MM].join(' ');
  writePdf(source, [{ entries: `/MediaBox[0 0 ${w} ${h}]/BleedBox[0 0 ${w} ${h}]/TrimBox[${trim}]`, content }]);
  const { artwork } = await readArtwork(source, `${source}.work`);
  const docket = patched<DocketOf<'flat'>>(flatDocketFor(artwork), {
    sheet: { stock },
    product: { finished: size, bleed: 3, sides: 'one', copies: 1, lies: { way: 'upright', columns: 1, rows: 1 } },
    marks: { slug: { on: false }, crop: { on: false }, register: { on: false } },
    artwork: { bleed: bleed && MadeBleed.parse(bleed) },
  } as Patch<DocketOf<'flat'>>);
  const out = join(dir, `out${serial}.pdf`);
  compose({ docket, artwork, source, out });
  return out;
}

interface Seen {
  readonly at: (x: number, y: number) => readonly number[];
}

/** What is seen within the trim of a piece and a little beyond: places in mm from its lower left. */
async function seen(
  out: string,
  size: { width: number; height: number },
  dpi: number,
  by: 'poppler' | 'gs',
  paper = { width: 450, height: 320 },
): Promise<Seen> {
  const file = `${out}-${by}-${dpi}`;
  if (by === 'poppler') run('pdftoppm', '-png', '-singlefile', '-r', String(dpi), out, file);
  else
    run(
      'gs',
      '-q',
      '-dBATCH',
      '-dNOPAUSE',
      '-sDEVICE=png16m',
      `-r${dpi}`,
      '-dGraphicsAlphaBits=4',
      `-o${file}.png`,
      out,
    );
  const { data, info } = await sharp(`${file}.png`, { limitInputPixels: false })
    .raw()
    .toBuffer({ resolveWithObject: true });
  const fine = dpi / 25.4;
  const [left, low] = [(paper.width - size.width) / 2, (paper.height - size.height) / 2];
  return {
    at: (x, y) => {
      const o =
        info.channels * (Math.floor((paper.height - low - y) * fine) * info.width + Math.floor((left + x) * fine));
      return [data[o]!, data[o + 1]!, data[o + 2]!];
    },
  };
}

/** Stripes aslant and a shading, so that every place looks otherwise. */
const SIZE = { width: 40, height: 30 };
const MOTLEY = ((): string => {
  const stripes = Array.from(
    { length: 40 },
    (_, i) =>
      `${(i % 7) / 7} ${(i % 5) / 5} ${(i % 3) / 3} rg ${i * 5 - 60} 0 m ${i * 5 - 56} 0 l ${i * 5 + 4} 90 l ${i * 5} 90 l f`,
  );
  return `0.9 0.8 0.2 rg 0 0 200 200 re f ${stripes.join(' ')}`;
})();

const far = (a: readonly number[], b: readonly number[]): number => Math.max(...a.map((v, i) => Math.abs(v - b[i]!)));

describe('bleed that is made', () => {
  it('is the mirror of the page, at its edges and its corners', async () => {
    const out = await imposed(SIZE, MOTLEY, { way: 'mirrored' });
    // 20 pixels a millimetre: the trims lie between pixels; the mirror stands half a pixel within them
    for (const by of ['poppler', 'gs'] as const) {
      const { at } = await seen(out, SIZE, 508, by);
      const u = 0.05;
      let [worst, looked] = [0, 0];
      for (let d = 0.125; d < 2.9; d += 0.1)
        for (let y = 3.05; y < 27; y += 0.7) {
          worst = Math.max(worst, far(at(-d, y), at(d + u, y)), far(at(40 + d, y), at(40 - d - u, y)));
          worst = Math.max(worst, far(at(y, -d), at(y, d + u)), far(at(y, 30 + d), at(y, 30 - d - u)));
          looked++;
        }
      for (let d = 0.125; d < 2.9; d += 0.1)
        for (let e = 0.125; e < 2.9; e += 0.3)
          worst = Math.max(
            worst,
            far(at(-d, -e), at(d + u, e + u)),
            far(at(40 + d, 30 + e), at(40 - d - u, 30 - e - u)),
          );
      expect(looked).toBeGreaterThan(500);
      // but for how the edges of stripes are smoothed
      expect(worst).toBeLessThan(40);
      // beyond the bleed there is paper
      expect(at(-3.2, 15)).toEqual([255, 255, 255]);
    }
    expect(run('qpdf', '--check', out)).toContain('No syntax or stream encoding errors');
  });

  it('is its edge drawn out', async () => {
    const { at } = await seen(await imposed(SIZE, MOTLEY, { way: 'stretched' }), SIZE, 254, 'poppler');
    for (let y = 1.05; y < 29; y += 0.5) {
      // 0.1 is drawn out thirtyfold: along a stripe aslant little changes in it
      expect(far(at(-0.35, y), at(-0.05 + 0.1, y))).toBeLessThan(170);
      expect(far(at(-1.05, y), at(-1.15, y))).toBeLessThan(120);
    }
    const flat = await imposed(SIZE, '0.2 0.5 0.7 rg 0 0 200 200 re f', { way: 'stretched' });
    const { at: plain } = await seen(flat, SIZE, 254, 'poppler');
    expect(plain(-2.9, -2.9)).toEqual(plain(20, 15));
  });

  it('is within the bleed box of its sheet', async () => {
    const info = run('pdfinfo', '-box', await imposed(SIZE, MOTLEY, { way: 'mirrored' }));
    const box = (name: string): number[] =>
      new RegExp(`${name}:\\s+(\\S+)\\s+(\\S+)\\s+(\\S+)\\s+(\\S+)`)
        .exec(info)!
        .slice(1)
        .map((v) => Math.round((10 * Number(v)) / MM) / 10);
    // 40 × 30 in the middle of 450 × 320, and 3 beyond
    expect(box('TrimBox')).toEqual([205, 145, 245, 175]);
    expect(box('BleedBox')).toEqual([202, 142, 248, 178]);
  });

  it('has corners or not', async () => {
    const flat = '0.2 0.5 0.7 rg 0 0 200 200 re f';
    const { at } = await seen(await imposed(SIZE, flat, { way: 'mirrored', corners: false }), SIZE, 254, 'poppler');
    expect(at(-1.5, 15)).toEqual(at(20, 15));
    expect(at(-1.5, -1.5)).toEqual([255, 255, 255]);
    const { at: one } = await seen(
      await imposed(SIZE, flat, { way: 'mirrored', edges: ['foot'] }),
      SIZE,
      254,
      'poppler',
    );
    expect(one(20, -1.5)).toEqual(one(20, 15));
    expect([one(-1.5, 15), one(20, 31.5)]).toEqual([
      [255, 255, 255],
      [255, 255, 255],
    ]);
  });

  it('joins the page without a line at 1,200 dpi, wherever its edges lie', async () => {
    const size = { width: 13.37, height: 11.213 };
    const stock = { ...SHOP.stocks[2]!, width: 60, height: 40 };
    for (const way of ['mirrored', 'stretched']) {
      const out = await imposed(size, '0.2 0.5 0.7 rg -9 -9 900 900 re f', { way }, { stock });
      for (const by of ['poppler', 'gs'] as const) {
        const { at } = await seen(out, size, 1200, by, stock);
        const inside = at(5, 5);
        for (let d = -0.3; d < 0.3; d += 0.01)
          for (const v of [0.4, 3.7, 9.1]) {
            expect(at(d, v)).toEqual(inside);
            expect(at(size.width + d, v)).toEqual(inside);
            expect(at(v, d)).toEqual(inside);
            expect(at(v, size.height + d)).toEqual(inside);
            expect(at(d, d)).toEqual(inside);
          }
      }
    }
  });

  it('leaves the sheets of pages that have their bleed as they are, and is taken back to the byte', async () => {
    const bytes = (path: string): string => readFileSync(path, 'latin1').replace(/out\d+|in\d+/g, '');
    const plain = await imposed(SIZE, MOTLEY, null, { own: 3 });
    expect(bytes(await imposed(SIZE, MOTLEY, { way: 'mirrored' }, { own: 3 }))).toBe(bytes(plain));
    const none = await imposed(SIZE, MOTLEY, null);
    expect(bytes(await imposed(SIZE, MOTLEY, { way: 'mirrored' }))).not.toBe(bytes(none));
    expect(bytes(await imposed(SIZE, MOTLEY, null))).toBe(bytes(none));
  });
});
