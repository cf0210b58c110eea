import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { preflight, PreflightRules } from '../core/preflight';
import { PRESS, SRGB } from './icc/testing';
import { lookAtFile } from './look-file';
import { readArtwork } from './read';
import { scratch, writePdf } from './testing';

/** What does not print is not found fault with: what lies beyond the bleed, is clipped away, or draws a mask. */

const dir = scratch();
const MM = 72 / 25.4;
const mm = (...v: number[]): string => v.map((x) => (x * MM).toFixed(4)).join(' ');
let serial = 0;

/** 100 × 60 mm about the middle of a sheet of 140 × 100. */
const TRIM = `/MediaBox[0 0 ${mm(140, 100)}]/TrimBox[${mm(20, 20, 120, 80)}]`;
const BLED = `${TRIM}/BleedBox[${mm(18, 18, 122, 82)}]`;
const GROUND = `0.1 0.2 0.3 0 k ${mm(15, 15, 110, 70)} re f\n`;
const picture = (extra: string): string =>
  `<</Type/XObject/Subtype/Image/Width 100/Height 100/BitsPerComponent 8/ColorSpace/DeviceGray${extra}/Filter/ASCIIHexDecode/Length 20001>>\nstream\n${'7f'.repeat(10_000)}>\nendstream`;

async function found(content: string, entries = BLED, extra: Record<number, string> = {}): Promise<string[]> {
  const path = join(dir, `file${++serial}.pdf`);
  writePdf(path, [{ entries, content: GROUND + content }], {
    3: '<</Type/Font/Subtype/Type1/BaseFont/GullSans>>',
    ...extra,
  });
  const { artwork } = await readArtwork(path, `${path}.copy`);
  return preflight(lookAtFile(path, path, artwork), PreflightRules.parse({ bleed: 2 })).findings.map((f) => f.check);
}

/** One of each: a bar of all inks, red of the screen, a thin line, small letters in three inks, a coarse picture. */
const each = (x: number, y: number): string =>
  `1 1 1 1 k ${mm(x, y, 6, 6)} re f 1 0 0 rg ${mm(x + 7, y, 6, 6)} re f 0 0 0 1 K 0.1 w ${mm(x + 14, y)} m ${mm(x + 14, y + 6)} l S\n` +
  `.5 .5 .5 .5 k BT /F 6 Tf ${mm(x + 16, y)} Td (quay) Tj ET q ${mm(6)} 0 0 ${mm(6)} ${mm(x + 26, y)} cm BI /W 70 /H 70 /BPC 1 /IM true /F /AHx ID ${'00'.repeat(630)}> EI Q\n`;
const ALL = ['fonts', 'rgb', 'rich-text', 'thin-lines', 'total-ink'];

