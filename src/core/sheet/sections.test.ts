import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type Patch as AnyPatch } from '../docket';
import { stepOn } from '../finishing';
import { foldWay, looseLeaves, turnedWay, WAYS, wayOf, type Fold, type Way } from '../fold';
import { throughSheet, turnsDown } from '../lay';
import { standingPage } from '../makeup';
import { sectionPlansFor } from '../propose';
import type { Stock } from '../shop';
import { artworkOf, docketFor, FOLDER as WREN, look, shapeOf, SHOP } from '../testing';
import { cutOut, foldPaper, readBlock, turnPages } from '../testing-paper';
import { plan, type Cell, type Plan as AnyPlan, type Sheets } from '.';

type Docket = DocketOf<'bound'>;
type Patch = AnyPatch<DocketOf<'bound'>>;
type Plan = AnyPlan<'bound'>;

const HUGE: Stock = { ...SHOP.stocks[0]!, id: 'huge', format: 'huge', width: 2000, height: 3000 };
const MACHINE = { ...SHOP.machines[0]!, largest: { width: 3000, height: 3000 } };
const FOLDER = { ...WREN, name: 'Wren', mostFolds: 6 };
const PERFECT = { kind: 'perfect-bound' as const, grindOff: 3 };

function planned(pages: number, ...patches: Patch[]): { docket: Docket; it: Plan } {
  const artwork = artworkOf(pages);
  const base = patched(docketFor(artwork), { sheet: { stock: HUGE, machine: MACHINE, up: 'one' } });
  const docket = patches.reduce<Docket>((d, p) => patched(d, p), base);
  return { docket, it: plan(docket, artwork) };
}

/** Reading numbers of a block's outer (inner) side, row by row from the top, `v` for a head that points down. */
function rows(way: Way, side: 'outer' | 'inner' = 'outer'): string[] {
  const panels = foldWay(way, 'left');
  const columns = Array.from({ length: way.columns }, (_, i) => (side === 'outer' ? i : way.columns - 1 - i));
  return Array.from({ length: way.rows }, (_, i) => way.rows - 1 - i).map((row) =>
    columns
      .map((column) => panels.find((p) => p.column === column && p.row === row)![side])
      .map((f) => `${f.page}${f.head === 'down' ? 'v' : ''}`)
      .join(' '),
  );
}

describe('sections worked out by hand', () => {
  it('8 pages, right-angle: 5 4 on their heads above 8 1', () => {
    expect(rows(wayOf('8-right-angle')!)).toEqual(['5v 4v', '8 1']);
    expect(rows(wayOf('8-right-angle')!, 'inner')).toEqual(['3v 6v', '2 7']);
  });
  it('12 pages, 2 × 3: the top row goes behind, then both over the lowest', () => {
    expect(rows(wayOf('12-right-angle')!)).toEqual(['12 1', '9v 4v', '8 5']);
  });
  it('16 pages, three right-angle folds', () => {
    expect(rows(wayOf('16-right-angle')!)).toEqual(['5v 12v 9v 8v', '4 13 16 1']);
    expect(rows(wayOf('16-right-angle')!, 'inner')).toEqual(['7v 10v 11v 6v', '2 15 14 3']);
  });
  it('24 pages, 6 × 2', () => {
    expect(rows(wayOf('24-right-angle')!)).toEqual(['13v 12v 9v 16v 17v 8v', '24 1 4 21 20 5']);
  });
  it('32 pages, 4 × 4', () => {
    expect(rows(wayOf('32-right-angle')!)).toEqual(['13v 20v 29v 4v', '12 21 28 5', '9v 24v 25v 8v', '16 17 32 1']);
  });
  it('folded pieces: wrap, zigzag, gate', () => {
    // the flap 3 lies inside; opened, 2 stands beside it
    expect(rows(wayOf('6-wrap')!)).toEqual(['3 6 1']);
    expect(rows(wayOf('6-zigzag')!)).toEqual(['5 4 1']);
    // the doors close over the middle: their backs, 1 and 3, are what is seen; inside they are 2 and 4 beside 5
    expect(rows(wayOf('6-gate')!)).toEqual(['2 5 4']);
    expect(rows(wayOf('6-gate')!, 'inner')).toEqual(['3 6 1']);
    // both doors go behind the middle, and the sheet is closed over them
    expect(rows(wayOf('8-gate')!)).toEqual(['5 8 1 4']);
  });
});

