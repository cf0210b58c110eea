import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { deflateSync } from 'node:zlib';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { patched, USUAL_COLOUR, type ArtworkWish, type ColourWish, type Docket, type ToneWish } from '../../core';
import { flatDocketFor, SHOP } from '../../core/testing';
import { compose, type ComposeJob } from '../compose';
import { pressFor } from '../icc';
import { differenceOf } from '../icc/difference';
import { GREY, labOf, OTHER_PRESS, PRESS, SRGB, transicc, WIDE_RGB } from '../icc/testing';
import { readArtwork } from '../read';
import { separationsOf, type Greys } from '../separate/testing';
import { run, scratch, writePdf } from '../testing';
import { readierFor } from '.';

/** Colours brought to a press: what Ghostscript finds on the plates, against LittleCMS' own command line. */

const dir = scratch();
let serial = 0;
const MM = 72 / 25.4;
const [WIDE, HIGH] = [100 * MM, 60 * MM];
const PROFILE = { name: 'The press', sha256: 'a'.repeat(64) };

type Inks = readonly [number, number, number, number];
type Colour = readonly number[];

const stream = (dict: string, data: Uint8Array): string => {
  const packed = deflateSync(data);
  return `<<${dict}/Filter/FlateDecode/Length ${packed.length}>>\nstream\n${packed.toString('latin1')}\nendstream`;
};
const profiled = (path: string, components: number): string =>
  stream(`/N ${components}`, new Uint8Array(readFileSync(path)));

async function jobOf(
  content: string,
  resources = '',
  things: Readonly<Record<number, string>> = {},
  page = '',
): Promise<ComposeJob> {
  const source = join(dir, `in${++serial}.pdf`);
  const boxes = `/MediaBox[0 0 ${WIDE} ${HIGH}]/TrimBox[0 0 ${WIDE} ${HIGH}]${page}`;
  writePdf(source, [{ entries: `${boxes}/Resources<<${resources}>>`, content }], things);
  const { artwork } = await readArtwork(source, `${source}.work`);
  const docket = patched(flatDocketFor(artwork), {
    sheet: { stock: { ...SHOP.stocks[2]!, width: 160, height: 120 } },
    product: { finished: { width: 100, height: 60 }, bleed: 0, sides: 'one', copies: 1, lies: { columns: 1, rows: 1 } },
    marks: { slug: { on: false }, crop: { on: false } },
  });
  return { docket, artwork, source, out: join(dir, `out${serial}.pdf`) };
}

const wished = (how: Partial<ColourWish> = {}): Partial<ArtworkWish> => ({
  colour: { ...USUAL_COLOUR, profile: PROFILE, ...how },
});

async function written(job: ComposeJob, wish: Partial<ArtworkWish>): Promise<string> {
  const out = join(dir, `ready${++serial}.pdf`);
  const docket = patched(job.docket as Docket, { artwork: wish });
  const { colour } = docket.artwork;
  const press = colour ? await pressFor(PRESS, { ...colour, profile: PROFILE }) : null;
  compose({ ...job, docket, out, readier: readierFor(press), profile: PRESS });
  expect(run('qpdf', '--check', out)).toContain('No syntax or stream encoding errors');
  return out;
}

const NAMES = ['Cyan', 'Magenta', 'Yellow', 'Black'];
/** Dots of the sheet, and of the page's lower left corner on it: it lies in the middle. */
const [ACROSS, DOWN] = [Math.round(160 * MM), Math.round(120 * MM)];
const [LEFT, FOOT] = [30 * MM, 30 * MM];

/** The inks that Ghostscript finds at places of the page, in points, per cent. */
async function plates(pdf: string): Promise<(x: number, y: number) => Inks> {
  const [page] = await separationsOf(pdf, undefined, '-dUseFastColor=false');
  const at = (greys: Greys | undefined, x: number, y: number): number => {
    if (!greys) return 0;
    const width = greys.length / DOWN;
    expect(Math.abs(width - ACROSS)).toBeLessThanOrEqual(1);
    return ((255 - greys[Math.round(DOWN - FOOT - y) * width + Math.round(LEFT + x)]!) / 255) * 100;
  };
  return (x, y) => NAMES.map((ink) => at(page!.get(ink), x, y)) as unknown as Inks;
}

