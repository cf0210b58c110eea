import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { knivesOf } from '../card';
import { cutsOf } from '../cutting';
import type { DocketOf, Patch } from '../docket';
import { routeWith } from '../finishing';
import type { Size } from '../measure';
import { pilesOfJob, pilesWritten, readPiles } from '../programs';
import { plan } from '../sheet';
import { PileProgram } from '../shop';
import { artworkOf, changed, flatDocketFor, GUILLOTINE, look, SHOP, SLITTER } from '../testing';
import { forPiles } from './for-piles';

const CARD: Size = { width: 85, height: 55 };
const cards = artworkOf(2, CARD, 3);
const [, , SRA3] = SHOP.stocks;
const cutOn = (docket: DocketOf<'flat'>, machine: typeof GUILLOTINE | typeof SLITTER): DocketOf<'flat'> =>
  changed(docket, { finish: { here: true, route: routeWith([], 'cut', machine) } });
const fresh = cutOn(changed(flatDocketFor(cards), { product: { copies: 100 } }), GUILLOTINE);

/** A program as the file of another job has it. */
function fileOf(product: Patch['product']): PileProgram {
  const docket = changed(fresh, { product, sheet: { stock: SRA3! } });
  return readPiles(pilesWritten(pilesOfJob(docket, plan(docket, cards), 'Cards'))).programs[0]!;
}
/** Two cards of 100 × 60 beside each other from 20 and 30: trimmed at the far edges first, then turned round. */
const BY_HAND = PileProgram.parse({
  name: 'Two of 100 × 60',
  pile: { width: 450, height: 320 },
  each: 500,
  stages: [
    {
      lies: 0,
      piles: [{ x: 0, y: 0, width: 450, height: 320 }],
      cuts: [
        { turns: 1, measure: 430, waste: true }, // the right edge at the gauge: 20 fall at the left
        { turns: 2, measure: 200, waste: true },
        { turns: 0, measure: 100, waste: false },
      ],
    },
    {
      lies: 3,
      piles: [
        { x: 20, y: 0, width: 100, height: 320 },
        { x: 120, y: 0, width: 100, height: 320 },
      ],
      cuts: [
        { turns: 1, measure: 290, waste: true }, // the tail at the gauge: 30 fall at the lead edge
        { turns: 2, measure: 60, waste: true },
      ],
    },
  ],
});

