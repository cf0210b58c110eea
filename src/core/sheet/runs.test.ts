import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type Patch as AnyPatch } from '../docket';
import { yieldOf } from '../lay';
import { plan, type Plan as AnyPlan } from '../sheet';
import { artworkOf, BOARD, coverOn, docketFor, SHOP } from '../testing';
import { loadsOf, runsOf, sentOf } from '.';

type Docket = DocketOf<'bound'>;
type Patch = AnyPatch<DocketOf<'bound'>>;
type Plan = AnyPlan<'bound'>;

const WIRE = { kind: 'loose-leaf' as const, by: 'wire' as const, clearance: 8, order: 'repeat' as const };
const COVER = coverOn(BOARD);
const MIXES = { ...SHOP.machines[0]!, mixes: true };

function loads(pages: number, ...patches: Patch[]) {
  const artwork = artworkOf(pages);
  const docket = [{ sheet: { stock: SHOP.stocks[2]!, machine: MIXES } }, ...patches].reduce<
    ReturnType<typeof docketFor>
  >((d, p) => patched(d, p), docketFor(artwork));
  const planned = plan(docket, artwork);
  return { list: loadsOf(planned), runs: runsOf(planned) };
}
const said = (list: ReturnType<typeof loads>['list']) =>
  list.map((l) => [l.copies, l.sheets, l.stocks.map((s) => [s.from, s.to, s.stock.id])]);

describe('what goes to a machine as one job', () => {
  it('a booklet and its cover, collated: the cover’s sheet, then the text’s', () => {
    const { list } = loads(16, { product: { copies: 101, cover: COVER } });
    expect(said(list)).toEqual([
      [
        51,
        [1, 2, 3, 4],
        [
          [1, 1, 'board'],
          [2, 4, 'sra3'],
        ],
      ],
    ]);
    expect(list[0]!.good).toBe(4 * 51);
  });
  it('with the sheets reckoned as spoilage, where they are wished for: as often as the scarcest stock gives whole', () => {
    const { list, runs } = loads(16, {
      product: { copies: 101, cover: COVER },
      sheet: { machine: { ...MIXES, spoilage: { sheets: 5, percent: 2 } } },
    });
    // 5 + 2 % of 51 covers are 7 sheets; 5 + 2 % of 3 × 51 sheets of text are 9, three times the text
    expect(runs.map((r) => r.spoilage)).toEqual([7, 9]);
    expect(list[0]!.overs).toBe(3);
    expect(sentOf(list[0]!, { overs: true })).toEqual({ times: 54, sheets: 216 });
    expect(sentOf(list[0]!, { overs: false })).toEqual({ times: 51, sheets: 204 });
    // fewer than a whole copy stay beside the press
    const few = loads(16, { sheet: { machine: { ...MIXES, spoilage: { sheets: 3, percent: 0 } } } });
    expect(few.list.map((l) => l.overs)).toEqual([0]);
  });
  it('each run for itself where the machine draws from one tray', () => {
    const { list, runs } = loads(16, { product: { cover: COVER }, sheet: { machine: { ...MIXES, mixes: false } } });
    expect(list.map((l) => l.sheets)).toEqual(runs.map((r) => r.sheets));
    expect(list).toHaveLength(2);
  });
  it('a cover that is fed at the binder goes by itself', () => {
    const { list } = loads(96, { product: { cover: COVER, binding: { kind: 'perfect-bound', grindOff: 3 } } });
    expect(list.map((l) => l.stocks.map((s) => s.stock.id))).toEqual([['board'], ['sra3']]);
  });
  it('spoils for running in once a stock, whatever is printed on it', () => {
    const spoils = { ...MIXES, spoilage: { sheets: 5, percent: 0 } };
    const { runs } = loads(12, {
      product: {
        binding: WIRE,
        chapters: [{ at: 1, title: 'A' }],
        tabs: { on: true, extension: 13, stock: SHOP.stocks[2]! },
      },
      sheet: { machine: spoils },
    });
    const on = (id: string): number[] => runs.filter((r) => r.stock.id === id).map((r) => r.spoilage);
    expect(on('sra3').length).toBeGreaterThan(1);
    expect(on('sra3').reduce((a, b) => a + b)).toBe(5);
  });
  it('leaves on two stocks in reading order, and back to the first', () => {
    const { list } = loads(12, { product: { binding: WIRE, stocks: [{ from: 5, to: 6, stock: BOARD }] } });
    expect(said(list).map(([, , stocks]) => stocks)).toEqual([
      [
        [1, 2, 'sra3'],
        [3, 3, 'board'],
        [4, 6, 'sra3'],
      ],
    ]);
  });
  it('what is printed another number of times goes by itself: tabs that fewer of fit on a sheet', () => {
    const { list } = loads(12, {
      product: { binding: WIRE, chapters: [{ at: 1, title: 'A' }], tabs: { on: true, extension: 13, stock: BOARD } },
    });
    // A5 leaves four up; 13 mm wider, two
    expect(list.map((l) => [l.copies, l.sheets.length])).toEqual(
      expect.arrayContaining([
        [expect.any(Number), 6],
        [expect.any(Number), 1],
      ]),
    );
    expect(new Set(list.map((l) => l.copies)).size).toBe(2);
  });
});

