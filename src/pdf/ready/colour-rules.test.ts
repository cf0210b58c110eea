import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { type ToneWish } from '../../core';
import { differenceOf } from '../icc/difference';
import { GREY, labOf, OTHER_PRESS, PRESS, SRGB, transicc, WIDE_RGB } from '../icc/testing';
import { separationsOf } from '../separate/testing';
import { run } from '../testing';
import {
  middle,
  WIDE,
  HIGH,
  LEFT,
  FOOT,
  DOWN,
  NAMES,
  COLUMNS,
  ROWS,
  COLOURS,
  WHOLE,
  NAMED,
  LAB,
  stream,
  profiled,
  jobOf,
  wished,
  written,
  plates,
  swatches,
  worst,
  rgbOn,
  n,
  picture,
  type Inks,
  type Colour,
} from './testing-colour';

/** What stays, what is in black alone, what overprints, and tones, where colours are brought to a press. */

describe('black', () => {
  const GREYS = [0, 0.2, 0.4, 0.6, 0.8, 1];
  it('and greys are in black alone, letters and lines as well', async () => {
    const job = await jobOf(
      GREYS.map(
        (g, i) =>
          `${g} ${g} ${g} rg ${g} ${g} ${g} RG ${i * 40} 0 30 50 re f 6 w ${i * 40 + 4} 60 m ${i * 40 + 26} 60 l S`,
      ).join('\n'),
    );
    const at = await plates(await written(job, wished()));
    const all = GREYS.map((_, i) => [at(i * 40 + 15, 25), at(i * 40 + 15, 60)]).flat();
    expect(all.every(([c, m, y]) => c === 0 && m === 0 && y === 0)).toBe(true);
    const blacks = GREYS.map((_, i) => at(i * 40 + 15, 25)[3]);
    expect([blacks[0], blacks.at(-1)]).toEqual([100, 0]);
    blacks.slice(1).forEach((b, i) => expect(b).toBeLessThan(blacks[i]!));
    const rich = await plates(await written(job, wished({ blackAlone: false })));
    const [theirs] = transicc(SRGB, PRESS, [[51, 51, 51]], '-t1', '-b');
    rich(55, 25).forEach((v, i) => expect(Math.abs(v - theirs![i]!)).toBeLessThan(0.5));
  });

  it('of a shading that is grey all along is in black alone, and of one that runs into a colour is not', async () => {
    const shading = (to: string): string =>
      `<</ShadingType 2/ColorSpace/DeviceRGB/Coords[0 0 ${WIDE} 0]/Function<</FunctionType 2/Domain[0 1]/C0[0 0 0]/C1[${to}]/N 1>>>>`;
    const grey = await plates(await written(await jobOf('/H sh', `/Shading<</H ${shading('1 1 1')}>>`), wished()));
    expect(grey(WIDE / 2, 50).slice(0, 3)).toEqual([0, 0, 0]);
    const red = await plates(await written(await jobOf('/H sh', `/Shading<</H ${shading('1 0 0')}>>`), wished()));
    expect(red(2, 50)[0]).toBeGreaterThan(20);
  });

  it('of a grey photograph by a profile stays grey, as light as it was', async () => {
    const jpeg = await sharp({ create: { width: 64, height: 48, channels: 3, background: '#808080' } })
      .toColourspace('b-w')
      .jpeg({ quality: 100 })
      .toBuffer();
    const image = `<</Type/XObject/Subtype/Image/Width 64/Height 48/BitsPerComponent 8/ColorSpace[/ICCBased 101 0 R]/Filter/DCTDecode/Length ${jpeg.length}>>\nstream\n${jpeg.toString('latin1')}\nendstream`;
    const job = await jobOf(`${WHOLE} /S cs 0.502 scn 0 0 40 40 re f`, `${NAMED}/ColorSpace<</S[/ICCBased 101 0 R]>>`, {
      100: image,
      101: profiled(GREY, 1),
    });
    const at = await plates(await written(job, wished()));
    expect(at(200, 100).slice(0, 3)).toEqual([0, 0, 0]);
    // as what is drawn in the same grey
    expect(Math.abs(at(200, 100)[3] - at(20, 20)[3])).toBeLessThan(0.8);
  });

  it('of a grey profile stays one number, and black', async () => {
    const job = await jobOf(
      '/S cs 0 sc 0 0 50 50 re f 0.5 sc 60 0 50 50 re f',
      '/ColorSpace<</S[/ICCBased 101 0 R]>>',
      { 101: profiled(GREY, 1) },
    );
    const out = await written(job, wished());
    const at = await plates(out);
    expect(at(25, 25)).toEqual([0, 0, 0, 100]);
    expect(at(85, 25)[3]).toBeGreaterThan(30);
    expect(run('qpdf', '--qdf', out, '-')).not.toContain('/ICCBased');
  });
});

