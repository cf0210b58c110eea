import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type Patch as AnyPatch } from '../docket';
import { leavesOf, pageStanding } from '../makeup';
import { foldLines } from '../lay';
import { mark } from '../marks';
import { reckon } from '../reckoning';
import type { Stock } from '../shop';
import { artworkOf, BOARD, coverOn, docketFor, page, shapeOf, SHOP } from '../testing';
import { plan, runsOf, type Plan as AnyPlan } from '.';

type Docket = DocketOf<'bound'>;
type Patch = AnyPatch<DocketOf<'bound'>>;
type Plan = AnyPlan<'bound'>;

const SILK: Stock = { ...SHOP.stocks[2]!, id: 'silk', name: 'Silk 170', grammage: 170, caliper: 0.15, price: 5 };
const COVER = coverOn(BOARD);
const PERFECT = { kind: 'perfect-bound' as const, grindOff: 3 };
const WIRE = { kind: 'loose-leaf' as const, by: 'wire' as const, clearance: 8, order: 'repeat' as const };

function made(pages: number, ...patches: Patch[]): { docket: Docket; it: Plan } {
  const artwork = artworkOf(pages);
  const base = patched(docketFor(artwork), { sheet: { stock: SHOP.stocks[2]! } });
  const docket = patches.reduce<Docket>((d, p) => patched(d, p), base);
  return { docket, it: plan(docket, artwork) };
}

describe('a cover', () => {
  it('of a stitched booklet is its outermost sheet on its own stock', () => {
    const { it } = made(16, { product: { cover: COVER } });
    expect([...it.sheets].map((s) => [s.called, s.stock.id])).toEqual([
      ['cover', 'board'],
      ['text', 'sra3'],
      ['text', 'sra3'],
      ['text', 'sra3'],
    ]);
    expect(
      it.sheets
        .at(0)
        .front.filter((c) => c.down === 0)
        .map((c) => c.page)
        .sort((a, b) => a! - b!),
    ).toEqual([1, 16]);
    // the board lies round all, so it makes the most creep: 0.4 + 2 × 0.11
    expect(it.product.creep.standsOut.map((v) => Math.round(v * 100) / 100)).toEqual([0, 0.4, 0.51, 0.62]);
    expect(it.product.creep.sum.in).toContain('2 leaves around the innermost × 0.0043 in caliper) × 1 = 0.024 in');
    expect(it.product.creep.sum.mm).toBe(
      '(1 leaf around the innermost × 0.4 mm caliper + 2 leaves around the innermost × 0.11 mm caliper) × 1 = 0.62 mm',
    );
  });
  it('is counted by wishes where it is of the text: a leaf behind page 6 follows the fourth page that is left', () => {
    const { it } = made(12, {
      product: { binding: PERFECT, cover: COVER, inserts: [{ after: 6, title: '', stock: SILK }], fold: '2-leaf' },
    });
    const text = it.product.pages.filter((p) => p.kind !== 'cover');
    expect(text.map((p) => p.ref?.page ?? p.kind)).toEqual([3, 4, 5, 6, 'insert', 'insert', 7, 8, 9, 10]);
    expect(it.product.places).toBe(12);
    expect(it.product.misplaced).toEqual([]);
  });
  it('of a perfect-bound book is one spread, its spine leaves × caliper + 2 boards', () => {
    const { it } = made(100, { product: { binding: PERFECT, cover: COVER } });
    // 96 pages of text: 48 × 0.11 + 2 × 0.4
    expect(it.product.spine!.width).toBeCloseTo(6.08, 9);
    expect(it.product.spine!.sum.mm).toBe('48 leaves × 0.11 mm + 2 × 0.4 mm cover = 6.08 mm');
    const cover = it.sheets.at(0);
    expect(cover.called).toBe('cover');
    expect(shapeOf(it, cover).size.width).toBeCloseTo(296 + 6.08, 9);
    // scores at both edges of the spine, and a hinge 6 mm beside each
    expect(shapeOf(it, cover).folds.map((f) => Math.round(f.at * 100) / 100)).toEqual([148, 154.08, 142, 160.08]);
    const outer = cover.front.filter((c) => c.down === 0).map((c) => c.page);
    expect(outer.sort((a, b) => a! - b!)).toEqual([1, 100]);
  });
  it('has flaps outside its pages', () => {
    const { it } = made(100, { product: { binding: PERFECT, cover: { ...COVER, flaps: 50 } } });
    expect(shapeOf(it, it.sheets.at(0)).size.width).toBeCloseTo(302.08 + 100, 9);
    expect(shapeOf(it, it.sheets.at(0)).panels[0]!.trim.x).toBe(50);
  });
  it('printed outside only has no back; from a spread it is laid whole', () => {
    const artwork = { ...artworkOf(96), more: [[page({ width: 302, height: 210 })]] };
    const docket = patched(docketFor(artwork), {
      artwork: { more: [{ name: 'cover.pdf' }] },
      product: { binding: PERFECT, cover: { ...COVER, from: 1, printed: 'outside' } },
      sheet: { stock: SHOP.stocks[2]! },
    });
    const it = plan(docket, artwork);
    expect(it.sheets.at(0).back).toEqual([]);
    const [cell] = it.sheets.at(0).front;
    expect(cell).toMatchObject({ file: 1, page: 1, label: 'cover' });
    // the middle of the artwork is the middle of the spine
    expect(it.product.pages).toHaveLength(100);
    expect(it.product.pages[2]!.label).toBe('1');
  });
  it('with too few pages says how many lack', () => {
    expect(made(3, { product: { binding: PERFECT, cover: COVER } }).it.product.coverLacks).toBe(1);
    const artwork = { ...artworkOf(8), more: [artworkOf(2).pages] };
    const docket = patched(docketFor(artwork), { product: { cover: { ...COVER, from: 1 } } });
    expect(plan(docket, artwork).product.coverLacks).toBe(2);
  });
  it('of the right-to-left kind has its front at the left', () => {
    const { it } = made(100, { product: { binding: PERFECT, bound: 'right', cover: COVER }, sheet: { up: 'one' } });
    const cells = [...shapeOf(it, it.sheets.at(0)).panels].sort((a, b) => a.trim.x - b.trim.x);
    expect(cells.map((p) => [p.outer.page, p.inner.page])).toEqual([
      [1, 2],
      [4, 3],
    ]);
  });
});

