import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type FormPart, type Patch } from '../docket';
import { reckon } from '../reckoning';
import { artworkOf, flatDocketFor, GUILLOTINE, look, SHOP } from '../testing';
import { pilesOf, sheetWith } from './piles';
import { plan, type Plan } from './plan';
import { loadsOf, runsOf } from './runs';

const SLIP = { width: 148, height: 105 };
const WHITE = SHOP.stocks[2]!;
const tinted = (id: string, more: object = {}): FormPart['stock'] => ({
  ...WHITE,
  id,
  name: id,
  swatch: '#ffee88',
  ...more,
});
const PARTS: FormPart[] = [
  { name: 'Ours', stock: null },
  { name: 'Yours', stock: tinted('yellow') },
  { name: 'Tag', stock: tinted('pink') },
];
const STACK = { kind: 'stack', lot: null, last: null } as const;
const NUMBERED = {
  records: 40,
  counters: [
    {
      name: 'No',
      start: 1,
      step: 1,
      style: 'digits',
      digits: 0,
      prefix: '',
      suffix: '',
      check: 'none',
      repeat: 1,
      counts: 'records',
      restart: false,
    },
  ],
  prints: [
    {
      name: 'No',
      text: '{No} {Part}',
      says: { kind: 'text', font: 'text', size: 10, align: 'left', fit: 'as-is', width: null, height: null },
      ink: { spot: null, cmyk: { c: 0, m: 0, y: 0, k: 100 } },
      anchor: 'centre',
      x: 0,
      y: 0,
      turned: 0,
      parts: 'all',
      on: 'all',
    },
  ],
} satisfies Patch<DocketOf<'flat'>>['imprint'];

function docketOf(
  pages: number,
  ...patches: Patch<DocketOf<'flat'>>[]
): { docket: DocketOf<'flat'>; it: Plan<'flat'> } {
  const artwork = artworkOf(pages, SLIP, 0);
  const base: Patch<DocketOf<'flat'>> = {
    sheet: { stock: WHITE },
    product: {
      sides: 'one',
      bleed: 0,
      copies: 1,
      finished: SLIP,
      order: STACK,
      parts: PARTS,
      lies: { columns: 2, rows: 2 },
    },
  };
  const docket = [base, ...patches].reduce<DocketOf<'flat'>>((d, p) => patched(d, p), flatDocketFor(artwork));
  return { docket, it: plan(docket, artwork) };
}
/** What lies on the sheets, each piece by the label of its page. */
const labels = ({ sheets, content, pieces }: Plan): string[][] =>
  Array.from(sheets, (s) => s.downs.map((d) => (d === null ? '-' : content.at(pieces.at(d)!.places[0]!).label)));

