import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cutsOf, isCuttable } from '../cutting';
import { patched } from '../docket';
import { bounds, contains, overlap, shrink, type Rect, type Size } from '../measure';
import { plan } from '../sheet';
import { arrangementsIn, throughSheet, type Lay } from '.';
import { artwork, docketOf, layFor, SRA3, type Case } from './testing-flat';

/** Pieces that lie anyhow: what every lay must hold. */
function sound(lay: Lay, bleed: number): void {
  const trims = lay.downs.map((d) => d.trim);
  trims.forEach((a, i) => trims.slice(i + 1).forEach((b) => expect(overlap(a, b)).toBe(false)));
  for (const { trim, reach } of lay.downs) {
    expect(contains(lay.bothSides, reach!)).toBe(true);
    expect(contains(reach!, trim)).toBe(true);
    expect(contains(shrink(trim, { left: -bleed, right: -bleed, top: -bleed, bottom: -bleed }), reach!)).toBe(true);
  }
  // nobody prints where a neighbour does
  const reaches = lay.downs.map((d) => d.reach!);
  reaches.forEach((a, i) => reaches.slice(i + 1).forEach((b) => expect(overlap(a, b)).toBe(false)));
  const all = bounds(trims);
  const outside = (r: Rect, side: 'x' | 'y'): number => r[side];
  expect(Math.min(...trims.map((t) => outside(t, 'x')))).toBe(all.x);
}

describe('pieces on a sheet', () => {
  const any = fc.record({
    piece: fc.tuple(fc.integer({ min: 30, max: 200 }), fc.integer({ min: 30, max: 200 })),
    bleed: fc.integer({ min: 0, max: 5 }),
    gap: fc.option(fc.integer({ min: 0, max: 12 }), { nil: undefined }),
    copies: fc.integer({ min: 1, max: 2000 }),
    way: fc.constantFrom('auto' as const, 'upright' as const, 'sideways' as const, 'mixed' as const),
    work: fc.constantFrom('sheetwise' as const, 'work-and-turn' as const, 'work-and-tumble' as const),
  });

  it('never lie on each other, print in each other or leave what prints', () => {
    fc.assert(
      fc.property(any, ({ piece, bleed, gap, copies, way, work }) => {
        const lay = layFor(
          { piece: [piece[0], piece[1]], sheet: SRA3, bleed, copies, ...(gap === undefined ? {} : { gap }) },
          { product: { lies: { way } }, sheet: { work } },
        );
        if (lay.fits) sound(lay, bleed);
      }),
      { numRuns: 150 },
    );
  });

  it('are as many as somebody finds who tries every split of the room', () => {
    const along = (room: number, piece: number, gap: number): number => {
      let n = 0;
      while ((n + 1) * piece + n * gap <= room + 1e-9) n++;
      return n;
    };
    const grid = (w: number, h: number, [a, b]: readonly [number, number], gap: number): number =>
      w <= 0 || h <= 0 ? 0 : along(w, a, gap) * along(h, b, gap);
    fc.assert(
      fc.property(any, ({ piece, bleed, gap = 2 * bleed }) => {
        const [w, h] = [450 - 8 - 2 * bleed, 320 - 8 - 2 * bleed];
        const both = [piece, [piece[1], piece[0]]] as const;
        let best = Math.max(...both.map((p) => grid(w, h, [p[0], p[1]], gap)));
        both.forEach((p, i) => {
          const q = both[1 - i]!;
          // a cut at every half millimetre, where whole millimetres are laid
          for (let x = 0.5; x < w; x += 0.5)
            best = Math.max(best, grid(x, h, [p[0], p[1]], gap) + grid(w - x - gap, h, [q[0], q[1]], gap));
          for (let y = 0.5; y < h; y += 0.5)
            best = Math.max(best, grid(w, y, [p[0], p[1]], gap) + grid(w, h - y - gap, [q[0], q[1]], gap));
        });
        const found = layFor({ piece: [piece[0], piece[1]], sheet: SRA3, bleed, gap, copies: 10_000_000 });
        expect(found.fits ? found.downs.length : 0).toBe(best);
      }),
      { numRuns: 60 },
    );
  });

  it('have their backs behind them for every turn and way to work', () => {
    for (const work of ['sheetwise', 'perfecting', 'work-and-turn', 'work-and-tumble'] as const)
      for (const turn of ['turn', 'tumble'] as const) {
        const docket = patched(docketOf({ piece: [85, 54], sheet: SRA3, bleed: 3 }), { sheet: { work, turn } });
        const sheet = plan(docket, artwork).sheets.main;
        const { lay } = sheet;
        const backs = sheet.back.filter((c) => c.label === '1 back' || lay.work !== 'sheetwise');
        for (const front of sheet.front) {
          const behind = throughSheet(front.trim, lay.paper, lay.turn);
          const back = backs.find((c) => Math.hypot(c.trim.x - behind.x, c.trim.y - behind.y) < 1e-6);
          expect([work, turn, back?.trim.width, back?.trim.height]).toEqual([work, turn, behind.width, behind.height]);
          // the other face of the same piece, or of one alike
          expect(back!.label).not.toBe(front.label);
        }
      }
  });

  it.each([
    [85, 54],
    [90, 50],
    [100, 60],
    [74, 52],
  ])('%s × %s takes as many cuts as its program has; in two blocks one more at the most', (width, height) => {
    for (const way of ['upright', 'sideways', 'mixed'] as const) {
      const of: Case = { piece: [width, height], sheet: SRA3, bleed: 3 };
      const lay = layFor(of, { product: { lies: { way } } });
      const { style, downs } = lay;
      if (style.kind !== 'cut-out' || (way === 'mixed' && lay.grid)) continue;
      const [best] = arrangementsIn({ width: 442, height: 312 }, downs[0]!.shape, style, 500);
      const program = cutsOf(lay).programOn(null);
      const takes = isCuttable(program) ? program.cuts.length : Infinity;
      // in two blocks trims can be shared that the sum counts for each
      if (way === 'mixed') expect(best!.cuts - takes).toBeOneOf([0, 1]);
      else expect([way, takes]).toEqual([way, best!.cuts]);
    }
  });

  it('say the cuts that they take: 4 + (c − 1) + (r − 1), twice where there is a gap', () => {
    const room: Size = { width: 442, height: 312 };
    const cuts = (of: Case): number => {
      const { downs, style } = layFor(of);
      if (style.kind !== 'cut-out') throw new Error('It is no flat work.');
      return arrangementsIn(room, downs[0]!.shape, { ...style, lies: { ...style.lies, way: 'upright' } }, 500)[0]!.cuts;
    };
    expect(cuts({ piece: [85, 54], sheet: SRA3, bleed: 0, gap: 0 })).toBe(4 + 4 + 4);
    expect(cuts({ piece: [85, 54], sheet: SRA3, bleed: 3 })).toBe(4 + 2 * 3 + 2 * 4);
  });
});