describe('leaves', () => {
  it('are on the stock their range says, tabs before their chapters, inserts where they are wished', () => {
    const { it } = made(12, {
      product: {
        binding: WIRE,
        stocks: [{ from: 5, to: 6, stock: SILK }],
        chapters: [
          { at: 1, title: 'One' },
          { at: 7, title: 'Two' },
        ],
        tabs: { on: true, stock: BOARD },
        inserts: [{ after: 2, title: '', stock: SILK }],
      },
    });
    expect(it.product.sections.map((s) => [s.kind, s.stock.id])).toEqual([
      ['tab', 'board'],
      ['text', 'sra3'],
      ['insert', 'silk'],
      ['text', 'sra3'],
      ['text', 'silk'],
      ['tab', 'board'],
      ['text', 'sra3'],
      ['text', 'sra3'],
      ['text', 'sra3'],
    ]);
    expect(it.product.pages.map((p) => p.label)).toEqual([
      'tab 1',
      'tab 1',
      '1',
      '2',
      'insert',
      'insert',
      '3',
      '4',
      '5',
      '6',
      'tab 2',
      'tab 2',
      '7',
      '8',
      '9',
      '10',
      '11',
      '12',
    ]);
    expect(it.product.misplaced).toEqual([]);
    const tab = it.sheets.at(0);
    expect(shapeOf(it, tab).size).toEqual({ width: 161, height: 210 });
  });
  it('get a blank before a chapter that begins on a back', () => {
    const { it } = made(6, {
      product: { binding: WIRE, chapters: [{ at: 4, title: 'Late' }], tabs: { on: true } },
    });
    expect(it.product.pages.map((p) => (p.kind === 'page' ? p.ref!.page : p.kind))).toEqual([
      1,
      2,
      3,
      'blank',
      'tab',
      'tab',
      4,
      5,
      6,
      'blank',
    ]);
    expect(it.product.blanks).toBe(2);
  });
  it('cannot stand in a stitched booklet, nor inside a section', () => {
    const chapters = [{ at: 3, title: 'x' }];
    expect(made(8, { product: { chapters, tabs: { on: true } } }).it.product.misplaced).toEqual([2]);
    const { it } = made(16, {
      product: { binding: PERFECT, chapters, tabs: { on: true }, fold: '4-single' },
    });
    expect(it.product.misplaced).toEqual([2]);
    // it was put behind the section
    expect(it.product.sections.map((s) => s.kind)).toEqual(['text', 'tab', 'text', 'text', 'text']);
  });
  it('of a calendar have their backs the right way up for turning over the head', () => {
    const { it } = made(4, { product: { bound: 'top', binding: WIRE }, sheet: { up: 'one', turn: 'turn' } });
    const [front] = it.sheets.at(0).front;
    const [back] = it.sheets.at(0).back;
    // turned about the upright axis heads stay; hung by the head, the back must stand on its head
    expect(it.sheets.main.lay.grid!.sideways ? [front!.head, back!.head] : [front!.head, back!.head]).toEqual(
      it.sheets.main.lay.grid!.sideways ? [1, 1] : [0, 2],
    );
  });
  it('have no creep and, by reading place, the section they are of', () => {
    const { it } = made(8, { product: { binding: WIRE } });
    expect([...leavesOf(it.product).values()].every((l) => l.depth === null)).toBe(true);
    expect(leavesOf(it.product).get(5)!.section.order).toBe(3);
  });
});

