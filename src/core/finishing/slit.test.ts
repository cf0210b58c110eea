import { describe, expect, it } from 'vitest';
import { cutsOf, isSlit, slitsOf, type Slits } from '../cutting';
import type { DocketOf, Patch } from '../docket';
import { rect, type Rect, type Size } from '../measure';
import { cost, reckon } from '../reckoning';
import { plan } from '../sheet';
import type { FinisherOf } from '../shop';
import { artworkOf, changed, flatDocketFor, GUILLOTINE, look, SHOP, SLITTER } from '../testing';
import { cutsSaid, limitsOn, machinesFor, slitRuns, workOf } from '.';

const [, , SRA3] = SHOP.stocks;
const CARD: Size = { width: 85, height: 55 };
const cards = artworkOf(2, CARD, 3);

/** Cards of 85 × 55 with 3 of bleed on SRA3, 450 × 320: upright 4 × 5, gaps of 6; 46 beside, 10.5 above and below. */
const wished = (machine: Partial<FinisherOf<'slitter'>> = {}, ...patches: Patch[]): DocketOf<'flat'> =>
  patches.reduce<DocketOf<'flat'>>(
    (d, p) => changed(d, p),
    changed(flatDocketFor(cards), {
      product: { finished: CARD, bleed: 3, copies: 2000, lies: { way: 'upright', columns: 4, rows: 5 } },
      sheet: { stock: SRA3! },
      finish: { here: true, route: [{ process: 'cut', machine: { ...SLITTER, ...machine } }] },
    }),
  );
const slits = (docket: DocketOf<'flat'>, machine = SLITTER): Slits =>
  slitRuns(plan(docket, cards), machine, false)[0]!.slits;

/** Parts a sheet by lines through all of it: what a slitter leaves, whatever it was meant to. */
function passed({ slits, crossCuts, sheet }: Slits): Rect[] {
  const [xs, ys] = [
    [0, ...slits, sheet.width],
    [0, ...crossCuts, sheet.height],
  ];
  return xs.slice(1).flatMap((x, i) => ys.slice(1).map((y, k) => rect(xs[i]!, ys[k]!, x - xs[i]!, y - ys[k]!)));
}