describe('what is in inks already', () => {
  const CMYK: Colour[] = COLOURS.map((c, i) => [...c, (i % 5) / 5]);
  const content = swatches((c) => `${n(c)} k`, CMYK);

  it('stays, to the byte', async () => {
    const job = await jobOf(content);
    const [was, is] = [await written(job, {}), await written(job, wished())];
    const contents = (pdf: string): string => run('qpdf', '--qdf', pdf, '-').replace(/\/OutputIntents[\s\S]*?\]/, '');
    expect(contents(is)).toContain(content.split('\n')[7]!);
    expect(await plates(is).then((at) => at(...middle(9)))).toEqual(await plates(was).then((at) => at(...middle(9))));
  });

  it('goes by its numbers where a profile of its own is said, or is brought over where that is wished', async () => {
    const job = await jobOf(
      swatches((c) => `/S cs ${n(c)} scn`, CMYK),
      '/ColorSpace<</S[/ICCBased 101 0 R]>>',
      { 101: profiled(OTHER_PRESS, 4) },
    );
    const percent = CMYK.map((c) => c.map((v) => v * 100));
    expect(await worst(await written(job, wished()), percent)).toBeLessThan(0.6);
    const over = await written(job, wished({ cmyk: 'converted', blackAlone: false }));
    expect(await worst(over, transicc(OTHER_PRESS, PRESS, percent, '-t1', '-b'))).toBeLessThan(1);
  });

  it('of the press’ own profile stays as it is', async () => {
    const job = await jobOf(
      swatches((c) => `/S cs ${n(c)} scn`, CMYK),
      '/ColorSpace<</S[/ICCBased 101 0 R]>>',
      { 101: profiled(PRESS, 4) },
    );
    const out = await written(job, wished({ cmyk: 'converted' }));
    expect(
      await worst(
        out,
        CMYK.map((c) => c.map((v) => v * 100)),
      ),
    ).toBeLessThan(0.6);
  });

  it('is mixed in them, where a page or a form was mixed in light', async () => {
    const group = '/Group<</S/Transparency/CS/DeviceRGB/I true>>';
    const things = {
      100: stream(
        `/Type/XObject/Subtype/Form/BBox[0 0 ${WIDE} ${HIGH}]/Resources<<>>${group}`,
        Buffer.from('0 0 0 1 k 0 0 50 50 re f'),
      ),
    };
    const job = await jobOf('/P Do', NAMED, things, group);
    const out = await written(job, wished());
    const text = run('qpdf', '--qdf', out, '-');
    expect(text).not.toContain('/DeviceRGB');
    expect(text.match(/\/CS \/DeviceCMYK/g)).toHaveLength(2);
  });
});