describe('stocks in sections', () => {
  it('mark the pages that would be on another stock than the sheet they share', () => {
    const { it } = made(16, { product: { stocks: [{ from: 1, to: 2, stock: SILK }] } });
    expect(it.product.sections[0]).toMatchObject({ stock: { id: 'silk' }, strangers: [15, 16] });
    const whole = made(16, {
      product: {
        stocks: [
          { from: 1, to: 2, stock: SILK },
          { from: 15, to: 16, stock: SILK },
        ],
      },
    });
    expect(whole.it.product.sections.flatMap((s) => s.strangers)).toEqual([]);
  });
});

describe('a folded piece', () => {
  it('has its folded-in panel shorter: wrap of 100 mm panels is 299 mm wide', () => {
    const artwork = artworkOf(6, { width: 100, height: 210 });
    const docket = patched(docketFor(artwork), { product: { binding: { kind: 'folded', short: 1 } } });
    const it = plan(docket, artwork);
    expect(shapeOf(it).way.id).toBe('6-wrap');
    expect(shapeOf(it).size.width).toBeCloseTo(299, 9);
    expect(shapeOf(it).panels.find((p) => p.column === 0)!.trim.width).toBe(99);
  });
  it('as a gate has two half doors', () => {
    const artwork = artworkOf(6, { width: 200, height: 210 });
    const docket = patched(docketFor(artwork), {
      product: { binding: { kind: 'folded', short: 1 }, fold: '6-gate' },
    });
    const it = plan(docket, artwork);
    expect(
      shapeOf(it)
        .panels.map((p) => p.trim.width)
        .sort((a, b) => a - b),
    ).toEqual([99, 99, 200]);
  });
});

describe('runs and figures of several stocks', () => {
  it('count every run by its own copies: cover two up, text two up, added up', () => {
    const { docket, it } = made(16, { product: { cover: COVER, copies: 101 } });
    const runs = runsOf(it);
    expect(runs.map((r) => [r.called, r.stock.id, r.perCopy, r.good, r.sheets])).toEqual([
      ['cover', 'board', 1, 51, [1]],
      ['text', 'sra3', 3, 153, [2, 3, 4]],
    ]);
    const sheets = reckon(docket, it).find((f) => f.key === 'sheets')!;
    // 51 + 153 good; 2 + 1 % of 51 → 3, 2 + 1 % of 153 → 4
    expect(sheets.value).toBe(204 + 3 + 4);
    expect(reckon(docket, it).find((f) => f.key === 'paper')!.value).toBeCloseTo(54 * 9 + 157 * 2.9, 9);
  });
  it('price plates by form: two a section, one where one form prints both sides', () => {
    const press = { ...SHOP.machines[0]!, plate: 900 };
    const of = (work: Docket['sheet']['work']) => {
      const { docket, it } = made(8, { sheet: { work, machine: press } });
      return reckon(docket, it).find((f) => f.key === 'plates')!.value;
    };
    expect(of('sheetwise')).toBe(2 * 2 * 900);
    expect(of('work-and-turn')).toBe(2 * 900);
  });
});

