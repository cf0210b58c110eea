import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type Patch as AnyPatch } from '../../docket';
import { turnedWay, wayOf } from '../../fold';
import { artworkOf, docketFor } from '../../testing';
import { coverShape } from './cover-shape';
import { sectionShape, tabShape, type SectionShape } from '.';

type Docket = DocketOf<'bound'>;
type Patch = AnyPatch<DocketOf<'bound'>>;

const SEWN = { kind: 'sewn' as const };
const PERFECT = { kind: 'perfect-bound' as const, grindOff: 3 };

function docket(...patches: Patch[]): Docket {
  return patches.reduce<Docket>((d, p) => patched(d, p), docketFor(artworkOf(4)));
}
function shape(id: string, ...patches: Patch[]): SectionShape {
  const d = docket(...patches);
  return sectionShape(d.product, turnedWay(wayOf(id)!, d.product.bound));
}
/** The trim of the panel that carries a page on either side. */
const trimOf = (b: SectionShape, page: number) =>
  b.panels.find((p) => p.outer.page === page || p.inner.page === page)!.trim;

describe('the paper between pages', () => {
  it('of eight pages: nothing in the spine, head trims of twice 3 mm between the rows', () => {
    const b = shape('8-right-angle', { product: { binding: SEWN } });
    // two pages of 148 across; 210 + 3 + 3 + 210 up
    expect(b.size).toEqual({ width: 296, height: 426 });
    expect(b.margin).toEqual({ left: 3, right: 3, top: 3, bottom: 3 });
    expect(trimOf(b, 1)).toEqual({ x: 148, y: 0, width: 148, height: 210 });
    expect(trimOf(b, 5)).toEqual({ x: 0, y: 216, width: 148, height: 210 });
    expect(b.folds).toEqual([
      { axis: 'upright', at: 148, order: 2, kind: 'fold' },
      { axis: 'level', at: 213, order: 1, kind: 'fold' },
    ]);
  });
  it('is what the trims say: head 5, foot 7, face 4 of sixteen pages', () => {
    const b = shape('16-right-angle', {
      product: { binding: SEWN, trims: { head: 5, foot: 7, face: 4 } },
    });
    // columns: spine 0, face 4 + 4, spine 0; rows meet at their heads: 5 + 5
    expect(b.size).toEqual({ width: 4 * 148 + 8, height: 420 + 10 });
    expect(b.margin).toEqual({ left: 4, right: 4, top: 7, bottom: 7 });
    expect(b.folds.map((f) => [f.axis, f.at, f.order])).toEqual([
      ['upright', 148, 3],
      ['upright', 300, 1],
      ['upright', 452, 3],
      ['level', 215, 2],
    ]);
  });
  it('is milled at the spine: 3 mm on both sides of its fold', () => {
    const b = shape('8-right-angle', { product: { binding: PERFECT } });
    expect(b.size.width).toBe(302);
    expect(b.folds[0]!.at).toBe(151);
    // content may bleed into what is milled off
    expect(b.panels.find((p) => p.outer.page === 1)!.bleed.left).toBe(3);
  });
  it('has the lap at the closed fold where it is on the high pages, at the open edges where on the low', () => {
    const high = shape('16-right-angle', { product: { binding: SEWN, trims: { lap: 8, lapSide: 'high' } } });
    const low = shape('16-right-angle', { product: { binding: SEWN, trims: { lap: 8, lapSide: 'low' } } });
    // faces of 13 and 16 meet in the middle: 3 + 8 on either side
    expect(high.size.width).toBe(4 * 148 + 22);
    expect(high.margin.left).toBe(3);
    expect(low.size.width).toBe(4 * 148 + 6);
    expect([low.margin.left, low.margin.right]).toEqual([11, 11]);
  });
  it('takes a gap that is set by hand, half on either side of the fold, and bleeds no further', () => {
    const b = shape('8-right-angle', {
      product: { binding: SEWN, trims: { gutters: [{ axis: 'level', line: 1, width: 2 }] } },
    });
    expect(b.size.height).toBe(422);
    expect(b.folds[1]!.at).toBe(211);
    expect(b.panels.find((p) => p.outer.page === 1)!.bleed.top).toBe(1);
  });
  it('of a leaf is bleed all round; of a leaf to be milled the grind-off at its spine', () => {
    const wire = { kind: 'loose-leaf' as const, by: 'wire' as const, clearance: 8, order: 'repeat' as const };
    expect(shape('2-leaf', { product: { binding: wire } }).margin).toEqual({ left: 3, right: 3, top: 3, bottom: 3 });
    expect(shape('2-leaf', { product: { binding: { ...PERFECT, grindOff: 5 } } }).margin.left).toBe(5);
  });
  it('of a leaflet is nothing at its folds and bleed round it; folded-in panels are shorter', () => {
    const b = shape('8-wrap', {
      product: { binding: { kind: 'folded', short: 1 }, finished: { width: 100, height: 210 } },
    });
    // rolled: 98, 99, 100, 100
    expect([...b.panels].sort((x, y) => x.column - y.column).map((p) => p.trim.width)).toEqual([98, 99, 100, 100]);
    expect(b.size.width).toBe(397);
    expect(b.margin).toEqual({ left: 3, right: 3, top: 3, bottom: 3 });
    expect(b.panels.find((p) => p.column === 1)!.bleed).toMatchObject({ left: 0, right: 0, top: 3, bottom: 3 });
  });
  it.each([
    '8-right-angle',
    '16-map',
    '18-map',
    '8-wrap',
    '6-wrap',
    '8-gate',
    '8-zigzag',
    '16-parallel',
    '16-right-angle',
  ])('%s folded has the size that was ordered: what lies outside is not shortened, and nothing is larger', (fold) => {
    const finished = { width: 99, height: 210 };
    const { panels, way } = shape(fold, { product: { binding: { kind: 'folded', short: 1 }, finished } });
    expect(way.name).not.toBe('own');
    const front = panels.find((p) => p.outer.page === 1 || p.inner.page === 1)!;
    expect([front.trim.width, front.trim.height]).toEqual([99, 210]);
    expect(Math.max(...panels.map((p) => p.trim.width))).toBeCloseTo(99, 9);
    expect(Math.max(...panels.map((p) => p.trim.height))).toBeCloseTo(210, 9);
  });
  it('bound at the top is turned a quarter: spine level, faces above and below', () => {
    const b = shape('8-right-angle', { product: { binding: SEWN, bound: 'top' } });
    expect(b.size).toEqual({ width: 302, height: 420 });
    expect(b.folds.map((f) => f.axis)).toEqual(['upright', 'level']);
  });
});

