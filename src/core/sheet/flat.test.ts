import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type FlatOrder, type Patch } from '../docket';
import { cutsOf, isCuttable } from '../cutting';
import { artworkOf, flatDocketFor, GUILLOTINE, page, SHOP } from '../testing';
import { apply } from '../measure';
import { loadsOf, plan, runsOf, type Plan } from '.';

type FlatPatch = Patch<DocketOf<'flat'>>;
const A6 = { width: 105, height: 148 };
const SRA3 = SHOP.stocks[2]!;

function planned(pages: number, ...patches: FlatPatch[]): Plan<'flat'> {
  const artwork = artworkOf(pages, A6);
  const first: FlatPatch = { sheet: { stock: SRA3 }, product: { sides: 'one', copies: 1, lies: { way: 'upright' } } };
  return plan(
    [first, ...patches].reduce<DocketOf<'flat'>>((d, p) => patched(d, p), flatDocketFor(artwork)),
    artwork,
  );
}
const order = (order: FlatOrder): FlatPatch => ({ product: { order } });

/** Cuts lots of sheets into piles and lays the piles on each other in the order of their places. */
function stacked(it: Plan, lots: readonly number[]): number[] {
  const out: number[] = [];
  let from = 0;
  for (const high of lots) {
    const sheets = Array.from({ length: high }, (_, i) => it.sheets.at(from + i));
    from += high;
    for (let k = 0; k < sheets[0]!.downs.length; k++)
      for (const sheet of sheets) {
        const piece = sheet.downs[k]!;
        if (piece !== null) out.push(piece + 1);
      }
  }
  expect(from).toBe(it.sheets.length);
  return out;
}
const upTo = (n: number): number[] => Array.from({ length: n }, (_, i) => i + 1);

