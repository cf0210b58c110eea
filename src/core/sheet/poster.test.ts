import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type Patch } from '../docket';
import { mark } from '../marks';
import { figureText, reckon, sumText } from '../reckoning';
import { artworkOf, BOARD, changed, posterDocketFor, SHOP } from '../testing';
import { loadsOf, plan } from '.';

const A1 = { width: 594, height: 841 };
const [SRA3] = SHOP.stocks.filter((s) => s.id === 'sra3');

function posterOf(patch: Patch<DocketOf<'poster'>> = {}, pages = 1) {
  const artwork = artworkOf(pages, A1);
  const made = posterDocketFor(artwork);
  const docket = changed(patched(made, { sheet: { stock: SRA3! }, product: { bleed: 0 } }), patch);
  return { docket, it: plan(docket, artwork) };
}
const round = (v: number): number => Math.round(v * 1000) / 1000;

describe('a poster in panels', () => {
  it('A1 on SRA3 takes six, two across and three down, the sheets level', () => {
    const { docket, it } = posterOf();
    // of 450 × 320 with 4 mm that do not print and 8 mm for crop marks all round: 426 × 296
    const { edges, columns, rows, hung, panels } = it.product;
    expect([edges.across.room, edges.down.room]).toEqual([426, 296]);
    expect([columns, rows, hung]).toEqual([2, 3, 'level']);
    expect(panels.map((p) => p.name)).toEqual(['A1', 'A2', 'B1', 'B2', 'C1', 'C2']);
    // (594 + 20) ÷ 2 = 307 by (841 + 40) ÷ 3 = 293.667
    expect([panels[0]!.trim, panels[3]!.trim].map((t) => [t.x, t.y, t.width, t.height].map(round))).toEqual([
      [0, 547.333, 307, 293.667],
      [287, 273.667, 307, 293.667],
    ]);
    // the right one lies over the left, the upper over the lower
    expect(panels[0]!.covered).toEqual({ left: 0, right: 20, top: 0, bottom: 0 });
    expect(round(panels[2]!.covered.top)).toBe(20);
    expect([panels[0]!.seen.width, round(panels[2]!.seen.height)].map(round)).toEqual([287, 273.667]);
    expect(it.sheets.length).toBe(6);
    const figures = reckon(docket, it);
    const said = (key: string): string =>
      sumText(
        figures.find((f) => f.key === key)!,
        'mm',
      );
    expect(said('panels')).toBe(
      '(594 mm − 20 mm) ÷ (426 mm − 20 mm) = 1.41 → 2 across × (841 mm − 20 mm) ÷ (296 mm − 20 mm) = 2.97 → 3 down = 6',
    );
    expect(said('joints')).toBe('1 × 841 mm upright + 2 × 594 mm level; 7 between two panels each');
    expect(figureText(figures.find((f) => f.key === 'joints')!)).toBe('2029 mm');
    // six sheets of which the poster is 594 × 841: spoilage counted, 1 − 499554 ÷ (9 × 144000)
    expect(figures.find((f) => f.key === 'waste')!.value).toBeCloseTo(100 * (1 - 499_554 / (9 * 144_000)), 6);
  });

  it('each panel shows its part of the artwork, at its place, with the poster’s bleed at the poster’s edges only', () => {
    const { it } = posterOf({ product: { bleed: 3 } });
    const { panels } = it.product;
    // with bleed the crop marks begin where they did: 3 mm from the trim
    expect(panels[0]!.bleed).toEqual({ left: 3, right: 0, top: 3, bottom: 0 });
    expect(panels[3]!.bleed).toEqual({ left: 0, right: 3, top: 0, bottom: 0 });
    for (const [i, { trim }] of panels.entries()) {
      const sheet = it.sheets.at(i);
      const [cell] = sheet.front;
      expect(sheet.back).toEqual([]);
      expect(cell!.label).toBe(panels[i]!.name);
      const { toPage } = it.content.at(cell!.place);
      // the artwork's page is as large as the poster: only moved, its trim being 3 mm inside its media box
      expect(toPage!.map(round)).toEqual([1, 0, 0, 1, round(-trim.x - 3), round(-trim.y - 3)]);
    }
  });

  it('hangs its sheets upright where that takes fewer', () => {
    const { it } = posterOf({ product: { finished: { width: 580, height: 420 } } });
    // level (580 − 20) ÷ 406 → 2 by (420 − 20) ÷ 276 → 2; upright 560 ÷ 276 → 3 by 400 ÷ 406 → 1
    expect([it.product.hung, it.product.columns, it.product.rows]).toEqual(['upright', 3, 1]);
    expect(it.sheets.main.lay.fits).toBe(true);
    const level = posterOf({ product: { finished: { width: 580, height: 420 }, lies: 'level' } }).it.product;
    expect([level.hung, level.columns, level.rows]).toEqual(['level', 2, 2]);
  });

  it('lies on its sheet as it was divided for it, so that its marks have the room that was kept', () => {
    // upright (560 − 20) ÷ 276 → 2 by (600 − 20) ÷ 406 → 2: panels of 290 × 310, which would go level into 442 × 312 as well
    const { it, docket } = posterOf({ product: { finished: { width: 560, height: 600 } } });
    expect([it.product.hung, it.sheets.length]).toEqual(['upright', 4]);
    expect(it.sheets.main.lay.grid!.sideways).toBe(true);
    const { noRoom, noCrop } = mark(docket, it);
    expect([noRoom, noCrop]).toEqual([[], []]);
  });

  it('without crop marks panels are as large as the machine prints, and room is kept where it is wished for', () => {
    const bare = posterOf({ marks: { crop: { on: false } } }).it.product.edges;
    // upright (594 − 20) ÷ 292 → 2 by (841 − 20) ÷ 422 → 2: four
    expect([bare.across.room, bare.down.room, bare.across.outer]).toEqual([312, 442, 0]);
    const kept = posterOf({ product: { room: 10, bleed: 12 } }).it.product.edges;
    expect([kept.across.room, kept.across.outer]).toEqual([422, 2]);
    const marked = posterOf({ product: { bleed: 5 } }).it.product.edges;
    // crop marks begin behind the bleed: 5 + 5 at the poster’s own edges, 3 + 5 elsewhere
    expect([marked.across.room, marked.across.outer]).toEqual([426, 2]);
  });

  it('names panels from the corner that is wished for', () => {
    const names = (corner: DocketOf<'poster'>['product']['corner']): string[] =>
      posterOf({ product: { corner } }).it.product.panels.map((p) => p.name);
    expect(names('upper-right')).toEqual(['A2', 'A1', 'B2', 'B1', 'C2', 'C1']);
    expect(names('lower-left')).toEqual(['C1', 'C2', 'B1', 'B2', 'A1', 'A2']);
    expect(names('lower-right')).toEqual(['C2', 'C1', 'B2', 'B1', 'A2', 'A1']);
  });

  it('prints some panels first, leaves others off, and puts one on another stock', () => {
    const { docket, it } = posterOf({
      product: {
        copies: 3,
        first: [
          { column: 2, row: 3 },
          { column: 1, row: 2 },
        ],
        singles: [
          { column: 1, row: 1, off: true, stock: null },
          { column: 2, row: 1, off: false, stock: BOARD },
        ],
      },
    });
    const names = Array.from(it.sheets, (s) => s.front[0]!.label);
    expect(names).toEqual(['C2', 'B1', 'A2', 'B2', 'C1']);
    expect(it.sheets.at(2).stock.id).toBe('board');
    expect(it.sheets.at(0).prints).toBe(3);
    // this machine draws from one tray in a job
    expect(loadsOf(it).map((l) => [l.sheets, l.copies, l.stocks[0]!.stock.id])).toEqual([
      [[1, 2, 4, 5], 3, 'sra3'],
      [[3], 3, 'board'],
    ]);
    expect(reckon(docket, it).find((f) => f.key === 'goodSheets')!.value).toBe(15);
  });

  it('of several pages each is a poster', () => {
    const { it, docket } = posterOf({ product: { copies: 2 } }, 3);
    const total = reckon(docket, it).find((f) => f.key === 'total')!;
    // 36 good and 3 spoilt, of 2.9 and a click of 1.5: 171.6 for two of each of three
    expect(sumText(total, 'mm')).toContain('28.6 ct a poster');
    expect(it.sheets.length).toBe(18);
    expect([it.sheets.at(6).front[0]!.label, it.content.at(7).page?.page]).toEqual(['2 A1', 2]);
    expect(it.pieces.at(17)!.noun).toBe('poster 3, panel C2');
  });

  it('lays something to look at where the overlap is larger than a panel, and counts what is too many', () => {
    const all = posterOf({ product: { overlap: 400 } }).it;
    expect(all.product.allOverlap).toBe(true);
    expect(all.sheets.length).toBeGreaterThan(0);
    const wall = posterOf({ product: { finished: { width: 20_000, height: 20_000 } } }).it;
    // (20000 − 20) ÷ 406 → 50 by 19980 ÷ 276 → 73
    expect(wall.tooLarge).toEqual({ of: 'panels', wanted: 3650, most: 3000 });
  });
});
