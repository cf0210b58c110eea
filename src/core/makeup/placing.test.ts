import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { artworkToPage, creepMap, pageBleed, placementScale, spineEdge, towardSpine } from '.';
import { patched } from '../docket';
import { countAlong, directionThrough, gridIn, throughSheet, turnFor } from '../lay';
import { apply, boundsOf, edgesTurned, laidAt, type QuarterTurns } from '../measure';
import { reachOf } from './placing';
import { plan } from '../sheet';
import { A5, artworkOf, docketFor, page } from '../testing';

const SHEET = { width: 450, height: 320 };
const turns = fc.constantFrom('turn' as const, 'tumble' as const);
const head = fc.integer({ min: 0, max: 3 }).map((q) => q as QuarterTurns);

describe('through the sheet', () => {
  it('is where the domain says: (W − x, y) turned, (x, H − y) tumbled', () => {
    const r = { x: 10, y: 20, width: 30, height: 40 };
    expect(throughSheet(r, SHEET, 'turn')).toEqual({ x: 410, y: 20, width: 30, height: 40 });
    expect(throughSheet(r, SHEET, 'tumble')).toEqual({ x: 10, y: 260, width: 30, height: 40 });
  });

  it('twice is where one was', () => {
    const r = fc.record({ x: fc.integer(), y: fc.integer(), width: fc.nat(), height: fc.nat() });
    fc.assert(
      fc.property(r, turns, head, (rect, turn, q) => {
        expect(throughSheet(throughSheet(rect, SHEET, turn), SHEET, turn)).toEqual(rect);
        expect(directionThrough(directionThrough(q, turn), turn)).toBe(q);
      }),
    );
  });

  it('a tumbled back stands on its head against a turned one', () => {
    for (const q of [0, 1, 2, 3] as const)
      expect(directionThrough(q, 'tumble')).toBe((directionThrough(q, 'turn') + 2) % 4);
  });

  it('goes by the machine unless it is said', () => {
    const docket = docketFor(artworkOf(4));
    expect(turnFor(docket.sheet)).toBe('turn');
    expect(turnFor(patched(docket, { sheet: { turn: 'tumble' } }).sheet)).toBe('tumble');
  });
});

describe('pages', () => {
  it('have their spine where they are bound', () => {
    expect([1, 2].map((n) => spineEdge(n, 'left'))).toEqual(['left', 'right']);
    expect([1, 2].map((n) => spineEdge(n, 'right'))).toEqual(['right', 'left']);
    expect([1, 2].map((n) => spineEdge(n, 'top'))).toEqual(['top', 'bottom']);
  });

  it('have no bleed at the spine, and creep toward it', () => {
    expect(pageBleed('left', 3, 2)).toEqual({ left: 0, right: 3, top: 2, bottom: 2 });
    expect(pageBleed('bottom', 3, 2)).toEqual({ left: 2, right: 2, top: 3, bottom: 0 });
    for (const spine of ['left', 'right', 'top', 'bottom'] as const) {
      const bleed = pageBleed(spine, 3, 2);
      const way = towardSpine(spine);
      expect(bleed[way.x < 0 ? 'left' : way.x > 0 ? 'right' : way.y > 0 ? 'top' : 'bottom']).toBe(0);
    }
  });

  it('lie on the side as their head points', () => {
    const trim = { x: 100, y: 50, width: 148, height: 210 };
    // the upright page's lower left corner
    const corner = (q: QuarterTurns) => apply(laidAt(A5, q, trim.x, trim.y), 0, 0);
    expect(corner(0)).toEqual([100, 50]);
    expect(corner(1)).toEqual([310, 50]);
    expect(corner(2)).toEqual([248, 260]);
    expect(corner(3)).toEqual([100, 198]);
  });

  it('take their edges along when turned: what was right is on top after one turn', () => {
    const e = { left: 1, right: 2, top: 3, bottom: 4 };
    expect(edgesTurned(e, 1)).toEqual({ top: 2, left: 3, bottom: 1, right: 4 });
    fc.assert(
      fc.property(head, (q) => {
        let walked = e;
        for (let i = 0; i < q; i++) walked = edgesTurned(walked, 1);
        expect(edgesTurned(e, q)).toEqual(walked);
      }),
    );
  });
});

describe('artwork on its page', () => {
  const artwork = docketFor(artworkOf(4)).artwork;
  const a4 = page({ width: 210, height: 297 }, 0);

  it('is scaled to show whole or to cover: A4 on A5', () => {
    expect(placementScale(a4, { ...artwork, fit: 'fit' }, A5)).toBeCloseTo(148 / 210, 9);
    expect(placementScale(a4, { ...artwork, fit: 'fill' }, A5)).toBeCloseTo(210 / 297, 9);
    expect(placementScale(a4, { ...artwork, enlarge: 1.5 }, A5)).toBe(1.5);
  });

  it('has the middle of its box on the middle of the page', () => {
    const m = artworkToPage(page(A5, 3, 8), artwork, A5);
    expect(apply(m, 11 + 74, 11 + 105)).toEqual([74, 105]);
  });

  it('is moved or made narrower from the spine', () => {
    expect(apply(creepMap('left', A5, 0.5, 1), 74, 105)).toEqual([73.5, 105]);
    expect(apply(creepMap('right', A5, -0.5, 1), 74, 105)).toEqual([73.5, 105]);
    expect(apply(creepMap('top', A5, 0.5, 1), 74, 105)).toEqual([74, 105.5]);
    // the spine stays where it is, the face comes in by a tenth
    for (const [spine, still, face, comes] of [
      ['left', [0, 50], [148, 50], [133.2, 50]],
      ['right', [148, 50], [0, 50], [14.8, 50]],
      ['top', [50, 210], [50, 0], [50, 21]],
      ['bottom', [50, 0], [50, 210], [50, 189]],
    ] as const) {
      const m = creepMap(spine, A5, 0, 0.9);
      const near = (a: readonly number[], b: readonly number[]): void =>
        a.forEach((v, i) => expect(v).toBeCloseTo(b[i]!, 9));
      near(apply(m, still[0], still[1]), still);
      near(apply(m, face[0], face[1]), comes);
    }
  });
});

