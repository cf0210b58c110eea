import { describe, expect, it } from 'vitest';
import { checkedPatch, patched, type Artwork, type Docket } from '../docket';
import type { Shop } from '../shop';
import { plan } from '../sheet';
import { artworkOf, docketFor, look as looked, SHOP, type Looked } from '../testing';

const artwork = artworkOf(8);
type Finding = Looked['findings'][0];
const look = (docket: Docket, of: Artwork = artwork, shop: Shop = SHOP): readonly Finding[] =>
  looked(docket, of, shop).findings;
const find = (id: string, docket: Docket, of?: Artwork, shop?: Shop): Finding | undefined =>
  look(docket, of, shop).find((f) => f.id === id);
const base = docketFor(artwork);

describe('what the machine takes', () => {
  const small = { ...SHOP.machines[0]!, largest: { width: 300, height: 430 }, name: 'Dunlin', id: 'dunlin' };

  it('says that a sheet is too large, and offers another stock', () => {
    const docket = patched(base, { sheet: { machine: small, stock: SHOP.stocks[2]! } });
    const finding = find('machine-takes', docket)!;
    expect(finding).toMatchObject({ severity: 'stop', title: 'Dunlin does not take SRA3' });
    expect(finding.detail).toContain('450 × 320 mm');
    const mended = checkedPatch(docket, finding.remedies[0]!.patch);
    expect(mended.sheet.stock.format).toBe('A3');
    expect(find('machine-takes', mended)).toBeUndefined();
  });

  it('offers a machine that takes the sheet', () => {
    const shop = { ...SHOP, machines: [small, ...SHOP.machines] };
    const docket = patched(base, { sheet: { machine: small, stock: SHOP.stocks[2]! } });
    const labels = find('machine-takes', docket, artwork, shop)!.remedies.map((r) => r.label);
    expect(labels).toContain('Run on Plover');
  });

  it('takes sheets either way round', () => {
    const lying = { ...SHOP.stocks[1]!, width: 420, height: 297 };
    expect(find('machine-takes', patched(base, { sheet: { stock: lying } }))).toBeUndefined();
  });
});

describe('a machine that prints one side at a time', () => {
  const one = { ...SHOP.machines[0]!, id: 'dunlin', name: 'Dunlin', sides: 'one' as const };
  it('does not perfect: two forms, or another machine', () => {
    const docket = patched(base, { sheet: { machine: one, work: 'perfecting' } });
    const finding = find('perfecting', docket)!;
    expect(finding).toMatchObject({ severity: 'stop', title: 'Dunlin prints one side at a time' });
    const labels = finding.remedies.map((r) => r.label);
    expect(labels[0]).toBe('Front and back from two forms');
    expect(labels.join()).toContain('Run on Plover');
    for (const r of finding.remedies) expect(find('perfecting', checkedPatch(docket, r.patch))).toBeUndefined();
    expect(find('perfecting', patched(base, { sheet: { work: 'perfecting' } }))).toBeUndefined();
  });
  it('has backs laid as its pile goes back in, and says where another turn is wished for', () => {
    const wished = (turn: 'machine' | 'turn' | 'tumble'): Docket => patched(base, { sheet: { machine: one, turn } });
    expect(one.reload.turn).toBe('turn');
    expect(find('reload', wished('tumble'))).toMatchObject({ severity: 'stop' });
    expect(find('reload', wished('tumble'))!.remedies.map((r) => r.patch)).toEqual([{ sheet: { turn: 'machine' } }]);
    expect(find('reload', wished('turn'))).toBeUndefined();
    expect(find('reload', wished('machine'))).toBeUndefined();
    // what turns by itself turns as it is wished
    expect(find('reload', patched(base, { sheet: { turn: 'tumble' } }))).toBeUndefined();
  });
});

