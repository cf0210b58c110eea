import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { differenceOf } from './difference';
import { ColourEngine, type Intent, type Opened } from './engine';
import { Press } from './press';
import { GREY, labOf, OTHER_PRESS, PRESS, pressBytes, SRGB, transicc, WIDE_RGB } from './testing';

/** Colours through the engine, judged by LittleCMS' own command line. */

const engine = await ColourEngine.start();
const opened = (path: string): Opened => engine.open(new Uint8Array(readFileSync(path)));
const press = opened(PRESS);

/** A thousand colours: corners, and what a plain generator makes. */
function colours(components: number, seed = 1): number[][] {
  const out: number[][] = [];
  let s = seed;
  const next = (): number => (s = (s * 1103515245 + 12345) % 2147483648) / 2147483648;
  for (let i = 0; i < 2 ** components; i++) out.push(Array.from({ length: components }, (_, c) => (i >> c) & 1));
  while (out.length < 1000) out.push(Array.from({ length: components }, next));
  return out;
}
const percent = (c: readonly number[]): number[] => c.map((v) => v * 100);

/** The largest difference to the eye of inks, per cent of each. */
function worst(ours: readonly number[][], theirs: readonly number[][]): number {
  expect(theirs).toHaveLength(ours.length);
  const [a, b] = [labOf(ours), labOf(theirs)];
  return Math.max(...a.map((lab, i) => differenceOf(lab, b[i]!)));
}

const INTENTS: readonly Intent[] = ['perceptual', 'relative', 'saturation', 'absolute'];

describe('a thousand colours', () => {
  it.each(INTENTS.flatMap((intent, i) => [true, false].map((blackPoint) => [intent, i, blackPoint] as const)))(
    'of red, green and blue go as LittleCMS says: %s (%i), black point %s',
    (intent, number, blackPoint) => {
      const of = colours(3);
      const way = engine.between(opened(SRGB), press, { intent, blackPoint, bytes: 2 });
      const theirs = transicc(
        SRGB,
        PRESS,
        of.map((c) => c.map((v) => v * 255)),
        `-t${number}`,
        ...(blackPoint ? ['-b'] : []),
      );
      expect(
        worst(
          of.map((c) => percent(way.colour(c))),
          theirs,
        ),
      ).toBeLessThan(0.1);
      way.close();
    },
  );

  it('of L*, a* and b* as well', () => {
    const of = colours(3, 7);
    const way = engine.between(engine.lab(), press, { intent: 'relative', blackPoint: true, bytes: 2 });
    const theirs = transicc(
      '*Lab',
      PRESS,
      of.map(([l, a, b]) => [l! * 100, a! * 255 - 128, b! * 255 - 128]),
      '-t1',
      '-b',
    );
    expect(
      worst(
        of.map((c) => percent(way.colour(c))),
        theirs,
      ),
    ).toBeLessThan(0.1);
  });

  it('and of inks of another press', () => {
    const of = colours(4, 3);
    const way = engine.between(opened(OTHER_PRESS), press, { intent: 'perceptual', blackPoint: false, bytes: 2 });
    const theirs = transicc(OTHER_PRESS, PRESS, of.map(percent), '-t0');
    expect(
      worst(
        of.map((c) => percent(way.colour(c))),
        theirs,
      ),
    ).toBeLessThan(0.1);
  });

  it('of pictures differ from them by less than the eye sees', () => {
    const of = colours(3, 11).map((c) => c.map((v) => Math.round(v * 255)));
    const way = engine.between(opened(WIDE_RGB), press, { intent: 'relative', blackPoint: true, bytes: 1 });
    const bytes = way.pixels(Uint8Array.from(of.flat()));
    const ours = of.map((_, i) => [...bytes.subarray(4 * i, 4 * i + 4)].map((v) => (v / 255) * 100));
    expect(worst(ours, transicc(WIDE_RGB, PRESS, of, '-t1', '-b'))).toBeLessThan(1);
  });
});

describe('pictures', () => {
  it('larger than what goes through at once come out pixel by pixel the same', () => {
    const way = engine.between(opened(SRGB), press, { intent: 'relative', blackPoint: true, bytes: 1 });
    const [red, all] = [
      way.pixels(Uint8Array.from([200, 30, 10])),
      way.pixels(new Uint8Array(3 * 70_001).map((_, i) => [200, 30, 10][i % 3]!)),
    ];
    expect(all).toHaveLength(4 * 70_001);
    expect([...all.subarray(4 * 70_000)]).toEqual([...red]);
    expect(all.every((v, i) => v === red[i % 4])).toBe(true);
  });
});

const usual = { intent: 'relative', blackPoint: true, blackAlone: true } as const;
const brought = new Press(engine, pressBytes(), usual);

