import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkedPatch, patched, type DocketOf, type Patch as AnyPatch } from '../docket';
import { WAYS } from '../fold';
import { stepOn } from '../finishing';
import { reckon } from '../reckoning';
import { plan } from '../sheet';
import type { Shop, Stock } from '../shop';
import {
  artworkOf,
  BINDER,
  BOARD,
  changed,
  coverOn,
  docketFor,
  FOLDER,
  GUILLOTINE,
  look,
  page,
  SHOP,
} from '../testing';

type Docket = DocketOf<'bound'>;
type Patch = AnyPatch<DocketOf<'bound'>>;

const THIN: Stock = { ...SHOP.stocks[2]!, id: 'thin', name: 'Thin 60', grammage: 60, caliper: 0.07, price: 4 };
const WIDE: Stock = { ...SHOP.stocks[2]!, id: 'b2', name: 'Plain 90', format: 'B2', width: 520, height: 740, price: 9 };
const BIG = { ...SHOP.machines[0]!, id: 'big', name: 'Curlew', largest: { width: 520, height: 740 }, plate: 300 };
const shop: Shop = {
  stocks: [...SHOP.stocks, THIN, BOARD, WIDE],
  machines: [...SHOP.machines, BIG],
  finishers: [
    ...SHOP.finishers,
    BINDER,
    { ...FOLDER, mostFolds: 2 },
    { ...FOLDER, id: 'wren', name: 'Wren' },
    GUILLOTINE,
  ],
};
const total = (docket: Docket, artwork: ReturnType<typeof artworkOf>): number =>
  reckon(docket, plan(docket, artwork)).find((f) => f.key === 'total')!.value;

describe('remedies of any docket', () => {
  const wishes = fc.record({
    pages: fc.integer({ min: 1, max: 130 }),
    size: fc.constantFrom({ width: 148, height: 210 }, { width: 210, height: 297 }, { width: 100, height: 148 }),
    artworkBleed: fc.constantFrom(0, 3),
    slug: fc.constantFrom(0, 12),
    finished: fc.constantFrom(null, { width: 148, height: 210 }, { width: 240, height: 200 }),
    bleed: fc.constantFrom(0, 3, 11),
    binding: fc.constantFrom<Docket['product']['binding']>(
      { kind: 'saddle-stitched' },
      { kind: 'perfect-bound', grindOff: 3 },
      { kind: 'sewn' },
      { kind: 'loose-leaf', by: 'wire', clearance: 8, order: 'repeat' },
      { kind: 'folded', short: 1 },
    ),
    fold: fc.constantFrom(null, ...WAYS.map((w) => w.id)),
    sections: fc.constantFrom(null, ['4-single', '16-right-angle', '16-right-angle'], ['8-right-angle', '4-single']),
    stock: fc.constantFrom(...shop.stocks),
    machine: fc.constantFrom(...shop.machines),
    up: fc.constantFrom('one' as const, 'most' as const, 3),
    fill: fc.constantFrom('repeat' as const, 'come-and-go' as const),
    work: fc.constantFrom('sheetwise' as const, 'one-sided' as const, 'work-and-turn' as const),
    cover: fc.constantFrom(null, 'text' as const, 1),
    tabs: fc.boolean(),
    mixed: fc.boolean(),
    correction: fc.constantFrom('none' as const, 'push-in' as const),
    safe: fc.constantFrom(1, 5),
    route: fc.constantFrom<Docket['finish']['route']>(
      [],
      [stepOn('stitch', shop.finishers[0]!)],
      [stepOn('fold', shop.finishers[3]!), stepOn('bind', BINDER)],
      [stepOn('cut', GUILLOTINE)],
    ),
  });
  type Wish = typeof wishes extends fc.Arbitrary<infer T> ? T : never;
  const made = (w: Wish) => {
    const base = artworkOf(w.pages, w.size, w.artworkBleed, w.slug);
    const artwork = w.cover === 1 ? { ...base, more: [[page({ width: 300, height: 210 })]] } : base;
    const docket = patched(docketFor(artwork), {
      artwork: w.cover === 1 ? { more: [{ name: 'c.pdf' }] } : {},
      product: {
        ...(w.finished ? { finished: w.finished } : {}),
        bleed: w.bleed,
        binding: w.binding,
        fold: w.fold,
        ...(w.sections ? { sections: { kind: 'set', list: w.sections.map((fold) => ({ fold, stock: null })) } } : {}),
        cover: w.cover === null ? { kind: 'self' } : coverOn(BOARD, w.cover, { flaps: 30 }),
        chapters: [{ at: 2, title: 'a' }],
        tabs: { on: w.tabs },
        stocks: w.mixed ? [{ from: 2, to: 5, stock: THIN }] : [],
        creep: { correction: w.correction },
        safe: w.safe,
      },
      sheet: { stock: w.stock, machine: w.machine, up: w.up, fill: w.fill, work: w.work },
      finish: { route: w.route },
    });
    return { artwork, docket };
  };

  it('each is planned: it mends its finding and stops nothing that went before', () => {
    let tried = 0;
    const kinds = new Set<string>();
    fc.assert(
      fc.property(wishes, (w) => {
        const { artwork, docket } = made(w);
        const before = look(docket, artwork, shop);
        const stops = new Set(before.findings.filter((f) => f.severity === 'stop').map((f) => f.id));
        for (const finding of before.findings)
          for (const remedy of finding.remedies) {
            const after = look(checkedPatch(docket, remedy.patch), artwork, shop).findings;
            const still = after.find((f) => f.id === finding.id);
            expect([finding.id, remedy.label, still?.severity ?? 'fine']).toEqual([finding.id, remedy.label, 'fine']);
            const fresh = after.filter((f) => f.severity === 'stop' && !stops.has(f.id)).map((f) => f.id);
            expect([finding.id, remedy.label, fresh]).toEqual([finding.id, remedy.label, []]);
            kinds.add(finding.id);
            tried++;
          }
      }),
      { numRuns: 60, seed: 11 },
    );
    // the dockets are such as have something against them
    expect(tried).toBeGreaterThan(100);
    expect(kinds.size).toBeGreaterThan(12);
  }, 120_000);
});

