import fc from 'fast-check';
import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { patched, type ThinLines } from '../../core';
import { flatDocketFor, SHOP } from '../../core/testing';
import { compose } from '../compose';
import type { Linear } from '../compose/forms';
import { readArtwork } from '../read';
import { run, scratch, writePdf } from '../testing';
import { readierFor } from '.';
import { narrowest } from '../slivers';
import { alike, follow, sliverPen, stretches, thickened } from './thin';

const WISH: ThinLines = { under: 0.08, to: 0.1, most: 0.2 };
const turned = (degrees: number): Linear => {
  const a = (degrees * Math.PI) / 180;
  return [Math.cos(a), Math.sin(a), -Math.sin(a), Math.cos(a)];
};

describe('how thick a line is printed', () => {
  it('is by the way that is stretched least', () => {
    expect(stretches([2, 0, 0, 3])).toEqual([2, 3]);
    // turned by 30 degrees and then drawn out 4 times across
    const [least, widest] = stretches(follow(turned(30), [4, 0, 0, 1]));
    expect([least, widest].map((v) => Math.round(v * 1e9) / 1e9)).toEqual([1, 4]);
    expect(stretches([1, 1, 1, 1]).map((v) => Math.round(v * 1e9) / 1e9)).toEqual([0, 2]);
  });

  it('is made what is wished, and never more than the most', () => {
    // a unit is 0.5 mm: a pen of 0.1 prints 0.05 mm, and of 0.2 the 0.1 that are wished
    expect(thickened(0.1, [0.5, 0, 0, 0.5], WISH)).toBeCloseTo(0.2, 9);
    expect(thickened(0.16, [0.5, 0, 0, 0.5], WISH)).toBe(null);
    expect(thickened(0, [0, 2, -2, 0], WISH)).toBeCloseTo(0.05, 9);
    // four times as wide the other way: 0.1 mm would be 0.4, and 0.2 is the most
    expect(thickened(0.02, [1, 0, 0, 4], WISH)).toBeCloseTo(0.05, 9);
    expect(thickened(0.06, [1, 0, 0, 4], WISH)).toBe(null);
    // drawn flat it has no thickness one way, whatever the pen
    expect(thickened(0, [1, 0, 0, 0], WISH)).toBeCloseTo(0.2, 9);
    expect(thickened(0, [0, 0, 0, 0], WISH)).toBe(null);
  });

  it('is alike for all that only turns or mirrors, so that what is drawn a thousand times is written once', () => {
    const map = follow(turned(37), [0.5, 0, 0, -0.5]);
    expect(alike(map).map((v) => Math.round(v * 1e9) / 1e9)).toEqual([0.5, 0, 0, 0.5]);
    expect(alike([1, 0, 0, 2])).toEqual([1, 0, 0, 2]);
  });

  it('holds for any map', () => {
    const part = fc.double({ min: -3, max: 3, noNaN: true });
    fc.assert(
      fc.property(fc.tuple(part, part, part, part), fc.double({ min: 0, max: 0.5, noNaN: true }), (map, width) => {
        const [least, widest] = stretches(map);
        const pen = thickened(width, map, WISH);
        if (pen === null)
          return width * least >= WISH.under - 1e-6 || width * widest >= WISH.most - 1e-6 || widest <= 1e-6;
        return pen > width && pen * widest <= WISH.most + 1e-9 && pen * least <= WISH.to + 1e-9;
      }),
    );
  });
});

describe('slivers', () => {
  it('are as wide as they are at their narrowest', () => {
    const sliver = [
      [0, 0],
      [10, 0],
      [10, 0.05],
      [0, 0.05],
    ] as const;
    const at = sliver.map(([x, y]) => [x * Math.cos(1) - y * Math.sin(1), x * Math.sin(1) + y * Math.cos(1)] as const);
    expect(narrowest(at)!.across).toBeCloseTo(0.05, 9);
    expect(narrowest(at)!.along).toBeCloseTo(10, 9);
    expect(
      narrowest([
        [1, 1],
        [1, 1],
      ]),
    ).toBe(null);
  });

  it('are drawn round with what they lack; areas, dots and what has a wide part are not', () => {
    const box = (w: number, h: number) =>
      [
        [0, 0],
        [w, 0],
        [w, h],
        [0, h],
      ] as const;
    expect(sliverPen([box(10, 0.06)], [1, 0, 0, 1], WISH)).toBeCloseTo(0.04, 9);
    // half as large it is 0.03 mm thick: 0.07 are lacking, which is a pen of 0.14 there
    expect(sliverPen([box(10, 0.06)], [0.5, 0, 0, 0.5], WISH)).toBeCloseTo(0.14, 9);
    expect(sliverPen([box(10, 0.08)], [1, 0, 0, 1], WISH)).toBe(null);
    expect(sliverPen([box(0.3, 0.06)], [1, 0, 0, 1], WISH)).toBe(null);
    expect(sliverPen([box(10, 0.06), box(5, 5)], [1, 0, 0, 1], WISH)).toBe(null);
    expect(sliverPen([], [1, 0, 0, 1], WISH)).toBe(null);
  });
});

