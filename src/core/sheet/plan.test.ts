import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { throughSheet } from '../lay';
import { plan, type Cell, type Plan as AnyPlan } from '.';
import { patched, type DocketOf, type Patch as AnyPatch } from '../docket';
import { apply, boundsOf, type Size } from '../measure';
import { A5, artworkOf, docketFor, SHOP } from '../testing';

type Docket = DocketOf<'bound'>;
type Patch = AnyPatch<DocketOf<'bound'>>;
type Plan = AnyPlan<'bound'>;

const on = (id: string, patch: Patch, pages = 8): { docket: Docket; planned: Plan } => {
  const artwork = artworkOf(pages);
  const stock = SHOP.stocks.find((s) => s.id === id)!;
  const docket = patched(patched(docketFor(artwork), { sheet: { stock } }), patch);
  return { docket, planned: plan(docket, artwork) };
};
const byX = (cells: readonly Cell[]) => [...cells].sort((a, b) => b.trim.y - a.trim.y || a.trim.x - b.trim.x);

describe('a stitched A5 booklet of 8 pages one up on A3', () => {
  const { planned } = on('a3', { sheet: { up: 'one' } });

  it('has 8|1, 2|7 outside and 6|3, 4|5 inside', () => {
    const pages = [...planned.sheets].map((s) => [byX(s.front).map((c) => c.page), byX(s.back).map((c) => c.page)]);
    expect(pages).toEqual([
      [
        [8, 1],
        [2, 7],
      ],
      [
        [6, 3],
        [4, 5],
      ],
    ]);
  });

  it('lies in the middle of the lying sheet', () => {
    const [left] = byX(planned.sheets.at(0).front);
    // 420 × 297: (420 − 296) / 2 = 62 and (297 − 210) / 2 = 43.5
    expect(left!.trim).toMatchObject({ x: 62, y: 43.5, width: 148, height: 210 });
    // bleed at the face, head and foot, none at the fold
    expect(boundsOf(left!.clip)).toMatchObject({ x: 59, y: 40.5, width: 151, height: 216 });
  });

  it('moves the inner sheet’s content 0.11 mm to the spine', () => {
    const [six, three] = byX(planned.sheets.at(1).front);
    // the artwork’s trim starts 3 mm inside its media box
    expect(apply(six!.matrix!, 3, 3)[0]).toBeCloseTo(62 + 0.11, 9);
    expect(apply(three!.matrix!, 3, 3)[0]).toBeCloseTo(62 + 148 - 0.11, 9);
  });
});

describe('how many up', () => {
  const up = (id: string, finished: Size, bleed = 3): number =>
    on(id, { product: { finished, bleed } }).planned.sheets.main.lay.downs.length;
  it('is 1 A5 with bleed on A3 and SRA3, and 2 A6 more', () => {
    // 302 × 216 into 412 × 289: once; into 442 × 312: once, sideways 216 × 302: twice
    expect(up('a3', A5)).toBe(1);
    expect(up('sra3', A5)).toBe(2);
    // 216 × 154 (A6 spread with bleed) into 442 × 312: 2 × 2
    expect(up('sra3', { width: 105, height: 148 })).toBe(4);
  });
  it('does not lose one to rounding in inches', () => {
    const stock = { ...SHOP.stocks[0]!, width: 8.5 * 25.4, height: 11 * 25.4 };
    const machine = { ...SHOP.machines[0]!, noPrint: { left: 0, right: 0, top: 0, bottom: 0 } };
    const { planned } = on('a4', {
      sheet: { stock, machine },
      product: { bleed: 0, finished: { width: 2.75 * 25.4, height: (8.5 / 3) * 25.4 } },
    });
    expect(planned.sheets.main.lay.downs).toHaveLength(6);
  });
  it('shows one all the same where none fits', () => {
    const { lay } = on('a4', { product: { trimming: 'trimmed' } }).planned.sheets.main;
    expect(lay.fits).toBe(false);
    expect(lay.downs).toHaveLength(1);
  });
});

describe('bound at the top', () => {
  it('stands upright on every side when the sheet is tumbled', () => {
    const { planned } = on(
      'a3',
      { product: { bound: 'top', finished: { width: 210, height: 148 } }, sheet: { turn: 'tumble', up: 'one' } },
      4,
    );
    const [sheet] = planned.sheets;
    expect(planned.sheets.main.lay.grid!.sideways).toBe(true);
    // the spread is 210 × 296 and lies sideways: all heads the same way on both sides when tumbled about a level axis
    expect(new Set(sheet!.front.map((c) => c.head))).toEqual(new Set([1]));
    expect(sheet!.front.map((c) => c.page).sort()).toEqual([1, 4]);
    expect(sheet!.back.map((c) => c.page).sort()).toEqual([2, 3]);
    // through the level axis a head that points left keeps its way; the leaf is bound over the head, so the back points right
    expect(new Set(sheet!.back.map((c) => c.head))).toEqual(new Set([3]));
  });
});

