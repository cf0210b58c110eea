import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ToneWish, tonesOf, toned } from './tone';

const wish = (of: object): ToneWish => ToneWish.parse(of);
const [CYAN, MAGENTA, YELLOW, BLACK] = [0, 1, 2, 3] as const;

describe('tones', () => {
  it('are what they were where nothing is wished', () => {
    expect(toned(wish({}))).toBe(false);
    const straight = {
      ink: 'Cyan',
      points: [
        [0, 0],
        [0.5, 0.5],
        [1, 1],
      ],
    };
    expect(toned(wish({ curves: [straight] }))).toBe(false);
    for (const tone of tonesOf(wish({ curves: [straight] }))) expect(tone(0.37)).toBeCloseTo(0.37, 12);
  });

  it('are lighter by a power: half of it becomes a quarter at 100 per cent, and its root at -100', () => {
    for (const tone of tonesOf(wish({ lighter: 100 }))) expect(tone(0.5)).toBeCloseTo(0.25, 12);
    for (const tone of tonesOf(wish({ lighter: -100 }))) expect(tone(0.25)).toBeCloseTo(0.5, 12);
  });

  it('move apart about the middle, which stays', () => {
    const tone = tonesOf(wish({ contrast: 50 }))[BLACK]!;
    expect(tone(0.5)).toBeCloseTo(0.5, 12);
    // a quarter less half of 1 / 2π
    expect(tone(0.25)).toBeCloseTo(0.25 - 0.5 / (2 * Math.PI), 12);
    expect(tone(0.75)).toBeCloseTo(0.75 + 0.5 / (2 * Math.PI), 12);
  });

  it('are warmer with more yellow, a little more magenta, less cyan, and black as it was', () => {
    const tones = tonesOf(wish({ warmth: 100 }));
    expect(tones[YELLOW]!(0.25)).toBeCloseTo(0.25 ** (2 ** -0.5), 12);
    expect(tones[MAGENTA]!(0.25)).toBeCloseTo(0.25 ** (2 ** -0.2), 12);
    expect(tones[CYAN]!(0.25)).toBeCloseTo(0.25 ** (2 ** 0.5), 12);
    expect(tones[BLACK]!(0.25)).toBe(0.25);
  });

  it('follow a curve in straight lines, level beyond its ends, of its ink alone', () => {
    const curves = [
      {
        ink: 'Magenta',
        points: [
          [0.2, 0.1],
          [0.6, 0.5],
          [0.8, 0.55],
        ],
      },
    ];
    const tones = tonesOf(wish({ curves }));
    expect([0, 0.2, 0.4, 0.6, 0.7, 1].map((t) => Number(tones[MAGENTA]!(t).toFixed(6)))).toEqual([
      0.1, 0.1, 0.3, 0.5, 0.525, 0.55,
    ]);
    expect(tones[CYAN]!(0.4)).toBe(0.4);
  });

  it('never turn back, and leave paper and full ink what they are', () => {
    const percent = fc.integer({ min: -100, max: 100 });
    fc.assert(
      fc.property(
        percent,
        percent,
        percent,
        fc.double({ min: 0, max: 0.99, noNaN: true }),
        (lighter, contrast, warmth, t) => {
          for (const tone of tonesOf(wish({ lighter, contrast, warmth }))) {
            expect(tone(0)).toBeCloseTo(0, 12);
            expect(tone(1)).toBeCloseTo(1, 12);
            expect(tone(t + 0.01)).toBeGreaterThanOrEqual(tone(t) - 1e-12);
          }
        },
      ),
    );
  });

  it.each([
    [{ lighter: 101 }],
    [
      {
        curves: [
          {
            ink: 'Gold',
            points: [
              [0, 0],
              [1, 1],
            ],
          },
        ],
      },
    ],
    [{ curves: [{ ink: 'Cyan', points: [[0, 0]] }] }],
    [
      {
        curves: [
          {
            ink: 'Cyan',
            points: [
              [0, 0],
              [0, 1],
            ],
          },
        ],
      },
    ],
    [
      {
        curves: [
          {
            ink: 'Cyan',
            points: [
              [0, 0],
              [1, 1.1],
            ],
          },
        ],
      },
    ],
    [
      {
        curves: Array(2).fill({
          ink: 'Cyan',
          points: [
            [0, 0],
            [1, 1],
          ],
        }),
      },
    ],
  ])('are not %j', (of) => {
    expect(ToneWish.safeParse(of).success).toBe(false);
  });
});
