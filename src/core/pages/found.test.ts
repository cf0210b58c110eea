import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { overlap, rect, type Rect } from '../measure';
import { foundOn, type DrawnItem } from './found';

const SHEET = rect(0, 0, 210, 297);
const line = (x0: number, y0: number, x1: number, y1: number): DrawnItem => ({
  box: rect(Math.min(x0, x1), Math.min(y0, y1), Math.abs(x1 - x0), Math.abs(y1 - y0)),
  kind: 'line',
});
const ground = (box: Rect): DrawnItem => ({ box, kind: 'ground' });

/** Lines at the corners of a rectangle, beginning `off` from it. */
const marks = ({ x, y, width, height }: Rect, off = 3, long = 5): DrawnItem[] => [
  ...[x, x + width].flatMap((at) => [
    line(at, y - off, at, y - off - long),
    line(at, y + height + off, at, y + height + off + long),
  ]),
  ...[y, y + height].flatMap((at) => [
    line(x - off, at, x - off - long, at),
    line(x + width + off, at, x + width + off + long, at),
  ]),
];
const grown = (r: Rect, by: number): Rect => rect(r.x - by, r.y - by, r.width + 2 * by, r.height + 2 * by);

const CARD = rect(60, 100, 85, 55);

describe('pieces between mark lines', () => {
  it('are found with the ink round them as their bleed', () => {
    const found = foundOn([ground(grown(CARD, 3)), ...marks(CARD)], SHEET);
    expect(found?.marked).toEqual([{ trim: CARD, bleed: grown(CARD, 3) }]);
  });

  it('have no more bleed than there is, nor any that marks stand in', () => {
    expect(foundOn([ground(CARD), ...marks(CARD)], SHEET)?.marked?.[0]?.bleed).toEqual(CARD);
    // ink to 5 mm, marks from 2: the bleed ends where they begin
    expect(foundOn([ground(grown(CARD, 5)), ...marks(CARD, 2)], SHEET)?.marked?.[0]?.bleed).toEqual(grown(CARD, 2));
    // a cross above, with its foot 1 mm over the trim
    const cross = [line(100, 156, 100, 162), line(97, 159, 103, 159)];
    const bleed = foundOn([ground(grown(CARD, 3)), ...marks(CARD), ...cross], SHEET)?.marked?.[0]?.bleed;
    expect(bleed).toEqual(rect(57, 97, 91, 59));
  });

  it('have bleed at edges that nothing runs off as well, as far as nothing stands there', () => {
    const words: DrawnItem = { box: rect(70, 120, 30, 5), kind: 'other' };
    const bar = ground(rect(80, 90, 20, 8.5));
    expect(foundOn([words, ...marks(CARD)], SHEET)?.marked?.[0]?.bleed).toEqual(grown(CARD, 3));
    expect(foundOn([words, bar, ...marks(CARD)], SHEET)?.marked?.[0]?.bleed).toEqual(rect(57, 98.5, 91, 59.5));
    // ink that ends a hair within the trim is meant to run off; a millimetre within it is not
    const to = (inset: number): DrawnItem => ground(rect(60 + inset, 100, 85 - inset, 55));
    const left = (inset: number) => 60 - foundOn([to(inset), ...marks(CARD)], SHEET)!.marked![0]!.bleed.x;
    expect([left(0.3), left(1)]).toEqual([0, 3]);
    // a ground over the left half, with 2 mm of bleed
    const half = ground(rect(58, 98, 40, 59));
    expect(foundOn([half, ...marks(CARD)], SHEET)?.marked?.[0]?.bleed).toEqual(rect(58, 98, 90, 59));
  });

  it('are the trim where bleed is marked as well', () => {
    const found = foundOn([ground(grown(CARD, 3)), ...marks(CARD, 5), ...marks(grown(CARD, 3), 2)], SHEET);
    expect(found?.marked).toEqual([{ trim: CARD, bleed: grown(CARD, 3) }]);
  });

  it('are not divided by marks of folds and middles, nor found at crosses', () => {
    const middle = [line(102.5, 97, 102.5, 92), line(102.5, 158, 102.5, 163)];
    expect(foundOn([ground(CARD), ...marks(CARD), ...middle], SHEET)?.marked?.map((m) => m.trim)).toEqual([CARD]);
    const crosses = [
      [60, 90],
      [145, 90],
      [60, 165],
      [145, 165],
    ].flatMap(([x, y]) => [line(x! - 3, y!, x! + 3, y!), line(x!, y! - 3, x!, y! + 3)]);
    expect(foundOn([ground(CARD), ...crosses], SHEET)?.marked).toBeUndefined();
  });

  it('are not marked by bars: marks are thin', () => {
    const bars = marks(CARD).map(({ box }): DrawnItem => ({ box: grown(box, 0.5), kind: 'line' }));
    expect(foundOn([ground(CARD), ...bars], SHEET)?.marked).toBeUndefined();
  });

  it('want something in them, and a mark beyond both ends of each edge', () => {
    // of two the filled one alone
    const below = rect(60, 20, 85, 55);
    expect(foundOn([ground(CARD), ...marks(CARD), ...marks(below)], SHEET)?.marked?.map((m) => m.trim)).toEqual([CARD]);
    expect(foundOn([...marks(CARD), ...marks(below)], SHEET)?.marked).toBeUndefined();
    expect(foundOn([ground(CARD), ...marks(CARD).slice(1)], SHEET)?.marked).toBeUndefined();
  });

  it('are there on a blank page as well, whatever stands beside it', () => {
    const bar = ground(rect(0, 280, 20, 5));
    expect(foundOn([...marks(CARD), bar], SHEET)?.marked).toEqual([{ trim: CARD, bleed: grown(CARD, 3) }]);
    expect(foundOn(marks(CARD), SHEET)?.marked?.[0]?.trim).toEqual(CARD);
  });

  it('are several on one page, in reading order, the space between them shared', () => {
    const cards = [rect(20, 200, 80, 50), rect(104, 200, 80, 50), rect(20, 100, 80, 50)];
    const found = foundOn(
      cards.toReversed().flatMap((c) => [ground(grown(c, 3)), ...marks(c, 0.5, 1.5)]),
      SHEET,
    );
    expect(found?.marked?.map((m) => m.trim)).toEqual(cards);
  });

  it('stand wherever they stand', () => {
    const place = fc.record({
      x: fc.double({ min: 15, max: 80, noNaN: true }),
      y: fc.double({ min: 15, max: 150, noNaN: true }),
      width: fc.double({ min: 12, max: 110, noNaN: true }),
      height: fc.double({ min: 12, max: 120, noNaN: true }),
    });
    const off = fc.double({ min: 0, max: 6, noNaN: true });
    fc.assert(
      fc.property(place, off, fc.double({ min: 2, max: 8, noNaN: true }), (trim, free, long) => {
        const found = foundOn([ground(grown(trim, 3)), ...marks(trim, free, long)], SHEET);
        const piece = found?.marked?.[0];
        expect(found?.marked).toHaveLength(1);
        for (const side of ['x', 'y', 'width', 'height'] as const) expect(piece!.trim[side]).toBeCloseTo(trim[side], 1);
        // no mark would be printed with it; places are said to a hundredth
        const printed = grown(piece!.bleed, -0.01);
        for (const mark of marks(trim, free, long)) expect(overlap(mark.box, printed)).toBe(false);
      }),
    );
  });
});

