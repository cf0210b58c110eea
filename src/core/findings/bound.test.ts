import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type Patch as AnyPatch } from '../docket';
import { stepOn } from '../finishing';
import type { Shop } from '../shop';
import {
  artworkOf,
  BINDER as KNOT,
  BOARD,
  coverOn,
  changed,
  docketFor,
  FOLDER as WREN,
  look as looked,
  page,
  SHOP,
  type Looked,
} from '../testing';

type Docket = DocketOf<'bound'>;
type Patch = AnyPatch<DocketOf<'bound'>>;

const BINDER = { ...KNOT, name: 'Knot', thickest: 20 };
const FOLDER = { ...WREN, name: 'Wren', mostFolds: 2 };
type Finding = Looked['findings'][0];
const shop: Shop = { ...SHOP, stocks: [...SHOP.stocks, BOARD], finishers: [...SHOP.finishers, BINDER, FOLDER] };
const PERFECT = { kind: 'perfect-bound' as const, grindOff: 3 };

function look(
  pages: number,
  patch: Patch,
  more: ReturnType<typeof page>[] = [],
): { findings: readonly Finding[]; docket: Docket } {
  const artwork = more.length > 0 ? { ...artworkOf(pages), more: [more] } : artworkOf(pages);
  const docket = patched(patched(docketFor(artwork), { sheet: { stock: SHOP.stocks[2]! } }), patch);
  return looked(docket, artwork, shop);
}
const find = (id: string, pages: number, patch: Patch, more?: ReturnType<typeof page>[]): Finding | undefined =>
  look(pages, patch, more).findings.find((f) => f.id === id);

