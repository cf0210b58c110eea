import { describe, expect, it } from 'vitest';
import type { DocketOf, Patch } from '../docket';
import { cutRuns } from '../finishing';
import { plan } from '../sheet';
import { artworkOf, changed, flatDocketFor, docketFor, GUILLOTINE, look, posterDocketFor, SHOP } from '../testing';
import { cutCard, gaugeText, knifeFor, knifeOf, stepsOf, type Knife } from '.';

const [, , SRA3] = SHOP.stocks;
const CARD = { width: 85, height: 55 };
/** Cards of 85 × 55 without bleed, sideways: 7 × 3 on SRA3 of 450 × 320, in the middle: 32.5 and 32.5 beside, 32.5 above. */
const cards = artworkOf(2, CARD, 0);
const wished = (...patches: Patch[]): DocketOf<'flat'> =>
  patches.reduce<DocketOf<'flat'>>(
    (d, p) => changed(d, p),
    changed(flatDocketFor(cards), {
      product: { finished: CARD, bleed: 0, copies: 2100, lies: { way: 'sideways', columns: 7, rows: 3 } },
      sheet: { stock: SRA3! },
      finish: { here: true, route: [{ process: 'cut', machine: { ...GUILLOTINE, smallestStrip: 40 } }] },
    } as Patch),
  );
const knife = (...patches: Patch[]): Knife => {
  const docket = wished(...patches);
  return knifeOf(docket, plan(docket, cards), 0)!;
};

describe('a measure of the back gauge', () => {
  it('is said to a tenth of a millimetre and a thousandth of an inch, each as long as the others', () => {
    expect([280, 197.46, 37].map((v) => gaugeText(v, 'mm'))).toEqual(['280.0 mm', '197.5 mm', '37.0 mm']);
    expect([254, 63.5].map((v) => gaugeText(v, 'in'))).toEqual(['10.000 in', '2.500 in']);
  });
});

describe('the knife', () => {
  it('is told in words what to do before each cut', () => {
    const { steps, machine, pieces } = knife();
    expect([pieces.length, machine]).toEqual([21, 'Avocet']);
    expect(steps.map((s) => [s.number, s.before, gaugeText(s.measure, 'mm'), s.falls, s.beside])).toEqual([
      [1, 'Left edge (side lay) to the gauge', '417.5 mm', 'waste', 1],
      [2, 'Half turn', '385.0 mm', 'waste', 1],
      [3, null, '330.0 mm', 'strips', 1],
      [4, null, '275.0 mm', 'strips', 1],
      [5, null, '220.0 mm', 'strips', 1],
      [6, null, '165.0 mm', 'strips', 1],
      [7, null, '110.0 mm', 'strips', 1],
      [8, null, '55.0 mm', 'strips', 1],
      [9, 'Quarter turn left, 7 strips side by side', '287.5 mm', 'waste', 7],
      [10, 'Half turn', '255.0 mm', 'waste', 7],
      [11, null, '170.0 mm', 'pieces', 7],
      [12, null, '85.0 mm', 'pieces', 7],
    ]);
  });

  it('looks at every choice of lines where two blocks lie on a sheet, which spares a cut', () => {
    const cutsOn = (width: number, height: number, bleed: number): readonly number[] => {
      const artwork = artworkOf(1, { width, height }, bleed);
      const docket = changed(flatDocketFor(artwork), {
        product: { finished: { width, height }, bleed, copies: 5000, lies: { way: 'mixed' } },
        sheet: { stock: SRA3! },
        finish: { here: true, route: [{ process: 'cut', machine: GUILLOTINE }] },
      });
      const { program } = knifeOf(docket, plan(docket, artwork), 0)!.run;
      return [program.turned, program.cuts.length];
    };
    // with all lines of a direction cut at once they take 36 and 14
    expect(cutsOn(60, 40, 2)).toEqual([4, 35]);
    expect(cutsOn(105, 148, 3)).toEqual([4, 13]);
  });

  it('takes the false clamp off where strips are short, and waste that it then holds stays behind it', () => {
    const route = (machine: object): Patch =>
      ({ finish: { route: [{ process: 'cut', machine: { ...GUILLOTINE, ...machine } }] } }) as Patch;
    // 55 behind the knife at the least; with waste of 32.5 behind it the clamp must hold that
    expect(knife(route({ smallestStrip: 55, bareClamp: 20 })).run.program.bare).toBe(false);
    const bare = knife(route({ smallestStrip: 56, bareClamp: 20 }));
    expect([bare.clamp, knife(route({ smallestStrip: 55, bareClamp: 20 })).clamp]).toEqual([20, 55]);
    expect([bare.run.program.bare, bare.run.program.turned, bare.steps.at(-1)!.measure]).toEqual([true, 1, 32.5]);
    // one that is no less is none
    expect(knife(route({ smallestStrip: 56, bareClamp: 56 })).run.program.bare).toBe(false);
  });

  it('finished elsewhere it is on no machine of the shop: for any guillotine, in one lift', () => {
    const it = knife({ finish: { here: false } });
    expect([it.machine, it.clamp, it.run.lifts, it.run.program.bare]).toEqual([null, 0, 1, false]);
  });

  it('says how high a lift is and how many sheets lie in it', () => {
    // 2,100 cards are 100 sheets; of 0.11 mm each, 11 mm
    const { run, lift } = knife();
    expect([run.good, run.lifts, lift.sheets]).toEqual([100, 1, 100]);
    const low = knife({
      finish: { route: [{ process: 'cut', machine: { ...GUILLOTINE, lift: 5 } }] },
    });
    expect(low.run.lifts).toBe(Math.ceil((100 * SRA3!.caliper) / 5));
    expect(low.lift).toEqual({ height: 5, sheets: Math.floor(5 / SRA3!.caliper) });
  });

  it('numbers the piles in the order in which they are laid on each other, where that matters', () => {
    expect(knife().ordered).toBe(false);
    const artwork = artworkOf(42, CARD, 0);
    const docket = changed(flatDocketFor(artwork), {
      product: {
        finished: CARD,
        bleed: 0,

        sides: 'one',
        lies: { way: 'sideways', columns: 7, rows: 3 },
        order: { kind: 'stack', lot: null, last: null },
      },
      sheet: { stock: SRA3! },
    } as Patch);
    const it = knifeOf(docket, plan(docket, artwork), 0)!;
    expect(it.ordered).toBe(true);
    expect(it.pieces.map((p) => p.pile)).toEqual(Array.from({ length: 21 }, (_, i) => i + 1));
    expect(it.piles.map((p) => p.first).slice(0, 3)).toEqual([1, 3, 5]);
    expect(it.machine).toBeNull();
  });

  it('has nothing to do where a sheet is the piece', () => {
    const artwork = artworkOf(8);
    const docket = changed(docketFor(artwork), { sheet: { up: 'one' } });
    const planned = plan(docket, artwork);
    expect(knifeOf(docket, planned, 0)).toBeNull();
    const elsewhere = changed(docket, { finish: { here: false } });
    expect(cutCard(1, elsewhere, plan(elsewhere, artwork), 'mm')).toBeNull();
  });

  it('cuts panels of a poster that lie unlike each by itself', () => {
    const artwork = artworkOf(1, { width: 500, height: 700 });
    const docket = changed(posterDocketFor(artwork), { sheet: { stock: SRA3! }, product: { copies: 3 } });
    const planned = plan(docket, artwork);
    const runs = cutRuns(planned, GUILLOTINE, []);
    expect(runs.flatMap((r) => r.sheets).sort((a, b) => a - b)).toEqual(
      Array.from({ length: planned.sheets.length }, (_, i) => i + 1),
    );
    for (const run of runs) {
      expect(run.good).toBe(3 * run.sheets.length);
      for (const n of run.sheets) expect(planned.sheets.at(n - 1).lay).toBe(run.lay);
    }
    const card = cutCard(7, docket, planned, 'mm')!;
    expect([card.knives.length, card.more]).toEqual([runs.length, 0]);
    expect(knifeFor(docket, planned, runs.at(-1)!).steps).toEqual(
      stepsOf(runs.at(-1)!.program, runs.at(-1)!.lay.paper),
    );
  });
});

