import { describe, expect, it } from 'vitest';
import { cutsOf } from '../cutting';
import { checkedPatch, patched, type DocketOf, type Patch as AnyPatch } from '../docket';
import { plan } from '../sheet';
import {
  artworkOf,
  BINDER,
  BOARD,
  coverOn,
  docketFor,
  GUILLOTINE,
  look as looked,
  page,
  SHOP,
  type Looked,
} from '../testing';
import type { Shop } from '../shop';

type Docket = DocketOf<'bound'>;
type Patch = AnyPatch<DocketOf<'bound'>>;

/** Wishes that cannot be kept as they stand: each is told of, and none is dropped. */

type Finding = Looked['findings'][0];
const [, , SRA3] = SHOP.stocks;
const shop: Shop = { ...SHOP, stocks: [...SHOP.stocks, BOARD] };
const WIRE = { kind: 'loose-leaf' as const, by: 'wire' as const, clearance: 8, order: 'repeat' as const };
const PERFECT = { kind: 'perfect-bound' as const, grindOff: 3 };

function look(pages: number, ...patches: Patch[]): Looked & { docket: Docket } {
  const artwork = artworkOf(pages);
  const docket = patches.reduce<Docket>(patched, patched(docketFor(artwork), { sheet: { stock: SRA3! } }));
  return { ...looked(docket, artwork, shop), docket };
}
const find = (id: string, pages: number, patch: Patch): Finding | undefined =>
  look(pages, patch).findings.find((f) => f.id === id);
/** Whether every remedy of a finding mends it. */
function mends(id: string, pages: number, patch: Patch): string[] {
  const f = find(id, pages, patch)!;
  for (const { patch: remedy } of f.remedies)
    expect(look(pages, patch, remedy as Patch).findings.filter((g) => g.id === id && g.severity !== 'fine')).toEqual(
      [],
    );
  return f.remedies.map((r) => r.label);
}

describe('a gate with two half doors', () => {
  const product = {
    binding: { kind: 'folded' as const, short: 1 },
    fold: '6-gate',
    finished: { width: 140, height: 210 },
  };
  it('opens to the sides, and bound at the top that is said', () => {
    const f = find('gate-at-top', 6, { product: { ...product, bound: 'top' } })!;
    expect([f.severity, f.title]).toEqual(['look', 'The gate opens to the sides, not upwards']);
    expect(mends('gate-at-top', 6, { product: { ...product, bound: 'top' } })).toContain('Bound at the left');
    expect(find('gate-at-top', 6, { product: { ...product, bound: 'left' } })).toBeUndefined();
  });
});

describe('flaps of a cover', () => {
  const covered = (binding: Docket['product']['binding'], flaps: number, more: Patch['product'] = {}): Patch => ({
    product: { binding, cover: coverOn({ ...BOARD, width: 450, height: 1000 }, 'text', { flaps }), ...more },
  });
  it('have no place on one that is inserted', () => {
    const f = find('cover-flaps', 16, covered({ kind: 'saddle-stitched' }, 80))!;
    expect([f.severity, f.title]).toEqual(['look', 'An inserted cover has no flaps']);
    // the shop has nothing to bind or sew with
    expect(mends('cover-flaps', 16, covered({ kind: 'saddle-stitched' }, 80))).toEqual(['Without flaps']);
    expect(find('cover-flaps', 16, covered({ kind: 'saddle-stitched' }, 0))).toBeUndefined();
    // loose leaves have no cover at all: that is another finding
    expect(find('cover-flaps', 16, covered(WIRE, 80))).toBeUndefined();
  });
  it('stay 5 mm short of the spine that they are folded towards', () => {
    // A5: 148 − 5
    expect(find('cover-flaps', 96, covered(PERFECT, 143))).toBeUndefined();
    const f = find('cover-flaps', 96, covered(PERFECT, 143.5))!;
    expect([f.severity, f.title]).toEqual(['stop', 'The flaps are wider than the page they fold on']);
    // bound at the top they fold over the page’s height: 210 − 5
    expect(find('cover-flaps', 96, covered(PERFECT, 200, { bound: 'top' }))).toBeUndefined();
    expect(find('cover-flaps', 96, covered(PERFECT, 206, { bound: 'top' }))).toBeDefined();
  });
  it('are made as wide as the page leaves', () => {
    const wide: Patch = {
      sheet: { machine: { ...SHOP.machines[0]!, largest: { width: 1000, height: 1000 } } },
      ...covered(PERFECT, 160),
    };
    expect(mends('cover-flaps', 96, wide)).toEqual(['Flaps of 143 mm', 'Without flaps']);
  });
});

