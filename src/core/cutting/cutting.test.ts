import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { patched, type Docket, type Patch } from '../docket';
import { layOf } from '../lay';
import { makeUp } from '../makeup';
import { layingOf } from '../lay';
import { rect, type Rect } from '../measure';
import { artworkOf, docketFor, SHOP } from '../testing';
import { cutsOf, isCuttable, type Cuts, type CutProgram, type Division } from '.';
import { cutProgram } from './program';

/** Cuts a rectangle by a division, as a guillotine does: every line from edge to edge. What is left is what came out. */
function cutOut(d: Division): Rect[] {
  const { rect: r } = d.pile;
  const lines = [d.upright ? r.x : r.y, ...d.at, d.upright ? r.x + r.width : r.y + r.height];
  expect(lines).toEqual([...lines].sort((a, b) => a - b));
  expect(d.parts).toHaveLength(lines.length - 1);
  return d.parts.flatMap((part, i) => {
    const [from, to] = [lines[i]!, lines[i + 1]!];
    const piece = d.upright ? rect(from, r.y, to - from, r.height) : rect(r.x, from, r.width, to - from);
    return part ? cutOut(part) : [piece];
  });
}

const near = (a: Rect, b: Rect): boolean =>
  (['x', 'y', 'width', 'height'] as const).every((k) => Math.abs(a[k] - b[k]) < 1e-3);

/**
 * Works through a program by its measures alone: what lies between the gauge and the knife stays, what is beyond falls
 * off. The parts that fall must be those of the division, strips that look alike cut once.
 */
function byMeasures({ cuts, division }: CutProgram): void {
  let next = 0;
  let facing = 0;
  const alike = (d: Division): string =>
    [d.pile.rect.width, d.pile.rect.height, ...d.at.map((v) => v - (d.upright ? d.pile.rect.x : d.pile.rect.y))]
      .map((v) => v.toFixed(3))
      .join();
  const work = (d: Division): void => {
    const { rect: r } = d.pile;
    let [low, high] = d.upright ? [r.x, r.x + r.width] : [r.y, r.y + r.height];
    const bounds = [low, ...d.at, high];
    const fell: [number, number][] = [];
    for (let i = 0; i < d.at.length; i++) {
      const { at, measure, turns, upright } = cuts[next++]!;
      expect(upright).toBe(d.upright);
      facing = (facing + turns) % 4;
      // the low edge at the gauge, or the high one: the pile lies accordingly
      const fromLow = Math.abs(measure - (at - low)) < 1e-6 && facing === (d.upright ? 1 : 2);
      const fromHigh = Math.abs(measure - (high - at)) < 1e-6 && facing === (d.upright ? 3 : 0);
      expect([at, fromLow || fromHigh]).toEqual([at, true]);
      if (fromLow) {
        fell.push([at, high]);
        high = at;
      } else {
        fell.push([low, at]);
        low = at;
      }
    }
    const parts = [...fell, [low, high]].sort((x, y) => x[0]! - y[0]!);
    expect(parts.flat().map((v) => v.toFixed(6))).toEqual(
      bounds.slice(0, -1).flatMap((v, i) => [v.toFixed(6), bounds[i + 1]!.toFixed(6)]),
    );
    const done = new Set<string>();
    for (const part of d.parts) {
      if (!part || done.has(alike(part))) continue;
      done.add(alike(part));
      work(part);
    }
  };
  if (division) work(division);
  expect(next).toBe(cuts.length);
}

const SHEET = rect(0, 0, 450, 320);
/** Columns and rows of equal pieces from (x, y) on, with gaps between them. */
const grid = (columns: number, rows: number, w: number, h: number, gap = 0, x = 10, y = 10): Rect[] =>
  Array.from({ length: rows }, (_, r) =>
    Array.from({ length: columns }, (_c, c) => rect(x + c * (w + gap), y + r * (h + gap), w, h)),
  ).flat();
const program = (pieces: readonly Rect[], sheet = SHEET): CutProgram => {
  const it = cutProgram({ rect: sheet, pieces });
  if (!isCuttable(it)) throw new Error(it.notCuttable);
  return it;
};

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

  it('measures from the back gauge: the far edge first, waste by the gauge with the pile turned round', () => {
    // two pieces of 100 side by side from 20 on, as high as the sheet
    const pieces = [rect(20, 0, 100, 320), rect(120, 0, 100, 320)];
    const { cuts, turned } = program(pieces);
    // turned so that the right edge lies at the gauge: 450 − 20; then round, 100 + 100 and 100 from the new left edge
    expect(cuts.map((c) => [c.at, c.measure])).toEqual([
      [20, 430],
      [220, 200],
      [120, 100],
    ]);
    expect(turned).toBe(2);
  });

  it('cuts strips that look alike together', () => {
    // three strips of two: trims 4, between strips 2, then one cut for all three strips
    expect(program(grid(2, 3, 70, 50)).cuts).toHaveLength(7);
  });

  it('says of a pinwheel that no straight cut divides it', () => {
    const wheel = [rect(0, 0, 200, 100), rect(200, 0, 100, 200), rect(100, 200, 200, 100), rect(0, 100, 100, 200)];
    const it = cutProgram({ rect: rect(0, 0, 300, 300), pieces: [...wheel, rect(100, 100, 100, 100)] });
    expect(isCuttable(it)).toBe(false);
  });

  it('two blocks of unlike pieces, one beside the other, come out whole', () => {
    const pieces = [...grid(3, 4, 90, 55), ...grid(1, 2, 150, 100, 0, 280, 10)];
    const it = program(pieces);
    const out = cutOut(it.division!);
    for (const p of pieces) expect(out.some((r) => near(r, p))).toBe(true);
  });

  it('of any pieces that straight cuts made gives them back, at their size, by lines and by measures', () => {
    /** Divides a rectangle at random by straight cuts. */
    const divided = (r: Rect, picks: number[]): Rect[] => {
      const pick = picks.shift();
      if (pick === undefined || r.width < 40 || r.height < 40 || pick % 5 === 0) return [r];
      const upright = pick % 2 === 0;
      const share = 0.3 + ((pick >> 3) % 40) / 100;
      const first = upright ? rect(r.x, r.y, r.width * share, r.height) : rect(r.x, r.y, r.width, r.height * share);
      const rest = upright
        ? rect(r.x + first.width, r.y, r.width - first.width, r.height)
        : rect(r.x, r.y + first.height, r.width, r.height - first.height);
      return [...divided(first, picks), ...divided(rest, picks)];
    };
    fc.assert(
      fc.property(fc.array(fc.nat(100_000), { maxLength: 14 }), fc.constantFrom(0, 2, 5), (picks, gap) => {
        const pieces = divided(rect(15, 20, 400, 280), [...picks]).map((r) =>
          rect(r.x + gap, r.y + gap, r.width - 2 * gap, r.height - 2 * gap),
        );
        const it = program(pieces);
        const out = cutOut(it.division!);
        for (const p of pieces) expect(out.filter((r) => near(r, p))).toHaveLength(1);
        byMeasures(it);
        // no cut that could be left out: never more than one for every edge of every piece
        expect(it.cuts.length).toBeLessThanOrEqual(4 * pieces.length);
      }),
      { numRuns: 150 },
    );
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
  const count = (c: Cuts): number => (isCuttable(c.program) ? c.program.cuts.length : -1);
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
