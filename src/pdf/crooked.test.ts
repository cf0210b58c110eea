import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PDFDocument, degrees } from 'pdf-lib';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { LIES_AS_IT_IS, patched, setStraight, type DocketOf } from '../core';
import { preflight, reportFor } from '../core/preflight';
import { flatDocketFor } from '../core/testing';
import { compose } from './compose';
import { lookAtFile } from './look-file';
import { readArtwork } from './read';
import { run, scratch } from './testing';

/** Scans that lie crooked: drawn at an angle that is known, found, and set straight on the sheet. */

const dir = scratch();
let serial = 0;
const [W, H] = [1240, 1754];

/** Lines of words on white, turned counter-clockwise about the middle and moved; pixels at 150 an inch of A4. */
function lettered(angle: number, [dx, dy] = [0, 0], paper = '#f4f1e6'): Promise<Buffer> {
  const lines = Array.from({ length: 32 }, (_, i) => {
    const words = Array.from(
      { length: i % 5 === 4 ? 4 : 9 },
      (_, k) => 'borrowed returned due'.split(' ')[(i * 3 + k) % 3],
    );
    return `<text x="180" y="${300 + i * 36}" font-family="sans-serif" font-size="21" fill="#333">${words.join(' ')}</text>`;
  });
  const rule = '<rect x="180" y="240" width="880" height="6" fill="#111"/>';
  return sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${W}" height="${H}"><rect width="100%" height="100%" fill="${paper}"/>` +
        `<g transform="translate(${dx} ${dy}) rotate(${-angle} ${W / 2} ${H / 2})">${rule}${lines.join('')}</g></svg>`,
    ),
  )
    .jpeg({ quality: 80 })
    .toBuffer();
}

/** A PDF of pictures that fill their pages, A4 each. */
async function scanned(pictures: readonly Buffer[], turned = 0): Promise<string> {
  const doc = await PDFDocument.create();
  for (const picture of pictures) {
    const page = doc.addPage([595.276, 841.89]);
    page.drawImage(await doc.embedJpg(picture), { x: 0, y: 0, width: 595.276, height: 841.89 });
    page.setRotation(degrees(turned));
  }
  const path = join(dir, `scan${++serial}.pdf`);
  writeFileSync(path, await doc.save());
  return path;
}

async function looked(path: string) {
  const { artwork } = await readArtwork(path, `${path}.work`);
  return { artwork, look: lookAtFile(path, path, artwork) };
}

