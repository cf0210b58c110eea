import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { patched } from '../docket';
import { divided, lapsOf, type EdgeWish } from '../makeup';
import { plan } from '../sheet';
import { artworkOf, posterDocketFor, SHOP } from '../testing';
import { asLargeAs, blurred, busyness, madeAs, newDocket, overlapSteps, quietJoints, sizePatch } from '.';

const A1 = { width: 594, height: 841 };
const artwork = artworkOf(1, A1);
const docket = patched(posterDocketFor(artwork), { sheet: { stock: SHOP.stocks[2]! }, product: { bleed: 0 } });

describe('posters as large as sheets give', () => {
  it('are the largest of their shape that so many hold', () => {
    // one sheet: 296 × 426 hung upright; 296 ÷ 594 = 0.4983 wide, 426 ÷ 841 = 0.5065 high: 296 × 419.08
    expect(asLargeAs(docket, A1, 1)).toEqual({ width: 296, height: 419 });
    // four: 2 × 2 upright 572 × 832: 572 wide, 0.963 of A1
    expect(asLargeAs(docket, A1, 4)).toEqual({ width: 572, height: 809 });
    // six: 2 × 3 level, (2 × 426 − 20) × (3 × 296 − 40) = 832 × 848; 3 × 2 upright 848 × 832: 0.9893 of its height
    expect(asLargeAs(docket, A1, 6)).toEqual({ width: 598, height: 848 });
    // seven: no better way than six
    expect(asLargeAs(docket, A1, 7)).toEqual({ width: 598, height: 848 });
    // an overlap larger than a sheet leaves one
    expect(asLargeAs(patched(docket, { product: { overlap: 500 } }), A1, 7)).toEqual({ width: 296, height: 419 });
  });

  it('take just so many sheets', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: -10, max: 60 }),
        fc.record({ width: fc.integer({ min: 100, max: 900 }), height: fc.integer({ min: 100, max: 900 }) }),
        (sheets, overlap, shape) => {
          const wish = patched(docket, { product: { overlap } });
          const finished = asLargeAs(wish, shape, sheets);
          if (!finished) return;
          const it = plan(patched(wish, { product: { finished } }), artwork);
          expect(it.sheets.length).toBeLessThanOrEqual(sheets);
          expect(it.sheets.lays.every((l) => l.fits)).toBe(true);
        },
      ),
    );
  });

  it('of artwork no larger than a sheet a poster is as large as four give; back it has its own size again', () => {
    const leaf = artworkOf(1, { width: 210, height: 297 });
    const flat = newDocket('x', { name: 'x' }, leaf, SHOP, '2026-01-02', 'flat');
    const patch = madeAs(flat, leaf, SHOP, 'poster');
    const poster = patched(flat, patch);
    expect(poster.artwork.fit).toBe('fill');
    expect(plan(poster, leaf).sheets.length).toBe(4);
    const back = patched(poster, madeAs(poster, leaf, SHOP, 'flat'));
    expect([back.product.finished, back.artwork.fit]).toEqual([{ width: 210, height: 297 }, 'centre']);
  });

  it('of another size keep their joints where they are in the picture', () => {
    const moved = patched(docket, { product: { across: [300], down: [200, 500] } });
    expect(sizePatch(moved, artwork, { width: 1188, height: 1682 })).toEqual({
      product: { finished: { width: 1188, height: 1682 }, across: [600], down: [400, 1000] },
    });
  });
});

describe('panels by overlap', () => {
  it('of each number the most that they can overlap by, as long as it is more', () => {
    // level 2 × 3: 23.5 down; upright 3 × 2: (3 × 296 − 594) ÷ 2 = 147, 2 × 426 − 841 = 11; 2 × 4: (4 × 296 − 841) ÷ 3 = 114
    expect(overlapSteps(docket).slice(0, 3)).toEqual([
      { panels: 6, overlap: 23 },
      { panels: 8, overlap: 114 },
      { panels: 9, overlap: 147 },
    ]);
    for (const { panels, overlap } of overlapSteps(docket).slice(0, 3)) {
      expect(plan(patched(docket, { product: { overlap } }), artwork).sheets.length).toBe(panels);
      expect(plan(patched(docket, { product: { overlap: overlap + 1 } }), artwork).sheets.length).not.toBe(panels);
    }
  });
});

describe('quiet joints', () => {
  const edge = (wish: Partial<EdgeWish> = {}): EdgeWish => ({
    length: 600,
    room: 300,
    outer: 0,
    overlap: 20,
    laps: lapsOf({ overlap: 20, lap: 'under' }, true),
    count: 3,
    at: null,
    ...wish,
  });

  it('a line is as busy as the picture changes along it', () => {
    // four columns of two rows: the third is another grey
    const grey = new Uint8Array([10, 10, 60, 60, 10, 10, 60, 60]);
    expect([...busyness(grey, { width: 4, height: 2 }, 'across')]).toEqual([0, 50, 0, 0]);
    expect([...busyness(grey, { width: 4, height: 2 }, 'down')].map((v) => v.toFixed(3))).toEqual(['16.667', '0.000']);
    expect([...blurred(new Float64Array([0, 0, 9, 0, 0]), 1)]).toEqual([0, 3, 3, 3, 0]);
  });

  it('lie where the picture is quiet, as near to even as that is', () => {
    const cost = new Float64Array(600).fill(10);
    cost.fill(0, 150, 160);
    cost.fill(0, 395, 420);
    const quiet = quietJoints(edge(), cost)!;
    // even joints of 3 × 213.3 are seen at 193.3 and 386.7
    expect(quiet.at).toEqual([159, 395]);
    expect([quiet.before, quiet.busy]).toEqual([20, 0]);
  });

  it('leave no panel a strip: three tenths of an even one are seen at least', () => {
    const cost = new Float64Array(600).fill(10);
    cost.fill(0, 20, 70);
    // 600 ÷ 3 × 0.3 = 60; what is quiet before that is of no use
    expect(quietJoints(edge({ room: 600 }), cost)!.at[0]).toBe(69);
    cost.fill(10, 60, 70);
    expect(quietJoints(edge({ room: 600 }), cost)!.at[0]).toBe(193);
  });

  it('go no further than the panels fit', () => {
    const cost = new Float64Array(600).fill(10);
    cost.fill(0, 60, 70);
    // the first could end at 60, but then the second would be longer than its sheet
    expect(quietJoints(edge({ count: 2, room: 320 }), cost)!.at[0]).toBeGreaterThanOrEqual(280);
    expect(quietJoints(edge({ count: 1, room: 600 }), cost)).toBeNull();
  });

  it('are never busier than those that they take the place of, and every panel fits', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 300, maxLength: 300 }),
        fc.integer({ min: 2, max: 5 }),
        fc.constantFrom('under' as const, 'both' as const),
        fc.boolean(),
        (values, count, lap, later) => {
          const wish = edge({ count, room: 640 / count + 60, laps: lapsOf({ overlap: 20, lap }, later) });
          const quiet = quietJoints(wish, Float64Array.from(values))!;
          // what is pulled to even places may cost a little: 2 % of the busiest for as far as a panel is long
          expect(quiet.busy).toBeLessThanOrEqual(quiet.before + 0.02 * 255 * count);
          const at = divided({ ...wish, at: quiet.at });
          expect(at.fits.every(Boolean)).toBe(true);
          expect(at.seen.map((s) => s.from).slice(1)).toEqual(quiet.at);
        },
      ),
      { numRuns: 200 },
    );
  });
});