describe('how many fit', () => {
  it('counts pieces with a gap between each two', () => {
    expect(countAlong(100, 30, 0)).toBe(3);
    expect(countAlong(100, 30, 5)).toBe(3);
    expect(countAlong(100, 30, 5.1)).toBe(2);
    expect(countAlong(29.9, 30, 0)).toBe(0);
    expect(() => countAlong(10, 0, 1)).toThrow(RangeError);
    expect(gridIn({ width: 100, height: 61 }, { width: 30, height: 30 }, { width: 5, height: 1 })).toEqual({
      columns: 3,
      rows: 2,
    });
  });

  it('is the most that fit: one more would not', () => {
    const length = fc.double({ min: 1, max: 1000, noNaN: true });
    fc.assert(
      fc.property(length, length, fc.double({ min: 0, max: 20, noNaN: true }), (room, piece, gap) => {
        const n = countAlong(room, piece, gap);
        if (n > 0) expect(n * piece + (n - 1) * gap).toBeLessThanOrEqual(room + 1e-5);
        expect((n + 1) * piece + n * gap).toBeGreaterThan(room - 1e-5);
      }),
    );
  });

  it('loses none to rounding in inches', () => {
    for (let n = 1; n < 40; n++)
      expect(countAlong(n * 0.1 * 25.4 + (n - 1) * 0.05 * 25.4, 0.1 * 25.4, 0.05 * 25.4)).toBe(n);
  });
});

describe('a part of an artwork page', () => {
  // a file page of 430 by 310 whose trim box, 420 by 300, stands 5 mm in
  const box = { x: 5, y: 5, width: 420, height: 300 };
  const media = { x: 0, y: 0, width: 430, height: 310 };
  const facts = { media, crop: media, bleed: media, trim: box, hasTrim: true };
  const edges = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) => ({
    left: x,
    bottom: y,
    right: x + width,
    top: y + height,
  });

  it('reaches beyond the edges of the file page, and never into the part beside it', () => {
    const left = edges(reachOf(facts, 'trim', { columns: 2, rows: 1, column: 0, row: 0 })!);
    expect(left.right).toBe(215);
    expect(left.left).toBeLessThanOrEqual(0);
    expect(left.bottom).toBeLessThanOrEqual(0);
    expect(left.top).toBeGreaterThanOrEqual(310);
    const right = edges(reachOf(facts, 'trim', { columns: 2, rows: 1, column: 1, row: 0 })!);
    expect(right.left).toBe(215);
    expect(right.right).toBeGreaterThanOrEqual(430);
  });

  it('in the middle of a sheet of three by three it has four neighbours', () => {
    const middle = edges(reachOf(facts, 'trim', { columns: 3, rows: 3, column: 1, row: 1 })!);
    expect(middle).toEqual({ left: 145, bottom: 105, right: 285, top: 205 });
    const above = edges(reachOf(facts, 'trim', { columns: 3, rows: 3, column: 1, row: 2 })!);
    expect(above.bottom).toBe(205);
    expect(above.top).toBeGreaterThanOrEqual(310);
    const below = edges(reachOf(facts, 'trim', { columns: 3, rows: 3, column: 1, row: 0 })!);
    expect(below.top).toBe(105);
    expect(below.bottom).toBeLessThanOrEqual(0);
  });

  it('laid on a sheet it is cut at the spine of its spread', () => {
    const artwork = { ...artworkOf(2), pages: [facts, facts] };
    const docket = patched(docketFor(artwork), {
      artwork: { imposed: { kind: 'spreads', covers: false } },
      product: { finished: { width: 210, height: 300 }, bleed: 3 },
    });
    const sheet = plan(docket, artwork).sheets.at(0);
    for (const cell of [...sheet.front, ...sheet.back]) {
      // back from the side to the file page: the clip ends at its middle, on one side of it
      const [a, b, c, , e] = cell.matrix!;
      expect([b, c]).toEqual([0, 0]);
      const x = [boundsOf(cell.clip).x, boundsOf(cell.clip).x + boundsOf(cell.clip).width].map((v) => (v - e) / a);
      const [low, high] = [Math.min(...x), Math.max(...x)];
      expect(Math.min(Math.abs(low - 215), Math.abs(high - 215))).toBeLessThan(1e-6);
    }
  });
});