describe('what a guillotine cannot do', () => {
  const found = (machine: Partial<typeof GUILLOTINE>, id: string, ...more: Patch[]) => {
    const docket = wished({ finish: { route: [{ process: 'cut', machine: { ...GUILLOTINE, ...machine } }] } }, ...more);
    return look(docket, cards).find(id);
  };

  it('programs that are longer than its memory', () => {
    expect(found({ memory: 12, smallestStrip: 40 }, 'program-too-long')).toBeUndefined();
    const f = found({ memory: 11, smallestStrip: 40 }, 'program-too-long')!;
    expect([f.severity, f.detail]).toEqual(['stop', 'It takes 12 cuts; the machine holds 11.']);
  });

  it('strips too short for its clamp: laid another way, each remedy tried', () => {
    expect(found({ smallestStrip: 55 }, 'strip-too-small')).toBeUndefined();
    const f = found({ smallestStrip: 60 }, 'strip-too-small')!;
    expect(f.detail).toBe('A cut leaves 55 mm behind the knife; its clamp needs 60 mm.');
    expect(found({ smallestStrip: 60, bareClamp: 55 }, 'strip-too-small')).toBeUndefined();
    expect(found({ smallestStrip: 60, bareClamp: 55.1 }, 'strip-too-small')!.detail).toMatch(
      /needs 55.1 mm, its false clamp off/,
    );
  });

  it('a sheet too large for it: the same on a smaller sheet of the stock, what it costs said', () => {
    const route: Patch = {
      finish: { route: [{ process: 'cut', machine: { ...GUILLOTINE, largest: { width: 440, height: 440 } } }] },
    };
    const docket = wished(route);
    const { remedies } = look(docket, cards).find('too-large-to-cut')!;
    expect(remedies.map((r) => r.label)).toEqual([
      'Sideways on A3',
      'In two blocks on A3',
      'Print only, finish elsewhere',
    ]);
    for (const { patch } of remedies)
      expect(look(changed(docket, patch), cards).findings.filter((f) => f.severity === 'stop')).toEqual([]);
  });
});
