import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { patched, type Artwork, type Docket } from '../docket';
import { contains, grow, overlap, rect, type Rect } from '../measure';
import { plan } from '../sheet';
import { artworkOf, docketFor, flatDocketFor, posterDocketFor, SHOP } from '../testing';
import { mark, type Mark } from '.';

/** What a mark really takes, to the half of its line: lines and circles touch where they were drawn to. */
function takes(m: Mark): Rect {
  switch (m.kind) {
    case 'line': {
      const half = m.weight / 2;
      const [x, y] = [Math.min(m.from[0], m.to[0]), Math.min(m.from[1], m.to[1])];
      const [w, h] = [Math.abs(m.from[0] - m.to[0]), Math.abs(m.from[1] - m.to[1])];
      return w < h ? rect(x - half, y, 2 * half, h) : rect(x, y - half, w, 2 * half);
    }
    case 'circle':
      return rect(m.centre[0] - m.radius, m.centre[1] - m.radius, 2 * m.radius, 2 * m.radius);
    case 'area':
    case 'code':
      return m.rect;
    case 'text':
      return m.turned % 2 === 0
        ? rect(
            m.turned === 0 ? m.at[0] : m.at[0] - m.room,
            m.turned === 0 ? m.at[1] : m.at[1] - m.height,
            m.room,
            m.height,
          )
        : rect(
            m.turned === 1 ? m.at[0] - m.height : m.at[0],
            m.turned === 1 ? m.at[1] : m.at[1] - m.room,
            m.height,
            m.room,
          );
  }
}
/** Marks that stand on pages by their nature: steps on a spine, names in a lap, guides in a covered strip, words on tabs. */
const ON_PIECES = new Set(['collating', 'sectionName', 'overlap', 'tab', 'spine']);

describe('marks of any layout', () => {
  const line = fc.record({
    on: fc.boolean(),
    length: fc.double({ min: 1, max: 20, noNaN: true }),
    offset: fc.double({ min: 0, max: 12, noNaN: true }),
    weight: fc.constantFrom(0.1, 0.25, 1, 2),
  });
  const wishes = fc.record({
    marks: fc.record({
      crop: line,
      register: line,
      fold: line,
      spine: line,
      centre: line,
      bar: fc.record({
        on: fc.boolean(),
        patch: fc.double({ min: 2, max: 20, noNaN: true }),
        offset: fc.double({ min: 0, max: 20, noNaN: true }),
        at: fc.constantFrom('tail' as const, 'lead' as const),
      }),
      slug: fc.record({
        on: fc.boolean(),
        height: fc.double({ min: 1, max: 6, noNaN: true }),
        offset: fc.double({ min: 0, max: 12, noNaN: true }),
      }),
    }),
    ticks: fc.boolean(),
    at: fc.constantFrom('block' as const, 'pieces' as const),
    size: fc.record({ width: fc.integer({ min: 30, max: 200 }), height: fc.integer({ min: 30, max: 280 }) }),
    bleed: fc.constantFrom(0, 3, 8),
    gap: fc.constantFrom(null, 0, 4, 15),
    stock: fc.constantFrom(...SHOP.stocks),
    kind: fc.constantFrom('bound', 'flat', 'poster'),
    up: fc.constantFrom('most' as const, 'one' as const, 2, 3),
    work: fc.constantFrom('sheetwise' as const, 'work-and-turn' as const, 'work-and-tumble' as const),
  });

  function docketOf(
    w: Parameters<Parameters<typeof fc.property<[typeof wishes extends fc.Arbitrary<infer T> ? T : never]>>[1]>[0],
    artwork: Artwork,
  ): Docket {
    const marks = { ...w.marks, crop: { ...w.marks.crop, at: w.at }, ticks: { on: w.ticks } };
    const sheet = { stock: w.stock, up: w.up, work: w.work };
    switch (w.kind) {
      case 'bound':
        return patched(docketFor(artwork), { marks, sheet, product: { bleed: w.bleed } });
      case 'flat':
        return patched(flatDocketFor(artwork), {
          marks,
          sheet,
          product: { bleed: w.bleed, lies: { gap: { across: w.gap, down: w.gap } } },
        });
      default:
        return patched(posterDocketFor(artwork), {
          marks,
          sheet,
          product: { bleed: w.bleed, finished: { width: 4 * w.size.width, height: 3 * w.size.height } },
        });
    }
  }

  it('stand on what the machine prints, off the artwork, and none on another', () => {
    fc.assert(
      fc.property(wishes, (w) => {
        const artwork = artworkOf(w.kind === 'bound' ? 8 : 2, w.size);
        const docket = docketOf(w, artwork);
        const planned = plan(docket, artwork);
        fc.pre(planned.sheets.main.lay.fits);
        const drawn = mark(docket, planned);
        for (const side of ['front', 'back'] as const) {
          const sheet = planned.sheets.main;
          const marks = drawn.of(1, side);
          const outside = marks.filter((m) => !ON_PIECES.has(m.of));
          for (const m of outside) {
            const box = takes(m);
            expect([m.of, 'prints', contains(grow(sheet.lay.printable, 1.01), box)]).toEqual([m.of, 'prints', true]);
            if (m.of === 'ticks') continue;
            for (const cell of sheet[side])
              expect([m.of, 'clear of artwork', overlap(grow(cell.trim, -0.51), box)]).toEqual([
                m.of,
                'clear of artwork',
                false,
              ]);
          }
          for (const [i, a] of outside.entries())
            for (const b of outside.slice(i + 1)) {
              if (a.of === b.of) continue;
              expect([
                a.of,
                b.of,
                overlap(grow(takes(a), -0.01), grow(takes(b), -0.01)),
                JSON.stringify([a, b]),
              ]).toEqual([a.of, b.of, false, JSON.stringify([a, b])]);
            }
        }
      }),
      { numRuns: 600 },
    );
  }, 60_000);
});
