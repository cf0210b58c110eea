import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MadeBleed, type Patch } from '../docket';
import { apply, bounds, boundsOf, contains, grow, inverse, type Matrix } from '../measure';
import { plan } from '../sheet';
import { artworkOf, BINDER, changed, docketFor, flatDocketFor, look, posterDocketFor, SHOP } from '../testing';
import { madeBleed } from './made-bleed';

const FINISHED = { width: 100, height: 60 };
const AT_HOME: Matrix = [1, 0, 0, 1, 0, 0];
/** A page that is shown so far beyond its trim of 100 × 60, its trim's lower left at 0 0. */
const pageReaching = (left: number, right: number, bottom: number, top: number) => {
  const trim = { x: 0, y: 0, ...FINISHED };
  const shown = grow(trim, { left, right, bottom, top });
  return { media: shown, crop: shown, bleed: shown, trim, hasTrim: true };
};
const wish = (part: object): MadeBleed => MadeBleed.parse({ way: 'mirrored', ...part });

describe('bleed that is made', () => {
  it('is the page seen in a mirror at its edges, at its corners in two', () => {
    const { made } = madeBleed(pageReaching(0, 0, 0, 0), wish({}), AT_HOME, FINISHED, 3, null)!;
    expect(made).toHaveLength(8);
    // 3 beyond the left edge, and 0.05 under the page
    expect(made[0]!.clip).toEqual({ x: -3, y: 0, width: 3.05, height: 60 });
    expect(made[0]!.toPage).toEqual([-1, 0, 0, 1, 0.05, 0]);
    // what lay on the edge lies 0.05 under the page
    expect(made[1]!.toPage).toEqual([-1, 0, 0, 1, 199.95, 0]);
    expect(made[2]!.toPage).toEqual([1, 0, 0, -1, 0, 0.05]);
    expect(made.at(-1)!.toPage).toEqual([-1, 0, 0, -1, 199.95, 119.95]);
  });

  it('is its outermost tenth of a millimetre drawn out to the bleed', () => {
    const { made } = madeBleed(pageReaching(0, 0, 0, 0), wish({ way: 'stretched' }), AT_HOME, FINISHED, 3, null)!;
    const [left, right] = made;
    // 0.1 becomes 3: what lay on the edge lies at the end of the bleed, what lay 0.1 inside on the edge
    expect(left!.toPage[0]).toBeCloseTo(30, 9);
    expect(apply(left!.toPage, 0, 7)[0]).toBeCloseTo(-3, 9);
    expect(apply(left!.toPage, 0.1, 7)[0]).toBeCloseTo(0, 9);
    expect(apply(right!.toPage, 100, 7)[0]).toBeCloseTo(103, 9);
    expect(apply(right!.toPage, 99.9, 7)[0]).toBeCloseTo(100, 9);
  });

  it('keeps the bleed that there is, and begins where that ends', () => {
    const it = madeBleed(pageReaching(1, 3, 0, 5), wish({}), AT_HOME, FINISHED, 3, null)!;
    // left from -1 and below from 0; right and above there is enough
    expect(it.made.map((m) => m.clip)).toEqual([
      { x: -3, y: 0, width: 2.05, height: 63 },
      { x: -1, y: -3, width: 104, height: 3.05 },
      { x: -3, y: -3, width: 2.05, height: 3.05 },
    ]);
    expect(it.made[0]!.toPage[4]).toBeCloseTo(-1.95, 9);
  });

  it('is made where it is wished for alone, and of what lacks no more than bleed', () => {
    const count = (page: ReturnType<typeof pageReaching>, part: object, bleed = 3): number =>
      madeBleed(page, wish(part), AT_HOME, FINISHED, bleed, null)?.made.length ?? 0;
    const none = pageReaching(0, 0, 0, 0);
    expect(count(none, { corners: false })).toBe(4);
    expect(count(none, { edges: ['head'] })).toBe(1);
    expect(count(none, { edges: ['head', 'left'] })).toBe(3);
    expect(count(none, {}, 0)).toBe(0);
    expect(count(pageReaching(3, 3, 3, 3), {})).toBe(0);
    expect(count(pageReaching(2.98, 3, 3, 3), {})).toBe(1);
    expect(count(pageReaching(2.995, 3, 3, 3), {})).toBe(0);
    // a millimetre within the trim it is bleed that lacks, beyond that it is page
    expect(count(pageReaching(-1, 3, 3, 3), {})).toBe(1);
    expect(count(pageReaching(-1.1, 3, 3, 3), {})).toBe(0);
    expect(madeBleed(none, null, AT_HOME, FINISHED, 3, null)).toBeNull();
  });

  it('shows at every point beyond a page the one that lies as far within it', () => {
    const reach = fc.double({ min: -1, max: 4, noNaN: true });
    const along = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(reach, reach, reach, reach, along, along, (left, right, bottom, top, u, v) => {
        const page = pageReaching(left, right, bottom, top);
        const found = madeBleed(page, wish({}), AT_HOME, FINISHED, 3, null);
        const at: [number, number] = [-3 + u * 106, -3 + v * 66];
        const folded = (p: number, from: number, to: number): number =>
          p < from ? 2 * from - p : p > to ? 2 * to - p : p;
        const { x, y, width, height } = page.bleed;
        const wanted = [folded(at[0], x, x + width), folded(at[1], y, y + height)];
        if (wanted[0] === at[0] && wanted[1] === at[1]) return;
        // what lacks a hundredth is there
        fc.pre([left, right, bottom, top].every((r) => r < 2.98 || r > 3));
        const on = found!.made.filter(({ clip }) => contains(clip, { x: at[0], y: at[1], width: 0, height: 0 }));
        expect(on.length).toBeGreaterThan(0);
        for (const { toPage } of on) {
          const from = apply(inverse(toPage), ...at);
          // where strips lie under each other each shows the same but for what they go on under the page
          if (Math.hypot(from[0] - wanted[0]!, from[1] - wanted[1]!) > 0.15) throw new Error(`${at} shows ${from}`);
        }
      }),
    );
  });
});