describe('tabs and covers', () => {
  it('stand out at the face, or at the foot where they hang by the head', () => {
    const tabs = { on: true, extension: 12 };
    expect(tabShape(docket({ product: { tabs } }).product).size).toEqual({ width: 160, height: 210 });
    expect(tabShape(docket({ product: { tabs, bound: 'top' } }).product).size).toEqual({ width: 148, height: 222 });
  });
  it('have back, spine, front and flaps, worked out for a spine of 8 and flaps of 60', () => {
    const b = coverShape(docket().product, 8, 60, 6);
    expect(b.size).toEqual({ width: 60 + 148 + 8 + 148 + 60, height: 210 });
    expect(b.spine).toEqual({ x: 208, width: 8 });
    expect(b.folds.filter((f) => f.kind === 'score').map((f) => f.at)).toEqual([208, 216, 202, 222]);
    expect(b.folds.filter((f) => f.kind === 'fold').map((f) => f.at)).toEqual([60, 364]);
    expect(trimOf(b, 1).x).toBe(216);
    expect(trimOf(b, 4).x).toBe(60);
  });
  it.each(['left', 'right', 'top'] as const)(
    'bound %s are cut round the whole only: where a flap is folded in there is no knife',
    (bound) => {
      const b = coverShape(docket({ product: { bound } }).product, 8, 60, 6);
      const along = bound === 'top' ? 1 : 0;
      const across = b.lines
        .filter((l) => l.kind === 'trim' && l.from[along] === l.to[along])
        .map((l) => l.from[along]);
      expect(across.sort((x, y) => x - y)).toEqual([0, bound === 'top' ? b.size.height : b.size.width]);
    },
  );
  it('show of a page no more beyond the spine’s edge than its bleed, and never past the middle', () => {
    const atSpine = (spine: number) => {
      const b = coverShape(docket({ product: { bleed: 3 } }).product, spine, 0, 6);
      return [
        b.panels.find((p) => p.outer.page === 1)!.bleed.left,
        b.panels.find((p) => p.outer.page === 4)!.bleed.right,
      ];
    };
    expect(atSpine(20)).toEqual([3, 3]);
    expect(atSpine(4)).toEqual([2, 2]);
  });
  it('bound at the top have the front below the spine', () => {
    const b = coverShape(docket({ product: { bound: 'top' } }).product, 8, 0, 0);
    expect(b.size).toEqual({ width: 148, height: 428 });
    expect([trimOf(b, 1).y, trimOf(b, 4).y]).toEqual([0, 218]);
  });
});