describe('overprint in mode 1, which is about inks that are said', () => {
  const over = '/ExtGState<</G<</OP true/op true/OPM 1>>>>';
  it('of a colour of light leaves no ink under it, as it did, though it has none of its own', async () => {
    const job = await jobOf('1 0 0 0 k 0 0 100 100 re f /G gs 1 0 0 rg 20 20 50 50 re f', over);
    const [was, is] = [await plates(await written(job, {})), await plates(await written(job, wished()))];
    expect([was(5, 5)[0], is(5, 5)[0]]).toEqual([100, 100]);
    expect([was(40, 40)[0] < 1, is(40, 40)[0] < 1]).toEqual([true, true]);
    expect(is(40, 40)[1]).toBeGreaterThan(99);
  });

  it('of inks by a profile, which are said by number, leaves none either', async () => {
    const job = await jobOf(
      '1 0 0 0 k 0 0 100 100 re f /G gs /S cs 0 0.6 0.6 0 scn 20 20 50 50 re f',
      `${over}/ColorSpace<</S[/ICCBased 101 0 R]>>`,
      { 101: profiled(OTHER_PRESS, 4) },
    );
    const at = await plates(await written(job, wished()));
    [0, 60, 60, 0].forEach((v, i) => expect(Math.abs(at(40, 40)[i]! - v)).toBeLessThan(0.6));
    // and what is in inks of the device leaves alone what it says nothing of
    const own = await jobOf(
      '1 0 0 0 k 0 0 100 100 re f /G gs 0 0.6 0.6 0 k 20 20 50 50 re f 1 0 0 rg 90 0 5 5 re f',
      over,
    );
    expect((await plates(await written(own, wished())))(40, 40)[0]).toBe(100);
  });
});

describe('what stands for inks that are printed on other presses', () => {
  /** What Ghostscript makes of a page whose spot inks have no plates. */
  async function standing(pdf: string): Promise<(x: number, y: number) => Inks> {
    const [page] = await separationsOf(pdf, undefined, '-dUseFastColor=false', '-dMaxSpots=0');
    const width = page!.get('Black')!.length / DOWN;
    const dot = (x: number, y: number): number => Math.round(DOWN - FOOT - y) * width + Math.round(LEFT + x);
    return (x, y) => NAMES.map((ink) => ((255 - page!.get(ink)![dot(x, y)]!) / 255) * 100) as unknown as Inks;
  }

  it('is in the inks of this one: of one ink, and of two together', async () => {
    const two = '{2 copy add 2 div 1 exch sub 3 1 roll exch 1 exch sub exch 1 exch sub}';
    const things = {
      101: `<</FunctionType 4/Domain[0 1 0 1]/Range[0 1 0 1 0 1]/Length ${two.length}>>\nstream\n${two}\nendstream`,
    };
    const one = `[/Separation/Rust ${LAB}<</FunctionType 2/Domain[0 1]/C0[100 0 0]/C1[45 60 40]/N 1>>]`;
    const spaces = `/ColorSpace<</A ${one}/B[/DeviceN[/Rust/Sea]/DeviceRGB 101 0 R]>>`;
    const pairs = [
      [0.2, 0.9],
      [0.8, 0.3],
      [0.55, 0.45],
    ];
    const job = await jobOf(
      `/A cs 0.7 scn 0 0 40 40 re f /B cs ${pairs.map((p, i) => `${p.join(' ')} scn ${50 + 50 * i} 0 40 40 re f`).join(' ')}`,
      spaces,
      things,
    );
    expect(job.artwork.inks).toEqual(['Rust', 'Sea']);
    const out = await written(job, wished());
    expect(run('qpdf', '--qdf', '--object-streams=disable', out, '-')).not.toMatch(/\/DeviceRGB|\/Lab\b/);
    const at = await standing(out);
    const [rust] = transicc('*Lab', PRESS, [[100 - 0.7 * 55, 0.7 * 60, 0.7 * 40]], '-t1', '-b');
    const light = pairs.map(([a, b]) => [1 - (a! + b!) / 2, 1 - a!, 1 - b!].map((v) => v * 255));
    const wanted = [rust!, ...transicc(SRGB, PRESS, light, '-t1', '-b')];
    const [ours, theirs] = [labOf([20, 70, 120, 170].map((x) => at(x, 20))), labOf(wanted)];
    ours.forEach((lab, i) => expect(differenceOf(lab, theirs[i]!)).toBeLessThan(1));
  });
});