describe('a spine that was measured', () => {
  it('is the spine everywhere: of the cover, of the book, of what the binder takes', () => {
    const wish = (spine: number | null): Patch => ({
      product: { binding: PERFECT, cover: { ...COVER, spine } },
      sheet: { up: 'one' },
    });
    const { it } = made(100, wish(13.5));
    const cover = it.product.sections.find((s) => s.kind === 'cover')!;
    expect(cover.shape.spine!.width).toBe(13.5);
    expect(it.product.spine!.width).toBe(13.5);
    expect(it.product.spine!.sum.mm).toContain('13.5 mm measured; reckoned');
    expect(it.assembly.thickness).toBe(13.5);
    const reckoned = made(100, wish(null)).it.product.spine!;
    expect(reckoned.width).not.toBe(13.5);
    expect(reckoned.sum.mm).not.toContain('measured');
  });
});

describe('creep of gathered sections', () => {
  const THICK = { ...SILK, id: 'thick', caliper: 0.4 };
  const gathered = { binding: PERFECT, fold: '16-right-angle' };
  const on = (patch: Patch, pages = 32) => {
    const { it } = made(pages, { sheet: { stock: { ...SILK, width: 700, height: 1000 } } }, patch);
    return (reading: number): number => pageStanding(it.product, reading).standsOut;
  };

  it('is that of each section’s own stock', () => {
    // four leaves lie in each other: the innermost has three around it
    const out = on({ product: { ...gathered, stocks: [{ from: 17, to: 32, stock: THICK }] } });
    expect([1, 3, 5, 7].map(out)).toEqual([0, 0.15, 0.3, 0.45].map((v) => expect.closeTo(v, 9)));
    expect([17, 19, 21, 23].map(out)).toEqual([0, 0.4, 0.8, 1.2].map((v) => expect.closeTo(v, 9)));
    // whichever of the two comes first
    const other = on({ product: { ...gathered, stocks: [{ from: 1, to: 16, stock: THICK }] } });
    expect([7, 23].map(other)).toEqual([1.2, 0.45].map((v) => expect.closeTo(v, 9)));
  });

  it('is told of by the section that creeps most, wherever it stands', () => {
    for (const [from, to] of [
      [1, 16],
      [17, 32],
    ] as const) {
      const { it } = made(
        32,
        { sheet: { stock: { ...SILK, width: 700, height: 1000 } } },
        { product: { ...gathered, stocks: [{ from, to, stock: THICK }] } },
      );
      expect(it.product.creep.standsOut.at(-1)).toBeCloseTo(1.2, 9);
    }
  });

  it('moves their content, or makes it narrower, by as much', () => {
    const at = (correction: 'push-in' | 'scale') => {
      const { it } = made(32, {
        sheet: { stock: { ...SILK, width: 700, height: 1000 } },
        product: { ...gathered, creep: { correction }, stocks: [{ from: 17, to: 32, stock: THICK }] },
      });
      // pages 7 and 23 are the fourth leaf of their sections, their spine at the left
      return [7, 23].map((p) => it.content.at(p).toPage!);
    };
    const [thin, thick] = at('push-in');
    const [whole] = at('push-in').map((m) => m[0]);
    expect(thin![4] - thick![4]).toBeCloseTo(1.2 - 0.45, 9);
    const [narrow, narrower] = at('scale').map((m) => m[0] / whole!);
    expect([narrow, narrower]).toEqual([(148 - 0.45) / 148, (148 - 1.2) / 148].map((v) => expect.closeTo(v, 9)));
  });

  it('has none where leaves are joined at the head and do not lie in each other, nor on leaflets', () => {
    // first over the spine, then over the head: two single folds side by side
    const folds = [
      { axis: 'upright' as const, at: 1, moves: 'high' as const, to: 'over' as const },
      { axis: 'level' as const, at: 1, moves: 'high' as const, to: 'over' as const },
    ];
    const last = (fold: Docket['product']['fold']): number[] => {
      const out = on({ product: { binding: PERFECT, fold } }, 8);
      return [1, 3, 5, 7].map(out);
    };
    expect(last({ columns: 2, rows: 2, folds })).toEqual([0, 0, 0, 0]);
    expect(last('8-right-angle')).toEqual([0, 0.15, 0.15, 0]);
    const leaflet = on({ product: { binding: { kind: 'folded', short: 1 }, fold: '8-right-angle' } }, 8);
    expect([1, 3, 5, 7].map(leaflet)).toEqual([0, 0, 0, 0]);
  });
});

