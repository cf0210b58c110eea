import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { deflateSync } from 'node:zlib';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { patched, plan, type Docket, type Patch } from '../../core';
import { docketFor, SHOP } from '../../core/testing';
import { readArtwork } from '../read';
import { numberedPages, run, scratch, wordsOf, writePdf, type PageWish } from '../testing';
import { compose } from '.';

const dir = scratch();
let serial = 0;

async function impose(pages: readonly PageWish[], patch: Patch, extra: Record<number, string> = {}, catalog = '') {
  const source = join(dir, `in${++serial}.pdf`);
  const out = join(dir, `out${serial}.pdf`);
  writePdf(source, pages, extra, catalog);
  const { artwork, workingCopy } = await readArtwork(source, `${source}.work`);
  expect(workingCopy).toBe(false);
  const docket: Docket = patched(patched(docketFor(artwork), { sheet: { stock: SHOP.stocks[1]! } }), patch);
  const result = compose({ docket, artwork, source, out });
  return { source, out, artwork, docket, result, planned: plan(docket, artwork) };
}

/**
 * The oracle: sheets as poppler reads them, folded by hand. It knows nothing of the plan: it takes the words of each
 * sheet's front and back, lays the sheets on each other, folds the pile at its middle and turns the leaves.
 */
function foldedBooklet(out: string, bound: 'left' | 'right'): string[] {
  const sides = wordsOf(out).map((p) => ({ ...p, words: p.words.filter((w) => /^\d+$/.test(w.text)) }));
  const half = (side: (typeof sides)[0], which: 'left' | 'right'): string =>
    side.words.find((w) => w.x < side.width / 2 === (which === 'left'))?.text ?? '–';
  const first: string[] = [];
  const last: string[] = [];
  const [near, far] = bound === 'left' ? (['right', 'left'] as const) : (['left', 'right'] as const);
  for (let s = 0; s < sides.length; s += 2) {
    const [front, back] = [sides[s]!, sides[s + 1]!];
    // the leaf at the front of the booklet: its outside is on the sheet's front; turned over, left is right
    first.push(half(front, near), half(back, far));
    last.unshift(half(back, near), half(front, far));
  }
  return [...first, ...last];
}

