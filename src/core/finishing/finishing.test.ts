import { describe, expect, it } from 'vitest';
import { patched } from '../docket';
import { plan, type Plan } from '../sheet';
import { artworkOf, docketFor, GUILLOTINE, SHOP } from '../testing';
import { cut } from './cut';
import { stitch } from './stitch';

const artwork = artworkOf(28);
const docket = patched(docketFor(artwork), { product: { copies: 400 }, sheet: { stock: SHOP.stocks[2]! } });
/** 28 pages A5 two up on SRA3, 450 × 320 mm of 0.11 mm: one pile of 1400 sheets, 154 mm, parted in its middle. */
const planned = plan(docket, artwork);

describe('cutting', () => {
  const lifts = (lift: number, copies = 400): number =>
    cut.amount(
      copies === 400 ? planned : plan(patched(docket, { product: { copies } }), artwork),
      copies,
      { ...GUILLOTINE, lift },
      [],
    ).count;

  it('takes as many lifts as the pile is high: 154 mm in lifts of 154, 80, 77, 40', () => {
    expect([154, 153.9, 80, 77, 76.9, 40].map((lift) => lifts(lift))).toEqual([1, 2, 2, 2, 3, 4]);
  });

  it('by the sheets that are wanted: 100 copies are 38.5 mm', () => expect(lifts(38.4, 100)).toBe(2));

  it('makes each cut of each lift', () => {
    const once = cut.amount(planned, 400, { ...GUILLOTINE, lift: 200 }, []).count;
    expect(lifts(77)).toBe(2 * once);
  });

  const refused = (change: Partial<typeof GUILLOTINE>, of: Plan = planned): string[] =>
    cut.limits(of, { ...GUILLOTINE, ...change }, 'mm', []).map((l) => l.id);

  it('wants room for the sheet and a strip that the clamp can hold: 225 mm behind the knife', () => {
    expect(refused({})).toEqual([]);
    expect(refused({ smallestStrip: 225 })).toEqual([]);
    expect(refused({ smallestStrip: 225.1 })).toEqual(['strip-too-small']);
    expect(refused({ largest: { width: 450, height: 320 } })).toEqual([]);
    expect(refused({ largest: { width: 320, height: 450 } })).toEqual([]);
    expect(refused({ largest: { width: 449, height: 320 } })).toEqual(['too-large-to-cut']);
    expect(refused({ largest: { width: 450, height: 319 } })).toEqual(['too-large-to-cut']);
  });
});

describe('folding and stitching', () => {
  const [stitcher] = SHOP.finishers.flatMap((f) => (f.kind === 'stitcher' ? [f] : []));
  const refused = (mostSheets: number): string[] =>
    stitch.limits(planned, { ...stitcher!, mostSheets }, 'mm', []).map((l) => l.id);

  it('takes as many sheets as the machine says, and not one more: this booklet has 7', () => {
    expect(refused(7)).toEqual([]);
    expect(refused(6)).toEqual(['too-thick']);
  });

  it('wants room for the booklet, upright, in both directions', () => {
    const large = (width: number, height: number): string[] =>
      stitch.limits(planned, { ...stitcher!, largest: { width, height } }, 'mm', []).map((l) => l.id);
    expect(large(148, 210)).toEqual([]);
    expect(large(148, 209)).toEqual(['too-large-to-stitch']);
    expect(large(147, 210)).toEqual(['too-large-to-stitch']);
  });

  it('counts booklets', () => expect(stitch.amount(planned, 400, stitcher!, []).count).toBe(400));
});