describe.each(WAYS.filter((w) => !w.spans).map((w) => [w.id, w] as const))('%s', (_, ready) => {
  const bounds = ready.binds ? (['left', 'right', 'top'] as const) : (['left'] as const);
  it.each(bounds)('folded as paper and bound %s, reads on from 1 with heads up', (bound) => {
    const binding = ready.binds ? PERFECT : { kind: 'folded' as const, short: 0 };
    const { it } = planned(ready.pages, {
      product: {
        bound,
        binding,
        finished: { width: 60, height: 80 },
        bleed: 2,
        fold: ready.id,
        trims: { head: 4, foot: 6, face: 5, lap: 7 },
      },
    });
    expect(it.sheets).toHaveLength(1);
    expect(it.sheets.main.lay.fits).toBe(true);
    const { pages, pile } = readBlock(it, it.sheets.at(0), 0, bound);
    expect(pages.map((p) => p.reading)).toEqual(Array.from({ length: ready.pages }, (_x, i) => i + 1));
    for (const p of pages) expect(p.head.map((v) => v + 0)).toEqual([0, 1]);
    // gutters are right where trims lie on each other
    for (const s of pile)
      for (const k of ['x', 'y'] as const)
        for (const end of [0, 1] as const) expect(s[k][end]).toBeCloseTo(pile[0]![k][end], 6);
  });
  if (ready.binds)
    it.each(bounds)('holds every leaf at a spine %s', (bound) => {
      const way = turnedWay(ready, bound);
      expect(looseLeaves(way.columns, way.rows, way.folds, bound)).toEqual([]);
    });
});

describe('any legal fold list', () => {
  const lists = fc
    .record({
      columns: fc.integer({ min: 1, max: 7 }),
      rows: fc.integer({ min: 1, max: 5 }),
      picks: fc.array(fc.tuple(fc.boolean(), fc.nat(), fc.boolean(), fc.boolean()), { minLength: 12, maxLength: 12 }),
    })
    .map(({ columns, rows, picks }) => {
      const folds: Fold[] = [];
      let [c, r] = [columns, rows];
      for (const [across, where, low, over] of picks) {
        if (c === 1 && r === 1) break;
        const upright = c > 1 && (r === 1 || across);
        const n = upright ? c : r;
        const at = 1 + (where % (n - 1));
        folds.push({
          axis: upright ? 'upright' : 'level',
          at,
          moves: low ? 'low' : 'high',
          to: over ? 'over' : 'under',
        });
        if (upright) c = Math.max(at, n - at);
        else r = Math.max(at, n - at);
      }
      return { columns, rows, folds, done: c === 1 && r === 1 };
    })
    .filter((l) => l.done);

  it('put into pages by the core reads on from 1 when the paper is folded', () => {
    fc.assert(
      fc.property(lists, fc.constantFrom('left' as const, 'right' as const, 'top' as const), (list, bound) => {
        const pages = 2 * list.columns * list.rows;
        const { it } = planned(pages, {
          product: {
            bound,
            bleed: 0,
            finished: { width: 50, height: 70 },
            binding: { kind: 'folded', short: 0 },
            fold: { columns: list.columns, rows: list.rows, folds: list.folds },
          },
        });
        const read = readBlock(it, it.sheets.at(0), 0, bound).pages;
        expect(read.map((p) => p.reading)).toEqual(Array.from({ length: pages }, (_, i) => i + 1));
        expect(new Set(read.map((p) => p.head.map((v) => v + 0).join()))).toEqual(new Set(['0,1']));
      }),
      { numRuns: 300 },
    );
  });

  it('never throws where it cannot be folded, and says so', () => {
    const { docket } = planned(8, { product: { fold: { columns: 3, rows: 1, folds: [] } } });
    const { findings } = look(docket, artworkOf(8));
    expect(findings[0]).toMatchObject({ id: 'cannot-fold', severity: 'stop' });
    expect(findings[0]!.detail).toBe('These folds leave a pile of 3 × 1 panels; they must end in one.');
  });
});

/** Every leaf of a whole book, from its sheets folded and nested or gathered: reading numbers as they are turned. */
function readBook(it: Plan, bound: 'left' | 'right' | 'top', slot = 0): number[] {
  const text = [...it.sheets].map((s) => readBlock(it, s, slot, bound).pages.map((p) => p.reading));
  if (!it.product.nested) return text.flat();
  return text.reduceRight<number[]>((inner, pages) => {
    const half = pages.length / 2;
    return [...pages.slice(0, half), ...inner, ...pages.slice(half)];
  }, []);
}
/** The sections on every sheet, by their order. */
const ordersOn = (it: Plan): number[][] =>
  Array.from(it.sheets, (s) => s.pieces.map((id) => it.product.sections[id]!.order));