describe('leaves that stand between', () => {
  const insert = (after: number) => ({ after, title: '', stock: BOARD });
  it('behind the last page come behind the last leaf, and that is said', () => {
    const product = { binding: WIRE, inserts: [insert(9)] };
    const { plan: planned, findings } = look(8, { product });
    expect(planned.product.pages.map((p) => p.kind).slice(-3)).toEqual(['page', 'insert', 'insert']);
    const f = findings.find((g) => g.id === 'insert-beyond')!;
    expect([f.severity, f.title]).toEqual(['look', '1 insert stands behind the last page']);
    expect(findings.some((g) => g.id === 'leaf-in-section')).toBe(false);
    expect(mends('insert-beyond', 8, { product })).toEqual(['Behind page 8', 'Leave it out']);
    expect(find('insert-beyond', 8, { product: { binding: WIRE, inserts: [insert(8)] } })).toBeUndefined();
  });
  it('of a book in a cover of its own pages: the last two lie outside', () => {
    const product = (after: number) => ({
      product: { binding: PERFECT, cover: coverOn(BOARD), inserts: [insert(after)] },
    });
    expect(find('insert-beyond', 40, product(38))).toBeUndefined();
    expect(find('insert-beyond', 40, product(39))!.detail).toContain('the last one inside is page 38');
  });
  it('behind a front put a blank on its back: a finding where blanks were wished elsewhere', () => {
    const product = { binding: WIRE, blanks: { kind: 'end' as const }, inserts: [insert(1)] };
    const f = find('blank-before-leaf', 8, { product })!;
    expect([f.severity, f.title]).toEqual(['look', '1 blank stands where none was wished']);
    expect(f.detail).toContain('Page 1 is the front of a leaf');
    expect(mends('blank-before-leaf', 8, { product })).toEqual([
      'Inserts one page further back',
      'Inserts one page further forward',
      'The blanks are wished',
    ]);
    expect(find('blank-before-leaf', 8, { product: { ...product, inserts: [insert(2)] } })).toBeUndefined();
    expect(find('blank-before-leaf', 8, { product: { ...product, blanks: { kind: 'unsettled' } } })).toBeUndefined();
  });
  it('the blanks wished for as they stand are the same sheets', () => {
    const product = {
      binding: WIRE,
      blanks: { kind: 'end' as const },
      inserts: [insert(1), insert(5)],
      chapters: [{ at: 4, title: 'Two' }],
      tabs: { on: true, stock: BOARD },
    };
    const before = look(8, { product });
    const wished = before.findings.find((f) => f.id === 'blank-before-leaf')!.remedies.at(-1)!;
    expect(wished.label).toBe('The blanks are wished');
    const after = look(8, { product }, wished.patch as Patch);
    const said = (l: typeof before): string[] => l.plan.product.pages.map((p) => `${p.kind} ${p.ref?.page ?? ''}`);
    expect(said(after)).toEqual(said(before));
    expect(after.findings.some((f) => f.id === 'blank-before-leaf')).toBe(false);
  });
});

describe('tabs', () => {
  const tabbed = (tabs: object): Patch => ({
    product: { binding: WIRE, chapters: [{ at: 1, title: 'One' }], tabs: { on: true, ...tabs } },
  });
  it('that would begin beyond a quarter of the edge begin there, and that is said', () => {
    // A5 is 210 mm high
    expect(find('tab-inset', 8, tabbed({ inset: 52.5, stock: BOARD }))).toBeUndefined();
    const f = find('tab-inset', 8, tabbed({ inset: 53, stock: BOARD }))!;
    expect([f.severity, f.detail.slice(0, 7)]).toEqual(['look', '53 mm f']);
    expect(mends('tab-inset', 8, tabbed({ inset: 60, stock: BOARD }))).toEqual(['52 mm from the corners']);
    // bound at the top they stand along the width, 148 mm
    expect(
      find('tab-inset', 8, { product: { ...tabbed({ inset: 40, stock: BOARD }).product, bound: 'top' } }),
    ).toBeDefined();
  });
  it('on paper do not last: from 150 g/m² on they do', () => {
    const f = find('tab-stock', 8, tabbed({}))!;
    expect([f.severity, f.title]).toEqual(['look', 'Tabs on 90 g/m² do not last']);
    expect(mends('tab-stock', 8, tabbed({}))).toEqual(['Tabs on Board 300 SRA3']);
    expect(find('tab-stock', 8, tabbed({ stock: { ...BOARD, grammage: 150 } }))).toBeUndefined();
    expect(find('tab-stock', 8, tabbed({ stock: { ...BOARD, grammage: 149 } }))).toBeDefined();
  });
});

