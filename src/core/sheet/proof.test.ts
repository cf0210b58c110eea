import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkedPatch, ProofWish, type Docket } from '../docket';
import { contains, grow, rect, rectThrough } from '../measure';
import { artworkOf, docketFor, flatDocketFor, SHOP } from '../testing';
import { plan } from './plan';
import { proofOf, proofSaid } from './proof';

const FOUR = { left: 4, right: 4, top: 4, bottom: 4 };
const wish = (more: Partial<ProofWish>): ProofWish =>
  ProofWish.parse({ how: 'scaled', paper: { width: 210, height: 297 }, noPrint: FOUR, ...more });
const A3_BOOK = (): Docket => checkedPatch(docketFor(artworkOf(8)), { sheet: { stock: SHOP.stocks[1] } });
const pages = (docket: Docket, w: ProofWish, artwork = artworkOf(8)) => [...proofOf(plan(docket, artwork), w, 'Tides')];

describe('a proof on other paper', () => {
  it('is whole and made smaller, its factor said, the paper turned where it is larger so', () => {
    const [first, ...others] = pages(A3_BOOK(), wish({}));
    // 420 × 297 on A4 across: 289 of 297 wide, 197 of 210 high without the strip for words: 289 / 420 = 0.688 and
    // 197 / 297 = 0.663
    expect(first!.paper).toEqual({ width: 297, height: 210 });
    expect(first!.placed.map((p) => [p.page, p.at[0]])).toEqual([[1, 0.663]]);
    expect(first!.words).toBe('Proof, not for print · Tides · sheet 1, front · 66.3 %');
    expect(others.map((p) => p.placed[0]!.page)).toEqual([2, 3, 4].slice(0, others.length));
  });

  it('is no larger than it is', () => {
    const small = checkedPatch(docketFor(artworkOf(8)), { sheet: { stock: SHOP.stocks[0] } });
    expect(pages(small, wish({ paper: { width: 420, height: 594 } }))[0]!.placed[0]!.at.slice(0, 4)).toEqual([
      1, 0, 0, 1,
    ]);
  });

  it('has front and back beside each other, or one above the other', () => {
    const across = pages(A3_BOOK(), wish({ together: true, paper: { width: 900, height: 300 } }))[0]!;
    expect(across.placed.map((p) => p.page)).toEqual([1, 2]);
    expect(across.placed[0]!.at[5]).toBeCloseTo(across.placed[1]!.at[5], 6);
    expect(across.words).toContain('sheet 1, front and back');
    const upright = pages(A3_BOOK(), wish({ together: true }))[0]!;
    // two of 420 × 297 above each other, 6 mm between: 600 high on 284 of the paper, 420 wide on 202
    expect(upright.placed[0]!.at[0]).toBe(Math.floor(Math.min(284 / 600, 202 / 420) * 1000) / 1000);
    expect(upright.paper).toEqual({ width: 210, height: 297 });
    expect(upright.placed[0]!.at[4]).toBeCloseTo(upright.placed[1]!.at[4], 6);
  });

  it('shows its middle at its own size where it is cropped', () => {
    const [first] = pages(A3_BOOK(), wish({ how: 'cropped' }));
    expect(first!.words).toMatch(/cropped, 100 %$/);
    const [p] = first!.placed;
    expect(p!.at[0]).toBe(1);
    // upright there is more to be seen, 202 × 284 of it: 109 of 420 are cut off on either side
    expect(p!.clip.x - p!.at[4]).toBeCloseTo(109, 6);
    expect(p!.clip.width).toBeCloseTo(202, 6);
  });

  it('is as many panels as it takes, each of its own name', () => {
    const all = pages(A3_BOOK(), wish({ how: 'panels', overlap: 10 }));
    // upright 202 × 284: (420 − 10) / 192 → 3 across, (297 − 10) / 274 → 2 down; across 289 × 197: 2 and 2
    expect(all.slice(0, 4).map((p) => /panel (\w\d) of (\d)/.exec(p.words)!.slice(1))).toEqual([
      ['A1', '4'],
      ['A2', '4'],
      ['B1', '4'],
      ['B2', '4'],
    ]);
    expect(proofSaid(plan(A3_BOOK(), artworkOf(8)), wish({ how: 'panels' }))).toEqual({ pages: all.length, factor: 1 });
  });

  it('leaves out backs that nothing is printed on', () => {
    const artwork = artworkOf(3, { width: 90, height: 50 });
    const cards = checkedPatch(flatDocketFor(artwork), { product: { sides: 'one', order: { kind: 'repeat' } } });
    expect(pages(cards, wish({}), artwork).map((p) => p.placed[0]!.page)).toEqual([1, 2, 3]);
  });

  it('says no paper that nothing could be proofed on', () => {
    expect(
      ProofWish.safeParse({ ...wish({}), noPrint: { ...FOUR, left: 50, right: 50 }, paper: { width: 60, height: 300 } })
        .success,
    ).toBe(false);
  });

  it('is counted no further than it may have pages', () => {
    const large = checkedPatch(docketFor(artworkOf(8)), {
      sheet: {
        stock: { ...SHOP.stocks[1]!, width: 3000, height: 4000 },
        machine: { largest: { width: 5000, height: 5000 } },
      },
    });
    const tiny = wish({ how: 'panels', overlap: 40, paper: { width: 50, height: 60 } });
    expect(proofSaid(plan(large, artworkOf(8)), tiny).pages).toBe(20_001);
  });

  it('shows in panels all of a sheet, and nothing off the printed paper', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 500 }),
        fc.integer({ min: 100, max: 500 }),
        fc.integer({ min: 0, max: 40 }),
        fc.boolean(),
        (width, height, overlap, together) => {
          const w = wish({ how: 'panels', overlap, together, paper: { width, height } });
          const planned = plan(A3_BOOK(), artworkOf(8));
          const seen = new Map<number, { x: number; y: number; right: number; top: number }[]>();
          for (const p of proofOf(planned, w, '')) {
            const printed = rect(4, 4, p.paper.width - 8, p.paper.height - 8);
            for (const { page, at, clip } of p.placed) {
              expect(contains(grow(printed, 1e-6), clip)).toBe(true);
              // what of the imposed page shows
              const back = rectThrough([1, 0, 0, 1, -at[4], -at[5]], clip);
              seen.set(page, [
                ...(seen.get(page) ?? []),
                { x: back.x, y: back.y, right: back.x + back.width, top: back.y + back.height },
              ]);
            }
          }
          const { paper } = planned.sheets.main.lay;
          for (const parts of seen.values())
            for (let i = 0; i < 40; i++) {
              const [x, y] = [(((i * 7) % 40) / 39) * paper.width, (i / 39) * paper.height];
              expect(
                parts.some((r) => x >= r.x - 1e-6 && x <= r.right + 1e-6 && y >= r.y - 1e-6 && y <= r.top + 1e-6),
              ).toBe(true);
            }
        },
      ),
      { numRuns: 60 },
    );
  });
});