/** How many of each piece are printed, over all runs. */
function printed(planned: Plan): Map<number, number> {
  const got = new Map<number, number>();
  for (const run of runsOf(planned))
    for (const number of run.sheets) {
      const { downs, lay } = planned.sheets.at(number - 1);
      for (const piece of downs)
        if (piece !== null) got.set(piece, (got.get(piece) ?? 0) + (run.good / run.perCopy) * yieldOf(lay.work));
    }
  return got;
}

describe('how often a piece is printed', () => {
  const BIG = { ...SHOP.stocks[0]!, id: 'big', format: 'big', width: 900, height: 1400 };
  const wide = { ...SHOP.machines[0]!, largest: { width: 3000, height: 3000 } };
  const wishes = fc.record({
    pages: fc.integer({ min: 1, max: 60 }),
    copies: fc.integer({ min: 1, max: 400 }),
    binding: fc.constantFrom<Docket['product']['binding']>(
      { kind: 'saddle-stitched' },
      { kind: 'perfect-bound', grindOff: 3 },
      WIRE,
      { ...WIRE, order: 'stack' },
    ),
    width: fc.integer({ min: 60, max: 150 }),
    height: fc.integer({ min: 60, max: 210 }),
    up: fc.constantFrom('one' as const, 'most' as const, 2, 3, 5, 8),
    fill: fc.constantFrom('repeat' as const, 'different' as const, 'come-and-go' as const),
    work: fc.constantFrom('sheetwise' as const, 'work-and-turn' as const, 'one-sided' as const),
    apart: fc.boolean(),
  });

  it('as often as wished for, and at most a sheet of it over', () => {
    fc.assert(
      fc.property(wishes, ({ pages, copies, binding, width, height, up, fill, work, apart }) => {
        const artwork = artworkOf(pages, { width, height });
        const docket = patched(docketFor(artwork), {
          product: {
            copies,
            binding,
            cover: apart ? coverOn({ ...BIG, id: 'board' }) : { kind: 'self' },
            chapters: [
              { at: 1, title: 'a' },
              { at: 5, title: 'b' },
            ],
            tabs: { on: apart },
          },
          sheet: { stock: BIG, machine: wide, up, fill, work },
        });
        const planned = plan(docket, artwork);
        const got = printed(planned);
        const most = Math.max(...planned.sheets.lays.map((l) => l.downs.length * yieldOf(l.work)));
        const wrong = Array.from(planned.pieces).filter((p) => {
          const n = got.get(p.id) ?? 0;
          return n < p.wanted || n > p.wanted + most;
        });
        expect(wrong.map((p) => [p.id, got.get(p.id), p.wanted])).toEqual([]);
      }),
      { numRuns: 300 },
    );
  });

  const on = (pages: number, copies: number, product: Patch['product'], sheet: Patch['sheet']): Plan => {
    const artwork = artworkOf(pages);
    return plan(
      patched(docketFor(artwork), { product: { copies, ...product }, sheet: { stock: BIG, machine: wide, ...sheet } }),
      artwork,
    );
  };
  const STACK = { binding: { ...WIRE, order: 'stack' as const } };

  it('three leaves eight up: two copies stand beside each other, two places stay empty', () => {
    const it = on(6, 100, STACK, { up: 8 });
    expect(it.sheets.at(0).downs).toEqual([0, 1, 2, 0, 1, 2, null, null]);
    expect(runsOf(it).map((r) => r.good)).toEqual([50]);
  });
  it('25 leaves four up, in piles of seven: the last has four, and blanks at its foot', () => {
    const it = on(50, 1, STACK, { up: 4 });
    expect([...it.sheets].map((s) => s.downs)).toEqual([
      [0, 7, 14, 21],
      [1, 8, 15, 22],
      [2, 9, 16, 23],
      [3, 10, 17, 24],
      [4, 11, 18, null],
      [5, 12, 19, null],
      [6, 13, 20, null],
    ]);
  });
  it('five leaves four up, each once on the first sheet; the one that is left over four times', () => {
    const it = on(10, 100, { binding: WIRE }, { up: 4, fill: 'different' });
    expect([...it.sheets].map((s) => s.downs)).toEqual([
      [0, 1, 2, 3],
      [4, 4, 4, 4],
    ]);
    // 100 of the first, 100 ÷ 4 of the second
    expect(runsOf(it).map((r) => r.good)).toEqual([100, 25]);
  });
  it('two books head to tail: a sheet of each section carries one of either, so half as many are printed', () => {
    const it = on(
      32,
      100,
      { binding: { kind: 'perfect-bound', grindOff: 3 }, fold: '16-right-angle' },
      {
        up: 2,
        fill: 'come-and-go',
      },
    );
    expect([...it.sheets].map((s) => s.downs)).toEqual([
      [0, 1],
      [1, 0],
    ]);
    expect(runsOf(it).map((r) => r.good)).toEqual([2 * 50]);
  });
});
