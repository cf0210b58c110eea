import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Docket, MOST_PAGES, MOST_UP, patched, type Patch as AnyPatch, type DocketOf } from './docket';
import { runsToPages } from './pages';
import { reckon } from './reckoning';
import { MOST_CELLS, plan } from './sheet';
import { artworkOf, changed, docketFor, flatDocketFor, look as looked, posterDocketFor, SHOP } from './testing';
import { extremes, withAt } from './testing-extremes';

type Patch = AnyPatch<DocketOf<'bound'>>;

const artwork = artworkOf(600);
const base = docketFor(artwork);
const flatBase: Docket = flatDocketFor(artwork);
const posterBase: Docket = posterDocketFor(artwork);
const look = <D extends Docket>(docket: D, of = artwork) => {
  const { plan: planned, findings } = looked(docket, of);
  return { planned, findings, figures: reckon(docket, planned) };
};

/** What must hold of a plan, whatever was wished: it is of a size that can be looked at, and says so where it is not whole. */
function holds(docket: Docket, of = artwork): void {
  const { planned, findings, figures } = look(docket, of);
  const cells = [...planned.sheets].reduce((n, s) => n + s.front.length + s.back.length, 0);
  const one = Math.max(...[...planned.sheets].map((s) => s.front.length + s.back.length));
  expect(cells).toBeLessThanOrEqual(2 * MOST_CELLS + one);
  if (planned.product.kind === 'bound') expect(planned.product.pages.length).toBeLessThanOrEqual(3 * MOST_PAGES);
  for (const s of planned.sheets) expect(s.lay.downs.length).toBeLessThanOrEqual(MOST_UP);
  expect(findings.some((f) => f.id === 'too-large')).toBe(planned.tooLarge !== null);
  for (const f of figures)
    if (typeof f.value === 'number') expect([f.key, Number.isFinite(f.value)]).toEqual([f.key, true]);
}

describe('whatever the schema allows', () => {
  const all = extremes();
  it('has an extreme for every field', () => {
    const paths = new Set(all.map((e) => e.path.join('.')));
    for (const path of [
      'product.pages',
      'product.finished.width',
      'sheet.stock',
      'product.sections',
      'sheet.up',
      'product.cover',
    ])
      expect([path, [...paths].some((p) => p.startsWith(path))]).toEqual([path, true]);
    expect(all.length).toBeGreaterThan(400);
  });

  it.each([
    ['a book', base, 250],
    ['flat work', flatBase, 120],
    ['posters', posterBase, 100],
  ])(
    'is planned, inspected and reckoned, each field at each of its ends: %s',
    (_, from, least) => {
      let dockets = 0;
      for (const { path, value } of all) {
        const read = Docket.safeParse(withAt(from, path, value));
        if (!read.success) continue;
        dockets++;
        holds(read.data);
      }
      expect(dockets).toBeGreaterThan(least);
    },
    300_000,
  );

  it.each([
    ['a book', base],
    ['flat work', flatBase],
    ['posters', posterBase],
  ])(
    'several at their ends at once: %s',
    (_, from) => {
      fc.assert(
        fc.property(fc.array(fc.nat(all.length - 1), { minLength: 2, maxLength: 6 }), (picked) => {
          const wild = picked.reduce<unknown>((d, i) => withAt(d, all[i]!.path, all[i]!.value), from);
          const read = Docket.safeParse(wild);
          fc.pre(read.success);
          holds(read.data!);
        }),
        { numRuns: 120 },
      );
    },
    300_000,
  );
});