describe('what does not print', () => {
  it('is what lies beyond the bleed', async () => {
    expect((await found(each(40, 40))).toSorted()).toEqual(ALL);
    expect(await found(each(40, 4))).toEqual([]);
    // in the bleed it prints: as far as the file says; to 3 mm where it says that all of the sheet is bleed
    const line = (x: number): string => `0 0 0 1 K 0.1 w ${mm(x, 40)} m ${mm(x, 60)} l S\n`;
    const all = `${TRIM}/BleedBox[0 0 ${mm(140, 100)}]`;
    expect(await found(line(18.5))).toContain('thin-lines');
    expect(await found(line(17.5))).not.toContain('thin-lines');
    expect(await found(line(17.5), all)).toContain('thin-lines');
    expect(await found(line(16.5), all)).not.toContain('thin-lines');
    expect(await found(line(20.5), TRIM)).toContain('thin-lines');
    expect(await found(line(19.5), TRIM)).not.toContain('thin-lines');
    // a page that is its own piece prints whole
    expect(await found(each(40, 4), `/MediaBox[0 0 ${mm(140, 100)}]`)).toEqual(expect.arrayContaining(ALL));
  });

  it('is what is clipped away, until the clip is over', async () => {
    const inside = each(40, 40);
    expect(await found(`q ${mm(100, 60, 5, 5)} re W n\n${inside}Q`)).toEqual([]);
    expect((await found(`q ${mm(100, 60, 5, 5)} re W n Q\n${inside}`)).toSorted()).toEqual(ALL);
    // clipped to letters far from it
    expect(await found(`q BT 7 Tr /F 6 Tf ${mm(30, 130)} Td (quay) Tj ET\n${inside}Q`)).toEqual([]);
  });

  it('is what a mask is drawn with; what is seen through it is transparency', async () => {
    const resources = `${BLED}/Resources<</Font<</F 3 0 R>>/ExtGState<</M<</SMask<</S/Luminosity/G 100 0 R>>>>>>>>`;
    const drawing = `1 1 1 rg ${mm(30, 30, 30, 30)} re f 0.1 w ${mm(30, 30)} m ${mm(60, 60)} l S`;
    const form = `<</Type/XObject/Subtype/Form/BBox[0 0 ${mm(140, 100)}]/Group<</S/Transparency/CS/DeviceRGB>>/Resources<<>>/Length ${drawing.length}>>\nstream\n${drawing}\nendstream`;
    expect(await found(`q /M gs 0 1 0 0 k ${mm(30, 30, 30, 30)} re f Q`, resources, { 100: form })).toEqual([
      'transparency',
    ]);
    // after the mask all is as before
    expect(
      await found(`q /M gs 0 1 0 0 k ${mm(30, 30, 30, 30)} re f Q ${each(40, 40)}`, resources, { 100: form }),
    ).toEqual(expect.arrayContaining(ALL));
  });

  it('pictures whose masks are soft are transparency, those cut out are none', async () => {
    const entries = `${BLED}/Resources<</XObject<</X 100 0 R>>>>`;
    const placed = `q ${mm(10)} 0 0 ${mm(10)} ${mm(40, 40)} cm /X Do Q`;
    expect(await found(placed, entries, { 100: picture('/SMask 101 0 R'), 101: picture('') })).toEqual([
      'transparency',
    ]);
    expect(await found(placed, entries, { 100: picture('/Mask[0 10]') })).toEqual([]);
    const stencil = `<</Type/XObject/Subtype/Image/ImageMask true/Width 8/Height 8/BitsPerComponent 1/Filter/ASCIIHexDecode/Length 17>>\nstream\nf0f0f0f00f0f0f0f>\nendstream`;
    expect(await found(placed, entries, { 100: picture('/Mask 101 0 R'), 101: stencil })).toEqual([]);
    expect(await found(placed, entries, { 100: picture('') })).toEqual([]);
    const beside = `q ${mm(10)} 0 0 ${mm(10)} ${mm(40, 4)} cm /X Do Q`;
    expect(await found(beside, entries, { 100: picture('/SMask 101 0 R'), 101: picture('') })).toEqual([]);
  });

  it('tiles print where they fill, not where the first of them would lie', async () => {
    const cell = `1 0 0 rg 0 0 4 4 re f`;
    const pattern = `<</Type/Pattern/PatternType 1/PaintType 1/TilingType 1/BBox[0 0 8 8]/XStep 8/YStep 8/Resources<<>>/Length ${cell.length}>>\nstream\n${cell}\nendstream`;
    const entries = `${BLED}/Resources<</Pattern<</P 100 0 R>>>>`;
    const filled = (x: number, y: number): string => `/Pattern cs /P scn ${mm(x, y, 20, 10)} re f`;
    expect(await found(filled(40, 40), entries, { 100: pattern })).toEqual(['rgb']);
    expect(await found(filled(40, 3), entries, { 100: pattern })).toEqual([]);
  });

  it('a tile that clips itself is seen all the same', async () => {
    const cell = `q 0 0 4 4 re W n 1 0 0 rg 0 0 4 4 re f Q`;
    const pattern = `<</Type/Pattern/PatternType 1/PaintType 1/TilingType 1/BBox[0 0 8 8]/XStep 8/YStep 8/Resources<<>>/Length ${cell.length}>>\nstream\n${cell}\nendstream`;
    const entries = `${BLED}/Resources<</Pattern<</P 100 0 R>>>>`;
    expect(await found(`/Pattern cs /P scn ${mm(60, 50, 20, 10)} re f`, entries, { 100: pattern })).toEqual(['rgb']);
    // its letters are close to a trim only where they come to lie: the first would stand 1 mm beside it
    const word = 'BT /F 4 Tf 0 2 Td (quay) Tj ET';
    const lettered = `<</Type/Pattern/PatternType 1/PaintType 1/TilingType 1/BBox[0 0 12 8]/Matrix[1 0 0 1 ${mm(21, 40)}]/XStep 12/YStep 8/Resources<</Font<</F 3 0 R>>>>/Length ${word.length}>>\nstream\n${word}\nendstream`;
    expect(await found(`/Pattern cs /P scn ${mm(60, 50, 20, 10)} re f`, entries, { 100: lettered })).toEqual(['fonts']);
  });
});