describe('what a page holds', () => {
  it('is a ground of its own where one thing fills it', () => {
    const words: DrawnItem = { box: rect(70, 120, 30, 5), kind: 'other' };
    expect(foundOn([ground(CARD), words], SHEET)).toEqual({ extent: CARD, solid: true });
    expect(foundOn([words], SHEET)).toEqual({ extent: words.box, solid: false });
    expect(foundOn([ground(CARD), { box: rect(10, 10, 20, 5), kind: 'other' }], SHEET)?.solid).toBe(false);
  });

  it('is looked at in no time where it is a hatching of forty thousand lines', () => {
    const hatch = Array.from({ length: 40_000 }, (_, i) => line(50 + (i % 200) * 0.5, 50 + i / 400, 52 + (i % 200) * 0.5, 50 + i / 400)); // prettier-ignore
    const found = foundOn([...hatch, ...marks(CARD)], SHEET);
    expect(found?.marked).toBeUndefined();
    expect(found?.extent?.x).toBe(50);
  });

  it('ends at its sheet, and is nothing where nothing is drawn', () => {
    expect(foundOn([ground(rect(-10, -10, 60, 60))], SHEET)?.extent).toEqual(rect(0, 0, 50, 50));
    expect(foundOn([], SHEET)).toBeNull();
    expect(foundOn([ground(rect(300, 0, 10, 10))], SHEET)).toBeNull();
  });
});

