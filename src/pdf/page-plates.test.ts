import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { scratch, writePdf } from './testing';
import { ColourEngine, differenceOf, Press } from './icc';
import { labOf, PRESS, pressBytes, transicc } from './icc/testing';
import { mostInk, pagePlates } from './page-plates';
import { CASES, HIGH, RESOURCES, THINGS, WIDE } from './separate/testing-things';
import { inkOn, separationsOf } from './separate/testing';

const dir = scratch();
let serial = 0;
function pdfOf(content: string, entries = ''): string {
  const path = join(dir, `p${++serial}.pdf`);
  writePdf(path, [{ entries: `/MediaBox[0 0 ${WIDE} ${HIGH}]${entries}${RESOURCES}`, content }], THINGS);
  return path;
}

describe('the inks of a page', () => {
  const told = [
    'spot inks and several at once',
    'pictures of process inks',
    'patterns',
    'shadings of circles in a spot ink',
    'drawn letters',
    'meshes',
  ];
  it.each(told)('cover what Ghostscript’s separations do: %s', async (name) => {
    const path = pdfOf(CASES[name]!);
    const { plates } = await pagePlates(path, 1);
    const [theirs] = await separationsOf(path, 150);
    for (const { ink, coverage } of plates) {
      const wanted = theirs!.has(ink) ? 100 * inkOn(theirs!.get(ink)!) : 0;
      expect([ink, Math.abs(coverage - wanted) < 0.5 || [coverage, wanted]]).toEqual([ink, true]);
    }
    expect(plates.reduce((sum, p) => sum + p.coverage, 0)).toBeGreaterThan(0.5);
  });

  it('are those of what is printed, where something is done to them', async () => {
    const path = pdfOf('/Gold cs 1 scn 0 0 140 170 re f 1 0 0 0 k 200 20 40 40 re f');
    const inks = async (becomes: 'nothing' | 'process'): Promise<Map<string, number>> => {
      const ready = {
        wish: { inks: [{ ink: 'Gold', becomes }], lines: null, colour: null, tone: null, traps: null },
        scale: 1,
      };
      return new Map((await pagePlates(path, 1, ready)).plates.map((p) => [p.ink, p.coverage]));
    };
    const out = await inks('nothing');
    expect([...out.keys()]).toEqual(['Cyan', 'Magenta', 'Yellow', 'Black']);
    expect(out.get('Yellow')).toBe(0);
    // four fifths of yellow on 140 of 283 points
    expect((await inks('process')).get('Yellow')).toBeCloseTo((80 * 140) / WIDE, 0);
  });

  it.each([
    ['as it is', '', (x: number, y: number) => [x / WIDE, 1 - y / HIGH] as const],
    // turned clockwise the left edge is at the head: what stood at x from it is as far from the head, y from the left
    ['on a page that is turned', '/Rotate 90', (x: number, y: number) => [y / HIGH, x / WIDE] as const],
  ])('are drawn twelve hundred dots an inch where they are looked at closely: %s', async (_, entries, seen) => {
    // a square of 6 points about (100, 70), a line of a tenth of a point beside it, and paper
    const path = pdfOf('0 1 0 0 k 97 67 6 6 re f 0 0 0 1 k 110 50 .1 40 re f', entries);
    const [x, y] = seen(100, 70);
    const { width, height, plates } = await pagePlates(path, 1, undefined, null, { x, y });
    // 12 mm
    expect([width, height]).toEqual([567, 567]);
    const of = async (ink: string): Promise<[number, number, number, number]> => {
      const { data } = await sharp(plates.find((p) => p.ink === ink)!.png)
        .extractChannel(0)
        .raw()
        .toBuffer({ resolveWithObject: true });
      let [x0, y0, x1, y1] = [width, height, -1, -1];
      data.forEach((v, i) => {
        if (v > 128) return;
        const [px, py] = [i % width, Math.floor(i / width)];
        [x0, x1, y0, y1] = [Math.min(x0, px), Math.max(x1, px), Math.min(y0, py), Math.max(y1, py)];
      });
      return [x0, y0, x1 - x0 + 1, y1 - y0 + 1];
    };
    // 100 dots about the middle, 283.5
    const square = await of('Magenta');
    [233.5, 233.5, 100, 100].forEach((v, i) => expect(Math.abs(square[i]! - v)).toBeLessThanOrEqual(1.5));
    // a tenth of a point is 1.67 dots: two at most, along the whole of what is seen
    const line = await of('Black');
    const [thin, long] = entries ? [line[3], line[2]] : [line[2], line[3]];
    expect(thin).toBeGreaterThanOrEqual(1);
    expect(thin).toBeLessThanOrEqual(2);
    expect(long).toBe(567);
    expect(plates.find((p) => p.ink === 'Cyan')!.coverage).toBe(0);
  });

  it('are found wherever they stand: in tables, patterns, shadings, letters and forms', async () => {
    for (const content of ['/Pattern cs /Tile scn 0 0 90 90 re f', '/Radial sh', '/Group Do']) {
      const { plates } = await pagePlates(pdfOf(content), 1);
      expect(plates.find((p) => p.ink === 'Gold')!.coverage).toBeGreaterThan(0);
    }
  });

  it('leave out what lies on a layer that is not printed', async () => {
    const path = join(dir, 'layered.pdf');
    const layer = '/OCProperties<</OCGs[140 0 R]/D<</BaseState/ON/OFF[140 0 R]>>>>';
    const entries = `/MediaBox[0 0 ${WIDE} ${HIGH}]${RESOURCES.replace('/Resources<<', '/Resources<</Properties<</L 140 0 R>>')}`;
    const content = '1 0 0 0 k 0 0 60 60 re f /OC /L BDC 0 1 0 0 k 90 0 60 60 re f EMC';
    writePdf(path, [{ entries, content }], { ...THINGS, 140: '<</Type/OCG/Name(Die)>>' }, layer);
    const { plates } = await pagePlates(path, 1);
    const covers = new Map(plates.map((p) => [p.ink, p.coverage]));
    expect([covers.get('Cyan')! > 5, covers.get('Magenta')]).toEqual([true, 0]);
  });

  it('are so many and no more: the others are seen in what stands for them', async () => {
    const path = join(dir, 'many.pdf');
    const space = (i: number): string =>
      `/S${i}[/Separation/Ink${i}/DeviceCMYK<</FunctionType 2/Domain[0 1]/C0[0 0 0 0]/C1[0 0 1 0]/N 1>>]`;
    const all = Array.from({ length: 27 }, (_, i) => i);
    const content = all.map((i) => `/S${i} cs 1 scn ${10 * i} 0 10 100 re f`).join(' ');
    writePdf(path, [
      { entries: `/MediaBox[0 0 270 100]/Resources<</ColorSpace<<${all.map(space).join('')}>>>>`, content },
    ]);
    const { plates, more } = await pagePlates(path, 1);
    expect([plates.length, more]).toEqual([28, 3]);
    // three strips of 27
    expect(plates.find((p) => p.ink === 'Yellow')!.coverage).toBeCloseTo(100 / 9, 0);
  });

  it('look like what stands for them, and lie as the page is seen', async () => {
    const { width, height, plates } = await pagePlates(pdfOf('/Gold cs 1 scn 0 0 20 20 re f', '/Rotate 90'), 1);
    expect(width).toBeLessThan(height);
    const [red, green, blue] = plates.find((p) => p.ink === 'Gold')!.rgb;
    expect(red > green && green > blue).toBe(true);
    // the lower left corner is the upper left one when it is turned clockwise
    const { data } = await sharp(plates.at(-1)!.png).raw().toBuffer({ resolveWithObject: true });
    expect([data[0], data.at(-1)]).toEqual([0, 255]);
  });
});

