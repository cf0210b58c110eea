import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply } from '../core';
import { mediaBox, pageFacts, pageToUpright, type RawPage } from './geometry';

const raw = (change: Partial<RawPage> = {}): RawPage => ({
  media: [0, 0, 200, 100],
  crop: null,
  bleed: null,
  trim: null,
  rotate: 0,
  userUnit: 1,
  ...change,
});
const mm = (pt: number): number => (pt * 25.4) / 72;

describe('pages seen upright', () => {
  // the page's own lower left corner, and where it is seen in points from the lower left of the upright page
  it.each([
    [0, 0, 0],
    [90, 0, 200],
    [180, 200, 100],
    [270, 100, 0],
    [-90, 100, 0],
    [450, 0, 200],
  ])('turned by %d degrees clockwise, the corner is at %d, %d', (rotate, x, y) => {
    const [ux, uy] = apply(pageToUpright(raw({ rotate })), 0, 0);
    expect(ux).toBeCloseTo(mm(x), 9);
    expect(uy).toBeCloseTo(mm(y), 9);
  });

  it('puts every corner inside the upright media box, whatever its origin', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3 }),
        fc.integer({ min: -500, max: 500 }),
        fc.integer({ min: -500, max: 500 }),
        fc.integer({ min: 10, max: 900 }),
        fc.integer({ min: 10, max: 900 }),
        fc.constantFrom(1, 2, 0.5),
        (q, x, y, w, h, userUnit) => {
          const page = raw({ media: [x, y, x + w, y + h], rotate: 90 * q, userUnit });
          const { media } = pageFacts(page);
          expect(media.width).toBeCloseTo(mm((q % 2 ? h : w) * userUnit), 6);
          const corners = [
            [x, y],
            [x + w, y],
            [x, y + h],
            [x + w, y + h],
          ].map(([px, py]) => apply(pageToUpright(page), px!, py!));
          expect(Math.min(...corners.map((c) => c[0]))).toBeCloseTo(0, 6);
          expect(Math.max(...corners.map((c) => c[1]))).toBeCloseTo(media.height, 6);
        },
      ),
    );
  });
});

describe('boxes', () => {
  it('has its corners put in order, and a size where it has none', () => {
    expect(mediaBox(raw({ media: [200, 100, 0, 0] }))).toEqual({ x: 0, y: 0, width: 200, height: 100 });
    for (const media of [null, [0, 0, 0, 50], [1, 2], [0, 0, NaN, 10]])
      expect(mediaBox(raw({ media })).width).toBe(612);
  });

  it('measures trim and bleed from the media box’s corner, upright', () => {
    const facts = pageFacts(
      raw({ media: [10, 20, 210, 120], trim: [30, 30, 190, 110], bleed: [20, 25, 200, 115], rotate: 90 }),
    );
    // turned clockwise, the left edge is on top and the lower edge at the left
    expect(facts.trim.x).toBeCloseTo(mm(10), 9);
    expect(facts.trim.y).toBeCloseTo(mm(20), 9);
    expect(facts.trim.width).toBeCloseTo(mm(80), 9);
    expect(facts.bleed.x).toBeCloseTo(mm(5), 9);
    expect(facts.hasTrim).toBe(true);
  });

  it('gives way outwards: no trim is the crop box, none inside the media box is none', () => {
    const cropped = pageFacts(raw({ crop: [50, 0, 150, 100] }));
    expect(cropped.trim.width).toBeCloseTo(mm(100), 9);
    expect(cropped.hasTrim).toBe(false);
    expect(pageFacts(raw({ trim: [500, 500, 600, 600] })).hasTrim).toBe(false);
    // a bleed box smaller than the trim is none
    expect(pageFacts(raw({ trim: [10, 10, 190, 90], bleed: [50, 50, 60, 60] })).bleed.width).toBeCloseTo(mm(180), 9);
    // boxes that stick out are cut to the media box (ISO 32000-1, 14.11.2.1)
    expect(pageFacts(raw({ trim: [-50, -50, 100, 50] })).trim.width).toBeCloseTo(mm(100), 9);
  });
});