describe('remedies worked out', () => {
  const of = (pages: number, patch: Patch, more: Shop = shop) => {
    const artwork = artworkOf(pages);
    const docket = patched(patched(docketFor(artwork), { sheet: { stock: SHOP.stocks[1]! } }), patch);
    return look(docket, artwork, more);
  };
  const labels = (found: ReturnType<ReturnType<typeof of>['find']>): string[] => found!.remedies.map((r) => r.label);

  it('sections of 4, 16 and 16 pages on A3: other sections, not less bleed', () => {
    const list = ['4-single', '16-right-angle', '16-right-angle'].map((fold) => ({ fold, stock: null }));
    const { find, docket, artwork } = of(36, { product: { sections: { kind: 'set', list } } });
    const fit = find('fit-sheet')!;
    // sixteen A5 pages stand on 592 × 420 mm: of what the press takes no sheet is so large
    expect(labels(fit)).toContain('Choose the sections for me');
    expect(labels(fit).filter((l) => /instead|Bleed|No bleed/.test(l))).toEqual([]);
    const chosen = checkedPatch(docket, fit.remedies.find((r) => r.label === 'Choose the sections for me')!.patch);
    expect(look(chosen, artwork, shop).find('fit-sheet')).toBeUndefined();
  });

  it('of several stocks the one on which the whole job costs least, with what it costs', () => {
    // 8 pages of A5 one up on A4 do not fit; on SRA3 they lie two up, which is cheaper than A3 and than the thin sheet
    const { find, docket, artwork } = of(8, { sheet: { stock: SHOP.stocks[0]! }, product: { trimming: 'trimmed' } });
    const stocks = find('fit-sheet')!.remedies.filter((r) => r.label.endsWith('instead'));
    expect(stocks.map((r) => r.label)).toEqual(['Plain 90 SRA3 instead', 'Thin 60 SRA3 instead']);
    const costs = stocks.map((r) => total(changed(docket, r.patch), artwork));
    for (const other of shop.stocks.filter((s) => s.name === 'Plain 90' && s.format !== 'B2')) {
      const on = patched(docket, { sheet: { stock: other } });
      if (plan(on, artwork).sheets.main.lay.fits) expect(costs[0]!).toBeLessThanOrEqual(total(on, artwork));
    }
    // 103 sheets: 103 × (4 − 2.9) ct more than the first
    expect(costs[1]! - costs[0]!).toBeCloseTo(103 * 1.1, 6);
  });

  it('by the money for the job, whatever make they are of', () => {
    // the same make costs 35 ct a sheet, another 18.9 two up
    const [a4, a3, sra3] = SHOP.stocks;
    const stocks = [a4!, { ...a3!, price: 35 }, { ...sra3!, id: 'other', name: 'Other', price: 18.9 }];
    const artwork = artworkOf(8);
    const docket = patched(docketFor(artwork), { sheet: { stock: a4! }, product: { trimming: 'trimmed' } });
    const { findings } = look(docket, artwork, { ...SHOP, stocks });
    const labels = findings.find((f) => f.id === 'fit-sheet')!.remedies.map((r) => r.label);
    expect(labels.slice(0, 2)).toEqual(['Other SRA3 instead', 'Plain 90 A3 instead']);
  });

  it('only machines that can do the work are offered', () => {
    // 200 leaves of 0.11 mm are 22 mm: the thin binder takes 20, the thick one 40; a stitcher does not bind
    const thin = { ...BINDER, id: 'thin', name: 'Dipper', thickest: 20 };
    const more = { ...shop, finishers: [...shop.finishers, thin, { ...thin, id: 'thin2', name: 'Ouzel' }] };
    const { find } = of(
      400,
      { product: { binding: { kind: 'perfect-bound', grindOff: 3 } }, finish: { route: [stepOn('bind', thin)] } },
      more,
    );
    const machines = labels(find('too-thick-to-bind')).filter((l) => l.startsWith('Finish on'));
    expect(machines).toEqual(['Finish on Turnstone']);
  });

  it('a folder is offered only where it makes as many folds', () => {
    const { find } = of(64, {
      product: { binding: { kind: 'perfect-bound', grindOff: 3 }, fold: '16-right-angle' },
      sheet: { stock: WIDE, machine: BIG },
    });
    // three folds a section: the first folder makes two
    expect(labels(find('no-folder')).filter((l) => l.startsWith('Fold on'))).toEqual(['Fold on Wren']);
  });

  it('bleed is cut by no more than must be, in tenths', () => {
    const machine = { ...SHOP.machines[0]!, noPrint: { left: 4, right: 4, top: 52, bottom: 34 } };
    const { find } = of(8, { sheet: { stock: SHOP.stocks[2]!, machine }, product: { bleed: 13 } });
    // 320 − 52 − 34 = 234 are printed, 210 are the page: twice 12
    expect(labels(find('fit-sheet'))).toContain('Bleed cut to 12 mm at head and foot');
  });
});