const wishes = fc.record({
  pages: fc.integer({ min: 1, max: 90 }),
  width: fc.double({ min: 30, max: 260, noNaN: true }),
  height: fc.double({ min: 30, max: 260, noNaN: true }),
  bleed: fc.double({ min: 0, max: 6, noNaN: true }),
  bound: fc.constantFrom('left' as const, 'right' as const, 'top' as const),
  turn: fc.constantFrom('turn' as const, 'tumble' as const),
  stock: fc.constantFrom(...SHOP.stocks),
  margins: fc.record({
    left: fc.double({ min: 0, max: 15, noNaN: true }),
    right: fc.double({ min: 0, max: 15, noNaN: true }),
    top: fc.double({ min: 0, max: 15, noNaN: true }),
    bottom: fc.double({ min: 0, max: 15, noNaN: true }),
  }),
});

describe('any booklet', () => {
  const build = (w: typeof wishes extends fc.Arbitrary<infer T> ? T : never): { docket: Docket; planned: Plan } => {
    const artwork = artworkOf(w.pages, { width: w.width, height: w.height });
    const docket = patched(docketFor(artwork), {
      product: { bound: w.bound, bleed: w.bleed, finished: { width: w.width, height: w.height } },
      sheet: { turn: w.turn, stock: w.stock, machine: { ...SHOP.machines[0]!, noPrint: w.margins } },
    });
    return { docket, planned: plan(docket, artwork) };
  };

  it('has every page exactly once a booklet, partners adding up to P + 1', () => {
    fc.assert(
      fc.property(wishes, (w) => {
        const { planned } = build(w);
        const total = planned.product.reading.length;
        planned.sheets.main.lay.downs.forEach((_, slot) => {
          const cells = [...planned.sheets].flatMap((s) => [...s.front, ...s.back]).filter((c) => c.down === slot);
          expect(cells.map((c) => c.place).sort((a, b) => a - b)).toEqual(
            Array.from({ length: total }, (_x, i) => i + 1),
          );
        });
        for (const s of planned.sheets)
          for (const side of [s.front, s.back])
            planned.sheets.main.lay.downs.forEach((_, slot) => {
              const [a, b] = side.filter((c) => c.down === slot);
              expect(a!.place + b!.place).toBe(total + 1);
            });
      }),
    );
  });

  it('has each back behind its front within 0.001 mm, whatever the margins, and heads that agree', () => {
    fc.assert(
      fc.property(wishes, (w) => {
        const { planned } = build(w);
        const { paper: sheet, turn } = planned.sheets.main.lay;
        for (const s of [...planned.sheets].slice(0, 3))
          for (const front of s.front) {
            const leaf = Math.ceil(front.place / 2);
            const back = s.back.find((c) => c.down === front.down && Math.ceil(c.place / 2) === leaf)!;
            const behind = throughSheet(back.trim, sheet, turn);
            for (const k of ['x', 'y', 'width', 'height'] as const)
              expect(Math.abs(behind[k] - front.trim[k])).toBeLessThan(0.001);
            // The head of the back, walked through the sheet: same way for side-bound leaves, opposite for top-bound ones.
            // turn mirrors left-right, tumble up-down; directions counted counter-clockwise from up.
            const mirrored = turn === 'turn' ? [0, 3, 2, 1][back.head] : [2, 1, 0, 3][back.head];
            expect(mirrored).toBe(w.bound === 'top' ? (front.head + 2) % 4 : front.head);
          }
      }),
    );
  });

  it('lies inside what the machine prints of both sides where it says it fits', () => {
    fc.assert(
      fc.property(wishes, (w) => {
        const { planned, docket } = build(w);
        if (!planned.sheets.main.lay.fits) return;
        const { paper: sheet } = planned.sheets.main.lay;
        const m = docket.sheet.machine.noPrint;
        for (const side of [planned.sheets.at(0).front, planned.sheets.at(0).back])
          for (const clip of side.map((c) => boundsOf(c.clip))) {
            expect(clip.x).toBeGreaterThanOrEqual(m.left - 1e-6);
            expect(clip.y).toBeGreaterThanOrEqual(m.bottom - 1e-6);
            expect(clip.x + clip.width).toBeLessThanOrEqual(sheet.width - m.right + 1e-6);
            expect(clip.y + clip.height).toBeLessThanOrEqual(sheet.height - m.top + 1e-6);
          }
      }),
    );
  });

  it('is planned the same each time', () => {
    fc.assert(
      fc.property(wishes, (w) => {
        const [a, b] = [build(w).planned, build(w).planned];
        expect([...a.sheets]).toEqual([...b.sheets]);
        expect(a.product).toEqual(b.product);
      }),
      { numRuns: 20 },
    );
  });

  it('has an artwork page’s trim exactly on the finished trim, head where the head points', () => {
    fc.assert(
      fc.property(wishes, (w) => {
        const { planned } = build(w);
        const cell = planned.sheets.at(0).front.find((c) => c.matrix);
        if (!cell) return;
        // corners of the artwork's trim land on corners of the cell's trim; sheet 1 has no creep
        const foot = apply(cell.matrix!, 3 + w.width / 2, 3);
        const centre = [cell.trim.x + cell.trim.width / 2, cell.trim.y + cell.trim.height / 2];
        const towardFoot = [foot[0] - centre[0]!, foot[1] - centre[1]!];
        const expected = [
          [0, -w.height / 2],
          [w.height / 2, 0],
          [0, w.height / 2],
          [-w.height / 2, 0],
        ][cell.head]!;
        expect(towardFoot[0]).toBeCloseTo(expected[0]!, 6);
        expect(towardFoot[1]).toBeCloseTo(expected[1]!, 6);
      }),
    );
  });
});
