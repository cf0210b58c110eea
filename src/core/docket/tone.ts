import * as z from 'zod';
import { PROCESS } from './inks';

/** How much of a process ink is printed for how much of it that artwork wants. */

const share = z.number().min(0).max(1);
const percent = z.number().min(-100).max(100);

export const ToneCurve = z
  .strictObject({
    ink: z.enum(PROCESS),
    points: z
      .array(z.tuple([share, share]))
      .min(2)
      .max(24)
      .refine((points) => points.every(([x], i) => i === 0 || x > points[i - 1]![0]), 'do not go on from left to right')
      .describe('What is printed for what is wanted, 0 to 1, in a straight line from point to point'),
  })
  .meta({ id: 'ToneCurve' });
export type ToneCurve = z.infer<typeof ToneCurve>;

export const ToneWish = z
  .strictObject({
    lighter: percent.default(0).describe('Per cent that middle tones are made lighter; darker below 0'),
    contrast: percent.default(0).describe('Per cent that dark and light are moved apart; together below 0'),
    warmth: percent.default(0).describe('Per cent towards yellow and red; towards blue below 0'),
    curves: z
      .array(ToneCurve)
      .max(PROCESS.length)
      .refine((curves) => new Set(curves.map((c) => c.ink)).size === curves.length, 'name an ink twice')
      .default([])
      .describe('A curve of its own for an ink, after all else'),
  })
  .meta({ id: 'ToneWish' });
export type ToneWish = z.infer<typeof ToneWish>;

/** Of one of the process inks, in the order of {@link PROCESS}: what is printed for what is wanted. */
export type Tone = (of: number) => number;

/** How many times an exponent of tones goes by 2 at 100 per cent; warmth moves yellow and cyan by less, magenta least. */
const LIGHTER = 1;
const WARMER: Readonly<Record<(typeof PROCESS)[number], number>> = { Cyan: 0.5, Magenta: -0.2, Yellow: -0.5, Black: 0 };

/** Whether anything is another than it was. */
export const toned = ({ lighter, contrast, warmth, curves }: ToneWish): boolean =>
  lighter !== 0 || contrast !== 0 || warmth !== 0 || curves.some((c) => c.points.some(([x, y]) => x !== y));

/**
 * The tones of the four process inks. None and full stay what they are, curves apart: paper stays paper, black stays black.
 * Lighter raises tones to a power, t^(2^l); contrast takes from the lighter half what it gives the darker one by a sine,
 * t − c·sin(2πt)/2π, which never turns back.
 */
export function tonesOf({ lighter, contrast, warmth, curves }: ToneWish): readonly Tone[] {
  return PROCESS.map((ink): Tone => {
    const power = 2 ** (LIGHTER * (lighter / 100) + WARMER[ink] * (warmth / 100));
    const curve = curves.find((c) => c.ink === ink)?.points;
    return (of) => {
      const t = Math.min(1, Math.max(0, of)) ** power;
      const apart = t - ((contrast / 100) * Math.sin(2 * Math.PI * t)) / (2 * Math.PI);
      return curve ? along(curve, apart) : apart;
    };
  });
}

/** What a curve has at a place: level beyond its ends. */
function along(points: ToneCurve['points'], x: number): number {
  const after = points.findIndex(([at]) => at >= x);
  if (after === -1) return points.at(-1)![1];
  const [x1, y1] = points[after]!;
  if (after === 0) return y1;
  const [x0, y0] = points[after - 1]!;
  return y0 + ((x - x0) / (x1 - x0)) * (y1 - y0);
}