/** The plan with its sheets gathered from the last to the first. */
function backwards(it: Plan): Plan {
  const list = [...it.sheets].reverse();
  const sheets: Sheets = {
    length: list.length,
    at: (i) => list[i]!,
    downsAt: (i) => list[i]!.downs,
    lays: it.sheets.lays,
    leads: false,
    main: it.sheets.main,
    blocks: it.sheets.blocks,
    lots: it.sheets.lots,
    [Symbol.iterator]: () => list[Symbol.iterator](),
  };
  return { ...it, sheets };
}
const upTo = (n: number): number[] => Array.from({ length: n }, (_, i) => i + 1);

describe('a book of sections', () => {
  const mixed = fc.array(fc.constantFrom('4-single', '8-right-angle', '12-parallel', '16-right-angle', '32-wide'), {
    minLength: 1,
    maxLength: 5,
  });
  it('nested or gathered, reads from the first page to the last', () => {
    fc.assert(
      fc.property(
        mixed,
        fc.boolean(),
        fc.constantFrom('left' as const, 'right' as const, 'top' as const),
        (ways, nest, bound) => {
          const pages = ways.reduce((n, w) => n + wayOf(w)!.pages, 0);
          const { it } = planned(pages, {
            product: {
              bound,
              binding: nest ? { kind: 'saddle-stitched' } : PERFECT,
              finished: { width: 60, height: 80 },
              sections: { kind: 'set', list: ways.map((fold) => ({ fold, stock: null })) },
            },
          });
          expect(readBook(it, bound)).toEqual(upTo(pages));
          if (nest)
            for (const s of it.sheets)
              for (const side of [s.front, s.back])
                for (const c of side) {
                  // the page beside it across the spine makes P + 1 with it
                  const partner = side.find((o) => o.place === pages + 1 - c.place);
                  expect(partner).toBeDefined();
                }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('counts creep through inserted sections: the innermost of 16 + 8 + 4 lies six leaves deep', () => {
    const { it } = planned(28, {
      product: {
        sections: {
          kind: 'set',
          list: ['16-right-angle', '8-right-angle', '4-single'].map((fold) => ({ fold, stock: null })),
        },
      },
    });
    // 4 + 2 leaves of 0.11 mm around it
    expect(it.product.creep.standsOut.at(-1)).toBeCloseTo(0.66, 9);
    const at = (reading: number) =>
      [...it.sheets].flatMap((s) => [...s.front, ...s.back]).find((c) => c.place === reading)!;
    expect([1, 3, 7, 9, 13, 14, 15, 28].map((p) => standingPage(it.product, at(p)).depth)).toEqual([
      0, 1, 3, 4, 6, 6, 6, 0,
    ]);
    expect(standingPage(it.product, at(9)).moved).toBeCloseTo(0.44, 9);
  });

  it('begins creep anew in every gathered section', () => {
    const { it } = planned(32, { product: { binding: PERFECT, fold: '16-right-angle' } });
    const cells = [...it.sheets].flatMap((s) => [...s.front, ...s.back]);
    expect(Math.max(...cells.map((c) => standingPage(it.product, c).depth!))).toBe(3);
    expect(
      standingPage(
        it.product,
        cells.find((c) => c.place === 17)!,
      ).depth,
    ).toBe(0);
  });

  it('lays content of milled pages further from the fold by the grind-off', () => {
    const { it } = planned(4, { product: { binding: PERFECT, fold: '4-single' } });
    const [left, right] = [...it.sheets.at(0).front].sort((a, b) => a.trim.x - b.trim.x);
    expect(right!.trim.x - left!.trim.x - left!.trim.width).toBeCloseTo(6, 9);
  });

  it('has a lap on the leaves of the high page numbers', () => {
    const { it } = planned(4, { product: { fold: '4-single', trims: { lap: 8, lapSide: 'high' } } });
    expect(shapeOf(it).margin).toEqual({ left: 11, right: 3, top: 3, bottom: 3 });
  });
});

describe('several on a sheet', () => {
  it('two different sections, two booklets come-and-go', () => {
    const different = planned(16, {
      product: { binding: PERFECT, fold: '8-right-angle' },
      sheet: { fill: 'different', up: 2 },
    }).it;
    expect(different.sheets).toHaveLength(1);
    expect(different.sheets.at(0)).toMatchObject({ pieces: [0, 1], yields: 1 });
    const upDown = planned(32, {
      product: { binding: PERFECT, fold: '8-right-angle' },
      sheet: { fill: 'come-and-go', up: 2 },
    }).it;
    expect(ordersOn(upDown)).toEqual([
      [1, 4],
      [2, 3],
      [3, 2],
      [4, 1],
    ]);
    // cut apart, the second book’s sheets are gathered from the last to the first
    expect(readBook(upDown, 'left', 0)).toEqual(upTo(32));
    expect(readBook(backwards(upDown), 'left', 1)).toEqual(upTo(32));
  });

  it('come-and-go of sections that differ from either end: each lies with itself, and it is said', () => {
    const list = ['8-right-angle', '8-right-angle', '4-single'].map((fold) => ({ fold, stock: null }));
    const { docket, it } = planned(20, {
      product: { binding: PERFECT, sections: { kind: 'set', list } },
      sheet: { fill: 'come-and-go', up: 2 },
    });
    expect(ordersOn(it)).toEqual([[1], [2], [3]]);
    const { findings } = look(docket, artworkOf(20));
    expect(findings.map((f) => f.id)).toContain('come-and-go');
    // a part section in the middle is the same from either end
    const even = planned(20, {
      product: { binding: PERFECT, sections: { kind: 'set', list: [list[0]!, list[2]!, list[1]!] } },
      sheet: { fill: 'come-and-go', up: 2 },
    }).it;
    expect(ordersOn(even)).toEqual([[1, 3], [2], [3, 1]]);
    expect(readBook(backwards(even), 'left', 1)).toEqual(upTo(20));
  });

  it('come-and-go of single folds: behind and beside each page of the one stands that of the other head to tail', () => {
    const { it } = planned(8, { sheet: { fill: 'come-and-go', up: 2 } });
    const [a, b] = it.sheets.main.lay.downs;
    expect((turnsDown(b!) - turnsDown(a!) + 4) % 4).toBe(2);
    for (const s of it.sheets)
      for (const side of [s.front, s.back])
        for (const c of side.filter((x) => x.down === 0)) {
          const across = side.find(
            (o) =>
              o.down === 1 && Math.abs(spineLine(o) - spineLine(c)) < 1e-6 && Math.sign(away(o)) === Math.sign(away(c)),
          )!;
          expect(across.place).toBe(9 - c.place);
          expect(across.head).toBe((c.head + 2) % 4);
        }
    function spineLine(c: Cell): number {
      return it.sheets.main.lay.grid!.sideways
        ? it.sheets.main.lay.downs[c.down]!.trim.y + it.sheets.main.lay.downs[c.down]!.trim.height / 2
        : it.sheets.main.lay.downs[c.down]!.trim.x + it.sheets.main.lay.downs[c.down]!.trim.width / 2;
    }
    function away(c: Cell): number {
      return it.sheets.main.lay.grid!.sideways
        ? c.trim.y + c.trim.height / 2 - spineLine(c)
        : c.trim.x + c.trim.width / 2 - spineLine(c);
    }
  });

  it.each(['work-and-turn', 'work-and-tumble'] as const)(
    '%s: one form for both sides, symmetric about the axis',
    (work) => {
      const { it } = planned(8, { product: { fold: '8-right-angle' }, sheet: { work } });
      const [sheet] = it.sheets;
      expect(sheet!.yields).toBe(2);
      expect(sheet!.front).toEqual(sheet!.back);
      expect(sheet!.front.map((c) => c.place).sort((x, y) => x - y)).toEqual(upTo(8));
      // behind each page of the form, printed again on the back, stands the other side of its leaf
      for (const c of sheet!.front) {
        const behind = throughSheet(c.trim, it.sheets.main.lay.paper, it.sheets.main.lay.turn);
        const other = sheet!.back.find(
          (o) => Math.abs(o.trim.x - behind.x) < 1e-6 && Math.abs(o.trim.y - behind.y) < 1e-6,
        )!;
        expect(Math.ceil(other.place / 2)).toBe(Math.ceil(c.place / 2));
        expect(other.place).not.toBe(c.place);
      }
    },
  );

  it('perfecting tumbles; one-sided has no backs', () => {
    expect(planned(8, { sheet: { work: 'perfecting' } }).it.sheets.main.lay.turn).toBe('tumble');
    expect(planned(8, { sheet: { work: 'one-sided' } }).it.sheets.at(0).back).toEqual([]);
  });

  it('leaves cut and stacked lie in reading order: slot k, sheet s carries leaf k × S + s', () => {
    const { it } = planned(24, {
      product: { binding: { kind: 'loose-leaf', by: 'wire', clearance: 8, order: 'stack' } },
      sheet: { up: 4 },
    });
    expect(it.sheets).toHaveLength(3);
    const piles = [0, 1, 2, 3].map((slot) =>
      [...it.sheets].flatMap((s) =>
        turnPages(foldPaper(cutOut(s, slot), [], { upright: [], level: [] }), 'left').map((p) => p.reading),
      ),
    );
    expect(piles.flat()).toEqual(upTo(24));
  });
});

describe('plans of sections', () => {
  // A5 on a sheet that takes up to 32 pages a section
  const sheet = { stock: { ...HUGE, width: 640, height: 900 }, up: 'most' as const };
  const of = (pages: number, binding: Docket['product']['binding']) => {
    const { docket } = planned(pages, {
      product: { binding, copies: 100 },
      sheet,
      finish: { route: [stepOn('fold', FOLDER)] },
    });
    return sectionPlansFor(docket, pages, 8);
  };
  it.each([
    [28, '16 + 12'],
    [52, '32 + 16 + 4'],
    [76, '2 × 32 + 12'],
    [100, '3 × 32 + 4'],
    [148, '4 × 32 + 16 + 4'],
  ])('%d pages among the best: %s', (pages, said) => {
    const plans = of(pages, { kind: 'sewn' });
    expect(plans.map((p) => p.said)).toContain(said);
    for (const p of plans) {
      expect(p.pages).toBe(p.ways.reduce((n, w) => n + w.pages, 0));
      expect(p.pages - p.blanks).toBe(pages);
    }
    // ranked: nothing behind is better in sheets
    for (let i = 1; i < plans.length; i++) expect(plans[i]!.sheets).toBeGreaterThanOrEqual(plans[i - 1]!.sheets);
  });
  it('puts a part section before the last in a sewn book, innermost in a stitched one', () => {
    const sewn = of(100, { kind: 'sewn' }).find((p) => p.said === '3 × 32 + 4')!;
    expect(sewn.ways.map((w) => w.pages)).toEqual([32, 32, 4, 32]);
    const stitched = of(100, { kind: 'saddle-stitched' }).find((p) => p.said === '3 × 32 + 4')!;
    expect(stitched.ways.map((w) => w.pages)).toEqual([32, 32, 32, 4]);
  });
  it('counts sheets by hand: 100 copies of 3 × 32 one up and 4 eight up', () => {
    const p = of(100, { kind: 'sewn' }).find((x) => x.said === '3 × 32 + 4')!;
    // 16 leaves of A5 with bleed stand on 640 × 900 once; spreads of 302 × 216 stand 2 × 4 = 8 times
    // and 2 sheets and 1 % are spoilt: 2 + 3 of the 300, 1 of the 13
    expect(p.sheets).toBe(3 * 100 + Math.ceil(100 / 8) + 5 + 1);
    expect(p.passes).toBe(2 * p.sheets);
  });
  it('has nothing to offer where nothing fits', () => {
    const { docket } = planned(8, { sheet: { stock: { ...HUGE, width: 50, height: 50 } } });
    expect(sectionPlansFor(docket, 8)).toEqual([]);
  });
});

describe('any count of pages', () => {
  it('from 1 to 5 000, prime ones too, is planned without exception, every page once', () => {
    const bindings = fc.constantFrom<Docket['product']['binding']>(
      { kind: 'saddle-stitched' },
      PERFECT,
      { kind: 'sewn' },
      { kind: 'loose-leaf', by: 'comb', clearance: 8, order: 'repeat' },
      { kind: 'loose-leaf', by: 'wire', clearance: 8, order: 'stack' },
      { kind: 'folded', short: 1 },
    );
    fc.assert(
      fc.property(
        fc.oneof(fc.integer({ min: 1, max: 200 }), fc.constantFrom(1, 2, 3, 997, 1009, 4999, 5000)),
        bindings,
        (pages, binding) => {
          const artwork = artworkOf(pages);
          const docket = patched(docketFor(artwork), { product: { binding } });
          const it = plan(docket, artwork);
          const seen = new Set([...it.sheets].flatMap((s) => [...s.front, ...s.back]).map((c) => c.page));
          seen.delete(null);
          expect(seen.size).toBe(pages);
          expect(Array.isArray(look(docket, artwork).findings)).toBe(true);
        },
      ),
      { numRuns: 80 },
    );
  });
});