describe('parts that share the marks of their cuts', () => {
  /** Marks round a piece, and beyond its edges where it is cut between. */
  const gang = (whole: Rect, columns: readonly number[], rows: readonly number[]): DrawnItem[] => [
    ...marks(whole),
    ...columns.flatMap((x) => [
      line(x, whole.y - 3, x, whole.y - 8),
      line(x, whole.y + whole.height + 3, x, whole.y + whole.height + 8),
    ]),
    ...rows.flatMap((y) => [
      line(whole.x - 3, y, whole.x - 8, y),
      line(whole.x + whole.width + 3, y, whole.x + whole.width + 8, y),
    ]),
  ];
  const whole = rect(15, 60, 180, 110);
  const cells = [rect(15, 115, 90, 55), rect(105, 115, 90, 55), rect(15, 60, 90, 55), rect(105, 60, 90, 55)];

  it('are told beside the whole, from the upper left, each with the bleed that is its own', () => {
    const found = foundOn([ground(grown(whole, 3)), ...gang(whole, [105], [115])], SHEET);
    expect(found?.marked?.map((m) => m.trim)).toEqual([whole]);
    expect(found?.parts?.map((p) => p.trim)).toEqual(cells);
    // to the outside there are 3 mm, to a neighbour none
    expect(found?.parts?.[0]?.bleed).toEqual(rect(12, 115, 93, 58));
    expect(found?.parts?.[3]?.bleed).toEqual(rect(105, 57, 93, 58));
  });

  it('may have gaps between them, of which each has half', () => {
    const wide = rect(12, 60, 186, 55);
    const found = foundOn([ground(grown(wide, 3)), ...gang(wide, [102, 108], [])], SHEET);
    expect(found?.parts).toEqual([
      { trim: rect(12, 60, 90, 55), bleed: rect(9, 57, 96, 61) },
      { trim: rect(108, 60, 90, 55), bleed: rect(105, 57, 96, 61) },
    ]);
  });

  it('are none where they are unlike, empty, or marked on one side alone', () => {
    const parts = (items: readonly DrawnItem[]) => foundOn(items, SHEET)?.parts;
    const full = ground(whole);
    expect(parts([full, ...gang(whole, [100], [])])).toBeUndefined();
    expect(parts([full, ...gang(whole, [105.1], [])])).toHaveLength(2);
    expect(parts([full, ...gang(whole, [105.3], [])])).toBeUndefined();
    expect(parts([ground(rect(15, 60, 80, 110)), ...gang(whole, [105], [])])).toBeUndefined();
    expect(parts([full, ...marks(whole), line(105, 57, 105, 52)])).toBeUndefined();
    // nine columns of 20 by eleven rows of 10 are a ruler; by five rows they are cards
    const nine = Array.from({ length: 8 }, (_, i) => 35 + 20 * i);
    expect(parts([full, ...gang(whole, nine, [])])).toHaveLength(9);
    expect(parts([full, ...gang(whole, nine, [82, 104, 126, 148])])).toHaveLength(45);
    expect(parts([full, ...gang(whole, nine, [75.7, 91.4, 107.1, 122.9, 138.6, 154.3])])).toBeUndefined();
  });
});