describe('bleed that is made, on the sheet', () => {
  const bare = artworkOf(8, { width: 148, height: 210 }, 0);
  const MADE: Patch = { artwork: { bleed: wish({}) } };

  it('lies within what the place shows: beyond the fold of a stitched page there is none', () => {
    const docket = changed(docketFor(bare), { product: { bleed: 3 }, ...MADE });
    const { front } = plan(docket, bare).sheets.main;
    for (const cell of front) {
      expect(cell.made.length).toBeGreaterThan(0);
      const all = [cell.clip, ...cell.made.map((m) => m.clip)].map(boundsOf);
      const { x, y, width, height } = bounds(all);
      const { trim } = cell;
      const beyond = [trim.x - x, trim.y - y, x + width - trim.x - trim.width, y + height - trim.y - trim.height];
      // 3 at head, foot and face, and nothing at the spine
      expect(beyond.map((v) => Math.round(v * 1000) / 1000).sort()).toEqual([0, 3, 3, 3]);
    }
  });

  it('goes where a block is milled, and round posters but not between their panels', () => {
    const perfect = changed(docketFor(artworkOf(64, { width: 148, height: 210 }, 0)), {
      product: { bleed: 3, binding: { kind: 'perfect-bound', grindOff: 3 } },
      finish: { here: true, route: [{ process: 'bind', machine: BINDER }] },
      ...MADE,
    } as Patch);
    const [cell] = plan(perfect, artworkOf(64, { width: 148, height: 210 }, 0)).sheets.main.front;
    const across = cell!.made.map((m) => boundsOf(m.clip));
    expect(across.length).toBe(8);

    const page = artworkOf(1, { width: 594, height: 841 }, 0);
    const poster = changed(posterDocketFor(page), {
      product: { bleed: 3 },
      sheet: { stock: SHOP.stocks[2]! },
      ...MADE,
    } as Patch);
    const cells = [...plan(poster, page).sheets].flatMap((s) => [...s.front]);
    expect(cells.length).toBeGreaterThan(4);
    // panels in the middle have none; together there are the poster's corners, once or where panels overlap more
    expect(cells.some((c) => c.made.length >= 3)).toBe(true);
    const strips = (c: (typeof cells)[number]): number => c.made.length;
    expect(Math.min(...cells.map(strips))).toBeLessThan(Math.max(...cells.map(strips)));
  });

  it('lies beyond the edges of the printed page, however the artwork is turned to lie', () => {
    const tall = artworkOf(2, { width: 55, height: 85 }, 0);
    const docket = changed(flatDocketFor(tall), {
      product: { finished: { width: 85, height: 55 }, bleed: 3, lies: { way: 'upright', columns: 1, rows: 1 } },
      artwork: { bleed: wish({ edges: ['head'] }) },
    } as Patch);
    const [cell] = plan(docket, tall).sheets.main.front;
    expect(cell!.made).toHaveLength(1);
    const { y, height } = boundsOf(cell!.made[0]!.clip);
    expect(y + height).toBeCloseTo(cell!.trim.y + cell!.trim.height + 3, 6);
    // it is noticed that the other edges have none; with all of them nothing is
    expect(look(docket, tall).find('no-bleed')).toBeDefined();
    expect(look(changed(docket, MADE), tall).find('no-bleed')).toBeUndefined();
  });

  it('is what mends pages without bleed', () => {
    for (const docket of [
      changed(flatDocketFor(artworkOf(2, { width: 85, height: 55 }, 0)), { product: { bleed: 3 } }),
      changed(docketFor(bare), { product: { bleed: 3 } }),
    ]) {
      const artwork = docket.product.kind === 'flat' ? artworkOf(2, { width: 85, height: 55 }, 0) : bare;
      const remedies = look(docket, artwork)
        .find('no-bleed')!
        .remedies.filter((r) => r.label.startsWith('Make bleed'));
      expect(remedies).toHaveLength(2);
      for (const { patch } of remedies)
        expect(look(changed(docket as never, patch), artwork).find('no-bleed')).toBeUndefined();
    }
  });
});
