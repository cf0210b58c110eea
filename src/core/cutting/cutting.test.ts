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

/** Divides a rectangle at random by straight cuts, in whole millimetres. */
function divided(r: Rect, picks: number[], least: number): Rect[] {
  const pick = picks.shift();
  if (pick === undefined || r.width < 2 * least || r.height < 2 * least || pick % 5 === 0) return [r];
  const upright = pick % 2 === 0;
  const share = 0.3 + ((pick >> 3) % 40) / 100;
  const [w, h] = [Math.round(r.width * share), Math.round(r.height * share)];
  const first = upright ? rect(r.x, r.y, w, r.height) : rect(r.x, r.y, r.width, h);
  const rest = upright ? rect(r.x + w, r.y, r.width - w, r.height) : rect(r.x, r.y + h, r.width, r.height - h);
  return [...divided(first, picks, least), ...divided(rest, picks, least)];
}
const someLayout = (least: number, most: number): fc.Arbitrary<{ pieces: Rect[]; sheet: Rect }> =>
  fc
    .record({
      picks: fc.array(fc.nat(100_000), { maxLength: most }),
      gap: fc.constantFrom(0, 0, 1, 3),
      edges: fc.record({ left: fc.nat(40), right: fc.nat(40), bottom: fc.nat(40), top: fc.nat(40) }),
    })
    .map(({ picks, gap, edges }) => ({
      sheet: rect(0, 0, edges.left + 200 + edges.right, edges.bottom + 140 + edges.top),
      pieces: divided(rect(edges.left, edges.bottom, 200, 140), [...picks], least).map((r) =>
        rect(r.x + gap, r.y + gap, r.width - 2 * gap, r.height - 2 * gap),
      ),
    }));

const named = ({ x, y, width, height }: Rect): string => [x, y, width, height].map((v) => Math.round(v)).join(' ');

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

/**
 * What the cheapest program takes, by trying every choice of lines in every pile: cuts of pieces that look alike once.
 * [measures from unsound edges, turns, cuts], the weightiest first.
 */
function cheapest(r: Rect, pieces: readonly Rect[], sound: string, cut: 'x' | 'y' | null): number[] | null {
  if (pieces.length === 1 && named(pieces[0]!) === named(r)) return [0, 0, 0];
  let best: number[] | null = null;
  for (const d of ['x', 'y'] as const) {
    if (d === cut) continue;
    const deep = d === 'x' ? 'width' : 'height';
    const [lowEnd, highEnd] = d === 'x' ? ['l', 'r'] : ['b', 't'];
    const lines = [...new Set(pieces.flatMap((p) => [p[d], p[d] + p[deep]]))]
      .filter((v) => v > r[d] && v < r[d] + r[deep])
      .filter((v) => pieces.every((p) => p[d] >= v || p[d] + p[deep] <= v))
      .sort((a, b) => a - b);
    for (let bits = 1; bits < 2 ** lines.length; bits++) {
      const at = lines.filter((_, i) => bits & (1 << i));
      const bounds = [r[d], ...at, r[d] + r[deep]];
      const inside = bounds.slice(1).map((to, i) => pieces.filter((p) => p[d] >= bounds[i]! && p[d] + p[deep] <= to));
      const whole = (end: string): boolean => sound.includes(end!);
      const own: number[][] = [];
      for (const from of ['low', 'high'])
        for (let before = 1; before <= at.length; before++) {
          const behind = from === 'low' ? inside.slice(0, at.length - before + 1) : inside.slice(before);
          // the last cut before the turn, and the last of all, must have more than waste behind them
          const [near, clean] = from === 'low' ? [behind[0]!, behind.at(-1)!] : [behind.at(-1)!, behind[0]!];
          const round = before < at.length;
          const held = round ? behind.some((b) => b.length > 0) && clean.length > 0 : near.length > 0;
          if (held) own.push([whole(from === 'low' ? lowEnd! : highEnd!) ? 0 : before, +round, at.length]);
        }
      const alike = new Map<string, { part: Rect; ps: Rect[]; ends: Set<string> }>();
      inside.forEach((ps, i) => {
        if (ps.length === 0) return;
        const part: Rect = { ...r, [d]: bounds[i]!, [deep]: bounds[i + 1]! - bounds[i]! };
        const ends = new Set(sound);
        if (i > 0) ends.add(lowEnd!);
        if (i < at.length) ends.add(highEnd!);
        const seen = ps.map((p) => named({ ...p, x: p.x - part.x, y: p.y - part.y })).sort();
        const like = [part.width, part.height, ...seen].join();
        const one = alike.get(like);
        // cut together, an edge is sound where it is on all of them
        if (one) one.ends = new Set([...one.ends].filter((e) => ends.has(e)));
        else alike.set(like, { part, ps, ends });
      });
      const children = [...alike.values()].map(({ part, ps, ends }) => cheapest(part, ps, [...ends].join(''), d));
      for (const o of own) {
        const all = children.reduce<number[] | null>((sum, c) => {
          if (!sum || !c) return null;
          return c[2] === 0 ? sum : sum.map((v, i) => v + c[i]! + (i === 1 ? 1 : 0));
        }, o);
        if (all && (!best || compare(all, best) < 0)) best = all;
      }
    }
  }
  return best;
}
const compare = (a: readonly number[], b: readonly number[]): number => a[0]! - b[0]! || a[1]! - b[1]! || a[2]! - b[2]!;

describe('the search', () => {
  it('finds what trying everything finds', () => {
    fc.assert(
      fc.property(someLayout(40, 6), ({ pieces, sheet }) => {
        fc.pre(pieces.length <= 6);
        const it = program(pieces, sheet);
        expect([it.turned, it.cuts.length]).toEqual(cheapest(sheet, pieces, 'lb', null)!.slice(1));
      }),
      { numRuns: 60 },
    );
  });

  it('and of grids, with waste at some edges or at none', () => {
    for (const [c, r, gap, x, y] of [
      [3, 2, 0, 10, 10],
      [2, 2, 4, 10, 0],
      [4, 1, 0, 0, 12],
      [2, 3, 0, 0, 0],
    ] as const) {
      const pieces = grid(c, r, 30, 20, gap, x, y);
      const sheet = rect(0, 0, 140, 90);
      const it = program(pieces, sheet);
      expect([it.turned, it.cuts.length]).toEqual(cheapest(sheet, pieces, 'lb', null)!.slice(1));
    }
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