describe('work laid out for a program of a guillotine', () => {
  it('lies where the program cuts, and is cut by it', () => {
    for (const product of [
      { up: 20, lies: { way: 'upright', columns: 4, rows: 5 } },
      { up: 18, lies: { way: 'sideways', columns: 6, rows: 3, gap: { across: 4, down: 8 } } },
      { up: 12, lies: { way: 'upright', columns: 3, rows: 4, offset: { x: 7, y: -4.5 } } },
      { up: 6, finished: { width: 90, height: 50 }, lies: { way: 'upright', columns: 2, rows: 3 } },
      // twenty upright and three a quarter turned beside them
      { up: 23, finished: { width: 90, height: 50 }, lies: { way: 'mixed' } },
    ] as const) {
      const { finished, lies } = { finished: CARD, ...product };
      const program = fileOf({ finished, lies } as Patch['product']);
      const done = forPiles(program, fresh, cards, SHOP, 'mm');
      if ('cannot' in done) throw new Error(done.cannot);
      const docket = changed(fresh, done.patch);
      const planned = plan(docket, cards);
      expect(cutsOf(planned.sheets.main.lay).pieces).toHaveLength(product.up);
      const [knife] = knivesOf(docket, planned);
      expect(knife!.steps.map((s) => s.measure)).toEqual(program.stages.flatMap((s) => s.cuts.map((c) => c.measure)));
      const { find } = look(docket, cards);
      expect(['program-other', 'cut-unproven', 'no-finisher'].filter((id) => find(id))).toEqual([]);
    }
  });

  it('takes size and place of its pieces, and its order of cuts, though a search finds another', () => {
    const done = forPiles(BY_HAND, fresh, cards, SHOP, 'mm');
    if ('cannot' in done) throw new Error(done.cannot);
    const docket = changed(fresh, done.patch);
    const planned = plan(docket, cards);
    expect(docket.product.finished).toEqual({ width: 100, height: 60 });
    const pieces = cutsOf(planned.sheets.main.lay).pieces.map((r) => [r.x, r.y, r.width, r.height].map(Math.round));
    expect(pieces.sort()).toEqual([
      [120, 30, 100, 60],
      [20, 30, 100, 60],
    ]);
    const [knife] = knivesOf(docket, planned);
    expect(knife!.program).toBe('Two of 100 × 60');
    expect(knife!.steps.map((s) => [s.before, s.measure, s.falls])).toEqual([
      ['Right edge to the gauge', 430, 'waste'],
      ['Half turn', 200, 'waste'],
      [null, 100, 'pieces'].map((v) => (v === 'pieces' ? 'strips' : v)),
      ['Quarter turn left, 2 strips side by side', 290, 'waste'],
      ['Half turn', 60, 'waste'],
    ]);
    // a cut, a turn and a strip are where the guillotine's own search would have them otherwise
    const own = cutsOf(planned.sheets.main.lay).programOn(GUILLOTINE);
    expect('cuts' in own && own.cuts.map((c) => c.measure)).not.toEqual([430, 200, 100, 290, 60]);
  });

  it('is told where the sheets are no longer laid out for it; a program of its own puts that right', () => {
    const done = forPiles(BY_HAND, fresh, cards, SHOP, 'mm');
    if ('cannot' in done) throw new Error(done.cannot);
    const docket = changed(fresh, done.patch);
    const moved = changed(docket, { product: { lies: { offset: { x: 0, y: 0 } } } });
    const finding = look(moved, cards).find('program-other');
    expect(finding!.title).toBe('The sheets are no longer laid out for program Two of 100 × 60');
    expect(knivesOf(moved, plan(moved, cards))[0]!.program).toBeNull();
    const mended = changed(moved, finding!.remedies[0]!.patch);
    expect(look(mended, cards).find('program-other')).toBeUndefined();
    // a twentieth of a millimetre is what a gauge is set by, more is not
    const by = (x: number): boolean =>
      look(
        changed(docket, {
          product: { lies: { offset: { x: docket.product.lies.offset.x + x, y: docket.product.lies.offset.y } } },
        }),
        cards,
      ).find('program-other') === undefined;
    expect([by(0.04), by(0.06)]).toEqual([true, false]);
  });

  it('is not offered where it cannot be', () => {
    const cannot = (p: object, docket = fresh): string => {
      const done = forPiles(PileProgram.parse({ ...BY_HAND, ...p }), docket, cards, SHOP, 'mm');
      return 'cannot' in done ? done.cannot : 'it can';
    };
    expect(cannot({})).toBe('it can');
    expect(cannot({}, cutOn(fresh, SLITTER))).toBe('It is cut on no guillotine.');
    expect(cannot({ pile: { width: 451, height: 320 } })).toMatch(/^No stock that Plover takes is 451 × 320 mm/);
    expect(cannot({ stages: [{ ...BY_HAND.stages[0], cuts: [{ turns: 0, measure: 330, waste: true }] }] })).toMatch(
      /^It cannot be worked. A pile 320.000 mm deep/,
    );
    const [first, second] = BY_HAND.stages;
    // a strip that is not cut further is a piece as high as the sheet, whose edges do not print
    expect(cannot({ stages: [first, { ...second, piles: second!.piles.slice(0, 1) }] })).toMatch(/cannot be laid out/);
    // strips of two sizes fall as pieces
    const other = { ...second!, cuts: second!.cuts.map((c) => ({ ...c, waste: false })) };
    expect(cannot({ stages: [first, other] })).toMatch(/not those of pieces of one size/);
    // lying upright before the knife, sheets are printed the other way here
    expect(
      cannot({
        pile: { width: 320, height: 450 },
        stages: [
          {
            lies: 0,
            piles: [{ x: 0, y: 0, width: 320, height: 450 }],
            cuts: [
              { turns: 0, measure: 400, waste: true },
              { turns: 2, measure: 300, waste: true },
              { turns: 1, measure: 300, waste: true },
              { turns: 2, measure: 200, waste: true },
            ],
          },
        ],
      }),
    ).toMatch(/^It cuts sheets that lie 320 × 450 mm before the press/);
  });

  it('cuts what it was made for, whatever that is', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 140 }),
        fc.integer({ min: 40, max: 140 }),
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 1, max: 2 }),
        fc.constantFrom(0, 3, 7.25),
        (width, height, columns, rows, gap) => {
          // what is left in hand in the end may be waste as large as a piece: then nothing in the file tells them apart
          const left = (sheet: number, piece: number, count: number): number =>
            (sheet - count * piece - (count - 1) * gap) / 2;
          fc.pre(Math.abs(left(320, height, rows) - height) > 0.2 && Math.abs(left(450, width, columns) - width) > 0.2);
          const program = fileOf({
            finished: { width, height },
            lies: { way: 'upright', columns, rows, gap: { across: gap, down: gap } },
          } as Patch['product']);
          const done = forPiles(program, fresh, cards, SHOP, 'mm');
          if ('cannot' in done) throw new Error(done.cannot);
          const lay = plan(changed(fresh, done.patch), cards).sheets.main.lay;
          expect(cutsOf(lay).pieces).toHaveLength(columns * rows);
          expect(cutsOf(lay).programOn(GUILLOTINE, program)).toMatchObject({ given: true });
        },
      ),
      { numRuns: 60 },
    );
  });
});
