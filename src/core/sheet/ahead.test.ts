import { describe, expect, it } from 'vitest';
import { knifeFor } from '../card';
import { cutRuns } from '../finishing';
import { inksOn, patched, type DocketOf, type FlatOrder, type InkWork, type Patch } from '../docket';
import { reckon } from '../reckoning';
import { artworkOf, docketFor, flatDocketFor, look, SHOP } from '../testing';
import { loadsOf, plan, runsOf, sentOf, type Plan } from '.';

/** One more sheet ahead of a job, with an ink on it that the others do not print in. */

const A6 = { width: 105, height: 148 };
const AHEAD: InkWork[] = [{ ink: 'Cut', becomes: 'ahead' }];
const artwork = { ...artworkOf(5, A6), inks: ['Cut'] };

type FlatPatch = Patch<DocketOf<'flat'>>;

function docketOf(order: FlatOrder, copies: number, inks: InkWork[] | null, more: FlatPatch = {}): DocketOf<'flat'> {
  const base: FlatPatch = {
    sheet: { stock: SHOP.stocks[2]! },
    product: { sides: 'one', copies, lies: { way: 'upright' }, order },
    artwork: { inks },
  };
  return patched(patched(flatDocketFor(artwork), base), more);
}
const said = (it: Plan<'flat'>): unknown =>
  [...it.sheets].map(
    (s) => `${s.number}${s.ahead ? ' ahead' : ''}: ${s.downs.map((d) => d ?? '-').join('')} × ${s.prints}`,
  );

const REPEAT: FlatOrder = { kind: 'repeat' };
const STACK: FlatOrder = { kind: 'stack', lot: null, last: null };

describe('a sheet ahead', () => {
  it('is one more of the first, printed once, and all others are as they were', () => {
    // six A6 upright on SRA3: 100 ÷ 6 → 17
    const without = plan(docketOf(REPEAT, 100, null), artwork);
    const it = plan(docketOf(REPEAT, 100, AHEAD), artwork);
    expect(said(it)).toEqual([
      '1 ahead: 000000 × 1',
      '2: 000000 × 17',
      '3: 111111 × 17',
      '4: 222222 × 17',
      '5: 333333 × 17',
      '6: 444444 × 17',
    ]);
    expect([...it.sheets].slice(1).map((s) => s.front)).toEqual([...without.sheets].map((s) => s.front));
    expect(it.sheets.at(0).front).toEqual(without.sheets.at(0).front);
    expect(it.sheets.blocks.map((b) => [b.from, b.count, b.ahead])).toEqual([
      [1, 1, true],
      [2, 5, false],
    ]);
    expect(it.sheets.main.number).toBe(2);
    expect(it.sheets.lots.map((l) => [l.from, l.count])).toEqual([0, 1, 2, 3, 4, 5].map((from) => [from, 1]));
  });

  it('goes before stacks, which are cut as they were', () => {
    // of 20 cards 6 up a pile is 4 high
    const more: FlatPatch = { artwork: { inks: AHEAD } };
    const many = { ...artworkOf(20, A6), inks: ['Cut'] };
    const docket = patched(flatDocketFor(many), {
      sheet: { stock: SHOP.stocks[2]! },
      product: { sides: 'one', copies: 1, lies: { way: 'upright' }, order: STACK },
    } satisfies FlatPatch);
    const own = plan(docket, many);
    const it = plan(patched(docket, more), many);
    expect(own.sheets.length).toBe(4);
    expect([...it.sheets].map((s) => s.downs)).toEqual([
      own.sheets.at(0).downs,
      ...[...own.sheets].map((s) => s.downs),
    ]);
    expect(it.sheets.lots).toEqual([
      { from: 0, count: 1 },
      { from: 1, count: 4 },
    ]);
    expect([...it.sheets].map((s) => [s.ahead, s.prints])).toEqual([
      [true, 1],
      [false, 1],
      [false, 1],
      [false, 1],
      [false, 1],
    ]);
    // printed once as the others are, it is a job of its own all the same
    expect(loadsOf(it).map((l) => l.sheets)).toEqual([[1], [2, 3, 4, 5]]);
  });

  it('goes before what shares sheets', () => {
    const order: FlatOrder = { kind: 'shared', forms: 'fewest-sheets' };
    const own = plan(docketOf(order, 30, null), artwork);
    const it = plan(docketOf(order, 30, AHEAD), artwork);
    expect([...it.sheets].map((s) => s.downs)).toEqual([
      own.sheets.at(0).downs,
      ...[...own.sheets].map((s) => s.downs),
    ]);
    expect([...it.sheets].map((s) => s.prints)).toEqual([1, ...[...own.sheets].map((s) => s.prints)]);
  });

  it('is a sheet more of paper and clicks and no card more, whatever is printed as overs', () => {
    const figures = (inks: InkWork[] | null): Map<string, { value: number; sum: unknown }> => {
      const docket = docketOf(REPEAT, 100, inks);
      return new Map(reckon(docket, plan(docket, artwork)).map((f) => [f.key, { value: f.value, sum: f.sum }]));
    };
    const [own, with_] = [figures(null), figures(AHEAD)];
    for (const key of ['goodSheets', 'forms', 'overrun']) expect([key, with_.get(key)]).toEqual([key, own.get(key)]);
    // 2 and one per cent of 85
    expect(with_.get('spoilage')).toEqual({ value: 4, sum: '2 + 1 % of 85 = 2.85 → 3 + 1 ahead = 4' });
    expect(with_.get('sheets')!.value).toBe(own.get('sheets')!.value + 1);
    const { price } = SHOP.stocks[2]!;
    expect(with_.get('paper')!.value - own.get('paper')!.value).toBeCloseTo(price, 9);
    expect(with_.get('clicks')!.value - own.get('clicks')!.value).toBeCloseTo(1.5, 9);
    const it = plan(docketOf(REPEAT, 100, AHEAD), artwork);
    expect(runsOf(it).map((r) => [r.ahead, r.good, r.spoilage])).toEqual([
      [true, 0, 1],
      [false, 85, 3],
    ]);
    expect(loadsOf(it).map((l) => sentOf(l, { overs: true }))).toEqual([
      { times: 1, sheets: 1 },
      { times: 17, sheets: 85 },
    ]);
  });

  it('is cut as those behind it, and the piles of those are told', () => {
    const docket = docketOf(REPEAT, 100, AHEAD);
    const it = plan(docket, artwork);
    const runs = cutRuns(it, null, []);
    expect(runs.map((r) => [r.sheets, r.good])).toEqual([[[1, 2, 3, 4, 5, 6], 85]]);
    expect(knifeFor(docket, it as Plan, runs[0]!).piles[0]!.count).toBe(17);
    expect(knifeFor(docket, it as Plan, runs[0]!, 0).piles[0]!.count).toBe(1);
  });

  it('there is none where nobody wishes it, before a book, and on a press', () => {
    const ahead = (it: Pick<Plan, 'sheets'>): boolean => it.sheets.blocks.some((b) => b.ahead);
    expect(ahead(plan(docketOf(REPEAT, 100, [{ ink: 'Cut', becomes: 'screen' }]), artwork))).toBe(false);
    const plates: FlatPatch = { sheet: { machine: { plate: 900 } } };
    expect(ahead(plan(docketOf(REPEAT, 100, AHEAD, plates), artwork))).toBe(false);
    const book = { ...artworkOf(16), inks: ['Cut'] };
    const docket = patched(docketFor(book), { artwork: { inks: AHEAD } });
    expect(ahead(plan(docket, book))).toBe(false);
    for (const found of [look(docket, book), look(docketOf(REPEAT, 100, AHEAD, plates), artwork)]) {
      const none = found.find('inks-none-ahead')!;
      expect(none.severity).toBe('look');
      expect(none.remedies.map((r) => r.label)).toEqual(['For looking at alone']);
      expect(found.find('ink-works-done')).toBeUndefined();
    }
    expect(look(docketOf(REPEAT, 100, AHEAD, plates), artwork).find('inks-none-ahead')!.detail).toContain('plates');
    const fine = look(docketOf(REPEAT, 100, AHEAD), artwork);
    expect(fine.find('inks-none-ahead')).toBeUndefined();
    expect(fine.find('ink-works-done')!.title).toBe('“Cut” prints on a sheet ahead alone');
  });
});