describe('ranges of pages on other stocks', () => {
  const product = (...ranges: [number, number, string][]) => ({
    product: {
      binding: WIRE,
      stocks: ranges.map(([from, to, id]) => ({ from, to, stock: { ...BOARD, id, name: id } })),
    },
  });
  it('that overlap: the first holds, and either can be taken', () => {
    const patch = product([3, 8, 'red'], [7, 12, 'blue']);
    const f = find('stock-ranges', 16, patch)!;
    expect([f.severity, f.title]).toEqual(['look', 'Pages 7–8 are wished on two stocks']);
    const ranges = f.remedies.map(({ patch: p }) =>
      (p as { product: { stocks: { from: number; to: number; stock: { id: string } }[] } }).product.stocks.map(
        ({ from, to, stock }) => `${from}–${to} ${stock.id}`,
      ),
    );
    expect(ranges).toEqual([
      ['3–8 red', '9–12 blue'],
      ['7–12 blue', '3–6 red'],
    ]);
    mends('stock-ranges', 16, patch);
  });
  it('that lie round another leave it in their middle; those of one stock, or that touch, are fine', () => {
    const f = find('stock-ranges', 16, product([5, 6, 'red'], [1, 12, 'blue']))!;
    expect(f.title).toBe('Pages 5–6 are wished on two stocks');
    const [first] = f.remedies as unknown as { patch: { product: { stocks: { from: number; to: number }[] } } }[];
    expect(first!.patch.product.stocks.map((r) => [r.from, r.to])).toEqual([
      [5, 6],
      [1, 4],
      [7, 12],
    ]);
    expect(find('stock-ranges', 16, product([1, 4, 'red'], [5, 8, 'blue']))).toBeUndefined();
    expect(find('stock-ranges', 16, product([1, 4, 'red'], [3, 8, 'red']))).toBeUndefined();
  });
});

describe('artwork that is taken apart', () => {
  it('of an odd number of sides: the last sheet has no back', () => {
    const folded: Patch = { artwork: { imposed: { kind: 'folded', fold: '8-right-angle', nested: false } } };
    const f = find('artwork-sides', 3, folded)!;
    expect([f.severity, f.title]).toEqual(['look', '3 sides: the last sheet has no back']);
    expect(f.detail).toContain('4 pages of the last one stay blank');
    expect(find('artwork-sides', 4, folded)).toBeUndefined();
    mends('artwork-sides', 3, folded);
  });
  it('of spreads that begin with a spread: none lies open, and three ways out of it', () => {
    const spreads = (covers: boolean): Patch => ({ artwork: { imposed: { kind: 'spreads', covers } } });
    expect(find('spreads-torn', 3, spreads(false))!.severity).toBe('look');
    expect(mends('spreads-torn', 3, spreads(false))).toEqual([
      'The first spread is the cover',
      'A blank page in front',
      'As it stands',
    ]);
    expect(find('spreads-torn', 3, spreads(true))).toBeUndefined();
    const [cover, blank] = find('spreads-torn', 3, spreads(false))!.remedies;
    const halves = (patch: Patch): string[] =>
      look(3, spreads(false), patch).plan.product.pages.map((p) =>
        p.ref ? `${p.ref.page}${'lr'[p.ref.part!.column]}` : '–',
      );
    // 2|3 and 4|5 face each other
    expect(halves(cover!.patch as Patch)).toEqual(['1r', '2l', '2r', '3l', '3r', '1l', '–', '–']);
    expect(halves(blank!.patch as Patch).slice(0, 7)).toEqual(['–', '1l', '1r', '2l', '2r', '3l', '3r']);
  });
});

describe('one form for both sides', () => {
  it('is for the text: what else there is has two, and the plan says how each is turned', () => {
    const patch: Patch = {
      product: { cover: coverOn(BOARD), finished: { width: 105, height: 148 } },
      sheet: { work: 'work-and-tumble' },
    };
    const { plan: planned, findings } = look(16, patch);
    expect(findings.find((f) => f.id === 'two-forms')!.title).toBe('The cover has two forms');
    expect([...planned.sheets].map((s) => [s.called, s.lay.work, s.lay.turn]).slice(0, 2)).toEqual([
      ['cover', 'sheetwise', 'turn'],
      ['text', 'work-and-tumble', 'tumble'],
    ]);
    expect(find('two-forms', 16, { ...patch, sheet: { work: 'sheetwise' } })).toBeUndefined();
    expect(find('two-forms', 16, { ...patch, product: { cover: { kind: 'self' } } })).toBeUndefined();
  });
});