describe('findings of bound work', () => {
  it('leaves that would fall out of a section', () => {
    const f = find('loose-leaves', 6, { product: { fold: '6-wrap' } })!;
    expect(f.severity).toBe('stop');
    expect(f.title).toBe('1 leaf is not held at the spine');
    expect(find('loose-leaves', 8, { product: { fold: '8-right-angle' } })).toBeUndefined();
  });
  it('leaves cut and stacked: sets that are cut by themselves, and one form that turns half of them', () => {
    const stack = { kind: 'loose-leaf' as const, by: 'wire' as const, clearance: 8, order: 'stack' as const };
    const product = { binding: stack, copies: 50 };
    // A5 lies four up on SRA3: 24 leaves are six sheets
    const sets = find('stack-sets', 48, { product })!;
    expect([sets.severity, sets.title]).toEqual(['look', 'Every 6 sheets are cut by themselves']);
    expect(sets.remedies.map((r) => r.patch)).toEqual([{ product: { binding: { ...stack, order: 'repeat' } } }]);
    expect(find('stack-sets', 48, { product: { ...product, copies: 1 } })).toBeUndefined();
    // on another stock leaves are a stack of their own: each is told of, and single sheets are not
    const thick = { ...SHOP.stocks[2]!, id: 'thick' };
    const parted = (from: number) => ({ product: { ...product, stocks: [{ from, to: 48, stock: thick }] } });
    expect(find('stack-sets', 48, parted(25))!.title).toBe('Every stack is cut by itself');
    expect(find('stack-sets', 48, parted(41))!.title).toBe('Every 5 sheets are cut by themselves');
    expect(
      find('stack-sets', 16, { product: { ...product, stocks: [{ from: 9, to: 16, stock: thick }] } }),
    ).toBeUndefined();
    // a single sheet has no order
    expect(find('stack-sets', 8, { product })).toBeUndefined();
    expect(find('stack-sets', 48, { product: { ...product, binding: { ...stack, order: 'repeat' } } })).toBeUndefined();

    const turned = find('stack-one-form', 48, { product, sheet: { work: 'work-and-turn' } })!;
    expect(turned.severity).toBe('stop');
    expect(turned.remedies.map((r) => r.patch)).toContainEqual({ sheet: { work: 'sheetwise' } });
    expect(find('stack-one-form', 48, { product })).toBeUndefined();
  });
  it('a fold by a name that nothing has, wherever it is wished for', () => {
    const f = find('fold-unknown', 8, { product: { fold: '8-origami' } })!;
    expect([f.severity, f.title]).toEqual(['stop', 'There is no fold “8-origami”']);
    expect(f.remedies.map((r) => r.patch)).toEqual([{ product: { fold: null } }]);
    expect(
      find('fold-unknown', 8, { product: { sections: { kind: 'set', list: [{ fold: 'x', stock: null }] } } }),
    ).toBeDefined();
    expect(
      find('fold-unknown', 8, { artwork: { imposed: { kind: 'folded', fold: 'x', nested: true } } }),
    ).toBeDefined();
    const both = look(8, { product: { fold: 'x', sections: { kind: 'set', list: [{ fold: 'y', stock: null }] } } });
    const [mend] = both.findings.find((g) => g.id === 'fold-unknown')!.remedies;
    expect(looked(patched(both.docket, mend!.patch), artworkOf(8), shop).findings.map((g) => g.id)).not.toContain(
      'fold-unknown',
    );
    expect(find('fold-unknown', 8, { product: { fold: '8-right-angle' } })).toBeUndefined();
    expect(find('fold-unknown', 8, {})).toBeUndefined();
  });
  it('folds round a loose edge, of one’s own list only', () => {
    const folds = [
      { axis: 'upright' as const, at: 1, moves: 'low' as const, to: 'under' as const },
      { axis: 'upright' as const, at: 1, moves: 'low' as const, to: 'under' as const },
    ];
    const f = find('loose-edge', 6, {
      product: { binding: PERFECT, fold: { columns: 3, rows: 1, folds } },
    })!;
    expect(f.detail).toContain('At fold 2');
  });
  it('a section nobody folds, and one with more folds than the folder makes', () => {
    expect(find('no-folder', 16, { product: { fold: '16-right-angle' } })!.title).toBe(
      'Nothing folds these sections yet',
    );
    const f = find('folder', 16, { product: { fold: '16-right-angle' }, finish: { route: [stepOn('fold', FOLDER)] } })!;
    expect(f.title).toBe('Wren does not make 3 folds');
    expect(
      find('folder', 8, { product: { fold: '8-right-angle' }, finish: { route: [stepOn('fold', FOLDER)] } }),
    ).toBeUndefined();
  });
  it('a machine that does not bind so, and a book thicker than it takes', () => {
    const wrong = find('no-finisher', 100, { product: { binding: PERFECT } })!;
    expect(wrong.remedies.map((r) => r.label)).toEqual(['Finish on Knot', 'Print only, finish elsewhere']);
    // 200 leaves × 0.11 mm = 22 mm
    const thick = find('too-thick-to-bind', 400, {
      product: { binding: PERFECT },
      finish: { route: [stepOn('bind', BINDER)] },
    })!;
    expect(thick.title).toBe('22 mm are too thick for Knot');
  });
  it('a part section at the end of a sewn book, put before the last by a click', () => {
    const list = ['8-right-angle', '8-right-angle', '4-single'].map((fold) => ({ fold, stock: null }));
    const { docket, findings } = look(20, {
      product: { binding: { kind: 'sewn' }, sections: { kind: 'set', list } },
    });
    const f = findings.find((x) => x.id === 'part-section')!;
    expect(f.title).toBe('A part section comes last');
    const after = changed(docket, f.remedies[0]!.patch);
    expect(after.product.sections).toMatchObject({
      list: [{ fold: '8-right-angle' }, { fold: '4-single' }, { fold: '8-right-angle' }],
    });
  });
  it('a change of stock inside a section: whole sections, or one stock', () => {
    const { docket, findings } = look(16, { product: { stocks: [{ from: 1, to: 2, stock: BOARD }] } });
    const f = findings.find((x) => x.id === 'stock-in-section')!;
    expect(f.detail).toContain('Pages 15–16 are wished');
    const whole = changed(docket, f.remedies[0]!.patch);
    expect(whole.product.stocks.map((r) => [r.from, r.to])).toEqual([
      [1, 2],
      [15, 16],
    ]);
  });
  it('covers that lack pages, do not fit, or were drawn for another spine', () => {
    const cover = coverOn(BOARD, 1);
    expect(find('cover-pages', 8, { product: { cover } }, [page({ width: 148, height: 210 })])!.title).toBe(
      'The cover lacks 3 pages',
    );
    const spread = find('spine-width', 96, { product: { binding: PERFECT, cover } }, [
      page({ width: 300, height: 210 }),
    ])!;
    // 48 × 0.11 + 0.8 = 6.08; the file has 300 − 296 = 4
    expect(spread.title).toBe('The cover’s spine is 4 mm, the book’s 6.08 mm');
    const flaps = find('cover-fit', 96, { product: { binding: PERFECT, cover: { ...cover, flaps: 120 } } }, [
      page({ width: 302, height: 210 }),
    ])!;
    expect(flaps.remedies.map((r) => r.label)).toContain('Without flaps');
  });
  it('tabs without chapters, more than the bank holds, chapters behind the end, leaves in sections', () => {
    const WIRE = { kind: 'loose-leaf' as const, by: 'wire' as const, clearance: 8, order: 'repeat' as const };
    const at = (n: number) => Array.from({ length: n }, (_, i) => ({ at: 2 * i + 1, title: `${i}` }));
    expect(find('no-chapters', 8, { product: { binding: WIRE, tabs: { on: true } } })).toBeDefined();
    const bank = find('tab-bank', 20, {
      product: { binding: WIRE, chapters: at(8), tabs: { on: true, positions: 6, restart: false } },
    })!;
    expect(bank.detail).toContain('Tabs 7–8');
    expect(find('chapter-beyond', 4, { product: { binding: WIRE, chapters: at(4) } })!.title).toBe(
      '2 chapters begin behind the last page',
    );
    expect(find('leaf-in-section', 8, { product: { chapters: at(2), tabs: { on: true } } })!.severity).toBe('stop');
  });
  it('a page may be a millimetre off the finished size, and no more', () => {
    const off = (width: number) => find('artwork-size', 8, { product: { finished: { width, height: 210 } } });
    expect(off(149)).toBeUndefined();
    expect(off(149.2)).toBeDefined();
  });
  it('a spine drawn half a millimetre off is left alone', () => {
    // 48 × 0.11 + 0.8 = 6.08
    const drawn = (spine: number) =>
      find('spine-width', 96, { product: { binding: PERFECT, cover: coverOn(BOARD, 1) } }, [
        page({ width: 296 + spine, height: 210 }),
      ]);
    expect(drawn(6.5)).toBeUndefined();
    expect(drawn(6.7)!.title).toContain('6.7 mm');
    expect(drawn(5.6)).toBeUndefined();
    expect(drawn(5.5)).toBeDefined();
  });
  it('a bank takes 31 tabs at most', () => {
    const WIRE = { kind: 'loose-leaf' as const, by: 'wire' as const, clearance: 8, order: 'repeat' as const };
    const offered = (n: number): string[] =>
      find('tab-bank', 80, {
        product: {
          binding: WIRE,
          chapters: Array.from({ length: n }, (_, i) => ({ at: 2 * i + 1, title: `${i}` })),
          tabs: { on: true, positions: 6, restart: false },
        },
      })!.remedies.map((r) => r.label);
    expect(offered(31)).toContain('31 narrower tabs');
    expect(offered(32)).not.toContain('32 narrower tabs');
  });
  it('two pages side by side are of the shape of two sheets of the A series, not of any two pages', () => {
    const seen = (width: number) => {
      const artwork = artworkOf(8, { width, height: 210 });
      return looked(patched(docketFor(artwork), {}), artwork, shop).findings.some((f) => f.id === 'spreads');
    };
    expect(seen(297)).toBe(true);
    // halves of 160: 210 ÷ 160 is 1.31, not √2
    expect(seen(320)).toBe(false);
  });
  it('artwork that is not of its panel’s size, where panels are of several widths', () => {
    const gate: Patch = { product: { binding: { kind: 'folded', short: 1 }, fold: '6-gate' } };
    // half doors are 74 less the step of 1: pages of 148 are cut on four of the six
    const f = find('artwork-size', 6, gate)!;
    expect(f.title).toBe('4 pages are not of the panels’ size');
    expect(f.detail).toContain('148 × 210 mm; the panel is 73 × 210 mm');
    const artwork = { ...artworkOf(6), pages: [1, 1, 1, 1, 2, 2].map((n) => page({ width: 74 * n, height: 210 })) };
    const docket = patched(patched(docketFor(artwork), { sheet: { stock: SHOP.stocks[2]! } }), {
      ...gate,
      product: { ...gate.product, finished: { width: 148, height: 210 } },
    });
    const { findings } = looked(docket, artwork, shop);
    expect(findings.map((x) => x.id)).not.toContain('artwork-size');
  });
  it('backs that would not be printed, papers of an estimated thickness, trays', () => {
    expect(find('one-sided', 8, { sheet: { work: 'one-sided' } })!.severity).toBe('stop');
    const guess = { ...SHOP.stocks[2]!, calipers: 'estimated' as const };
    expect(find('caliper-estimated', 8, { sheet: { stock: guess } })!.severity).toBe('fine');
    expect(find('caliper-estimated', 96, { product: { binding: PERFECT }, sheet: { stock: guess } })!.severity).toBe(
      'look',
    );
    const machine = { ...SHOP.machines[0]!, trays: [{ name: '1', stock: 'other', source: null }] };
    expect(find('trays', 8, { sheet: { machine } })!.title).toContain('in no tray of Plover');
    // the shop’s own machine has no trays: one that the job names was another’s
    const moved = { ...machine, trays: [{ name: 'Upper', stock: 'sra3', source: 'tray-1' }] };
    const differ = find('trays-differ', 8, { sheet: { machine: moved } })!;
    expect(differ.detail).toContain('has it in Upper; Plover was left with it in no tray');
    expect(differ.remedies[0]!.patch).toEqual({ sheet: { machine: { trays: [] } } });
  });

  it('a press that waits at every change of weight, where one job draws from several trays', () => {
    const WIRE = { kind: 'loose-leaf' as const, by: 'wire' as const, clearance: 8, order: 'repeat' as const };
    const stocks = [1, 5, 9].map((from) => ({ from, to: from + 1, stock: BOARD }));
    const wish = (mixes: boolean): Patch => ({
      product: { binding: WIRE, stocks },
      sheet: { machine: { ...SHOP.machines[0]!, mixes } },
    });
    // board, text, board, text, board, text: five changes
    const f = find('weight-order', 12, wish(true))!;
    expect(f.title).toBe('The press changes weight 5 times a copy');
    expect(f.detail).toContain('Plain 90, then Board 300');
    const { docket } = look(12, wish(true));
    expect(changed(docket, f.remedies[0]!.patch).sheet.machine.mixes).toBe(false);
    expect(find('weight-order', 12, wish(false))).toBeUndefined();
  });

  it('blanks are where their remedies say they will be', () => {
    const bindings = fc.constantFrom<Docket['product']['binding']>({ kind: 'saddle-stitched' }, PERFECT, {
      kind: 'loose-leaf',
      by: 'wire',
      clearance: 8,
      order: 'repeat',
    });
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 70 }),
        bindings,
        fc.boolean(),
        fc.boolean(),
        (pages, binding, cover, tabs) => {
          const { docket, findings } = look(pages, {
            product: {
              binding,
              cover: cover ? coverOn(BOARD) : { kind: 'self' },
              chapters: [{ at: 4, title: 'c' }],
              tabs: { on: tabs },
            },
          });
          const artwork = artworkOf(pages);
          for (const remedy of findings.find((f) => f.id === 'blanks')?.remedies ?? []) {
            const after = changed(docket, remedy.patch);
            const { plan: it, findings: again } = looked(after, artwork, shop);
            const blank = it.product.pages.filter((p) => p.kind === 'blank').map((p) => p.label);
            expect(again.find((f) => f.id === 'blanks')!.detail).toContain(`As it stands, ${remedy.detail}.`);
            expect(remedy.detail).toMatch(blank.length === 1 ? /^page / : /^pages /);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('whatever is wished: never an exception, and every remedy leaves a valid docket', () => {
    const bindings = fc.constantFrom<Docket['product']['binding']>(
      { kind: 'saddle-stitched' },
      PERFECT,
      { kind: 'sewn' },
      { kind: 'loose-leaf', by: 'drilled', clearance: 18, order: 'stack' },
      { kind: 'folded', short: 1 },
    );
    const fold = fc.constantFrom(
      null,
      '2-leaf',
      '4-single',
      '6-gate',
      '8-zigzag',
      '16-right-angle',
      '64-right-angle',
      'no such',
    );
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 130 }),
        bindings,
        fold,
        fc.constantFrom('repeat' as const, 'different' as const, 'come-and-go' as const),
        fc.constantFrom(
          'sheetwise' as const,
          'work-and-turn' as const,
          'work-and-tumble' as const,
          'one-sided' as const,
        ),
        fc.boolean(),
        fc.constantFrom('left' as const, 'right' as const, 'top' as const),
        fc.array(fc.integer({ min: 1, max: 140 }), { maxLength: 4 }),
        (pages, binding, way, fill, work, cover, bound, places) => {
          const { docket, findings } = look(pages, {
            product: {
              binding,
              bound,
              cover: cover ? coverOn(BOARD, 'text', { printed: 'outside', flaps: 10 }) : { kind: 'self' },
              stocks: places.map((p) => ({ from: p, to: p + 3, stock: BOARD })),
              chapters: places.map((p) => ({ at: p, title: 'c' })),
              tabs: { on: places.length > 1 },
              inserts: places.map((p) => ({ after: p, title: '', stock: BOARD })),
              fold: way,
            },
            sheet: { fill, work },
          });
          for (const f of findings) for (const r of f.remedies) changed(docket, r.patch);
        },
      ),
      { numRuns: 120 },
    );
  });
});