describe('the order of pieces on the sheets', () => {
  it('repeat: every artwork on sheets of its own, as often as it takes', () => {
    const it = planned(2, { product: { copies: 100, quantities: [{ piece: 2, copies: 13 }] } });
    expect([...it.sheets].map((s) => [s.downs.join(''), s.prints])).toEqual([
      ['000000', 17],
      ['111111', 3],
    ]);
  });

  it('sequence: across, or down', () => {
    const downs = (way: 'across' | 'down'): unknown => {
      const { downs, lay } = planned(6, order({ kind: 'sequence', way, last: null })).sheets.at(0);
      // as they are read from the upper left
      return lay.downs
        .map((d, i) => ({ d, n: downs[i]! + 1 }))
        .sort((a, b) => b.d.trim.y - a.d.trim.y || a.d.trim.x - b.d.trim.x)
        .map(({ n }) => n);
    };
    expect(downs('across')).toEqual([1, 2, 3, 4, 5, 6]);
    expect(downs('down')).toEqual([1, 3, 5, 2, 4, 6]);
  });

  it('sequence: the last sheet has blanks, or is filled with what is on it', () => {
    const last = (last: 'blanks' | 'repeats'): unknown => {
      const it = planned(8, order({ kind: 'sequence', way: 'across', last }));
      return [...it.sheets].map((s) => s.downs.map((d) => (d === null ? '–' : d + 1)).join(' '));
    };
    expect(last('blanks')).toEqual(['1 2 3 4 5 6', '7 8 – – – –']);
    expect(last('repeats')).toEqual(['1 2 3 4 5 6', '7 8 7 8 7 8']);
  });

  it('cut and stack: place k of sheet s carries k × S + s', () => {
    const it = planned(60, order({ kind: 'stack', lot: null, last: null }));
    expect(it.sheets).toHaveLength(10);
    expect(it.sheets.at(0).downs.map((d) => d! + 1)).toEqual([1, 11, 21, 31, 41, 51]);
    expect(it.sheets.at(9).downs.map((d) => d! + 1)).toEqual([10, 20, 30, 40, 50, 60]);
    expect(stacked(it, [10])).toEqual(upTo(60));
  });

  it('cut and stack in lots of what the guillotine lifts, each in order by itself', () => {
    // 0.11 mm each, 4.4 mm of lift: forty sheets
    const finish: FlatPatch = {
      finish: { here: true, route: [{ process: 'cut', machine: { ...GUILLOTINE, lift: 4.4 } }] },
    };
    const it = planned(6 * 50, order({ kind: 'stack', lot: null, last: null }), finish);
    expect(stacked(it, [40, 10])).toEqual(upTo(300));
    expect(it.sheets.at(0).downs[1]).toBe(40);
    const box = planned(6 * 50, order({ kind: 'stack', lot: 25, last: null }), finish);
    expect(stacked(box, [25, 25])).toEqual(upTo(300));
  });

  it('cut and stack with what is left in a smaller lot, or with blanks at the foot of the last pile', () => {
    const blanks = planned(64, order({ kind: 'stack', lot: null, last: 'blanks' }));
    expect(stacked(blanks, [11])).toEqual(upTo(64));
    expect(blanks.sheets.at(10).downs.map((d) => d !== null)).toEqual([true, true, true, true, true, false]);
    const lots = planned(64, order({ kind: 'stack', lot: null, last: 'smaller-lot' }));
    expect(stacked(lots, [10, 1])).toEqual(upTo(64));
    expect(lots.sheets.at(10).downs).toEqual([60, 61, 62, 63, null, null]);
    // full sheets leave nothing
    expect(planned(60, order({ kind: 'stack', lot: null, last: 'smaller-lot' })).sheets).toHaveLength(10);
    expect(planned(4, order({ kind: 'stack', lot: null, last: 'smaller-lot' })).sheets).toHaveLength(1);
  });

  it('pads: every pile is one, its numbers running through it; the last may be thinner', () => {
    const it = planned(420, order({ kind: 'pads', of: 50 }));
    // six pads of fifty, then two of fifty and one of twenty
    expect(it.sheets).toHaveLength(100);
    expect(stacked(it, [50, 50])).toEqual(upTo(420));
    const pile = (from: number, k: number): number[] =>
      Array.from({ length: 50 }, (_, i) => it.sheets.at(from + i).downs[k]!)
        .filter((d) => d !== null)
        .map((d) => d + 1);
    expect(pile(0, 2)).toEqual(Array.from({ length: 50 }, (_, i) => 101 + i));
    expect(pile(50, 2)).toHaveLength(20);
    expect(pile(50, 3)).toEqual([]);
  });

  it('of several sets small ones stand beside each other', () => {
    // two pieces, three sets on each sheet of six
    const it = planned(2, { product: { copies: 30 } }, order({ kind: 'stack', lot: null, last: null }));
    expect([...it.sheets].map((s) => [s.downs.join(''), s.prints])).toEqual([['010101', 10]]);
    const once = planned(2, { product: { copies: 1 } }, order({ kind: 'stack', lot: null, last: null }));
    expect(once.sheets.at(0).downs).toEqual([0, 1, null, null, null, null]);
  });

  it('shared: places by quantity, printed as often as that takes', () => {
    const it = planned(
      3,
      {
        product: {
          copies: 30,
          quantities: [
            { piece: 1, copies: 40 },
            { piece: 3, copies: 10 },
          ],
        },
      },
      order({ kind: 'shared', forms: 1 }),
    );
    // 40 + 30 + 10 in six places: 15 sheets, 3 + 2 + 1; with 14 the second would need three
    expect([...it.sheets].map((s) => [s.downs, s.prints])).toEqual([[[0, 0, 0, 1, 1, 2], 15]]);
    expect(loadsOf(it).map((l) => [l.copies, l.good])).toEqual([[15, 15]]);
  });

  it('shared, one of them kept in its place wherever it is on the sheet', () => {
    const wish = (stay: readonly { place: number; piece: number }[]): FlatPatch[] => [
      {
        product: {
          copies: 30,
          quantities: [
            { piece: 1, copies: 40 },
            { piece: 3, copies: 10 },
          ],
          lies: { singles: stay.map((s) => ({ ...s, turned: false, empty: false })) },
        },
      },
      order({ kind: 'shared', forms: 1 }),
    ];
    const plain = planned(3, ...wish([]));
    const up = plain.sheets.at(0).downs.length;
    const at = (it: Plan, place: number): number | null => {
      const { downs, lay } = it.sheets.at(0);
      return downs[lay.downs.findIndex((d) => d.place === place)]!;
    };
    // the first has the first places
    expect([at(plain, 1), at(plain, up)]).toEqual([0, 2]);
    const kept = planned(
      3,
      ...wish([
        { place: 1, piece: 3 },
        { place: up, piece: 1 },
        { place: 2, piece: 99 },
      ]),
    );
    expect([at(kept, 1), at(kept, up)]).toEqual([2, 0]);
    // as many of each as without it, and the others in order round them
    const sorted = (it: Plan): unknown[] => [...it.sheets.at(0).downs].sort();
    expect(sorted(kept)).toEqual(sorted(plain));
    const others = kept.sheets.at(0).downs.slice(1, -1);
    expect(others).toEqual([...others].sort());
    // more kept than there are of it: the first of them
    const twice = planned(3, ...wish([1, 2, 3, 4, 5, 6, 7].map((place) => ({ place, piece: 3 }))));
    expect(sorted(twice)).toEqual(sorted(plain));
    expect(at(twice, 1)).toBe(2);
  });

  it('shared on one form for front and back: each printed sheet gives two of every place', () => {
    const shared: FlatOrder = { kind: 'shared', forms: 1 };
    const half = planned(
      4,
      { product: { sides: 'two', copies: 30, lies: { way: 'auto' } }, sheet: { work: 'work-and-turn', up: 2 } },
      order(shared),
    );
    // a place for each of the two, front and back side by side: fifteen sheets give thirty of both
    expect([...half.sheets].map((s) => [s.downs, s.prints])).toEqual([[[0, 1], 15]]);
  });

  it('shared on a press with plates: another form only where it saves more than its plates cost', () => {
    // 300, 20 and 20 in six places: one form 4 + 1 + 1, 75 sheets; two are 57
    const forms = (plate: number, sides: 'one' | 'two'): number => {
      const of = sides === 'one' ? 3 : 6;
      const machine = { ...SHOP.machines[0]!, plate, click: 10 };
      const quantities = [{ piece: 1, copies: 300 }];
      const it = planned(
        of,
        { product: { sides, copies: 20, quantities }, sheet: { machine } },
        {
          product: { order: { kind: 'shared', forms: 'fewest-sheets' } },
        },
      );
      return it.sheets.length;
    };
    // 18 sheets of 2.90 and 10 a side: 232.2 saved, or 412.2 on both sides with two plates a form
    expect([forms(0, 'one'), forms(230, 'one'), forms(240, 'one')]).toEqual([2, 2, 1]);
    expect([forms(200, 'two'), forms(210, 'two')]).toEqual([2, 1]);
  });

  it('in any order comes out complete and in order', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 400 }), fc.integer({ min: 1, max: 40 }), (pages, lot) => {
        const it = planned(pages, order({ kind: 'stack', lot, last: 'blanks' }));
        const lots: number[] = [];
        for (let left = it.sheets.length; left > 0; left -= lot) lots.push(Math.min(lot, left));
        expect(stacked(it, lots)).toEqual(upTo(pages));
      }),
      { numRuns: 60 },
    );
  });
});