describe('sheets that are passed through', () => {
  const passed = (binding: Docket['product']['binding']): Patch => ({
    artwork: { imposed: { kind: 'sheets' } },
    product: { binding },
  });
  it('are stitched as the docket says: each folded once, they lie in each other', () => {
    const { plan: planned, findings } = look(8, passed({ kind: 'saddle-stitched' }));
    expect(findings.some((f) => f.severity === 'stop')).toBe(false);
    const { process, nested, pages, thing, thickness, madeOf } = planned.assembly;
    expect([process, nested, pages, thing, madeOf.said]).toEqual([
      'stitch',
      4,
      16,
      'booklet',
      '4 sheets passed through',
    ]);
    // four sheets of 0.11 mm, folded
    expect(thickness).toBeCloseTo(8 * 0.11);
  });
  it('are as large as their paper, and not cut; a hair more by rounding is no more', () => {
    const artwork = artworkOf(2, { width: 297.04, height: 419.97 }, 0);
    const docket = checkedPatch(docketFor(artwork), {
      artwork: { imposed: { kind: 'sheets' } },
      sheet: { stock: SHOP.stocks[1] },
    });
    const planned = plan(docket, artwork);
    const { lay } = planned.sheets.main;
    expect([lay.fits, lay.paper, lay.downs[0]!.trim]).toEqual([
      true,
      { width: 420, height: 297 },
      { x: 0, y: 0, width: 420, height: 297 },
    ]);
    expect(cutsOf(lay).lines).toEqual({ upright: [], level: [] });
  });
  it('are sewn, too, and too many for the stitcher are still too many', () => {
    const sewn = look(8, passed({ kind: 'sewn' }));
    expect([sewn.plan.assembly.process, sewn.plan.assembly.nested]).toEqual(['sew', 0]);
    expect(sewn.findings.find((f) => f.id === 'no-finisher')!.title).toBe('Heron does not sew');
    // Heron takes 20 sheets
    expect(find('too-thick', 40, passed({ kind: 'saddle-stitched' }))).toBeUndefined();
    expect(find('too-thick', 42, passed({ kind: 'saddle-stitched' }))!.severity).toBe('stop');
  });
});

describe('stacks that are higher than the guillotine lifts', () => {
  const stack = { ...WIRE, order: 'stack' as const };
  const LOW = { ...GUILLOTINE, lift: 1 };
  // it lifts 1 mm; of 0.11 mm each nine sheets are 0.99 mm
  const cut: Patch = {
    finish: { route: [{ process: 'cut', machine: LOW }] },
    product: { binding: stack, copies: 1 },
  };

  it('are cut in lots, each in order by itself', () => {
    const artwork = artworkOf(2 * 4 * 20);
    const docket = [{ sheet: { stock: SRA3! } }, cut].reduce<Docket>(patched, docketFor(artwork));
    const { sheets } = plan(docket, artwork);
    expect(sheets.length).toBe(20);
    // lots of nine, nine and two sheets; of each its first and its last
    const downs = (n: number): (number | null)[] => [...sheets.at(n - 1).downs];
    expect(downs(1)).toEqual([0, 9, 18, 27]);
    expect(downs(9)).toEqual([8, 17, 26, 35]);
    expect(downs(10)).toEqual([36, 45, 54, 63]);
    expect(downs(19)).toEqual([72, 74, 76, 78]);
    expect(downs(20)).toEqual([73, 75, 77, 79]);
    // piles laid on each other, lot by lot, are the leaves in order
    const piles = [[1, 9] as const, [10, 18] as const, [19, 20] as const].flatMap(([from, to]) =>
      [0, 1, 2, 3].flatMap((k) => Array.from({ length: to - from + 1 }, (_, i) => downs(from + i)[k]!)),
    );
    expect(piles).toEqual(Array.from({ length: 80 }, (_, i) => i));
  });
  it('and that is said', () => {
    const f = find('stack-lots', 160, cut)!;
    expect([f.severity, f.title]).toEqual(['look', 'Cut in lots of 9 sheets']);
    expect(find('stack-lots', 72, cut)).toBeUndefined();
    expect(
      find('stack-lots', 160, { ...cut, finish: { here: false, route: [{ process: 'cut', machine: LOW }] } }),
    ).toBeUndefined();
    mends('stack-lots', 160, cut);
  });
});