describe('inks on paper and on the screen', () => {
  it('are seen everywhere, and printed where they are wished', () => {
    const works: InkWork[] = [
      { ink: 'A', becomes: 'screen' },
      { ink: 'B', becomes: 'ahead' },
      { ink: 'C', becomes: 'nothing' },
    ];
    const left = (on: 'sheets' | 'ahead' | 'screen'): string =>
      inksOn(works, on)
        .map((w) => `${w.ink} ${String(w.becomes)}`)
        .join(', ');
    expect(left('sheets')).toBe('A nothing, B nothing, C nothing');
    expect(left('ahead')).toBe('A nothing, C nothing');
    expect(left('screen')).toBe('C nothing');
  });
});

describe('inks that are lines by their names', () => {
  const found = (inks: string[], wish: InkWork[] | null = null, more: FlatPatch = {}) => {
    const docket = docketOf(REPEAT, 100, wish, more);
    return look(docket, { ...artwork, inks }).find('line-inks');
  };

  it.each(['Die line', 'die-line', 'DieLine', 'CUT', 'Kiss cut', 'Cut_Contour', 'Fold', 'perf', 'Score lines'])(
    'would print, unless somebody says otherwise: %s',
    (ink) => {
      const it = found(['Gull Rust', ink])!;
      expect(it.title).toBe(`“${ink}” would print`);
      expect(it.remedies.map((r) => r.label)).toEqual(['Show, do not print', 'Print on a sheet ahead']);
      for (const becomes of ['screen', 'ahead', 'process'] as const)
        expect(found([ink], [{ ink: ink.toUpperCase(), becomes }])).toBeUndefined();
    },
  );

  it.each(['Diesel blue', 'Scarlet', 'Cutlass grey', 'Golden', 'Marigold', 'Manifold green'])(
    'are colours: %s',
    (ink) => {
      expect(found([ink])).toBeUndefined();
    },
  );

  it('are left to a press that has a plate for them, and offered no sheet ahead on one', () => {
    const inks = { front: ['Black', 'Die line'], back: [] };
    const press: FlatPatch = { sheet: { machine: { plate: 900 } } };
    expect(found(['Die line'], null, { sheet: { inks } })).toBeUndefined();
    expect(found(['Die line'], null, press)!.remedies.map((r) => r.label)).toEqual(['Show, do not print']);
  });
});
