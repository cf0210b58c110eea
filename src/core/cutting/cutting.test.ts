import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { patched, type Docket, type Patch } from '../docket';
import { layOf, layingOf } from '../lay';
import { makeUp } from '../makeup';
import { rect, type Rect } from '../measure';
import { artworkOf, docketFor, SHOP } from '../testing';
import { cutFrom, cutsOf, isCuttable, type CutProgram, type Cuts } from '.';
import { provenBy } from './follow';
import { cutProgram, LAY_EDGES } from './program';
import { named, someLayout } from './testing-layouts';
import { cutInDots, cuttable, gridOf as grid } from './testing-raster';

const SHEET = rect(0, 0, 450, 320);
const program = (pieces: readonly Rect[], sheet = SHEET, clamp: number | null = null): CutProgram =>
  cuttable(cutProgram({ rect: sheet, pieces }, LAY_EDGES, clamp));

describe('a cut program', () => {
  it('of columns × rows without gaps takes 4 trims + (columns − 1) + (rows − 1)', () => {
    for (const [c, r] of [
      [1, 1],
      [2, 1],
      [3, 4],
      [5, 5],
    ] as const)
      expect(program(grid(c, r, 70, 50)).cuts).toHaveLength(4 + (c - 1) + (r - 1));
  });

  it('doubles its cuts where there are gaps', () => {
    // 3 columns with two gaps: 2 + 2 × 2; 2 rows with one gap: 2 + 2
    expect(program(grid(3, 2, 70, 50, 6)).cuts).toHaveLength(2 + 4 + 2 + 2);
  });

  it('needs no cut at an edge that is the sheet’s own', () => {
    expect(program(grid(2, 2, 225, 160, 0, 0, 0)).cuts).toHaveLength(2);
    expect(program([SHEET]).cuts).toEqual([]);
  });

  it('of 21 cards: squared to the side lay, the far edge off, round to the clean edge; then the strips alike', () => {
    // 7 × 3 of 55 × 85: 30 of waste on the left, 35 on the right; 35 below, 30 above
    const it = program(grid(7, 3, 55, 85, 0, 30, 35));
    expect(it.stages.map((s) => s.piles.length)).toEqual([1, 7]);
    expect(it.stages[0]!.cuts.map((c) => [c.turns, c.at, c.measure, c.waste])).toEqual([
      [3, 415, 415, true],
      [2, 30, 385, true],
      [0, 85, 330, false],
      [0, 140, 275, false],
      [0, 195, 220, false],
      [0, 250, 165, false],
      [0, 305, 110, false],
      [0, 360, 55, false],
    ]);
    expect(it.stages[1]!.cuts.map((c) => [c.turns, c.at, c.measure, c.waste])).toEqual([
      [1, 290, 290, true],
      [2, 35, 255, true],
      [0, 120, 170, false],
      [0, 205, 85, false],
    ]);
    expect([it.turned, it.moves]).toEqual([3, 12]);
  });

  it('of tickets with gaps: what falls between them is waste', () => {
    // 2 × 2 of 150 × 100 with 10 between, from (20, 20) on
    const it = program(grid(2, 2, 150, 100, 10, 20, 20));
    expect(it.cuts.map((c) => [c.at, c.measure, c.waste])).toEqual([
      [330, 330, true],
      [20, 310, true],
      [170, 160, false],
      [180, 150, true],
      [230, 230, true],
      [20, 210, true],
      [120, 110, false],
      [130, 100, true],
    ]);
  });

  it('leaves waste that the clamp holds behind the knife, and is turned less often', () => {
    const pieces = grid(7, 3, 55, 85, 0, 30, 35);
    const it = program(pieces, SHEET, 28);
    expect([it.turned, it.cuts.length]).toEqual([1, 12]);
    expect(it.cuts.slice(0, 8).map((c) => c.measure)).toEqual([415, 360, 305, 250, 195, 140, 85, 30]);
    // 30 are not 31, and nothing narrower than 25 is held
    expect(program(pieces, SHEET, 31).turned).toBe(2);
    expect(program(grid(7, 3, 55, 85, 0, 25, 35), SHEET, 0).turned).toBe(1);
    expect(program(grid(7, 3, 55, 85, 0, 24.9, 35), SHEET, 0).turned).toBe(2);
  });

  it('measures from an edge that is neither cut nor lay only where it cannot be helped', () => {
    // waste on the left alone: the first cut is measured from the side lay, 240; what is left lies at its clean edge
    const it = program([rect(40, 0, 200, 320), rect(240, 0, 210, 320)]);
    expect(it.cuts.map((c) => [c.turns, c.at, c.measure])).toEqual([
      [3, 240, 240],
      [2, 40, 200],
    ]);
  });

  it('of two blocks in two directions takes eleven cuts', () => {
    // 2 × 2 of 90 × 60 and three of 60 × 90 beside: cut above and below all, then between columns, 70 and 100 up
    const pieces = [...grid(2, 2, 90, 60), ...grid(3, 1, 60, 90, 0, 200, 10)];
    const it = program(pieces, rect(0, 0, 400, 140));
    expect([it.cuts.length, it.turned]).toEqual([11, 5]);
  });

  it('says of a pinwheel that no straight cut divides it', () => {
    const wheel = [rect(0, 0, 200, 100), rect(200, 0, 100, 200), rect(100, 200, 200, 100), rect(0, 100, 100, 200)];
    const it = cutProgram({ rect: rect(0, 0, 300, 300), pieces: [...wheel, rect(100, 100, 100, 100)] });
    expect(isCuttable(it)).toBe(false);
  });

  it('knows strips that are alike in any inches: 64ths, in the middle of a sheet', () => {
    const inch = 25.4;
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 200 }),
        fc.integer({ min: 40, max: 150 }),
        fc.integer({ min: 0, max: 31 }),
        fc.integer({ min: 2, max: 5 }),
        fc.integer({ min: 2, max: 4 }),
        (w64, h64, gap64, columns, rows) => {
          const [w, h, gap] = [(w64 * inch) / 64, (h64 * inch) / 64, (gap64 * inch) / 64];
          const sheet = rect(0, 0, 19 * inch, 13 * inch);
          const wide = columns * w + (columns - 1) * gap;
          const tall = rows * h + (rows - 1) * gap;
          const it = program(
            grid(columns, rows, w, h, gap, (sheet.width - wide) / 2, (sheet.height - tall) / 2),
            sheet,
          );
          const between = gap64 > 0 ? 2 : 1;
          expect(it.cuts).toHaveLength(4 + between * (columns - 1 + rows - 1));
          expect(it.turned).toBe(3);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('of a thousand labels is found as it is of ten', () => {
    const it = program(grid(40, 25, 10, 12, 0, 20, 10));
    expect([it.cuts.length, it.turned]).toEqual([4 + 39 + 24, 3]);
  });
});

describe('a program worked through', () => {
  it('gives every piece of any layout back, cut in dots by its turns and measures alone', () => {
    fc.assert(
      fc.property(someLayout(12, 14), fc.constantFrom(null, 0, 20), ({ pieces, sheet }, clamp) => {
        const it = program(pieces, sheet, clamp);
        const out = cutInDots(it, sheet.width, sheet.height, 1).map(named).sort();
        for (const p of pieces) expect(out.filter((r) => r === named(p))).toHaveLength(1);
        // it cuts what the application says that it cuts
        expect(cutFrom(it, sheet).map(named).sort()).toEqual(out);
        expect(provenBy(it, sheet, pieces)).toBeNull();
        // no cut that could be left out: never more than one for every edge of every piece
        expect(it.cuts.length).toBeLessThanOrEqual(4 * pieces.length);
      }),
      { numRuns: 200 },
    );
  });

  it('is found out where a measure is wrong, a turn is missing, or a piece is another', () => {
    const pieces = grid(3, 2, 70, 50);
    const right = program(pieces);
    const wrong = (
      change: (c: CutProgram['cuts'][number], stage: number, i: number) => Partial<typeof c>,
    ): string | null =>
      provenBy(
        {
          ...right,
          stages: right.stages.map((s, k) => ({ ...s, cuts: s.cuts.map((c, i) => ({ ...c, ...change(c, k, i) })) })),
        },
        SHEET,
        pieces,
      );
    expect(wrong(() => ({}))).toBeNull();
    expect(wrong((c, k, i) => (k === 1 && i === 2 ? { measure: c.measure + 0.01 } : {}))).toMatch(/at its size/);
    expect(wrong((_, k, i) => (k === 0 && i === 1 ? { turns: 0 } : {}))).not.toBeNull();
    expect(wrong((_, k, i) => (k === 0 && i === 0 ? { measure: 451 } : {}))).toMatch(
      /450.000 mm deep is not cut 451.000/,
    );
    expect(provenBy(right, SHEET, [...pieces, rect(0, 0, 5, 5)])).toMatch(/at its size/);
  });
});

describe('the cuts of a lay', () => {
  const cuts = (...patches: Patch[]): Cuts => {
    const artwork = artworkOf(8);
    const docket = patches.reduce<Docket>(
      (d, p) => patched(d, p),
      patched(docketFor(artwork), { sheet: { stock: SHOP.stocks[2]! } }),
    );
    const [gang] = makeUp(docket, artwork, layingOf).gangs;
    return cutsOf(layOf(gang!.shape, gang!.sheet));
  };
  const count = (c: Cuts): number => cuttable(c.programOn(null)).cuts.length;
  const WIRE: Patch = { product: { binding: { kind: 'loose-leaf', by: 'wire', clearance: 8, order: 'repeat' } } };

  it('one booklet is not cut flat; two are cut apart once, and trimmed when they are stitched', () => {
    expect(count(cuts({ sheet: { up: 'one' } }))).toBe(0);
    expect(count(cuts({ sheet: { up: 2 } }))).toBe(1);
  });

  it('leaves for wire are cut out at their trims, twice between where each has its bleed', () => {
    // 154 × 216 into 442 × 312: two across, 450 − 2 × 154 = 142 left over; one up: 4 trims and 2 between
    expect(count(cuts(WIRE, { sheet: { up: 2 } }))).toBe(6);
    expect(count(cuts(WIRE, { sheet: { up: 'one' } }))).toBe(4);
  });

  it('one form for both sides is cut in its middle as well', () => {
    expect(
      count(cuts({ sheet: { up: 'one', work: 'work-and-turn', stock: { ...SHOP.stocks[2]!, width: 700 } } })),
    ).toBe(1);
  });

  it('where a knife goes in the end is known whether it is cut flat or bound', () => {
    const { lines } = cuts({ sheet: { up: 'one' } });
    // the spread of 296 × 210 in the middle of 450 × 320
    expect([...new Set(lines.upright)].sort((a, b) => a - b)).toEqual([77, 373]);
    expect([...new Set(lines.level)].sort((a, b) => a - b)).toEqual([55, 265]);
  });
});