describe('grain', () => {
  const board = { ...SHOP.stocks[2]!, id: 'board', name: 'Board', grammage: 250, caliper: 0.3 };
  it('warns where heavy paper folds across it: one up on a lying sheet the fold is upright', () => {
    const docket = patched(base, { sheet: { stock: { ...board, grain: 'long' }, up: 'one' } });
    expect(find('grain', docket)!.severity).toBe('look');
    expect(find('grain', patched(docket, { sheet: { stock: { ...board, grain: 'short' } } }))).toBeUndefined();
    // two up they lie sideways, and the fold runs along the long edge
    expect(find('grain', patched(docket, { sheet: { up: 'most' } }))).toBeUndefined();
  });
  it('lets light paper fold as it likes', () => {
    expect(find('grain', patched(base, { sheet: { stock: SHOP.stocks[2]!, up: 'one' } }))).toBeUndefined();
  });
  it('is minded from 170 g/m² on', () => {
    const at = (grammage: number) =>
      find('grain', patched(base, { sheet: { stock: { ...board, grammage, grain: 'long' }, up: 'one' } }));
    expect(at(169)).toBeUndefined();
    expect(at(170)).toBeDefined();
  });
  it('offers the same paper of the other grain', () => {
    const shop = { ...SHOP, stocks: [...SHOP.stocks, { ...board, id: 'other', grain: 'short' as const }] };
    const docket = patched(base, { sheet: { stock: { ...board, grain: 'long' }, up: 'one' } });
    const finding = find('grain', docket, artwork, shop)!;
    expect(find('grain', checkedPatch(docket, finding.remedies[0]!.patch), artwork, shop)).toBeUndefined();
  });
});

describe('room for marks', () => {
  it('offers one up, or doing without', () => {
    const machine = { ...SHOP.machines[0]!, noPrint: { left: 9, right: 9, top: 9, bottom: 9 } };
    const docket = patched(base, { sheet: { stock: SHOP.stocks[2]!, machine } });
    const finding = find('marks-room', docket)!;
    // 432 × 302 of pages and bleed fill the 432 × 302 that print: not even a crop mark fits
    expect(finding).toMatchObject({
      severity: 'look',
      title: 'No room for crop marks and register marks and fold marks and the slug line',
    });
    expect(find('marks-room', checkedPatch(docket, finding.remedies[0]!.patch))).toBeUndefined();
    const without = checkedPatch(docket, finding.remedies[1]!.patch);
    expect(without.marks.crop.on).toBe(false);
    expect(find('marks-room', without)).toBeUndefined();
  });
});

describe('finishing', () => {
  it('knows pieces that are too large to stitch', () => {
    const docket = patched(base, { product: { finished: { width: 240, height: 200 } } });
    const finding = find('too-large-to-stitch', docket)!;
    expect(finding.severity).toBe('stop');
    const mended = checkedPatch(docket, finding.remedies.at(-1)!.patch);
    expect(find('too-large-to-stitch', mended)).toBeUndefined();
  });
  it('is not asked for where nothing is stitched', () => {
    const of = artworkOf(400);
    expect(find('too-thick', patched(docketFor(of), { finish: { here: false } }), of)).toBeUndefined();
  });
});

describe('artwork', () => {
  it('without pages stops everything else', () => {
    const none: Artwork = { pages: [], kind: 'pdf', inks: [], notes: [] };
    const docket = docketFor(artwork);
    expect(find('no-pages', docket, none)!.severity).toBe('stop');
    expect(plan(docket, none).sheets).toHaveLength(1);
  });
  it('has its inks named, and what was mended said', () => {
    const of = { ...artwork, inks: ['Rust', 'Gold'], notes: ['It was mended.'] };
    expect(find('inks', base, of)!.title).toBe('2 spot inks: Rust, Gold');
    expect(find('note-0', base, of)).toMatchObject({ severity: 'fine', title: 'It was mended.' });
  });
  it('the worst comes first', () => {
    const of = artworkOf(86);
    const severities = look(docketFor(of), of).map((f) => f.severity);
    expect(severities).toEqual(
      [...severities].sort((a, b) => ['stop', 'look', 'fine'].indexOf(a) - ['stop', 'look', 'fine'].indexOf(b)),
    );
    expect(severities[0]).toBe('stop');
  });
});

describe('creep', () => {
  // 20 sheets of 0.35 mm board: the innermost stands out 19 × 0.35 = 6.65 mm
  const of = artworkOf(80);
  const thick = patched(docketFor(of), { sheet: { stock: { ...SHOP.stocks[2]!, caliper: 0.35 } } });

  it('that goes further into the fold than is safe is halved or taken by narrower pages', () => {
    const finding = find('creep', thick, of)!;
    expect(finding).toMatchObject({
      severity: 'look',
      station: 'product',
      title: 'Content goes 6.65 mm into the fold',
    });
    expect(finding.remedies.map((r) => r.label)).toEqual(['Halve it', 'Make inner pages narrower']);
    for (const r of finding.remedies) expect(find('creep', checkedPatch(thick, r.patch), of)).toBeUndefined();
  });

  it('that the trim takes at the face is said as that', () => {
    const none = patched(thick, { product: { creep: { correction: 'none' } } });
    expect(find('creep', none, of)!.title).toBe('The trim takes 6.65 mm of pages at the face');
    expect(find('creep', patched(none, { product: { safe: 7 } }), of)).toBeUndefined();
  });
});