const [COLUMNS, ROWS] = [8, 6];
const [STEP, RISE] = [WIDE / COLUMNS, HIGH / ROWS];
/** Colours that are spread over a space, its corners among them; none of them grey. */
const COLOURS: Colour[] = Array.from({ length: COLUMNS * ROWS }, (_, i) =>
  i < 6
    ? [(i + 1) & 1, ((i + 1) >> 1) & 1, ((i + 1) >> 2) & 1]
    : [((i * 37) % 101) / 100, ((i * 53) % 97) / 96, ((i * 29) % 89) / 88],
);
const middle = (i: number): [number, number] => [((i % COLUMNS) + 0.5) * STEP, (Math.floor(i / COLUMNS) + 0.5) * RISE];
const swatches = (set: (colour: Colour) => string, colours: readonly Colour[] = COLOURS): string =>
  colours
    .map((c, i) => `${set(c)} ${(i % COLUMNS) * STEP} ${Math.floor(i / COLUMNS) * RISE} ${STEP} ${RISE} re f`)
    .join('\n');

async function worst(
  pdf: string,
  wanted: readonly (readonly number[])[],
  places = COLOURS.map((_, i) => middle(i)),
): Promise<number> {
  const at = await plates(pdf);
  const [ours, theirs] = [labOf(places.map(([x, y]) => at(x, y))), labOf(wanted)];
  return Math.max(...ours.map((lab, i) => differenceOf(lab, theirs[i]!)));
}

const bytes = COLOURS.map((c) => c.map((v) => v * 255));
const rgbOn = (path = SRGB): number[][] => transicc(path, PRESS, bytes, '-t1', '-b');
const asLab = ([l, a, b]: Colour): number[] => [l! * 100, a! * 160 - 80, b! * 160 - 80];
const n = (c: Colour): string => c.map((v) => v.toFixed(4)).join(' ');

const picture = (space: string, data: Uint8Array, more = ''): string =>
  stream(
    `/Type/XObject/Subtype/Image/Width ${COLUMNS}/Height ${ROWS}/BitsPerComponent 8/ColorSpace ${space}${more}`,
    data,
  );
// rows of pictures run from the top down
const rows = <T>(of: readonly T[]): T[] =>
  Array.from({ length: ROWS }, (_, r) => of.slice((ROWS - 1 - r) * COLUMNS, (ROWS - r) * COLUMNS)).flat();
const WHOLE = `q ${WIDE} 0 0 ${HIGH} 0 0 cm /P Do Q`;
const NAMED = '/XObject<</P 100 0 R>>';
const BYTES = Uint8Array.from(rows(bytes).flat(), Math.round);
const ROUNDED = bytes.map((c) => c.map(Math.round));
const tables = COLOURS.map((c) =>
  c
    .map((v) =>
      Math.round(v * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join(''),
).join('');

const CAL =
  '[/CalRGB<</WhitePoint[0.9505 1 1.089]/Gamma[2.2 2.2 2.2]/Matrix[0.4124 0.2126 0.0193 0.3576 0.7152 0.1192 0.1805 0.0722 0.9505]>>]';
const LAB = '[/Lab<</WhitePoint[0.9642 1 0.8249]/Range[-80 80 -80 80]>>]';

/** Eight by six of one brown (200, 60, 20), packed without loss. */
const JP2 =
  'AAAADGpQICANCocKAAAAFGZ0eXBqcDIgAAAAAGpwMiAAAAAtanAyaAAAABZpaGRyAAAABgAAAAgAAwcHAAAAAAAPY29scgEAAAAAABAAAAC8anAyY/9P/1EALwAAAAAACAAAAAYAAAAAAAAAAAAAAAgAAAAGAAAAAAAAAAAAAwcBAQcBAQcBAf9SAAwAAAABAQAEBAAB/1wABEBA/2QAJQABQ3JlYXRlZCBieSBPcGVuSlBFRyB2ZXJzaW9uIDIuNS4w/5AACgAAAAAARAAB/5PH1B4RUFSHLusgAAYSDAnOEhLH1BoRUFSHLusgAAYSEv9/34CIFABciJNxAAAGEhLN3IAGEhL/2Q==';

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

describe('overprint', () => {
  it('of a colour of light knocks out all inks, as it did', async () => {
    // magenta, and over it a red of light that overprints in mode 1, which is about inks that are said
    const job = await jobOf(
      '0 1 0 0 k 0 0 100 100 re f /G gs 0 0.6 0.6 rg 20 20 50 50 re f',
      '/ExtGState<</G<</OP true/op true/OPM 1>>>>',
    );
    const [was, is] = [await plates(await written(job, {})), await plates(await written(job, wished()))];
    const [theirs] = transicc(SRGB, PRESS, [[0, 153, 153]], '-t1', '-b');
    expect(was(40, 40)[1]).toBeLessThan(60);
    is(40, 40).forEach((v, i) => expect(Math.abs(v - theirs![i]!)).toBeLessThan(0.6));
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

it('a wish that is taken back gives the former bytes', async () => {
  const job = await jobOf(swatches((c) => `${n(c)} rg`));
  const [before, after] = [await written(job, {}), await written(job, { colour: null, tone: { ...TONE } })];
  expect(readFileSync(after).equals(readFileSync(before))).toBe(true);
});