describe('the imposed PDF', () => {
  for (const bound of ['left', 'right'] as const)
    it(`folds into the booklet in order, bound at the ${bound}`, async () => {
      const { out, result } = await impose(numberedPages(28), { product: { bound }, sheet: { up: 'one' } });
      expect(result.sides).toBe(14);
      expect(run('qpdf', '--check', out)).toContain('No syntax or stream encoding errors');
      expect(foldedBooklet(out, bound)).toEqual(Array.from({ length: 28 }, (_, i) => String(i + 1)));
    });

  it('has blanks where they are wished', async () => {
    const { out } = await impose(numberedPages(6), {
      product: { blanks: { kind: 'before-last' } },
      sheet: { up: 'one' },
    });
    expect(foldedBooklet(out, 'left')).toEqual(['1', '2', '3', '4', '5', '–', '–', '6']);
  });

  it('has every page’s words where the plan says, each booklet of several up', async () => {
    const { out, planned } = await impose(numberedPages(8), { sheet: { stock: SHOP.stocks[2]! } });
    expect(planned.sheets.main.lay.downs).toHaveLength(2);
    const sides = wordsOf(out);
    [...planned.sheets].forEach((sheet, s) => {
      [sheet.front, sheet.back].forEach((side, k) => {
        const { words } = sides[2 * s + k]!;
        for (const cell of side) {
          const cx = cell.trim.x + cell.trim.width / 2;
          const cy = cell.trim.y + cell.trim.height / 2;
          const near = words.filter((w) => w.text === String(cell.page) && Math.hypot(w.x - cx, w.y - cy) < 15);
          expect(near).toHaveLength(1);
        }
      });
    });
  });

  it('says its boxes: the sheet, and on it the booklets with and without bleed', async () => {
    const { out } = await impose(numberedPages(4), { sheet: { up: 'one' } });
    const info = run('pdfinfo', '-box', out);
    // 420 × 297 mm; trim 62 … 358 × 43.5 … 253.5; in points
    expect(info).toMatch(/MediaBox:\s+0\.00\s+0\.00\s+1190\.55\s+841\.89/);
    expect(info).toMatch(/TrimBox:\s+175\.75\s+123\.31\s+1014\.80\s+718\.58/);
    // 3 mm of bleed at head, foot and face: 59 … 361 × 40.5 … 256.5
    expect(info).toMatch(/BleedBox:\s+167\.24\s+114\.80\s+1023\.31\s+727\.09/);
    expect(info).toMatch(/PDF version:\s+1\.7/);
  });

  it('is the same to the byte each time', async () => {
    const { source, out, docket, artwork } = await impose(numberedPages(12), {});
    const again = join(dir, 'again.pdf');
    compose({ docket, artwork, source, out: again });
    expect(readFileSync(again).equals(readFileSync(out))).toBe(true);
  });

  it('writes what pages share once, however often it is placed', async () => {
    const data = deflateSync(Buffer.alloc(60_000, 7));
    const image = `<</Type/XObject/Subtype/Image/Width 200/Height 100/ColorSpace/DeviceRGB/BitsPerComponent 8/Filter/FlateDecode/Length ${data.length}>>\nstream\n${data.toString('latin1')}\nendstream`;
    const pages = numberedPages(8).map((p) => ({ ...p, content: `${p.content} q 100 0 0 50 50 50 cm /I Do Q` }));
    const { out } = await impose(
      pages.map((p) => ({ ...p, entries: `${p.entries}/Resources 100 0 R` })),
      { sheet: { stock: SHOP.stocks[2]! } },
      { 100: '<</Font<</F 3 0 R>>/XObject<</I 101 0 R>>>>', 101: image },
    );
    const listed = run('pdfimages', '-list', out).trim().split('\n').slice(2);
    expect(new Set(listed.map((l) => l.trim().split(/\s+/)[10])).size).toBe(1);
    expect(run('qpdf', '--check', out)).toContain('No syntax');
  });

  it('keeps inks, output intents, layers and transparency groups, and prints marks in every separation', async () => {
    const spot =
      '[/Separation /Harbour#20Rust /DeviceCMYK <</FunctionType 2/Domain[0 1]/C0[0 0 0 0]/C1[0 .7 .9 .2]/N 1>>]';
    const { out, artwork } = await impose(
      [
        {
          entries:
            '/MediaBox[0 0 436.53 612.28]/TrimBox[8.5 8.5 428.03 603.78]/Resources 100 0 R/Group<</S/Transparency/CS/DeviceCMYK>>',
          content: '/S cs 1 scn /OC /L BDC 0 0 100 100 re f EMC /N cs 0 .5 scn 300 300 9 9 re f',
        },
      ],
      { sheet: { up: 'one' } },
      {
        100: '<</ColorSpace<</S 101 0 R/N 104 0 R>>/Properties<</L 102 0 R>>>>',
        101: spot,
        102: '<</Type/OCG/Name(Dies)>>',
        104: '[/DeviceN [/Cyan /Gull#20Grey] /DeviceCMYK 105 0 R]',
        105: '<</FunctionType 4/Domain[0 1 0 1]/Range[0 1 0 1 0 1 0 1]/Length 17>>\nstream\n{ 0 exch 0 exch }\nendstream',
        103: '<</Type/OutputIntent/S/GTS_PDFX/OutputConditionIdentifier(Test)>>',
      },
      '/OCProperties<</OCGs[102 0 R]/D<</ON[102 0 R]>>>>/OutputIntents[103 0 R]',
    );
    expect(artwork.inks).toEqual(['Harbour Rust', 'Gull Grey']);
    const text = run('qpdf', '--qdf', '--object-streams=disable', out, '-');
    expect(text).toContain('/Separation');
    expect(text).toContain('/Harbour#20Rust');
    expect(text).toContain('/All');
    expect(text).toContain('/S /Transparency');
    expect(text).toContain('/OCProperties');
    expect(text).toContain('/OutputConditionIdentifier (Test)');
    // Ghostscript draws each plate on its own: the spot ink's has the page's patch, and the crop mark outside the page
    const plates = join(dir, 'plates');
    mkdirSync(plates);
    run(
      'gs',
      '-q',
      '-dBATCH',
      '-dNOPAUSE',
      '-dLastPage=1',
      '-sDEVICE=tiffsep',
      '-r72',
      `-sOutputFile=${plates}/s.tif`,
      out,
    );
    const plate = readdirSync(plates).find((f) => f.includes('Harbour Rust'))!;
    const contrast = async (x: number, y: number, width: number, height: number): Promise<number> => {
      const pt = (mm: number): number => Math.round((mm * 72) / 25.4);
      const box = { left: pt(x), top: pt(y), width: pt(width), height: pt(height) };
      const pixels = await sharp(join(plates, plate)).extract(box).raw().toBuffer();
      return Math.max(...pixels) - Math.min(...pixels);
    };
    // the sheet is 420 × 297 mm; the trim's upper left corner is at 62, 43.5 from its upper left
    expect(await contrast(60, 36, 4, 4)).toBeGreaterThan(25);
    expect(await contrast(20, 20, 10, 10)).toBe(0);
  });

  it('turns rotated, scaled and shifted pages upright', async () => {
    const text = (tm: string) => `BT /F 24 Tf ${tm} Tm (Head) Tj ET`;
    const rotated: PageWish[] = [
      // A5 seen upright in four ways; "Head" 20 pt below the middle of the upright page's top
      { entries: '/MediaBox[0 0 419.53 595.28]', content: text('1 0 0 1 180 550') },
      { entries: '/MediaBox[0 0 595.28 419.53]/Rotate 90', content: text('0 1 -1 0 45 180') },
      { entries: '/MediaBox[100 50 519.53 645.28]/Rotate 180', content: text('-1 0 0 -1 340 95') },
      {
        entries: '/MediaBox[297.64 209.765 0 0]/UserUnit 2/Rotate 270',
        content: 'BT /F 12 Tf 0 -1 1 0 275 119 Tm (Head) Tj ET',
      },
    ];
    const { out, planned, artwork } = await impose(rotated, { product: { bleed: 0 }, sheet: { up: 'one' } });
    for (const p of artwork.pages) expect([Math.round(p.media.width), Math.round(p.media.height)]).toEqual([148, 210]);
    const sides = wordsOf(out);
    [...planned.sheets].forEach((sheet, s) =>
      [sheet.front, sheet.back].forEach((side, k) =>
        side.forEach((cell) => {
          const inCell = sides[2 * s + k]!.words.filter(
            (w) => w.x > cell.trim.x && w.x < cell.trim.x + cell.trim.width,
          );
          expect(inCell.map((w) => w.text)).toEqual(['Head']);
          // 550 pt up is 194 mm of 210, in the middle third across
          expect(inCell[0]!.y).toBeGreaterThan(cell.trim.y + 190);
          expect(Math.abs(inCell[0]!.x - cell.trim.x - cell.trim.width / 2)).toBeLessThan(14);
        }),
      ),
    );
  });

  it('joins content streams that break between tokens, and prints annotations that print', async () => {
    const form =
      '<</Type/XObject/Subtype/Form/BBox[0 0 10 10]/Resources 4 0 R/Length 37>>\nstream\nBT /F 5 Tf 1 3 Td (Stamped) Tj ET    \nendstream';
    const { out } = await impose(
      [
        {
          entries: '/MediaBox[0 0 419.53 595.28]/Contents[104 0 R 105 0 R]/Annots[101 0 R 102 0 R]',
          content: '',
        },
      ],
      { product: { bleed: 0 }, sheet: { up: 'one' } },
      {
        100: form,
        101: '<</Type/Annot/Subtype/Stamp/F 4/Rect[100 100 200 200]/AP<</N 100 0 R>>>>',
        102: '<</Type/Annot/Subtype/Stamp/F 2/Rect[300 300 350 350]/AP<</N 100 0 R>>>>',
        104: '<</Length 26>>\nstream\nBT /F 20 Tf 50 500 Td (Two\nendstream',
        105: '<</Length 15>>\nstream\n  parts) Tj ET \nendstream',
      },
    );
    const words = wordsOf(out)[0]!.words.map((w) => w.text);
    expect(words).toContain('Two');
    expect(words.filter((w) => w === 'Stamped')).toHaveLength(1);
    // page 1 is the right half, its trim from 210, 43.5 mm; the stamp's 10 units fill 100 … 200 pt of it, its text begins
    // at 110, 130 pt and is 50 pt large: 4 ems wide, a word's box from 0.2 em below its line to 0.7 above
    const stamp = wordsOf(out)[0]!.words.find((w) => w.text === 'Stamped')!;
    const mm = 25.4 / 72;
    expect(Math.abs(stamp.x - (210 + (110 + 100) * mm))).toBeLessThan(3);
    expect(Math.abs(stamp.y - (43.5 + (130 + 12.5) * mm))).toBeLessThan(3);
  });

  it('draws the rings of register marks round', async () => {
    const { out } = await impose(numberedPages(4), { sheet: { up: 'one' } });
    const number = '(-?[\\d.]+)';
    const ring = new RegExp(
      `${number} ${number} m\\s+${Array(4)
        .fill(`${Array(6).fill(number).join(' ')} c`)
        .join('\\s+')}`,
      'g',
    );
    const rings = [...run('qpdf', '--qdf', '--object-streams=disable', out, '-').matchAll(ring)].map((m) =>
      m.slice(1).map(Number),
    );
    expect(rings.length).toBeGreaterThan(0);
    for (const r of rings) {
      // four quarters, each from where the last ended: the middles of the first and the third are a diameter apart
      const point = (i: number): readonly [number, number] => [r[i]!, r[i + 1]!];
      const radius = Math.hypot(r[0]! - r[12]!, r[1]! - r[13]!) / 2;
      const centre = [(r[0]! + r[12]!) / 2, (r[1]! + r[13]!) / 2] as const;
      [0, 6, 12, 18].forEach((from) => {
        const [a, b, c, d] = [point(from), point(from + 2), point(from + 4), point(from + 6)] as const;
        const middle = [0, 1].map((k) => (a[k]! + 3 * b[k]! + 3 * c[k]! + d[k]!) / 8);
        expect(Math.hypot(middle[0]! - centre[0], middle[1]! - centre[1]) / radius).toBeCloseTo(1, 2);
      });
    }
  });

  it('leaves nothing behind where it fails', async () => {
    const { docket, artwork } = await impose(numberedPages(4), {});
    const broken = join(dir, 'broken.pdf');
    writeFileSync(broken, 'not a pdf');
    expect(() => compose({ docket, artwork, source: broken, out: join(dir, 'never.pdf') })).toThrow(/not a PDF/);
    expect(() => readFileSync(join(dir, 'never.pdf'))).toThrow();
  });
});
