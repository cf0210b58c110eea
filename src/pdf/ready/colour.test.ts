import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { GREY, PRESS, SRGB, transicc, WIDE_RGB } from '../icc/testing';
import { run } from '../testing';
import {
  middle,
  WIDE,
  HIGH,
  COLUMNS,
  ROWS,
  COLOURS,
  WHOLE,
  NAMED,
  BYTES,
  ROUNDED,
  LAB,
  CAL,
  JP2,
  bytes,
  tables,
  stream,
  profiled,
  jobOf,
  wished,
  written,
  plates,
  swatches,
  worst,
  rgbOn,
  asLab,
  n,
  picture,
  rows,
} from './testing-colour';

/** Colours brought to a press: what Ghostscript finds on the plates, against LittleCMS' own command line. */

/** Content whose swatches are in every kind of space, with what they are in the inks of the press. */
const KINDS: Readonly<
  Record<
    string,
    {
      content: string;
      resources?: string;
      things?: Record<number, string>;
      wanted: () => readonly (readonly number[])[];
    }
  >
> = {
  'red, green and blue of the device': { content: swatches((c) => `${n(c)} rg`), wanted: rgbOn },
  'the same by the name of its space': { content: swatches((c) => `/DeviceRGB cs ${n(c)} sc`), wanted: rgbOn },
  'what stands for the device’s': {
    content: swatches((c) => `${n(c)} rg`),
    resources: '/ColorSpace<</DefaultRGB[/ICCBased 101 0 R]>>',
    things: { 101: profiled(WIDE_RGB, 3) },
    wanted: () => rgbOn(WIDE_RGB),
  },
  'a profile': {
    content: swatches((c) => `/S cs ${n(c)} scn`),
    resources: '/ColorSpace<</S[/ICCBased 101 0 R]>>',
    things: { 101: profiled(WIDE_RGB, 3) },
    wanted: () => rgbOn(WIDE_RGB),
  },
  'figures for red, green and blue': {
    content: swatches((c) => `/S cs ${n(c)} sc`),
    resources: `/ColorSpace<</S ${CAL}>>`,
    wanted: () => {
      // their light, by hand: IEC 61966-2-1's matrix, its white laid on D50's
      const M = [0.4124, 0.3576, 0.1805, 0.2126, 0.7152, 0.0722, 0.0193, 0.1192, 0.9505];
      const f = (t: number): number => (t > 216 / 24389 ? Math.cbrt(t) : ((24389 / 27) * t + 16) / 116);
      const lab = COLOURS.map((c) => {
        const [r, g, b] = c.map((v) => Number(v.toFixed(4)) ** 2.2) as [number, number, number];
        const [x, y, z] = [0, 3, 6].map((i, k) =>
          f((M[i]! * r + M[i + 1]! * g + M[i + 2]! * b) / [0.9505, 1, 1.089][k]!),
        ) as [number, number, number];
        return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
      });
      return transicc('*Lab', PRESS, lab, '-t1', '-b');
    },
  },
  'L*, a*, b*': {
    content: swatches((c) => `/S cs ${n(asLab(c))} sc`),
    resources: `/ColorSpace<</S ${LAB}>>`,
    wanted: () => transicc('*Lab', PRESS, COLOURS.map(asLab), '-t1', '-b'),
  },
  'a picture': {
    content: WHOLE,
    resources: NAMED,
    things: { 100: picture('/DeviceRGB', BYTES) },
    wanted: () => transicc(SRGB, PRESS, ROUNDED, '-t1', '-b'),
  },
  'a picture by a profile': {
    content: WHOLE,
    resources: NAMED,
    things: { 100: picture('[/ICCBased 101 0 R]', BYTES), 101: profiled(WIDE_RGB, 3) },
    wanted: () => transicc(WIDE_RGB, PRESS, ROUNDED, '-t1', '-b'),
  },
  'a picture in L*, a*, b*': {
    content: WHOLE,
    resources: NAMED,
    things: { 100: picture(LAB, BYTES) },
    wanted: () =>
      transicc(
        '*Lab',
        PRESS,
        ROUNDED.map((c) => asLab(c.map((v) => v / 255))),
        '-t1',
        '-b',
      ),
  },
  'a picture by a table': {
    content: WHOLE,
    resources: NAMED,
    things: {
      100: picture(
        `[/Indexed/DeviceRGB ${COLOURS.length - 1}<${tables}>]`,
        Uint8Array.from(rows(COLOURS.map((_, i) => i))),
      ),
    },
    wanted: () => transicc(SRGB, PRESS, ROUNDED, '-t1', '-b'),
  },
  'a picture within the content': {
    content: `q ${WIDE} 0 0 ${HIGH} 0 0 cm BI/W ${COLUMNS}/H ${ROWS}/BPC 8/CS/RGB/F/AHx ID ${Buffer.from(BYTES).toString('hex')}> EI Q`,
    wanted: () => transicc(SRGB, PRESS, ROUNDED, '-t1', '-b'),
  },
  'a form in a form': {
    content: '/P Do',
    resources: NAMED,
    things: {
      100: stream(
        `/Type/XObject/Subtype/Form/BBox[0 0 ${WIDE} ${HIGH}]/Resources<</XObject<</Q 102 0 R>>>>`,
        Buffer.from('/Q Do'),
      ),
      102: stream(`/Type/XObject/Subtype/Form/BBox[0 0 ${WIDE} ${HIGH}]`, Buffer.from(swatches((c) => `${n(c)} rg`))),
    },
    wanted: rgbOn,
  },
  'a pattern stamped in a colour': {
    content: swatches((c) => `/S cs ${n(c)} /T scn`),
    resources: '/ColorSpace<</S[/Pattern/DeviceRGB]>>/Pattern<</T 100 0 R>>',
    things: {
      100: stream(
        '/Type/Pattern/PatternType 1/PaintType 2/TilingType 1/BBox[0 0 10 10]/XStep 10/YStep 10/Resources<<>>',
        Buffer.from('0 0 10 10 re f'),
      ),
    },
    wanted: rgbOn,
  },
  'an ink that the press lacks, made of L*, a*, b*': {
    content: swatches((c) => `/S cs ${c[0]!.toFixed(4)} scn`),
    resources: `/ColorSpace<</S[/Separation/Rust ${LAB}<</FunctionType 2/Domain[0 1]/C0[100 0 0]/C1[45 60 40]/N 1>>]>>`,
    wanted: () =>
      transicc(
        '*Lab',
        PRESS,
        COLOURS.map(([t]) => [100 - 55 * t!, 60 * t!, 40 * t!]),
        '-t1',
        '-b',
      ),
  },
};