it('a sheet says what its inks are meant for, in the place of what its artwork said', async () => {
  const out = await written(await jobOf('1 0 0 rg 0 0 50 50 re f'), wished());
  const text = run('qpdf', '--qdf', '--object-streams=disable', out, '-');
  expect(text.match(/\/S \/GTS_PDFX/g)).toHaveLength(1);
  expect(/\/N 4\b/.test(text)).toBe(true);
  expect(/\/DestOutputProfile \d+ 0 R/.test(text)).toBe(true);
});

const TONE: ToneWish = { lighter: 0, contrast: 0, warmth: 0, curves: [] };
describe('tones', () => {
  it('are what a curve says, in every kind of content, and black that nobody set is one of them', async () => {
    const curve = {
      ink: 'Black' as const,
      points: [
        [0, 0],
        [0.5, 0.3],
        [1, 0.9],
      ] as [number, number][],
    };
    const grey = picture('/DeviceGray', new Uint8Array(COLUMNS * ROWS).fill(128));
    const job = await jobOf(
      `0 0 40 40 re f 0.5 g 50 0 40 40 re f 0 0 0 0.5 k 100 0 40 40 re f /S cs 0.5 scn 150 0 40 40 re f q 40 0 0 40 200 0 cm /P Do Q 0.2 0.4 0.6 0 k 0 60 40 40 re f`,
      `${NAMED}/ColorSpace<</S[/Separation/Black/DeviceCMYK<</FunctionType 2/Domain[0 1]/C0[0 0 0 0]/C1[0 0 0 1]/N 1>>]>>`,
      { 100: grey },
    );
    const at = await plates(await written(job, { tone: { ...TONE, curves: [curve] } }));
    const black = [20, 70, 120, 170, 220].map((x) => at(x, 20)[3]);
    [90, 30, 30, 30, 30].forEach((wanted, i) => expect([i, Math.abs(black[i]! - wanted) < 0.6]).toEqual([i, true]));
    // a curve of black is no other ink's
    [20, 40, 60, 0].forEach((wanted, i) => expect(Math.abs(at(20, 80)[i]! - wanted)).toBeLessThan(0.5));
  });

  it('come after the profile', async () => {
    const job = await jobOf(swatches((c) => `${n(c)} rg`));
    const curves = [
      {
        ink: 'Magenta' as const,
        points: [
          [0, 0],
          [1, 0.5],
        ] as [number, number][],
      },
    ];
    const out = await written(job, { ...wished(), tone: { ...TONE, curves } });
    expect(
      await worst(
        out,
        rgbOn().map(([c, m, y, k]) => [c!, m! / 2, y!, k!]),
      ),
    ).toBeLessThan(1);
  });
});

it('tones alone leave colours of light to what stands for them', async () => {
  const things = { 101: profiled(WIDE_RGB, 3) };
  const job = await jobOf(
    '1 0 0 rg 0 0 40 40 re f 0 0 0 0.5 k 50 0 40 40 re f',
    '/ColorSpace<</DefaultRGB[/ICCBased 101 0 R]>>',
    things,
  );
  const text = run(
    'qpdf',
    '--qdf',
    '--object-streams=disable',
    await written(job, { tone: { ...TONE, lighter: 20 } }),
    '-',
  );
  expect(text.includes('1 0 0 rg')).toBe(true);
  expect(text.includes('/DefaultRGB')).toBe(true);
  expect(text.includes('0 0 0 0.5 k')).toBe(false);
});

it('a wish that is taken back gives the former bytes', async () => {
  const job = await jobOf(swatches((c) => `${n(c)} rg`));
  const [before, after] = [await written(job, {}), await written(job, { colour: null, tone: { ...TONE } })];
  expect(readFileSync(after).equals(readFileSync(before))).toBe(true);
});