describe('marks of bound work', () => {
  const SECTIONS = { product: { binding: PERFECT, fold: '8-right-angle' }, sheet: { up: 'one' as const } };
  it('climb down the spine a step a section, and begin again', () => {
    const { docket, it } = made(32, SECTIONS, { marks: { collating: { restart: 3, length: 8, from: 20 } } });
    const marks = mark(docket, it);
    const steps = [...it.sheets].map((s) => marks.of(s.number, 'front').filter((m) => m.kind === 'area'));
    expect(steps.map((s) => s.length)).toEqual([1, 1, 1, 1]);
    // along the spine the steps lie 8 mm on from each other; the fourth where the first is
    const at = steps.map((s) => (s[0]!.kind === 'area' ? s[0]!.rect : null)!);
    const along = (i: number): number => at[i]!.x + at[i]!.y;
    expect(Math.abs(along(1) - along(0))).toBeCloseTo(8, 9);
    expect(Math.abs(along(2) - along(1))).toBeCloseTo(8, 9);
    expect(at[3]).toEqual(at[0]);
    // the step is centred on the fold, 3 mm of paper to be milled off beyond either page
    const lines = foldLines(it.sheets.main.lay).map((l) => l.at);
    const middle = (r: { x: number; y: number; width: number; height: number }): number =>
      r.width < r.height ? r.x + r.width / 2 : r.y + r.height / 2;
    at.forEach((r) => expect(lines.some((l) => Math.abs(l - middle(r)) < 1e-6)).toBe(true));
    const fold = shapeOf(it).folds.find((f) => f.order === 2)!;
    expect(fold).toBeDefined();
    expect(Math.min(at[0]!.width, at[0]!.height)).toBeCloseTo(1.5, 9);
  });
  it('steps begin again before one would run off a low page', () => {
    // of 105 mm, 20 at the head and steps of 40 leave room for two
    const low = { product: { ...SECTIONS.product, finished: { width: 148, height: 105 } }, sheet: SECTIONS.sheet };
    const { docket, it } = made(32, low, { marks: { collating: { restart: 12, length: 40, from: 20 } } });
    const marks = mark(docket, it);
    const at = [...it.sheets].map((s) => {
      const [step] = marks.of(s.number, 'front').filter((m) => m.kind === 'area');
      return step!.kind === 'area' ? step!.rect : null;
    });
    expect(at[1]).not.toEqual(at[0]);
    expect(at[2]).toEqual(at[0]);
    expect(at[3]).toEqual(at[1]);
  });
  it('name sections in the slug line, and not for stitched sheets of one fold', () => {
    const { docket, it } = made(32, SECTIONS, { sheet: { stock: { ...SHOP.stocks[2]!, width: 400, height: 600 } } });
    const texts = mark(docket, it)
      .of(2, 'front')
      .flatMap((m) => (m.kind === 'text' ? [m.text] : []));
    expect(texts).toContain('Test · section 2 · sheet 2 of 4 · front · 2026-01-02');
    expect(texts).toContain('Section 2 · sheet 2');
    const plain = made(8);
    const said = mark(plain.docket, plain.it)
      .of(1, 'front')
      .flatMap((m) => (m.kind === 'text' ? [m.text] : []));
    expect(said.join()).not.toContain('section');
  });
  it('score the spine and hinges of a cover', () => {
    const { docket, it } = made(100, { product: { binding: PERFECT, cover: COVER }, sheet: { up: 'one' } });
    const lines = mark(docket, it)
      .of(1, 'front')
      .filter((m) => m.of === 'spine');
    // four lines, each at both ends
    expect(lines).toHaveLength(8);
  });
  it('say on every tab its number and title, on both sides, inside its place in the bank', () => {
    const { docket, it } = made(12, {
      product: {
        binding: WIRE,
        chapters: [1, 3, 5].map((at, i) => ({ at, title: `T${i}` })),
        tabs: { on: true, positions: 3, inset: 6, extension: 12 },
      },
      sheet: { up: 'one' },
    });
    const tabs = [...it.sheets].filter((s) => s.called === 'tab');
    expect(tabs).toHaveLength(3);
    const marks = mark(docket, it);
    tabs.forEach((s, i) => {
      for (const side of ['front', 'back'] as const) {
        const [text] = marks.of(s.number, side).filter((m) => m.of === 'tab');
        expect(text).toMatchObject({ text: `${i + 1}  T${i}`, black: true });
      }
    });
  });
});