describe('a scan', () => {
  it('is found at the angle at which it lies', async () => {
    const angles = [3.2, -1.4, 0.6, 7.5, -10];
    const path = await scanned(await Promise.all(angles.map((a) => lettered(a))));
    const { look } = await looked(path);
    look.pages.forEach(({ crooked }, i) => {
      expect(Math.abs(crooked!.angle - angles[i]!)).toBeLessThan(0.08);
      // a rule of 880 pixels is the widest, the words reach from it to the last line: 1,176 pixels and the letters of it
      expect(crooked!.size.width).toBeGreaterThan(146);
      expect(crooked!.size.width).toBeLessThan(150.5);
    });
  }, 60_000);

  it('is none where letters stand on it, or where it is of a thing and not of lines', async () => {
    const of = (drawing: string): Promise<Buffer> =>
      sharp(
        Buffer.from(
          `<svg xmlns="http://www.w3.org/2000/svg" width="${W}" height="${H}"><rect width="100%" height="100%" fill="#fff"/>${drawing}</svg>`,
        ),
      )
        .jpeg()
        .toBuffer();
    const tool = await of('<path d="M200 700L1000 620V760L200 840Z" fill="#234"/>');
    const rows = (paper: string, thick = 4): string =>
      `<rect width="100%" height="100%" fill="url(#g)"/><defs><linearGradient id="g" x2="0" y2="1"><stop stop-color="#fff"/><stop offset="1" stop-color="${paper}"/></linearGradient></defs>` +
      Array.from(
        { length: 30 },
        (_, i) => `<path d="M150 ${300 + 36 * i}l900 -40" stroke="#222" stroke-width="${thick}"/>`,
      ).join('');
    const path = await scanned([tool, await of(rows('#777')), await of(rows('#fff')), await of(rows('#fff', 12))]);
    // a thing on white, lines over an evening sky; the same lines on paper are a scan of them, fat ones too
    const angle = expect.closeTo((Math.atan2(40, 900) * 180) / Math.PI, 1);
    expect((await looked(path)).look.pages.map((p) => p.crooked?.angle ?? null)).toEqual([null, null, angle, angle]);
    const doc = await PDFDocument.load(readFileSync(await scanned([await lettered(3), await lettered(3)])));
    doc.getPage(1).drawText('Seen from the quay', { x: 80, y: 60, size: 14 });
    const captioned = join(dir, 'captioned.pdf');
    writeFileSync(captioned, await doc.save());
    expect((await looked(captioned)).look.pages.map((p) => !!p.crooked)).toEqual([true, false]);
  }, 60_000);

  it('is left alone where it is straight, a picture of something, dark, or no scan', async () => {
    const noise = await sharp({
      create: {
        width: W,
        height: H,
        channels: 3,
        background: '#fff',
        noise: { type: 'gaussian', mean: 200, sigma: 40 },
      },
    })
      .jpeg()
      .toBuffer();
    const slope = await sharp(
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" width="${W}" height="${H}"><rect width="100%" height="100%" fill="#9bc"/><path d="M0 900L${W} 700V${H}H0Z" fill="#354"/></svg>`,
      ),
    )
      .jpeg()
      .toBuffer();
    let dice = 1;
    const next = (): number => (dice = (dice * 48271) % 2147483647) / 2147483647;
    const specks = await sharp(
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" width="${W}" height="${H}"><rect width="100%" height="100%" fill="#fff"/>${Array.from({ length: 400 }, () => `<circle cx="${40 + 1160 * next()}" cy="${40 + 1670 * next()}" r="5"/>`).join('')}<path d="M300 500l120 -10" stroke="#000" stroke-width="3"/></svg>`,
      ),
    )
      .jpeg()
      .toBuffer();
    const blank = await sharp({ create: { width: W, height: H, channels: 3, background: '#fff' } })
      .jpeg()
      .toBuffer();
    const path = await scanned([await lettered(0), noise, slope, specks, blank, await lettered(4, [0, 0], '#665')]);
    const { look } = await looked(path);
    expect(look.pages.map((p) => p.crooked)).toEqual([null, null, null, null, null, null]);
    expect(preflight(look).findings.find((f) => f.check === 'crooked')).toBeUndefined();
  }, 60_000);

  it.each([
    ['upright', 0, null],
    ['on a page that is turned', 90, null],
    ['mirrored', 0, 'across'],
  ] as const)(
    'is set straight and in the middle of its place: %s',
    async (_, turned, mirrored) => {
      const path = await scanned([await lettered(2.6, [60, -40])], turned);
      const { artwork, look } = await looked(path);
      const report = preflight(look);
      const found = report.findings.find((f) => f.check === 'crooked')!;
      expect([found.weight, found.places[0]!.said]).toEqual(['look', expect.stringMatching(/^2\.\d+° to the left$/)]);
      const [wide, high] = turned ? [297, 210] : [210, 297];
      let docket: DocketOf<'flat'> = patched(flatDocketFor(artwork), {
        product: {
          finished: { width: wide, height: high },
          bleed: 0,
          sides: 'one',
          copies: 1,
          lies: { columns: 1, rows: 1 },
        },
        sheet: { stock: { width: 320, height: 450 } },
        marks: { slug: { on: false }, crop: { on: false } },
        artwork: mirrored
          ? { work: [{ file: 0, pages: 'all', why: 'hand', lay: { ...LIES_AS_IT_IS, mirrored } }] }
          : {},
      });
      const pages = found.places.map((p) => ({ page: p.page!, lies: p.lies! }));
      expect(reportFor(report, docket, null, 0).findings.find((f) => f.check === 'crooked')!.mended).toBeNull();
      const { work, left } = setStraight(docket, artwork, 0, pages);
      expect(left).toBe(0);
      docket = patched(docket, { artwork: { work } });
      expect(reportFor(report, docket, null, 0).findings.find((f) => f.check === 'crooked')!.mended).toContain(
        'straight',
      );
      // done once more it is the same
      expect(setStraight(docket, artwork, 0, pages).work).toEqual(work);
      const out = join(dir, `straight${serial}.pdf`);
      compose({ docket, artwork, source: path, out });
      run('pdftoppm', '-png', '-gray', '-r', '150', '-singlefile', out, out);
      const { data, info } = await sharp(`${out}.png`).raw().toBuffer({ resolveWithObject: true });
      const { width, height } = info;
      const dark = (x: number, y: number): boolean => data[(y * width + x) * info.channels]! < 90;
      // the rule, long and level: the first dark row of columns far from each other is the same
      const tall = turned === 90;
      const ends = [-350, 350].map((d) => {
        const across = (tall ? height : width) / 2 + d;
        const order = Array.from({ length: tall ? width : height }, (_, i) => (tall ? width - 1 - i : i));
        return order.find((v) => (tall ? dark(v, Math.round(across)) : dark(Math.round(across), v)))!;
      });
      expect(Math.abs(ends[0]! - ends[1]!)).toBeLessThanOrEqual(2);
      // all that is dark has its middle in the middle of the sheet
      let [x0, x1, y0, y1] = [width, 0, height, 0];
      for (let y = 0; y < height; y++)
        for (let x = 0; x < width; x++)
          if (dark(x, y)) [x0, x1, y0, y1] = [Math.min(x0, x), Math.max(x1, x), Math.min(y0, y), Math.max(y1, y)];
      expect(Math.abs((x0 + x1 - width) / 2)).toBeLessThan(8);
      expect(Math.abs((y0 + y1 - height) / 2)).toBeLessThan(8);
    },
    60_000,
  );
});