describe('colours in the inks of the press', () => {
  it.each(Object.keys(KINDS))('are what LittleCMS makes of them: %s', async (kind) => {
    const { content, resources, things, wanted } = KINDS[kind]!;
    const job = await jobOf(content, resources, things);
    const inks = kind.startsWith('an ink') ? { inks: [{ ink: 'Rust', becomes: 'process' as const }] } : {};
    const out = await written(job, { ...wished(), ...inks });
    expect(await worst(out, wanted())).toBeLessThan(1);
    // nothing of light is left for somebody else to make inks of
    expect(run('qpdf', '--qdf', '--object-streams=disable', out, '-')).not.toMatch(
      /\/DeviceRGB|\/CalRGB|\/Lab\b| rg\n|\/DefaultRGB/,
    );
  });

  it('run through shadings as their ends are brought, and between them', async () => {
    const ends = [
      [0.9, 0.2, 0.1],
      [0.1, 0.4, 0.8],
    ];
    const job = await jobOf(
      '/H sh',
      `/Shading<</H<</ShadingType 2/ColorSpace/DeviceRGB/Coords[0 0 ${WIDE} 0]/Function<</FunctionType 2/Domain[0 1]/C0[${n(ends[0]!)}]/C1[${n(ends[1]!)}]/N 1>>>>>>`,
    );
    const out = await written(job, wished());
    const at = [0.02, 0.25, 0.5, 0.75, 0.98];
    const between = at.map((t) => ends[0]!.map((v, i) => (v + t * (ends[1]![i]! - v)) * 255));
    expect(
      await worst(
        out,
        transicc(SRGB, PRESS, between, '-t1', '-b'),
        at.map((t) => [t * WIDE, 80]),
      ),
    ).toBeLessThan(1.2);
  });

  it('of a JPEG stay one, and differ by less than it takes to see', async () => {
    const size = 20;
    const jpeg = await sharp({
      create: { width: size * COLUMNS, height: size * ROWS, channels: 3, background: '#b52' },
    })
      .jpeg({ quality: 100 })
      .toBuffer();
    const image = `<</Type/XObject/Subtype/Image/Width ${size * COLUMNS}/Height ${size * ROWS}/BitsPerComponent 8/ColorSpace/DeviceRGB/Filter/DCTDecode/Length ${jpeg.length}>>\nstream\n${jpeg.toString('latin1')}\nendstream`;
    const job = await jobOf(WHOLE, NAMED, { 100: image });
    const out = await written(job, wished());
    expect(run('pdfimages', '-list', out)).toMatch(/cmyk\s+4\s+8\s+jpeg/);
    const brown = transicc(SRGB, PRESS, [[0xbb, 0x55, 0x22]], '-t1', '-b');
    expect(
      await worst(
        out,
        COLOURS.map(() => brown[0]!),
      ),
    ).toBeLessThan(1.5);
  });

  it('of a JPEG 2000 that leaves them to its data as well', async () => {
    const jp2 = Buffer.from(JP2, 'base64');
    const image = `<</Type/XObject/Subtype/Image/Width 8/Height 6/Filter/JPXDecode/Length ${jp2.length}>>\nstream\n${jp2.toString('latin1')}\nendstream`;
    const out = await written(await jobOf(WHOLE, NAMED, { 100: image }), wished());
    const [brown] = transicc(SRGB, PRESS, [[200, 60, 20]], '-t1', '-b');
    expect(
      await worst(
        out,
        COLOURS.map(() => brown!),
      ),
    ).toBeLessThan(1);
  });

  it.each([
    [16, (v: number) => [v, 0x80]],
    [8, (v: number) => [v]],
  ])('of a picture of %d bits, its numbers turned over, are as they look', async (bits, as) => {
    const data = Uint8Array.from(BYTES.length > 0 ? [...BYTES].flatMap((v) => as(255 - v)) : []);
    const image = picture('/DeviceRGB', data, '/Decode[1 0 1 0 1 0]').replace(
      'BitsPerComponent 8',
      `BitsPerComponent ${bits}`,
    );
    const out = await written(await jobOf(WHOLE, NAMED, { 100: image }), wished());
    expect(await worst(out, transicc(SRGB, PRESS, ROUNDED, '-t1', '-b'))).toBeLessThan(1.5);
  });

  it('behind a soft mask stay behind it, and a colour that is no colour masks none', async () => {
    const mask = picture(
      '/DeviceGray',
      Uint8Array.from({ length: COLUMNS * ROWS }, (_, i) => (i % COLUMNS < 4 ? 0 : 255)),
    );
    const things = { 100: picture('/DeviceRGB', BYTES, '/SMask 101 0 R'), 101: mask };
    const at = await plates(await written(await jobOf(WHOLE, NAMED, things), wished()));
    expect(at(...middle(1))).toEqual([0, 0, 0, 0]);
    const [wanted] = transicc(SRGB, PRESS, [ROUNDED[22]!], '-t1', '-b');
    at(...middle(22)).forEach((v, i) => expect(Math.abs(v - wanted![i]!)).toBeLessThan(1));
  });

  it.each([
    ['is broken', stream('/N 3', Buffer.from('no profile'))],
    ['is of other colours than it says', profiled(GREY, 3)],
  ])('by a profile that %s go by number, as every reader has them', async (_, profile) => {
    const job = await jobOf(
      swatches((c) => `/S cs ${n(c)} scn`),
      '/ColorSpace<</S[/ICCBased 101 0 R]>>',
      { 101: profile },
    );
    expect(await worst(await written(job, wished()), rgbOn())).toBeLessThan(1);
  });

  it('go by the intent that is wished, and without the black point', async () => {
    const job = await jobOf(swatches((c) => `${n(c)} rg`));
    for (const [intent, number] of [
      ['perceptual', 0],
      ['saturation', 2],
      ['absolute', 3],
    ] as const) {
      const out = await written(job, wished({ intent, blackPoint: false }));
      expect(await worst(out, transicc(SRGB, PRESS, bytes, `-t${number}`))).toBeLessThan(1);
    }
  });
});