describe('what is neutral', () => {
  it('is in black alone: none of it for white, all of it for black', () => {
    expect(brought.rgb.flat([1, 1, 1])).toEqual([0, 0, 0, 0]);
    expect(brought.rgb.flat([0, 0, 0])).toEqual([0, 0, 0, 1]);
    expect(brought.rgb.neutral([0.5, 0.5, 0.5])).toBe(true);
    expect(brought.rgb.neutral([0.5, 0.5, 0.51])).toBe(false);
    expect(brought.labs.neutral([0.4, 128 / 255, 128 / 255])).toBe(true);
  });

  it('is as light as it was, between the paper and the darkest black', () => {
    const greys = [18, 32, 64, 96, 128, 160, 192, 224];
    const luminance = (l: number): number => (l > 8 ? ((l + 16) / 116) ** 3 : l / 903.3);
    const wanted = transicc(
      SRGB,
      '*Lab',
      greys.map((v) => [v, v, v]),
      '-t1',
    ).map(([l]) => luminance(l!));
    const [black] = labOf([[0, 0, 0, 100]]);
    const darkest = luminance(black![0]);
    const got = labOf(greys.map((v) => percent(brought.rgb.flat([v / 255, v / 255, v / 255])))).map(([l]) =>
      luminance(l),
    );
    got.forEach((y, i) => expect(y).toBeCloseTo(darkest + wanted[i]! * (1 - darkest), 2));
    // so dark that lightness goes straight (CIE 15, 8.2.1.1)
    expect(Math.abs(got[0]! - darkest - wanted[0]! * (1 - darkest))).toBeLessThan(6e-4);
  });

  it('is mixed of all inks where that is wished, and where it runs into colours', () => {
    const rich = new Press(engine, pressBytes(), { ...usual, blackAlone: false });
    const [theirs] = transicc(SRGB, PRESS, [[128, 128, 128]], '-t1', '-b');
    for (const inks of [
      rich.rgb.flat([128 / 255, 128 / 255, 128 / 255]),
      brought.rgb.smooth([128 / 255, 128 / 255, 128 / 255]),
    ])
      inks.forEach((v, i) => expect(v * 100).toBeCloseTo(theirs![i]!, 1));
    rich.close();
  });

  it('of a grey profile is in black alone, lighter and lighter', () => {
    const by = brought.of(new Uint8Array(readFileSync(GREY)), 1);
    if (by === 'same' || by === null) throw new Error('not brought');
    const blacks = [0, 0.25, 0.5, 0.75, 1].map((g) => by.flat([g]));
    expect(blacks.every(([c, m, y]) => c === 0 && m === 0 && y === 0)).toBe(true);
    blacks.slice(1).forEach((b, i) => expect(b[3]).toBeLessThan(blacks[i]![3]!));
  });

  it('of another press stays in black alone', () => {
    const by = brought.of(new Uint8Array(readFileSync(OTHER_PRESS)), 4);
    if (by === 'same' || by === null) throw new Error('not brought');
    const inks = by.flat([0, 0, 0, 0.6]);
    expect(inks.slice(0, 3).every((v) => v < 0.001)).toBe(true);
    expect(inks[3]).toBeGreaterThan(0.3);
  });
});

describe('on a screen', () => {
  it('inks look as they come out, on paper that is the white of it', () => {
    const inks = [
      [0, 0, 0, 0],
      [0, 0, 0, 100],
      [100, 40, 0, 0],
      [0, 80, 90, 20],
      [30, 20, 20, 5],
    ];
    const bytes = Uint8Array.from(inks.flat(), (v) => Math.round((v / 100) * 255));
    const seen = brought.shown(bytes);
    const theirs = transicc(PRESS, SRGB, inks, '-t1').flat();
    theirs.forEach((v, i) => expect(Math.abs(seen[i]! - v)).toBeLessThan(2.5));
    expect([...seen.subarray(0, 3)]).toEqual([255, 255, 255]);
  });
});

describe('profiles', () => {
  it('of the press itself change nothing', () => {
    expect(brought.of(pressBytes(), 4)).toBe('same');
  });

  it('are as many as files bring', () => {
    const own = new Press(engine, pressBytes(), usual);
    const good = new Uint8Array(readFileSync(WIDE_RGB));
    const [theirs] = transicc(WIDE_RGB, PRESS, [[51, 204, 102]], '-t1', '-b');
    for (let i = 0; i < 120; i++) {
      const other = good.slice();
      // a profile's own identifier, which nothing is reckoned by (ICC.1, 7.2.18)
      other[84] = i + 1;
      const by = own.of(other, 3);
      if (by === 'same' || by === null) throw new Error(`the ${i}th is not brought`);
      if (i % 40 === 0 || i === 119)
        by.flat([0.2, 0.8, 0.4]).forEach((v, k) => expect(v * 100).toBeCloseTo(theirs![k]!, 1));
    }
    expect(own.crowded).toBe(true);
    own.close();
  });

  it('that are broken, or of other colours than is said, are none', () => {
    const good = new Uint8Array(readFileSync(WIDE_RGB));
    expect(brought.of(good, 4)).toBeNull();
    expect(brought.of(good.subarray(0, 200), 3)).toBeNull();
    expect(
      brought.of(
        Uint8Array.from({ length: 4000 }, (_, i) => i & 255),
        3,
      ),
    ).toBeNull();
    // its tables lead nowhere
    const spoilt = good.slice();
    spoilt.fill(255, 132, 132 + 12 * 9);
    expect(brought.of(spoilt, 3)).toBeNull();
    expect(brought.of(good, 3)).not.toBeNull();
  });

  it.each([
    [SRGB, /no press/],
    [GREY, /no press/],
  ])('are of a press: not %s', (path, said) => {
    expect(() => new Press(engine, new Uint8Array(readFileSync(path)), usual)).toThrow(said);
  });

  it('say what is wrong with them', () => {
    const bytes = pressBytes();
    const made = (of: Uint8Array) => () => new Press(engine, of, usual);
    expect(made(bytes.subarray(0, 100))).toThrow('It is no ICC profile.');
    expect(made(bytes.subarray(0, 50_000))).toThrow(/breaks off/);
    const link = bytes.slice();
    link.set(Buffer.from('link'), 12);
    expect(made(link)).toThrow(/one device to another/);
    const list = bytes.slice();
    list.set(Buffer.from('nmcl'), 12);
    expect(made(list)).toThrow(/named colours/);
    const eight = bytes.slice();
    eight.set(Buffer.from('8CLR'), 16);
    expect(made(eight)).toThrow(/8CLR/);
  });
});