describe('sets of parts', () => {
  it('are printed sheet by sheet in turns, each part on its own stock', () => {
    const { it } = docketOf(1, { imprint: NUMBERED });
    // forty sets four up: ten sheets of each part
    expect(it.sheets).toHaveLength(30);
    expect(labels(it).slice(0, 4)).toEqual([
      ['1a', '11a', '21a', '31a'],
      ['1b', '11b', '21b', '31b'],
      ['1c', '11c', '21c', '31c'],
      ['2a', '12a', '22a', '32a'],
    ]);
    expect(Array.from(it.sheets, (s) => s.stock.id).slice(0, 6)).toEqual([
      WHITE.id,
      'yellow',
      'pink',
      WHITE.id,
      'yellow',
      'pink',
    ]);
    expect(runsOf(it).map((r) => [r.stock.id, r.good])).toEqual([
      [WHITE.id, 10],
      ['yellow', 10],
      ['pink', 10],
    ]);
  });

  it('are found by their numbers', () => {
    const { it } = docketOf(1, { imprint: NUMBERED });
    // set 12 is the second of its pile: its parts are on sheets 4, 5 and 6
    expect([33, 34, 35].map((id) => sheetWith(it, id))).toEqual([3, 4, 5]);
    expect(sheetWith(it, 120)).toBeNull();
  });

  it('come off the cutter in order, the parts of a set on each other', () => {
    const { it } = docketOf(1, { imprint: NUMBERED });
    expect(it.sheets.lots).toEqual([{ from: 0, count: 30 }]);
    // each pile has ten sets of three; laid on each other they are 1 to 40
    expect(pilesOf(it, 0).map((p) => [p.first, p.last, p.count])).toEqual([
      [1, 10, 30],
      [11, 20, 30],
      [21, 30, 30],
      [31, 40, 30],
    ]);
    const all = labels(it);
    const stack = [0, 1, 2, 3].flatMap((k) => all.map((sheet) => sheet[k]!));
    expect(stack).toEqual(Array.from({ length: 40 }, (_, i) => ['a', 'b', 'c'].map((p) => `${i + 1}${p}`)).flat());
  });

  it('are cut in lots no higher than is lifted, whole sets in each', () => {
    const { it } = docketOf(1, { imprint: NUMBERED, product: { order: { kind: 'stack', lot: 4, last: null } } });
    // lots of four sets: 4 × 4 × 2 and what is left
    expect(it.sheets.lots.map((l) => l.count)).toEqual([12, 12, 6]);
    const [first] = it.sheets.lots;
    const stack = [0, 1, 2, 3].flatMap((k) =>
      labels(it)
        .slice(0, first!.count)
        .map((sheet) => sheet[k]!),
    );
    expect(stack.slice(0, 7)).toEqual(['1a', '1b', '1c', '2a', '2b', '2c', '3a']);
    expect(stack.at(-1)).toBe('16c');
  });

  it('are lifted as high as all their papers together, alike for every part', () => {
    // 0.1 + 0.3 + 0.2 mm a set: of 3 mm five sets; part by part thirty, ten and fifteen
    const thick = [0.1, 0.3, 0.2].map((caliper, i) => ({ name: `p${i}`, stock: tinted(`s${i}`, { caliper }) }));
    const finish: Patch<DocketOf<'flat'>> = {
      finish: { here: true, route: [{ process: 'cut', machine: { ...GUILLOTINE, lift: 3 } }] },
    };
    const { it } = docketOf(1, { imprint: NUMBERED, product: { parts: thick } }, finish);
    expect(it.sheets.lots.map((l) => l.count)).toEqual([15, 15]);
    const stack = [0, 1, 2, 3].flatMap((k) =>
      labels(it)
        .slice(0, 15)
        .map((sheet) => sheet[k]!),
    );
    expect(stack).toEqual(Array.from({ length: 20 }, (_, i) => ['a', 'b', 'c'].map((p) => `${i + 1}${p}`)).flat());
    const apart = docketOf(1, { imprint: NUMBERED, product: { parts: thick, collated: 'parts' } }, finish);
    expect(apart.it.sheets.lots.map((l) => l.count)).toEqual([10, 10, 10]);
  });

  it('or part by part, each to be padded by itself', () => {
    const { it } = docketOf(1, { imprint: NUMBERED, product: { collated: 'parts' } });
    expect(Array.from(it.sheets, (s) => s.stock.id).slice(9, 11)).toEqual([WHITE.id, 'yellow']);
    expect(it.sheets.lots).toEqual([
      { from: 0, count: 10 },
      { from: 10, count: 10 },
      { from: 20, count: 10 },
    ]);
    expect(labels(it)[10]).toEqual(['1b', '11b', '21b', '31b']);
  });

  it('are sent as one job, in turns, where the machine draws from several trays; else each stock by itself', () => {
    const mixes = { sheet: { machine: { ...SHOP.machines[0]!, mixes: true } } };
    const { it } = docketOf(1, { imprint: NUMBERED }, mixes);
    const [load, ...others] = loadsOf(it);
    expect(others).toEqual([]);
    expect(load!.sheets).toEqual(Array.from({ length: 30 }, (_, i) => i + 1));
    expect(load!.stocks.slice(0, 3).map((s) => s.stock.id)).toEqual([WHITE.id, 'yellow', 'pink']);
    const alone = docketOf(1, { imprint: NUMBERED }, { sheet: { machine: { ...SHOP.machines[0]!, mixes: false } } });
    expect(loadsOf(alone.it).map((l) => l.sheets.length)).toEqual([10, 10, 10]);
    const found = look(alone.docket, artworkOf(1, SLIP, 0)).find('parts-apart')!;
    expect(found.remedies.map((r) => r.label)).toEqual(['Part by part']);
    expect(
      look(docketOf(1, { imprint: NUMBERED }, mixes).docket, artworkOf(1, SLIP, 0)).find('parts-apart'),
    ).toBeUndefined();
  });

  it('of light and heavy paper in turns keep the press waiting: part by part it does not', () => {
    const heavy = [PARTS[0]!, { name: 'Board', stock: tinted('heavy', { grammage: 300 }) }];
    const { docket } = docketOf(
      1,
      { imprint: NUMBERED, product: { parts: heavy } },
      {
        sheet: { machine: { ...SHOP.machines[0]!, mixes: true } },
      },
    );
    const found = look(docket, artworkOf(1, SLIP, 0)).find('weight-order')!;
    // ten sheets of each in turns
    expect(found.title).toBe('The press changes weight 19 times');
    expect(found.remedies.map((r) => r.label)).toEqual(['Part by part']);
    const after = patched(docket, found.remedies[0]!.patch);
    expect(look(after, artworkOf(1, SLIP, 0)).find('weight-order')).toBeUndefined();
  });

  it('are sold by the set', () => {
    const { docket, it } = docketOf(1, { imprint: NUMBERED });
    const total = reckon(docket, it as Plan).find((f) => f.key === 'total')!;
    const [, each] = /; ([\d.]+) ct a set$/.exec(String(total.sum))!;
    expect(Number(each)).toBeCloseTo(Number(total.value) / 40, 1);
  });

  it('have the same number on all their parts, and the part’s own name', () => {
    const { docket, it } = docketOf(1, {
      imprint: { ...NUMBERED, prints: [{ ...NUMBERED.prints[0]!, parts: [1, 3] }] },
    });
    expect(docket.imprint.records).toBe(40);
    const stamps = (place: number) => it.content.at(place).stamps!.map((s) => [s.record, s.part]);
    expect([1, 2, 3, 4].map(stamps)).toEqual([[[0, 'Ours']], [], [[0, 'Tag']], [[1, 'Ours']]]);
  });

  it('have a page a part, or come ready from a whole file', () => {
    const pages = (it: Plan, places: number[]) => places.map((p) => it.content.at(p).page?.page);
    const each = docketOf(3, { imprint: NUMBERED }).it;
    expect(each.product).toMatchObject({ kind: 'flat' });
    expect(pages(each, [1, 2, 3, 4, 5, 6])).toEqual([1, 2, 3, 1, 2, 3]);
    // twelve pages are four sets, ready
    const ready = docketOf(12).it;
    expect(ready.pieces).toHaveLength(12);
    expect(pages(ready, [1, 2, 3, 4])).toEqual([1, 2, 3, 4]);
    expect(labels(ready)[1]).toEqual(['1b', '2b', '3b', '4b']);
    // two pages do not go into three parts: each becomes all of them
    const { docket, it: odd } = docketOf(2);
    expect(pages(odd, [1, 2, 3, 4, 5, 6])).toEqual([1, 1, 1, 2, 2, 2]);
    expect(look(docket, artworkOf(2, SLIP, 0)).find('parts-pages')).toMatchObject({ severity: 'look' });
    expect(look(docketOf(3).docket, artworkOf(3, SLIP, 0)).find('parts-pages')).toBeUndefined();
  });

  it('as pads are so many sets high', () => {
    const { it } = docketOf(1, { imprint: NUMBERED, product: { order: { kind: 'pads', of: 5 } } });
    expect(it.sheets.lots.map((l) => l.count)).toEqual([15, 15]);
    expect(pilesOf(it, 0).map((p) => [p.first, p.last, p.count])).toEqual([
      [1, 5, 15],
      [6, 10, 15],
      [11, 15, 15],
      [16, 20, 15],
    ]);
  });

  it('on paper of another size lie and come by themselves', () => {
    const small = [PARTS[0]!, { name: 'Small', stock: tinted('small', { width: 210, height: 297 }) }];
    const { docket, it } = docketOf(1, {
      imprint: NUMBERED,
      product: { parts: small, lies: { columns: null, rows: null } },
    });
    expect(new Set(Array.from(it.sheets, (s) => s.lay.paper.width)).size).toBe(2);
    expect(look(docket, artworkOf(1, SLIP, 0)).find('parts-apart')!.title).toContain('unlike size');
  });

  it('without numbers are printed as often as they are ordered', () => {
    const { it } = docketOf(1, { product: { copies: 400, order: { kind: 'repeat' } } });
    expect(Array.from(it.sheets, (s) => [s.stock.id, s.prints])).toEqual([
      [WHITE.id, 100],
      ['yellow', 100],
      ['pink', 100],
    ]);
  });
});