describe('runs of colours', () => {
  const shading = (space: string, count: number): string => {
    const one = (v: number): string => `[${Array.from({ length: count }, () => v).join(' ')}]`;
    return `<</ShadingType 2/ColorSpace ${space}/Coords[0 0 ${mm(140, 0)}]/Extend[true true]/Function<</FunctionType 2/Domain[0 1]/N 1/C0${one(0.1)}/C1${one(0.3)}>>>>`;
  };
  const clipped = (x: number, y: number): string => `q ${mm(x, y, 20, 10)} re W n /S sh Q`;
  const inside = clipped(40, 40);
  const of = (space: string, count: number, more = ''): [string, Record<number, string>] => [
    `${BLED}/Resources<</Shading<</S 100 0 R>>${more}>>`,
    { 100: shading(space, count) },
  ];

  it('are of the colours that they are said in, where they print', async () => {
    expect(await found(inside, ...of('/DeviceRGB', 3))).toEqual(['rgb']);
    expect(await found(clipped(40, 4), ...of('/DeviceRGB', 3))).toEqual([]);
    expect(await found(inside, ...of('/DeviceCMYK', 4))).toEqual([]);
    expect(await found(inside, ...of('/DeviceGray', 1))).toEqual([]);
    expect(await found(inside, ...of('[/CalRGB<</WhitePoint[0.95 1 1.09]>>]', 3))).toEqual([]);
    expect(await found(inside, ...of('[/Lab<</WhitePoint[0.96 1 0.82]>>]', 3))).toEqual(['lab']);
    // by a profile: of light, and of inks
    const profile = (at: string, count: number): string => {
      const bytes = readFileSync(at);
      return `<</N ${count}/Length ${bytes.length}>>\nstream\n${bytes.toString('latin1')}\nendstream`;
    };
    for (const [at, count] of [
      [SRGB, 3],
      [PRESS, 4],
    ] as const) {
      const [entries, extra] = of('[/ICCBased 101 0 R]', count);
      expect(await found(inside, entries, { ...extra, 101: profile(at, count) })).toEqual([]);
    }
    // as a pattern, and where the page says by a profile what it means by red, green and blue
    const pattern = `${BLED}/Resources<</Pattern<</P<</PatternType 2/Shading 100 0 R>>>>>>`;
    const filled = `/Pattern cs /P scn ${mm(40, 40, 20, 10)} re f`;
    expect(await found(filled, pattern, { 100: shading('/DeviceRGB', 3) })).toEqual(['rgb']);
    const meant = '/ColorSpace<</DefaultRGB[/CalRGB<</WhitePoint[0.95 1 1.09]>>]>>';
    expect(await found(inside, ...of('/DeviceRGB', 3, meant))).toEqual([]);
  });
});