describe('the pages of a cover drawn as a spread', () => {
  it('stand beside the spine, as wide as the book: the middle of the front is 74 mm from the face', () => {
    const artwork = { ...artworkOf(96), more: [[page({ width: 306, height: 210 })]] };
    const docket = patched(docketFor(artwork), {
      artwork: { more: [{ name: 'cover.pdf' }] },
      product: { binding: PERFECT, cover: { ...COVER, from: 1 } },
    });
    const front = plan(docket, artwork).product.pages[0]!.ref!;
    expect(front.part!.across![0]).toBeCloseTo(158 / 306, 9);
    expect(front.part!.across![1]).toBeCloseTo(1, 9);
  });
});

describe('places and names with a cover', () => {
  it('of the text count the cover’s pages; a cover from its own file does not count', () => {
    const own = made(16, { product: { cover: COVER, stocks: [{ from: 3, to: 4, stock: SILK }] } }).it;
    expect(own.product.pages.map((p) => p.label).slice(0, 4)).toEqual(['1', '2', '3', '4']);
    expect(own.product.pages.at(-1)!.label).toBe('16');
    expect(own.product.shift).toBe(0);
    // 3 and 4 share their sheet with 13 and 14
    expect(own.product.sections[1]).toMatchObject({ stock: { id: 'silk' }, strangers: [13, 14] });
    const artwork = { ...artworkOf(12), more: [artworkOf(4).pages] };
    const docket = patched(docketFor(artwork), {
      artwork: { more: [{ name: 'c' }] },
      product: { cover: { ...COVER, from: 1 }, stocks: [{ from: 1, to: 2, stock: SILK }] },
    });
    const other = plan(docket, artwork);
    expect(other.product.pages.map((p) => p.label).slice(0, 4)).toEqual(['C1', 'C2', '1', '2']);
    expect(other.product.shift).toBe(2);
    expect(other.product.sections[1]).toMatchObject({ stock: { id: 'silk' }, strangers: [11, 12] });
  });
  it('are not made for loose leaves: no page of the text is lost', () => {
    const { it } = made(8, { product: { binding: WIRE, cover: COVER } });
    expect(it.product.sections.every((s) => s.kind === 'text')).toBe(true);
    expect(it.product.pages).toHaveLength(8);
  });
});

describe('a spread for a cover, by the bound edge', () => {
  const halves = (bound: 'left' | 'right' | 'top', size: { width: number; height: number }): string[] => {
    const artwork = { ...artworkOf(8), more: [[page(size), page(size)]] };
    const docket = patched(docketFor(artwork), {
      artwork: { more: [{ name: 'c' }] },
      product: { bound, cover: { ...COVER, from: 1 } },
    });
    const { pages } = plan(docket, artwork).product;
    return [0, 1, 10, 11].map((i) => {
      const { page: p, part } = pages[i]!.ref!;
      return `${p}${bound === 'top' ? ['lower', 'upper'][part!.row] : ['left', 'right'][part!.column]}`;
    });
  };
  it('has the front at the right, read from the right at the left, bound at the top below', () => {
    const wide = { width: 296, height: 210 };
    // pages 1, 2, n − 1, n of the outside (1) and the inside (2)
    expect(halves('left', wide)).toEqual(['1right', '2left', '2right', '1left']);
    expect(halves('right', wide)).toEqual(['1left', '2right', '2left', '1right']);
    expect(halves('top', { width: 148, height: 420 })).toEqual(['1lower', '2upper', '2lower', '1upper']);
  });
});