describe('the most ink in one place', () => {
  it('is the mean over a square millimetre: one dot alone is no place', () => {
    // 10 dots a millimetre; a square millimetre of two inks in full, and one dot of a third
    const [width, height] = [40, 30];
    const plate = (x0: number, y0: number, side: number): Uint8Array => {
      const grey = new Uint8Array(width * height).fill(255);
      for (let y = y0; y < y0 + side; y++) grey.fill(0, y * width + x0, y * width + x0 + side);
      return grey;
    };
    const most = mostInk([plate(5, 5, 10), plate(5, 5, 10), plate(30, 20, 1)], width, height, 0.1);
    expect(most).toEqual({ total: 200, x: 10 / 40, y: 10 / 30 });
    expect(mostInk([plate(30, 20, 1)], width, height, 0.1).total).toBe(1);
    expect(mostInk([new Uint8Array(4).fill(255)], 2, 2, 0.1).total).toBe(0);
  });
});

describe('a spot ink', () => {
  const INK = (alternate: string, full: string): string =>
    `[/Separation/Rust ${alternate}<</FunctionType 2/Domain[0 1]/C0[0 0 0 0]/C1[${full}]/N 1>>]`;
  const spotOf = async (space: string, press: Press | null) => {
    const path = join(dir, `spot${++serial}.pdf`);
    const entries = `/MediaBox[0 0 100 100]/Resources<</ColorSpace<</S ${space}>>>>`;
    writePdf(path, [{ entries, content: '/S cs 1 scn 0 0 50 50 re f' }]);
    const { plates } = await pagePlates(path, 1, undefined, press);
    expect(plates.slice(0, 4).map((p) => p.spot)).toEqual([null, null, null, null]);
    return plates.find((p) => p.ink === 'Rust')!.spot!;
  };
  const LAB = '[/Lab<</WhitePoint[0.9642 1 0.8249]/Range[-128 127 -128 127]>>]';
  const usual = { intent: 'relative', blackPoint: true, blackAlone: true } as const;

  it('is said by its figures, and by how far process inks come from it', async () => {
    const press = new Press(await ColourEngine.start(), pressBytes(), usual);
    const rust = await spotOf(INK(LAB, '48 58 52'), press);
    expect([rust.by, rust.lab]).toEqual(['L*a*b*', [48, 58, 52]]);
    const [inks] = transicc('*Lab', PRESS, [[48, 58, 52]], '-t1', '-b');
    const [seen] = labOf([inks!]);
    rust.printed!.forEach((v, i) => expect(Math.abs(v - seen![i]!)).toBeLessThan(0.6));
    expect(Math.abs(rust.difference! - differenceOf([48, 58, 52], seen!))).toBeLessThan(0.6);
    // what it is said in is what is printed
    const mixed = await spotOf(INK('/DeviceCMYK', '0 0.7 0.9 0.1'), press);
    const [as] = labOf([[0, 70, 90, 10]]);
    mixed.lab!.forEach((v, i) => expect(Math.abs(v - as![i]!)).toBeLessThan(0.6));
    expect([mixed.by, mixed.difference]).toEqual(['CMYK', 0]);
    const light = await spotOf(INK('/DeviceRGB', '0 0 1').replace('C0[0 0 0 0]', 'C0[1 1 1]'), press);
    expect(light.by).toBe('RGB');
    expect(light.difference).toBeGreaterThan(10);
  });

  it('without a press is said by its figures alone', async () => {
    expect(await spotOf(INK(LAB, '48 58 52'), null)).toEqual({
      by: 'L*a*b*',
      lab: [48, 58, 52],
      printed: null,
      difference: null,
    });
    expect(await spotOf(INK('/DeviceCMYK', '0 0.7 0.9 0.1'), null)).toEqual({
      by: 'CMYK',
      lab: null,
      printed: null,
      difference: null,
    });
  });
});
