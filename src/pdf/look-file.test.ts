import { copyFileSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { preflight, PreflightRules, type PreflightReport } from '../core/preflight';
import { SRGB } from './icc/testing';
import { lookAtFile } from './look-file';
import { leastScale } from './seen';
import { readArtwork } from './read';
import { scratch, writePdf, type PageWish } from './testing';

/** Files with one thing wrong each, by the tests' own writer: the check for it finds it, on its page, and no other does. */

const dir = scratch();
const MM = 72 / 25.4;
const mm = (...v: number[]): string => v.map((x) => (x * MM).toFixed(4)).join(' ');
let serial = 0;

/** 100 × 60 mm with 3 mm of bleed, and a ground that fills them. */
const BOXES = `/MediaBox[0 0 ${mm(106, 66)}]/BleedBox[0 0 ${mm(106, 66)}]/TrimBox[${mm(3, 3, 103, 63)}]`;
const GROUND = `0.1 0.2 0.3 0 k 0 0 ${mm(106, 66)} re f\n`;
const page = (content: string, entries = ''): PageWish => ({
  entries: `${BOXES}${entries}`,
  content: GROUND + content,
});

async function checked(
  pages: readonly PageWish[],
  extra: Record<number, string> = {},
  catalog = '',
  rules: object = {},
): Promise<PreflightReport> {
  const path = join(dir, `file${++serial}.pdf`);
  writePdf(path, pages, extra, catalog);
  const { artwork, workingCopy } = await readArtwork(path, `${path}.copy`);
  return preflight(lookAtFile(path, workingCopy ? `${path}.copy` : path, artwork), PreflightRules.parse(rules));
}
const ids = ({ findings }: PreflightReport): string[] => findings.map((f) => f.check);
const at = (it: PreflightReport, check: string) => it.findings.find((f) => f.check === check)!;

describe('a file that is as it should be', () => {
  it('is clean', async () => {
    const report = await checked([page('0 0 0 1 k 100 100 20 20 re f')]);
    expect([report.outcome, report.findings]).toEqual(['clean', []]);
  });
});

describe('one thing wrong', () => {
  it('fonts that are not embedded stop it, those of forms as well, and once for each page', async () => {
    const text = 'BT /F 12 Tf 100 100 Td (loft) Tj ET';
    const form = `<</Type/XObject/Subtype/Form/BBox[0 0 300 300]/Resources 4 0 R/Length ${text.length}>>\nstream\n${text}\nendstream`;
    const resources = '/Resources<</XObject<</X 100 0 R>>>>';
    const pages = [page(text), page(''), page('/X Do', resources)];
    const named = (name: string) => checked(pages, { 100: form, 3: `<</Type/Font/Subtype/Type1/BaseFont/${name}>>` });
    const report = await named('GullSans');
    expect(report.outcome).toBe('failed');
    expect(at(report, 'fonts').places.map((p) => [p.page, p.said])).toEqual([
      [1, 'GullSans'],
      [3, 'GullSans'],
    ]);
    expect(report.findings.some((f) => f.check === 'standard-fonts')).toBe(false);
    // those that every press has want a look, and stop nothing
    for (const name of ['Helvetica', 'Times-BoldItalic', 'Courier-Oblique', 'ZapfDingbats']) {
      const standard = await named(name);
      expect(standard.outcome, name).not.toBe('failed');
      expect(at(standard, 'standard-fonts')).toMatchObject({ weight: 'look', count: 2, places: [{ said: name }, {}] });
    }
    expect((await named('Times')).outcome).toBe('failed');
  });

  it('profiles that colours cannot be of, in forms and tables as well, and none that is sound', async () => {
    const profile = (bytes: Uint8Array, components: number): string =>
      `<</N ${components}/Length ${bytes.length}>>\nstream\n${Buffer.from(bytes).toString('latin1')}\nendstream`;
    const sound = new Uint8Array(readFileSync(SRGB));
    const spaces = (num: number): string => `/Resources<</ColorSpace<</S[/Indexed[/ICCBased ${num} 0 R]0<000000>]>>>>`;
    const things = {
      100: profile(sound, 3),
      101: profile(sound.subarray(0, 900), 3),
      102: profile(sound, 4),
      103: `<</Type/XObject/Subtype/Form/BBox[0 0 9 9]${spaces(101)}/Length 0>>\nstream\n\nendstream`,
    };
    const form = '/Resources<</XObject<</X 103 0 R>>>>';
    const report = await checked([page('', spaces(100)), page('', spaces(102)), page('/X Do', form)], things);
    const found = at(report, 'profiles');
    expect(found.weight).toBe('look');
    expect(found.places.map((p) => [p.page, p.said])).toEqual([
      [2, 'It is of other colours than the file says.'],
      [3, 'It breaks off: get it once more.'],
    ]);
  });

  it('more ink in a square millimetre than is borne, and where; a dot of it is none', async () => {
    // 3.9 of four inks: 4 mm of it, and a line of a fifth of a millimetre
    const heavy = `0.95 0.95 1 1 k ${mm(40, 20, 4, 4)} re f`;
    const thin = `0.95 0.95 1 1 k ${mm(40, 20, 0.2, 30)} re f`;
    const report = await checked([page(heavy), page(thin)]);
    const [place] = at(report, 'total-ink').places;
    expect([at(report, 'total-ink').count, place!.page, place!.said]).toEqual([1, 1, '390 %']);
    const { box } = place!;
    expect(box!.x + box!.width / 2).toBeGreaterThan(40);
    expect(box!.x + box!.width / 2).toBeLessThan(44);
    expect(box!.y + box!.height / 2).toBeGreaterThan(20);
    expect(box!.y + box!.height / 2).toBeLessThan(24);
    expect(ids(await checked([page(heavy)], {}, '', { mostInk: 391 }))).toEqual([]);
    // colours of light are no inks yet
    const light = await checked([{ entries: BOXES, content: `0 0 0 rg 0 0 ${mm(106, 66)} re f` }]);
    expect(ids(light)).not.toContain('total-ink');
  });

  it('black letters that knock out what they lie on, not those on paper, nor those that overprint', async () => {
    const text = (x: number): string => `BT /F 12 Tf ${mm(x, 30)} Td (loft) Tj ET`;
    const over = '/Resources<</ExtGState<</O<</op true/OPM 1>>>>/Font<</F 3 0 R>>>>';
    const ground = `0 0.4 0.9 0 k ${mm(50, 20, 40, 20)} re f 0 0 0 1 k`;
    const on = await checked([{ entries: BOXES, content: `${ground} ${text(20)} ${text(60)}` }]);
    const found = at(on, 'black-knocks');
    expect([found.weight, found.count]).toEqual(['fine', 1]);
    expect(found.places[0]!.box!.x).toBeGreaterThan(55);
    // a grey is no black, and black that lies on paper knocks nothing out
    const grey = `0 0.4 0.9 0 k ${mm(50, 20, 40, 20)} re f 0 0 0 0.5 k ${text(60)} 0 0 0 1 k ${text(20)}`;
    expect(ids(await checked([{ entries: BOXES, content: grey }]))).not.toContain('black-knocks');
    const above = await checked([{ entries: `${BOXES}${over}`, content: `${ground} /O gs ${text(60)}` }]);
    expect(ids(above)).not.toContain('black-knocks');
    const colour = await checked([{ entries: BOXES, content: `${ground} 1 0 0 0 k ${text(60)}` }]);
    expect(ids(colour)).not.toContain('black-knocks');
  });

  it('lines below the threshold at the size they are drawn, and those without width', async () => {
    const report = await checked([
      page(
        [
          '0 0 0 1 K 0.2 w 50 50 m 90 50 l S', // 0.0706 mm
          '0 w 50 60 m 90 60 l S',
          '0.25 w 50 70 m 90 70 l S', // 0.0882 mm
          'q 0.5 0 0 2 0 0 cm 0.4 w 60 40 m 90 40 l S Q', // 0.4 × 0.5 points: 0.0706 mm
          'q 0 2 -2 0 100 50 cm 0.2 w 0 0 m 9 0 l S Q', // 0.4 points, turned
        ].join('\n'),
      ),
    ]);
    expect(at(report, 'thin-lines').places.map((p) => p.said)).toEqual(['0.071 mm', 'no width: one dot', '0.071 mm']);
    expect(at(report, 'thin-lines').places[0]!.box!.x).toBeCloseTo(50 / MM, 1);
  });

  it('areas that are as thin as lines, however they lie', async () => {
    const report = await checked([
      page(
        [
          '0 0 0 1 k 50 50 40 0.2 re f', // 0.0706 mm
          'q 0.8660254 0.5 -0.5 0.8660254 100 60 cm 0 0 40 0.1 re f Q', // 0.0353 mm, turned
          '60 100 m 80 100.1 100 100.1 120 100 c 100 99.9 80 99.9 60 100 c f', // a leaf of 0.2 points between its hands
          '50 120 40 0.25 re f', // 0.0882 mm: thick enough
          '50 130 0.2 0.2 re f 50 131 0.2 0.85 re f', // dots: shorter than four times the threshold, 0.32 mm
          '50 135 0.1 1.1 re f', // 0.0353 by 0.388 mm
          '50 140 40 0.2 re 50 150 40 9 re f', // one of two is no line
          '50 160 40 0.15 re 50 165 40 0.2 re f', // two at once: the thinner is told
        ].join('\n'),
      ),
    ]);
    expect(at(report, 'thin-lines').places.map((p) => p.said)).toEqual([
      '0.071 mm',
      '0.035 mm',
      '0.071 mm',
      '0.035 mm',
      '0.053 mm',
    ]);
    expect(at(report, 'thin-lines').places[0]!.box!.height).toBeCloseTo(0.2 / MM, 3);
  });

  it('pictures that are coarse, or finer than anybody sees', async () => {
    const image = async (pixels: number): Promise<string> => {
      const create = { width: pixels, height: pixels, channels: 3 as const, background: '#338866' };
      const jpeg = await sharp({ create }).jpeg().toBuffer();
      return `<</Type/XObject/Subtype/Image/Width ${pixels}/Height ${pixels}/BitsPerComponent 8/ColorSpace/DeviceRGB/Filter/DCTDecode/Length ${jpeg.length}>>\nstream\n${jpeg.toString('latin1')}\nendstream`;
    };
    const resources = '/Resources<</XObject<</A 100 0 R/B 101 0 R>>>>';
    const report = await checked([page('q 72 0 0 72 50 50 cm /A Do Q q 10 0 0 36 150 50 cm /B Do Q', resources)], {
      100: await image(150),
      101: await image(640),
    });
    // an inch of 150 pixels; 640 pixels on 10 points are 4,608 an inch across, on 36 they are 1,280 down
    expect(at(report, 'coarse').places.map((p) => p.said)).toEqual(['150 pixels an inch, 200 are wanted']);
    expect(at(report, 'fine').places.map((p) => p.said)).toEqual(['1280 pixels an inch']);
    expect(ids(report)).toContain('rgb');
  });

  it('colours of a device, of no profile: told where they are first', async () => {
    const profiled =
      '/Resources<</ColorSpace<</P[/CalRGB<</WhitePoint[0.95 1 1.09]>>]/L[/Lab<</WhitePoint[0.96 1 0.82]>>]>>>>';
    const report = await checked([
      page('1 0 0 rg 20 20 40 40 re f'),
      page('/P cs 1 0 0 sc 20 20 40 40 re f', profiled),
      page('/L cs 50 20 20 sc 20 20 40 40 re f', profiled),
      page('0.5 g 20 20 40 40 re f'),
    ]);
    expect(at(report, 'rgb').places.map((p) => p.page)).toEqual([1]);
    expect(at(report, 'lab').places.map((p) => p.page)).toEqual([3]);
  });

  it('small letters in three inks and more; not those in black, nor large ones', async () => {
    const text = (size: number, ink: string): string => `${ink} k BT /F ${size} Tf 60 100 Td (loft) Tj ET\n`;
    const report = await checked(
      [page(text(6, '0.6 0.5 0.4 1') + text(6, '0 0 0 1') + text(20, '0.6 0.5 0.4 1') + text(6, '0.6 0.5 0 0'))],
      {},
      '',
      { weights: { fonts: 'off' } },
    );
    expect(at(report, 'rich-text').places.map((p) => p.said)).toEqual(['6 points']);
  });

  it('what is seen through: by its state, its group, its mask', async () => {
    const state = '/Resources<</ExtGState<</G<</ca 0.5>>/M<</BM/Multiply>>>>>>';
    const report = await checked([
      page('/G gs 20 20 40 40 re f', state),
      page('/M gs 0 0 0 1 k 20 20 40 40 re f', state),
      page('', state),
    ]);
    expect(at(report, 'transparency').places.map((p) => p.page)).toEqual([1, 2]);
  });

  it('comments and fields', async () => {
    const annots = '/Annots[100 0 R 101 0 R 102 0 R 103 0 R]';
    const note = (rest: string): string => `<</Type/Annot/Rect[10 10 30 30]${rest}>>`;
    const report = await checked([page('', annots)], {
      100: note('/Subtype/Text/F 4/Contents(see)'),
      101: note('/Subtype/Text/F 2/Contents(see)'),
      102: note('/Subtype/Link'),
      103: note('/Subtype/Widget/FT/Tx/T(name)'),
    });
    expect(at(report, 'remarks').places[0]!.said).toBe('2, of which 1 prints');
    expect(at(report, 'fields').places[0]!.said).toBe('1 field');
  });

  it('layers that are hidden as the file opens', async () => {
    const catalog = '/OCProperties<</OCGs[100 0 R 101 0 R]/D<</OFF[101 0 R]/Order[100 0 R 101 0 R]>>>>';
    const report = await checked(
      [page('')],
      { 100: '<</Type/OCG/Name(Text)>>', 101: '<</Type/OCG/Name(Old price)>>' },
      catalog,
    );
    expect(at(report, 'layers').places.map((p) => p.said)).toEqual(['Old price']);
  });

  it('bleed that is missing where ink runs to the trim, and there alone', async () => {
    const bare = `/MediaBox[0 0 ${mm(100, 60)}]`;
    const left: PageWish = { entries: bare, content: `0 1 0 0 k 0 ${mm(10, 40, 30)} re f` };
    const inside: PageWish = { entries: bare, content: `0 1 0 0 k ${mm(10, 2, 40, 30)} re f` };
    const two: PageWish = {
      entries: `/MediaBox[0 0 ${mm(104, 64)}]/BleedBox[0 0 ${mm(104, 64)}]/TrimBox[${mm(2, 2, 102, 62)}]`,
      content: GROUND,
    };
    // 2 mm are too few where 3 are wanted, and enough where 2.2 are: a quarter is not missed
    const short = await checked([two]);
    expect(at(short, 'no-bleed').places[0]!.said).toBe('left, right, head, foot');
    expect(ids(await checked([two], {}, '', { bleed: 2.2 }))).toEqual([]);
    const report = await checked([left, inside]);
    expect(at(report, 'no-bleed').places.map((p) => [p.page, p.said])).toEqual([[1, 'left']]);
    expect(at(report, 'near-trim').places.map((p) => [p.page, p.said])).toEqual([[2, 'foot']]);
  });

  it('pages of another size, empty ones, boxes that contradict each other', async () => {
    const other: PageWish = {
      entries: `/MediaBox[0 0 ${mm(66, 106)}]/BleedBox[0 0 ${mm(66, 106)}]/TrimBox[${mm(3, 3, 63, 103)}]`,
      content: '',
    };
    const odd: PageWish = {
      entries: `/MediaBox[0 0 ${mm(106, 66)}]/BleedBox[${mm(5, 0, 106, 66)}]/TrimBox[${mm(3, 3, 103, 63)}]`,
      content: GROUND,
    };
    const report = await checked([page(''), page(''), other, odd]);
    expect(at(report, 'sizes').places.map((p) => [p.page, p.said])).toEqual([[3, '60 × 100 mm']]);
    expect(at(report, 'empty').places.map((p) => p.page)).toEqual([3]);
    expect(at(report, 'boxes').places.map((p) => [p.page, p.said])).toEqual([[4, 'trim beyond bleed']]);
  });
});

describe('a shop’s rules', () => {
  it('say what each check weighs, and from where on', async () => {
    const line = page('0 0 0 1 K 0.2 w 50 50 m 90 50 l S');
    expect((await checked([line])).outcome).toBe('clean');
    const strict = await checked([line], {}, '', { name: 'Strict', weights: { 'thin-lines': 'stop' } });
    expect([strict.outcome, strict.rules]).toEqual(['failed', 'Strict']);
    expect(ids(await checked([line], {}, '', { weights: { 'thin-lines': 'off' } }))).toEqual([]);
    expect(ids(await checked([line], {}, '', { thinnest: 0.07 }))).toEqual([]);
  });

  it('are refused where they name what is not checked', () => {
    expect(PreflightRules.safeParse({ weights: { spelling: 'stop' } }).success).toBe(false);
    expect(PreflightRules.safeParse({ weights: { fonts: 'maybe' } }).success).toBe(false);
  });
});

describe('a picture, and a damaged file', () => {
  it('are looked at in their working copy; what was mended is said', async () => {
    const picture = join(dir, 'picture.png');
    const create = { width: 300, height: 200, channels: 3 as const, background: '#338866' };
    await sharp({ create }).png().toFile(picture);
    const { artwork } = await readArtwork(picture, `${picture}.copy`);
    const look = lookAtFile(picture, `${picture}.copy`, artwork);
    expect([look.version, look.pages.length, look.pages[0]!.pictures.length]).toEqual([null, 1, 1]);
    const path = join(dir, 'cut.pdf');
    writePdf(path, [page('')]);
    const broken = join(dir, 'broken.pdf');
    copyFileSync(path, broken);
    const { truncateSync, statSync } = await import('node:fs');
    truncateSync(broken, statSync(broken).size - 60);
    const read = await readArtwork(broken, `${broken}.copy`);
    const report = preflight(lookAtFile(broken, read.workingCopy ? `${broken}.copy` : broken, read.artwork));
    expect(report.outcome).toBe('mended');
    expect(ids(report)).toContain('mended');
  });
});

describe('the thinner way of a map', () => {
  it.each([
    [[2, 0, 0, 3, 5, 5], 2],
    [[0, 3, -0.5, 0, 0, 0], 0.5],
    [[1, 1, -1, 1, 0, 0], Math.SQRT2],
    [[1, 0, 0, 0, 0, 0], 0],
    // a shear by one: the golden ratio less one
    [[1, 0, 1, 1, 0, 0], (Math.sqrt(5) - 1) / 2],
  ] as const)('%j', (map, scale) => expect(leastScale([...map])).toBeCloseTo(scale, 9));
});