describe('the lines of a slitter', () => {
  it('are measured from the lay edges; fed whichever way takes fewer cross cuts', () => {
    // 4 columns are 8 lines, 5 rows are 10: short edge first the rows are slit
    const it = slits(wished({ mostSlits: 10 }), { ...SLITTER, mostSlits: 10 });
    expect([it.feed, it.sheet]).toEqual(['short', { width: 320, height: 450 }]);
    const rows = [0, 1, 2, 3, 4].flatMap((r) => [10.5 + r * 61, 10.5 + r * 61 + 55]);
    const columns = [0, 1, 2, 3].flatMap((c) => [46 + c * 91, 46 + c * 91 + 85]);
    // from the lead edge below: the whole is in the middle, so that it is the same from above
    it.slits.forEach((v, i) => expect(v).toBeCloseTo(rows[i]!, 6));
    it.crossCuts.forEach((v, i) => expect(v).toBeCloseTo(columns[i]!, 6));
    expect([it.slits.length, it.crossCuts.length]).toEqual([10, 8]);
    expect([it.sides.first, it.sides.last, it.ends.first].map((v) => Math.round(v * 10) / 10)).toEqual([
      10.5, 10.5, 46,
    ]);
    expect([it.sides.narrowest, it.ends.narrowest].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([6, 6]);
  });

  it('fed the other way where it has not the tools for that', () => {
    // eight slits only, and a sheet of 450 across that it does not take unless it is wide enough
    const wide = { ...SLITTER, largest: { width: 450, height: 660 } };
    expect(slits(wished(), wide).feed).toBe('long');
    expect(limitsOn('cut', wide, plan(wished(), cards), 'mm', [])).toEqual([]);
  });

  it('give every piece where they go through the sheet', () => {
    const docket = wished();
    const { lay } = plan(docket, cards).sheets.main;
    for (const feed of ['long', 'short'] as const) {
      const it = slitsOf(lay.paper, cutsOf(lay).pieces, feed) as Slits;
      const out = passed(it).map((r) => (feed === 'long' ? r : rect(r.y, r.x, r.height, r.width)));
      for (const p of cutsOf(lay).pieces)
        expect(
          out.filter((r) => (['x', 'y', 'width', 'height'] as const).every((k) => Math.abs(r[k] - p[k]) < 1e-6)),
        ).toHaveLength(1);
    }
  });

  it('are none where pieces do not lie in one grid', () => {
    const it = slitsOf({ width: 300, height: 200 }, [rect(10, 10, 100, 80), rect(120, 10, 80, 100)], 'long');
    expect(isSlit(it)).toBe(false);
    // side by side with a common edge they do
    expect(isSlit(slitsOf({ width: 300, height: 200 }, [rect(10, 10, 100, 80), rect(120, 10, 80, 80)], 'long'))).toBe(
      true,
    );
  });
});

describe('what a slitter cannot do', () => {
  const wide = { largest: { width: 450, height: 660 } };
  const refused = (change: Partial<FinisherOf<'slitter'>>): string[] =>
    limitsOn('cut', { ...SLITTER, ...wide, ...change }, plan(wished(), cards), 'mm', []).map((l) => l.id);

  it('sheets that are too large or too small, slits and cross cuts too many, too near, too little at an edge', () => {
    expect(refused({})).toEqual([]);
    expect(refused({ largest: { width: 319, height: 449 } })).toEqual(expect.arrayContaining(['slit-sheet']));
    expect(refused({ feed: 'long', largest: { width: 449, height: 660 } })).toEqual(['slit-sheet']);
    expect(refused({ feed: 'long', smallest: { width: 200, height: 321 } })).toEqual(['slit-sheet']);
    expect(refused({ feed: 'long', mostSlits: 7 })).toEqual(['slit-many']);
    expect(refused({ feed: 'long', mostCrossCuts: 9 })).toEqual(['slit-many']);
    expect(refused({ feed: 'long', mostCrossCuts: 10, mostSlits: 8 })).toEqual([]);
    expect(refused({ nearestSlits: 6, nearestCuts: 6 })).toEqual([]);
    expect(refused({ feed: 'long', nearestSlits: 6.1 })).toEqual(['slit-near']);
    expect(refused({ feed: 'long', nearestCuts: 6.1 })).toEqual(['slit-near']);
    expect(refused({ feed: 'long', sides: 46, ends: 10.5 })).toEqual([]);
    expect(refused({ feed: 'long', sides: 46.1 })).toEqual(['slit-edge']);
    expect(refused({ feed: 'long', ends: 10.6 })).toEqual(['slit-edge']);
  });

  it('says which, in the shop’s unit', () => {
    const [limit] = limitsOn(
      'cut',
      { ...SLITTER, ...wide, feed: 'long', nearestCuts: 7 },
      plan(wished(), cards),
      'in',
      [],
    );
    expect(limit!.detail).toBe('Two cross cuts are 0.236 in apart; it needs 0.276 in.');
  });

  it('is mended by gaps that its tools have room for, by another way to lay it, or by the guillotine', () => {
    const shop = { ...SHOP, finishers: [...SHOP.finishers, GUILLOTINE] };
    const docket = wished({ ...wide, nearestSlits: 8, nearestCuts: 8 });
    const { remedies } = look(docket, cards, shop).find('slit-near')!;
    expect(remedies.map((r) => r.label)).toEqual(
      expect.arrayContaining(['Finish on Avocet', 'Gaps of 8 mm', 'No gaps', 'Print only, finish elsewhere']),
    );
    for (const { patch } of remedies)
      expect(look(changed(docket, patch), cards, shop).find('slit-near')).toBeUndefined();
  });
});

describe('a job on a slitter', () => {
  it('takes a pass for each sheet, its make-ready and its hour in the money', () => {
    const docket = wished({ largest: { width: 450, height: 660 }, hour: 6000 });
    const planned = plan(docket, cards);
    const [work] = workOf(docket.finish, planned, 2000);
    // 2000 cards, 20 up: 100 sheets; 3 min and 60 × 100 ÷ 900
    expect([work!.amount.count, work!.amount.sum]).toEqual([100, '100 sheets']);
    expect(work!.minutes).toBeCloseTo(3 + 6000 / 900, 9);
    const free = changed(docket, { finish: { route: [{ process: 'cut', machine: { ...SLITTER, hour: 0 } }] } });
    expect(cost(docket, planned) - cost(free, planned)).toBeCloseTo((work!.minutes * 6000) / 60, 6);
    expect(reckon(docket, planned).find((f) => f.key === 'cutTime')!.label).toBe('On Dunlin');
  });

  it('counts slits and cross cuts where ways to lay it are compared', () => {
    const { lay } = plan(wished(), cards).sheets.main;
    expect(cutsSaid(lay, wished().finish)).toBe(18);
    expect(cutsSaid(lay, { here: true, route: [{ process: 'cut', machine: GUILLOTINE }] })).toBe(
      (cutsOf(lay).programOn(GUILLOTINE) as { readonly cuts: readonly object[] }).cuts.length,
    );
  });

  it('gives pieces sheet by sheet: cut and stacked they are laid in sequence, or cut on the guillotine', () => {
    const shop = { ...SHOP, finishers: [SLITTER, GUILLOTINE] };
    const many = artworkOf(80, CARD, 3);
    const stack = (kind: 'stack' | 'pads'): DocketOf<'flat'> =>
      changed(wished({ largest: { width: 450, height: 660 } }), {
        product: {
          sides: 'one',
          copies: 1,
          order: kind === 'stack' ? { kind, lot: null, last: null } : { kind, of: 2 },
        },
      });
    const found = look(stack('stack'), many, shop).find('slit-order')!;
    expect([found.severity, found.remedies.map((r) => r.label)]).toEqual([
      'look',
      ['In sequence instead', 'Cut on Avocet'],
    ]);
    for (const { patch } of found.remedies)
      expect(look(changed(stack('stack'), patch), many, shop).find('slit-order')).toBeUndefined();
    expect(
      look(stack('pads'), many, shop)
        .find('slit-order')!
        .remedies.map((r) => r.label),
    ).toEqual(['Cut on Avocet']);
    // one sheet is in order as it is
    expect(look(stack('stack'), artworkOf(20, CARD, 3), shop).find('slit-order')).toBeUndefined();
    const elsewhere = changed(stack('stack'), { finish: { here: false } });
    expect(look(elsewhere, many, shop).find('slit-order')).toBeUndefined();
  });

  it('a guillotine is taken first where both are there', () => {
    const both = { finishers: [SLITTER, GUILLOTINE] };
    expect(machinesFor('cut', both).map((m) => m.name)).toEqual(['Avocet', 'Dunlin']);
  });
});

describe('a slitter that is set in steps', () => {
  const shop = { ...SHOP, finishers: [] };
  const stepped = (step: number | null, ...more: Patch[]) => {
    const docket = wished({ mostSlits: 10, step }, ...more);
    return { docket, it: look(docket, cards, shop).find('slit-step') };
  };

  it('takes lines that lie on them, and no others', () => {
    // slits at 10.5, 65.5, …; cross cuts at 46, 131, …
    expect(stepped(0.5).it).toBeUndefined();
    expect(stepped(null).it).toBeUndefined();
    const { it } = stepped(1);
    expect(it!.severity).toBe('stop');
    expect(it!.detail).toBe('One is 10.5 mm from where it is measured; it is set in steps of 1 mm.');
  });

  it('has the block moved onto them, by less than one', () => {
    const { docket, it } = stepped(1);
    const moved = it!.remedies.find((r) => r.label === 'Move them onto its steps')!;
    const after = changed(docket, moved.patch);
    expect(look(after, cards, shop).find('slit-step')).toBeUndefined();
    const { slits: at, crossCuts } = slits(after, { ...SLITTER, mostSlits: 10, step: 1 });
    for (const v of [...at, ...crossCuts]) expect(Math.abs(v - Math.round(v))).toBeLessThan(1e-6);
    expect(Math.abs(at[0]! - 10.5)).toBeCloseTo(0.5, 6);
  });

  it('has gaps that take pieces to the next step where moving is not enough, and nothing where a piece is on none', () => {
    const { docket, it } = stepped(1, { product: { lies: { gap: { across: 6.4, down: 6 } } } } as Patch);
    expect(it!.remedies.map((r) => r.label)).not.toContain('Move them onto its steps');
    const wider = it!.remedies.find((r) => r.label.startsWith('Gaps of 7'))!;
    const after = changed(docket, wider.patch);
    expect(look(after, cards, shop).find('slit-step')).toBeUndefined();
    const odd = stepped(1, { product: { finished: { width: 85.6, height: 54 } } } as Patch);
    expect(odd.it!.remedies.filter((r) => /steps/.test(r.label))).toEqual([]);
  });
});