const dir = scratch();
let serial = 0;
const DPI = 1200;

/** Dark dots down the middle of a page that is printed so large, in runs, as poppler draws what was written. */
async function runsOf(
  content: string,
  lines: ThinLines | null,
  scale = 1,
  more: Record<number, string> = {},
): Promise<number[]> {
  const source = join(dir, `in${++serial}.pdf`);
  const resources = '/Resources<</Font<</F 3 0 R>>/XObject<</Form 60 0 R>>/Pattern<</Tile 61 0 R>>>>';
  writePdf(source, [{ entries: `/MediaBox[0 0 100 100]/TrimBox[0 0 100 100]${resources}`, content }], more);
  const { artwork } = await readArtwork(source, `${source}.work`);
  const size = (100 * scale * 25.4) / 72;
  const docket = patched(flatDocketFor(artwork), {
    artwork: { lines, fit: 'fit' },
    sheet: { stock: { ...SHOP.stocks[2]!, width: 100, height: 100 } },
    product: {
      finished: { width: size, height: size },
      bleed: 0,
      sides: 'one',
      copies: 1,
      lies: { columns: 1, rows: 1 },
    },
    marks: { slug: { on: false }, crop: { on: false } },
  });
  const out = join(dir, `out${serial}.pdf`);
  compose({ docket, artwork, source, out, readier: readierFor(null) });
  run('pdftoppm', '-r', String(DPI), '-gray', '-png', '-singlefile', out, join(dir, `p${serial}`));
  const { data, info } = await sharp(join(dir, `p${serial}.png`), { limitInputPixels: false })
    .raw()
    .toBuffer({ resolveWithObject: true });
  // beside the middle, where there are marks
  const column = Math.round(0.46 * info.width);
  const runs: number[] = [];
  let ink = 0;
  for (let y = 0; y < info.height; y++) {
    const dark = 255 - data[(y * info.width + column) * info.channels]!;
    if (dark > 0) ink += dark / 255;
    else if (ink > 0) {
      runs.push((ink / DPI) * 25.4);
      ink = 0;
    }
  }
  return runs.map((mm) => Math.round(mm * 1000) / 1000);
}

describe('lines on the sheet', () => {
  const near = (runs: readonly number[], wanted: readonly number[]): void => {
    expect(runs.length).toBe(wanted.length);
    // a dot of a 1,200th of an inch is 0.021 mm, and edges are greyed
    runs.forEach((mm, i) => expect(Math.abs(mm - wanted[i]!)).toBeLessThan(0.022));
  };
  const W = 72 / 25.4;

  it('are thickened where they are thin, and as thick as they were where they are not', async () => {
    const content = `${0.04 * W} w 10 20 m 90 20 l S ${0.15 * W} w 10 40 m 90 40 l S 0 w 10 60 m 90 60 l S 10 80 80 ${0.03 * W} re f`;
    near(await runsOf(content, null), [0.03, 0.02, 0.15, 0.04]);
    near(await runsOf(content, WISH), [0.1, 0.1, 0.15, 0.1]);
  });

  it('are as thick as they are printed: at another size, in forms, patterns and under a matrix', async () => {
    const form = `<</Type/XObject/Subtype/Form/BBox[0 0 100 100]/Matrix[2 0 0 2 0 0]/Resources<<>>/Length 30>>\nstream\n${`${(0.03 * W).toFixed(5)} w 5 20 m 45 20 l S`.padEnd(30)}\nendstream`;
    const tile = `<</Type/Pattern/PatternType 1/PaintType 1/TilingType 1/BBox[0 0 100 100]/XStep 100/YStep 100/Resources<<>>/Length 30>>\nstream\n${`${(0.04 * W).toFixed(5)} w 0 70 m 99 70 l S`.padEnd(30)}\nendstream`;
    const content = `q .5 0 0 .5 0 0 cm ${0.1 * W} w 20 40 m 180 40 l S Q /Form Do /Pattern cs /Tile scn 0 50 100 40 re f`;
    // 0.04 in the tile, 0.06 in the form, 0.05 in the content
    near(await runsOf(content, null, 1, { 60: form, 61: tile }), [0.04, 0.06, 0.05]);
    near(await runsOf(content, WISH, 1, { 60: form, 61: tile }), [0.1, 0.1, 0.1]);
    // twice as large the form's and the content's are thick enough, and the tile's, of 0.08
    near(await runsOf(content, WISH, 2, { 60: form, 61: tile }), [0.08, 0.12, 0.1]);
  });

  it('of letters, and those that clip, are left alone; what is drawn next has its own pen', async () => {
    const plain = `0.1 w 1 Tr BT /F 40 Tf 30 30 Td (I) Tj ET 0 0 50 50 re W n 0.4 w 10 80 m 90 80 l S`;
    expect(await runsOf(plain, WISH)).toEqual(await runsOf(plain, null));
    const two = `${0.04 * W} w 10 20 m 90 20 l S q ${0.3 * W} w 10 50 m 90 50 l S Q 10 80 m 90 80 l S`;
    near(await runsOf(two, WISH), [0.1, 0.3, 0.1]);
  });
});