describe('flat work', () => {
  it('makes as many as are ordered with those that the finishing may spoil, and no more sheets', () => {
    const good = (overs: number): number[] =>
      runsOf(planned(1, { product: { copies: 600, overs } })).map((r) => r.good);
    // 600 ÷ 6; 618 ÷ 6 = 103; 601 → 101
    expect([good(0), good(3), good(0.1)]).toEqual([[100], [103], [101]]);
  });

  it('lies in a grid that straight cuts divide, two blocks as well', () => {
    for (const way of ['upright', 'sideways', 'mixed'] as const) {
      const it = planned(1, { product: { finished: { width: 85, height: 54 }, lies: { way } } });
      const { lay } = it.sheets.main;
      const program = cutsOf(lay).programOn(null);
      expect(isCuttable(program)).toBe(true);
      if (!isCuttable(program)) continue;
      expect(way === 'mixed').toBe(lay.grid === null);
    }
  });

  it('turns a page a quarter that lies across the piece, and mirrors what is to be transferred', () => {
    const wide = { width: 148, height: 105 };
    const artwork = { ...artworkOf(1, A6), pages: [page(A6), page(wide)] };
    const docket = patched(flatDocketFor(artwork), { product: { finished: A6, sides: 'two' }, sheet: { stock: SRA3 } });
    const it = plan(docket, artwork);
    // the trim of the wide page, seen on its piece, is the piece
    const corner = (m: readonly number[] | null, x: number, y: number): number[] =>
      apply(m as never, x, y).map((v) => Math.round(v * 1000) / 1000 + 0);
    expect(corner(it.content.at(2).toPage, 3, 3)).toEqual([105, 0]);
    expect(corner(it.content.at(2).toPage, 151, 108)).toEqual([0, 148]);
    const mirrored = plan(patched(docket, { product: { mirrored: true } }), artwork);
    expect(corner(mirrored.content.at(1).toPage, 3, 3)).toEqual([105, 0]);
    expect(corner(mirrored.content.at(1).toPage, 108, 151)).toEqual([0, 148]);
  });

  it('shows no neighbour’s bleed in a gap too small for both, and none where pieces touch', () => {
    const clips = (gap: number): number[] => {
      const it = planned(1, { product: { bleed: 3, lies: { gap: { across: gap, down: gap } } } });
      const [left, next] = it.sheets.main.front.map((c) => (c.clip.kind === 'rectangle' ? c.clip.rect : null));
      const trim = it.sheets.main.front[0]!.trim;
      return [trim.x - left!.x, left!.x + left!.width - trim.x - trim.width, next!.x - left!.x - left!.width].map(
        (v) => Math.round(v * 1000) / 1000,
      );
    };
    // outside all of it; inside half of the gap; nothing between the two
    expect(clips(4)).toEqual([3, 2, 0]);
    expect(clips(0)).toEqual([3, 0, 0]);
    expect(clips(6)).toEqual([3, 3, 0]);
    expect(clips(8)).toEqual([3, 3, 2]);
  });
});