describe('work of few pages', () => {
  it('four pages stitched have nothing to be stitched to; two make no booklet', () => {
    expect(find('few-pages', 4, {})!.title).toBe('One sheet folded once has nothing to be stitched to');
    expect(mends('few-pages', 4, {})).toEqual(['Folded, not bound']);
    expect(find('few-pages', 2, {})!.title).toBe('2 pages make no booklet');
    expect(mends('few-pages', 1, {})).toEqual(['A single leaf']);
    expect(find('few-pages', 5, {})).toBeUndefined();
    expect(find('few-pages', 4, { product: { binding: { kind: 'folded', short: 1 } } })).toBeUndefined();
    // a cover round four pages is two sheets
    expect(find('few-pages', 8, { product: { cover: coverOn(BOARD) } })).toBeUndefined();
  });
});

describe('spreads between single pages', () => {
  const mixed = (...widths: number[]): Looked => {
    const artwork = { ...artworkOf(1), pages: widths.map((width) => page({ width, height: 210 })) };
    return looked(docketFor(artwork), artwork, shop);
  };
  const said = (l: Looked): unknown => {
    const f = l.findings.find((g) => g.id === 'spreads');
    return f && [f.severity, f.title];
  };
  it('are noticed where the first and the last page are half as wide as the others', () => {
    expect(said(mixed(148, 296, 296, 148))).toEqual(['look', 'Spreads between two single pages']);
    const [remedy] = mixed(148, 296, 296, 148).findings.find((g) => g.id === 'spreads')!.remedies;
    expect(remedy!.patch).toEqual({
      artwork: { imposed: { kind: 'spreads', covers: true } },
      product: { finished: { width: 148, height: 210 } },
    });
    expect(said(mixed(148, 296, 300, 148))).toBeUndefined();
    expect(said(mixed(296, 296, 296, 148))).not.toEqual(['look', 'Spreads between two single pages']);
  });
});

describe('what fits no sheet of the job', () => {
  const press = { ...SHOP.machines[0]!, id: 'p', name: 'Dunlin', largest: { width: 720, height: 1020 } };
  const B1 = { ...SRA3!, id: 'b1', name: 'Bulk', format: 'B1', width: 700, height: 1000 };
  const large: Patch = { product: { finished: { width: 300, height: 400 } } };
  const on = (it: Partial<Shop>): Finding => {
    const artwork = artworkOf(8, { width: 300, height: 400 });
    const docket = patched(patched(docketFor(artwork), { sheet: { stock: SRA3! } }), large);
    return looked(docket, artwork, { ...SHOP, ...it }).findings.find((f) => f.id === 'fit-sheet')!;
  };
  it('is offered on a press that takes a larger one', () => {
    const f = on({ stocks: [...SHOP.stocks, B1], machines: [...SHOP.machines, press] });
    expect(f.remedies.map((r) => r.label)).toContain('Run on Dunlin, on Bulk B1');
    expect(f.detail).not.toContain('no sheet of the shop');
  });
  it('where there is none, names the largest sheet and the presses that take it', () => {
    expect(on({ machines: [...SHOP.machines, press] }).detail).toContain(
      'It fits no sheet of the shop: the largest is Plain 90 SRA3, 450 × 320 mm, which Plover and Dunlin take.',
    );
    expect(on({}).detail).toContain('which Plover takes.');
  });
});

describe('one form for both sides on a sheet of which it has half', () => {
  it('is offered the whole sheet', () => {
    // A4 pages open to 426 × 303 with their bleed: on SRA3, but not on half of it
    const artwork = artworkOf(8, { width: 210, height: 297 });
    const docket = patched(docketFor(artwork), { sheet: { stock: SRA3!, work: 'work-and-turn' } });
    const { remedies } = looked(docket, artwork, shop).findings.find((f) => f.id === 'fit-sheet')!;
    expect(remedies.map((r) => r.label)).toContain('Front and back from two forms');
  });
});

describe('a booklet too thick to be stitched', () => {
  it('is bound perfect where the shop can, and not where it cannot', () => {
    const artwork = artworkOf(160);
    const docket = patched(docketFor(artwork), { sheet: { stock: SRA3! } });
    const labels = (finishers: Shop['finishers']): string[] =>
      looked(docket, artwork, { ...shop, finishers })
        .findings.find((f) => f.id === 'too-thick')!
        .remedies.map((r) => r.label);
    expect(labels([...SHOP.finishers, BINDER])).toContain('Perfect bound instead');
    expect(labels(SHOP.finishers)).not.toContain('Perfect bound instead');
  });
});