describe('a page list', () => {
  const pages = (list: unknown): boolean => Docket.safeParse(withAt(base, ['product', 'pages'], list)).success;
  const run = (from: number, to: number) => ({ kind: 'pages', file: 0, from, to, turn: 0 });

  it('names fifty thousand pages at most, all its entries together', () => {
    expect(pages([run(1, MOST_PAGES)])).toBe(true);
    expect(pages([run(1, MOST_PAGES), run(1, 1)])).toBe(false);
    expect(pages([run(MOST_PAGES, 1), { kind: 'blanks', count: 1 }])).toBe(false);
    expect(pages(Array.from({ length: 5000 }, () => run(1, MOST_PAGES)))).toBe(false);
    expect(pages([...Array.from({ length: 10 }, () => ({ kind: 'blanks', count: 5000 }))])).toBe(true);
  });

  it('is unrolled no further than its file goes', () => {
    const six = artworkOf(6);
    const planned = (from: number, to: number): number[] =>
      plan(
        patched(base, { product: { pages: [{ kind: 'pages', file: 0, from, to, turn: 0 }] } }),
        six,
      ).product.pages.flatMap((p) => (p.ref ? [p.ref.page] : []));
    expect(planned(4, MOST_PAGES)).toEqual([4, 5, 6]);
    expect(planned(MOST_PAGES, 5)).toEqual([6, 5]);
    expect(planned(9, 12)).toEqual([]);
    expect(runsToPages([{ kind: 'pages', file: 0, from: 2, to: 4, turn: 0 }])).toHaveLength(3);
  });
});

describe('more than can be laid in one job', () => {
  const small: Patch = {
    product: {
      binding: { kind: 'loose-leaf', by: 'wire', clearance: 0, order: 'repeat' },
      finished: { width: 20, height: 20 },
    },
    sheet: { stock: SHOP.stocks[2]!, up: 'most' },
  };

  it('of cells: said, not all laid, and mended by every remedy', () => {
    const many = artworkOf(4000, { width: 20, height: 20 }, 0);
    const docket = patched(docketFor(many), small);
    const { planned, findings } = look(docket, many);
    const found = findings.find((f) => f.id === 'too-large')!;
    expect(found.severity).toBe('stop');
    const slots = planned.sheets.main.lay.downs.length;
    // a leaf a sheet, both sides, in every place
    expect(planned.tooLarge).toEqual({ of: 'cells', wanted: 2000 * 2 * slots, most: MOST_CELLS });
    expect(planned.sheets).toHaveLength(Math.floor(MOST_CELLS / (2 * slots)));
    expect(found.remedies.length).toBeGreaterThanOrEqual(2);
    for (const { patch } of found.remedies) {
      const after = look(patched(docket, patch), many);
      expect(after.planned.tooLarge).toBeNull();
      expect(after.planned.sheets).toHaveLength(2000);
    }
  });

  it('of pieces on a sheet: five hundred are laid, in the fullest grid of so many', () => {
    const tiny = artworkOf(2, { width: 10, height: 10 }, 0);
    const docket = patched(docketFor(tiny), {
      ...small,
      product: { ...small.product, finished: { width: 10, height: 10 }, bleed: 0 },
    });
    expect(plan(docket, tiny).sheets.main.lay.downs).toHaveLength(500);
  });

  it('of pages: the first fifty thousand are laid, when that is what is wished', () => {
    const many = artworkOf(MOST_PAGES + 3);
    const docket = docketFor(many);
    const { planned, findings } = look(docket, many);
    expect(planned.tooLarge).toEqual({ of: 'pages', wanted: MOST_PAGES + 3, most: MOST_PAGES });
    const [remedy] = findings.find((f) => f.id === 'too-large')!.remedies;
    const after = plan(changed(docket, remedy!.patch), many);
    expect([after.tooLarge, after.product.pages.filter((p) => p.ref).length]).toEqual([null, MOST_PAGES]);
  });

  it('is not said of what can be', () => {
    expect(plan(base, artwork).tooLarge).toBeNull();
    const all = artworkOf(MOST_PAGES);
    expect(plan(docketFor(all), all).tooLarge).toBeNull();
  });
});

describe('artwork said to be folded in a way that no sheet can be', () => {
  it('is not taken apart, and a finding says so; its remedies do', () => {
    const fold = {
      columns: 2,
      rows: 1,
      folds: [{ axis: 'level' as const, at: 63, moves: 'high' as const, to: 'over' as const }],
    };
    const docket = patched(base, { artwork: { imposed: { kind: 'folded', fold, nested: true } } });
    const { planned, findings } = look(docket);
    expect(planned.product.pages.filter((p) => p.ref)).toHaveLength(600);
    const found = findings.find((f) => f.id === 'artwork-folds')!;
    expect([found.severity, found.remedies.length]).toEqual(['stop', 2]);
    for (const { patch } of found.remedies)
      expect(look(patched(docket, patch)).findings.map((f) => f.id)).not.toContain('artwork-folds');
  });
});