it('pictures that are drawn where another profile stands for light are brought each by its own', async () => {
  const form = (num: number, at: number): string => {
    const resources = `/Resources<</XObject<</P 100 0 R>>/ColorSpace<</DefaultRGB[/ICCBased ${num} 0 R]>>>>`;
    const content = `q 100 0 0 100 ${at} 0 cm /P Do Q`;
    return stream(`/Type/XObject/Subtype/Form/BBox[0 0 ${WIDE} ${HIGH}]${resources}`, Buffer.from(content));
  };
  const green = Uint8Array.from({ length: 3 * COLUMNS * ROWS }, (_, i) => [40, 200, 60][i % 3]!);
  const things = {
    100: picture('/DeviceRGB', green),
    101: profiled(WIDE_RGB, 3),
    102: profiled(SRGB, 3),
    103: form(101, 0),
    104: form(102, 120),
  };
  const job = await jobOf('/A Do /B Do', '/XObject<</A 103 0 R/B 104 0 R>>', things);
  const out = await written(job, wished());
  const wanted = [WIDE_RGB, SRGB].map((path) => transicc(path, PRESS, [[40, 200, 60]], '-t1', '-b')[0]!);
  const places: [number, number][] = [
    [50, 50],
    [170, 50],
  ];
  expect(await worst(out, wanted, places)).toBeLessThan(1);
});
