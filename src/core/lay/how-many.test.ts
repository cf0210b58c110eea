import { describe, expect, it } from 'vitest';
import { blockNeeds, type Lay } from '.';
import { inches, layFor, SRA3, up, type Case } from './testing-flat';

describe('how many lie on a sheet', () => {
  // along a length L, inside the bleed of the outermost, n = floor((L + g) ÷ (a + g)); upright × upright, sideways, best
  it.each<[string, Case, number, number, number]>([
    // 442 × 312 prints, 436 × 306 inside the bleed: 4 × 5; 7 × 3; 4 × 5 and one column of 3 lying
    ['85 × 54 on SRA3', { piece: [85, 54], sheet: SRA3, bleed: 3 }, 20, 21, 23],
    // 442 × 312: 5 × 5; 8 × 3; a row of 5 and, in the 258 left, three rows of 8 lying: 29
    ['85 × 54 on SRA3, touching', { piece: [85, 54], sheet: SRA3, bleed: 0, gap: 0 }, 25, 24, 29],
    // 4 × 5 (442 ÷ 96 = 4.6, 312 ÷ 56 = 5.6); 7 × 3; four columns of 5 and one of 3: 23
    ['90 × 50 on SRA3', { piece: [90, 50], sheet: SRA3, bleed: 3 }, 20, 21, 23],
    // A6 on 450 × 320, 436 × 306: 3 × 1 (442 ÷ 111, 312 ÷ 154 = 2): 3 × 2; (442 ÷ 154 = 2.9, 312 ÷ 111 = 2.8): 2 × 2
    ['A6 on 320 × 450', { piece: [105, 148], sheet: SRA3, bleed: 3 }, 6, 4, 6],
    // inside an inch less 2 × ⅛: 17.5 × 11.5 of 18 × 12 with ¼ in gaps: 17.75 ÷ 3.75 = 4.7, 11.75 ÷ 2.25 = 5.2; 17.75 ÷ 2.25 = 7.9, 11.75 ÷ 3.75 = 3.1
    [
      '3.5 × 2 in on 12 × 18 in',
      {
        piece: [inches(3.5), inches(2)],
        sheet: [inches(12), inches(18)],
        bleed: inches(1 / 8),
        noPrint: inches(1 / 8),
      },
      20,
      21,
      23,
    ],
    // no margin and touching: 18 ÷ 3.5 = 5.1, 12 ÷ 2 = 6 exactly; 9 exactly, 3.4: not one is lost to rounding
    [
      '3.5 × 2 in on 12 × 18 in, touching',
      { piece: [inches(3.5), inches(2)], sheet: [inches(12), inches(18)], bleed: 0, gap: 0, noPrint: 0 },
      30,
      27,
      30,
    ],
    // 19 × 13 with ⅛ in edges and bleed: 18.75 ÷ 6.25 = 3 exactly, 12.75 ÷ 4.25 = 3 exactly; 4.4, 2.04
    [
      '6 × 4 in on 13 × 19 in',
      { piece: [inches(6), inches(4)], sheet: [inches(13), inches(19)], bleed: inches(1 / 8), noPrint: inches(1 / 8) },
      9,
      8,
      9,
    ],
    // 8.5 × 11 on 11 × 17, nothing between: 2 × 1 lying (17 ÷ 8.5 = 2 exactly)
    [
      '8.5 × 11 in on 11 × 17 in',
      { piece: [inches(8.5), inches(11)], sheet: [inches(11), inches(17)], bleed: 0, gap: 0, noPrint: 0 },
      2,
      1,
      2,
    ],
    ['A4 on A3, nothing between', { piece: [210, 297], sheet: [297, 420], bleed: 0, gap: 0, noPrint: 0 }, 2, 1, 2],
    ['A5 on A3, nothing between', { piece: [148, 210], sheet: [297, 420], bleed: 0, gap: 0, noPrint: 0 }, 2, 4, 4],
    // 380 ÷ 41.5 = 9.2, 590 ÷ 41.5 = 14.2
    ['40 × 40 on 380 × 590', { piece: [40, 40], sheet: [380, 590], bleed: 0, gap: 1.5, noPrint: 0 }, 126, 126, 126],
    // 579.5 × 372 is what a block of 14 × 9 needs to the last tenth
    ['40 × 40 on 372 × 579.5', { piece: [40, 40], sheet: [372, 579.5], bleed: 0, gap: 1.5, noPrint: 0 }, 126, 126, 126],
    [
      '40 × 40 on a tenth less',
      { piece: [40, 40], sheet: [371.9, 579.5], bleed: 0, gap: 1.5, noPrint: 0 },
      112,
      112,
      112,
    ],
    ['a piece as large as what prints', { piece: [442, 312], sheet: SRA3, bleed: 0 }, 1, 0, 1],
    // 150 × 60: 442 ÷ 156 = 2.8, 312 ÷ 66 = 4.7: 2 × 4; 442 ÷ 66 = 6.7, 312 ÷ 156 = 2: 6 × 2
    ['150 × 60 on SRA3', { piece: [150, 60], sheet: SRA3, bleed: 3 }, 8, 12, 12],
    // DL 210 × 99: 442 ÷ 216 = 2.04, 312 ÷ 105 = 2.97: 2 × 2; 442 ÷ 105 = 4.2, 312 ÷ 216: 4 × 1
    ['DL on SRA3', { piece: [210, 99], sheet: SRA3, bleed: 3 }, 4, 4, 4],
    // unlike gaps of bleed: 2 mm bleed, 438 ÷ … : (438 + 4) ÷ 74 = 5.97, (308 + 4) ÷ 74 = 4.2
    ['70 square on SRA3', { piece: [70, 70], sheet: SRA3, bleed: 2 }, 20, 20, 20],
    // 1 mm pieces: five hundred at most, 25 × 20
    ['1 × 1 on SRA3', { piece: [1, 1], sheet: SRA3, bleed: 0, gap: 0 }, 500, 500, 500],
    // 297 × 210 sheet, 289 × 202: (289 + 6 − 6) ÷ 91 = 3.2, 202 ÷ 60 = 3.4; 4.8, 2.2
    ['85 × 54 on A4', { piece: [85, 54], sheet: [210, 297], bleed: 3 }, 9, 8, 9],
    // 100 × 100 with a gap of 10 and 3 of bleed: (436 + 10) ÷ 110 = 4.05, (306 + 10) ÷ 110 = 2.9
    ['100 square, gap 10, on SRA3', { piece: [100, 100], sheet: SRA3, bleed: 3, gap: 10 }, 8, 8, 8],
  ])('%s', (_, of, upright, sideways, best) => {
    expect([
      up(of, 'upright'),
      layFor(of, { product: { lies: { way: 'sideways' } } }).fits ? up(of, 'sideways') : 0,
      up(of),
    ]).toEqual([upright, sideways, best]);
  });

  it('by the sheets that are wanted, then by the cuts: for a hundred five sheets do, in the fewest cuts', () => {
    // 20, 21 and 23 up all take five sheets; 4 × 5 takes 4 + 3 × 2 + 4 × 2 = 18 cuts, 7 × 3 takes 20
    expect(up({ piece: [85, 54], sheet: SRA3, bleed: 3, copies: 100 })).toBe(20);
    // 105: 6 sheets, 5, 5
    expect(up({ piece: [85, 54], sheet: SRA3, bleed: 3, copies: 105 })).toBe(21);
    expect(up({ piece: [85, 54], sheet: SRA3, bleed: 3, copies: 110 })).toBe(23);
  });

  it('the other way round: what a block needs', () => {
    const square = { width: 40, height: 40 };
    expect(blockNeeds({ columns: 9, rows: 14 }, square, { across: 1.5, down: 1.5 }, 0)).toEqual({
      width: 372,
      height: 579.5,
    });
    expect(blockNeeds({ columns: 2, rows: 1 }, { width: 90, height: 50 }, { across: 6, down: 4 }, 3)).toEqual({
      width: 192,
      height: 56,
    });
  });

  it('as is set by hand: columns, rows, so many, moved as far as it prints', () => {
    const of: Case = { piece: [85, 54], sheet: SRA3, bleed: 3 };
    const grid = (lay: Lay): unknown => [lay.grid?.columns, lay.grid?.rows];
    expect(grid(layFor(of, { product: { lies: { columns: 3, rows: 2, way: 'upright' } } }))).toEqual([3, 2]);
    expect(layFor(of, { sheet: { up: 10 } }).downs).toHaveLength(10);
    expect(layFor(of, { sheet: { up: 'one' } }).downs).toHaveLength(1);
    const one = layFor(of, {
      sheet: { up: 'one' },
      product: { lies: { way: 'upright', offset: { x: 20, y: -1000 } } },
    });
    // (450 − 85) ÷ 2 + 20; 4 of edge and 3 of bleed
    expect([one.downs[0]!.trim.x, one.downs[0]!.trim.y]).toEqual([202.5, 7]);
  });

  it('with places emptied and turned, as they are counted from the upper left', () => {
    const of: Case = { piece: [105, 148], sheet: SRA3, bleed: 3 };
    const lay = layFor(of, {
      product: {
        lies: {
          singles: [
            { place: 2, turned: true, empty: false },
            { place: 6, turned: false, empty: true },
          ],
        },
      },
    });
    expect(lay.downs.map((d) => d.place)).toEqual([1, 2, 3, 4, 5]);
    expect(lay.emptied.map((e) => e.place)).toEqual([6]);
    // the second above: turned by half, its matrix points the other way
    expect(lay.downs.map((d) => Math.round(d.at[0]))).toEqual([1, -1, 1, 1, 1]);
    expect(lay.downs[1]!.trim.x).toBeGreaterThan(lay.downs[0]!.trim.x);
    expect(lay.downs[3]!.trim.y).toBeLessThan(lay.downs[0]!.trim.y);
  });

  it('every other row or column head to tail', () => {
    const of: Case = { piece: [105, 148], sheet: SRA3, bleed: 3 };
    const heads = (turned: 'rows' | 'columns'): number[] =>
      layFor(of, { product: { lies: { turned } } }).downs.map((d) => Math.round(d.at[0]));
    expect(heads('rows')).toEqual([1, 1, 1, -1, -1, -1]);
    expect(heads('columns')).toEqual([1, -1, 1, 1, -1, 1]);
  });
});
