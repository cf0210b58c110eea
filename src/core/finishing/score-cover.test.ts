import { describe, expect, it } from 'vitest';
import { machineSetups, scoreSetupsOf } from '../card';
import { cutsOf } from '../cutting';
import type { Docket, DocketOf, FinishStep, Patch } from '../docket';
import { plan } from '../sheet';
import {
  artworkOf,
  BINDER,
  changed,
  CREASER,
  docketFor,
  flatDocketFor,
  FOLDER,
  GUILLOTINE,
  look,
  SHOP,
  SLITTER,
} from '../testing';
import { channelFor, cutPieces, limitsOn, routeFor, routeWith, scoreRuns, workOf } from '.';

const [, , SRA3] = SHOP.stocks;

describe('the cover of a glued book', () => {
  const pages = artworkOf(64, { width: 148, height: 210 }, 3);
  const UNSCORING = { ...BINDER, scoresCovers: false };
  const book = (...more: Patch[]): Docket =>
    [
      {
        product: {
          copies: 100,
          binding: { kind: 'perfect-bound', grindOff: 3 },
          cover: { kind: 'separate', from: 'text', stock: SRA3, spine: 6, hinge: 5 },
        },
        sheet: { stock: SRA3, up: 'one' },
        finish: { here: true, route: [{ process: 'bind', machine: UNSCORING }] },
      } as unknown as Patch,
      ...more,
    ].reduce<Docket>((d, p) => changed(d, p), docketFor(pages));

  it('is scored on a creaser where the binder does not do it, from the edges of its paper', () => {
    const docket = book();
    const planned = plan(docket, pages);
    const cover = cutPieces(planned).find((p) => p.shape.lines.some((l) => l.kind === 'score'))!;
    const [run, ...more] = scoreRuns(planned, docket.finish.route);
    expect(more).toEqual([]);
    // back and front of 148, a hinge of 5 at each side of a spine of 6
    const left = cover.paper.left;
    expect(run!.passes).toHaveLength(1);
    expect(run!.passes[0]!.lead).toBe('left edge');
    [143, 148, 154, 159].forEach((mm, i) => expect(run!.passes[0]!.at[i]).toBeCloseTo(left + mm, 6));
    expect(run!.size.width).toBeCloseTo(302 + left + cover.paper.right, 6);
    expect(run).toMatchObject({ of: 'covers', pieces: 100 });
  });

  it('is scored from the edge that its own paper has, which is not as wide on both sides where several lie on a sheet', () => {
    for (const [bound, size] of [
      ['left', { width: 74, height: 105 }],
      ['top', { width: 100, height: 70 }],
    ] as const) {
      const small = artworkOf(64, size, 3);
      const docket = changed(docketFor(small), {
        product: {
          copies: 100,
          bound,
          binding: { kind: 'perfect-bound', grindOff: 3 },
          cover: { kind: 'separate', from: 'text', stock: SRA3, spine: 6, hinge: 5 },
        },
        sheet: { stock: SRA3, up: 'most' },
        finish: { here: true, route: [{ process: 'bind', machine: UNSCORING }] },
      } as unknown as Patch);
      const planned = plan(docket, small);
      const lay = planned.sheets.lays.find((l) => l.downs[0]!.shape.lines.some((x) => x.kind === 'score'))!;
      const wanted = lay.downs.map(({ trim, at }, k) => {
        expect(at.slice(0, 4).map(Math.round)).toEqual([1, 0, 0, 1]);
        const r = cutsOf(lay).pieces[k]!;
        // back or front is 74 wide, or 70 high where it is bound at the top; 5 before its end is the hinge
        const before = bound === 'left' ? trim.x - r.x : r.y + r.height - trim.y - trim.height;
        return Math.round(1000 * (before + (bound === 'left' ? 74 : 70) - 5)) / 1000;
      });
      expect(new Set(wanted).size).toBeGreaterThan(1);
      const firsts = scoreRuns(planned, docket.finish.route).map((r) => Math.round(1000 * r.passes[0]!.at[0]!) / 1000);
      // each kind where its first lies
      expect([...new Set(firsts)]).toEqual([...new Set(wanted)]);
    }
  });

  it('is scored by the binder where that is not said to be otherwise', () => {
    const docket = book({ finish: { route: [{ process: 'bind', machine: BINDER }] } } as Patch);
    expect(scoreRuns(plan(docket, pages), docket.finish.route)).toEqual([]);
    expect(look(docket, pages).find('no-scorer')).toBeUndefined();
  });

  it('stops a route that lacks it; a creaser puts that right, and is what the set-up is of', () => {
    const shop = { ...SHOP, finishers: [SLITTER, CREASER, UNSCORING] };
    const remedies = look(book(), pages, shop).find('no-scorer')!.remedies;
    const mended = changed(book(), remedies.find((r) => r.label.includes(CREASER.name))!.patch);
    expect(look(mended, pages, shop).find('no-scorer')).toBeUndefined();
    const planned = plan(mended, pages);
    expect(scoreSetupsOf(mended, planned).map((s) => [s.machine, s.run.of])).toEqual([[CREASER.name, 'covers']]);
    const binding = machineSetups(mended, planned, 'mm').find((s) => s.machine === BINDER.name)!;
    expect(binding.from).toBe('The block; its cover comes scored');
    expect(binding.figures.some((f) => f.label.startsWith('Score'))).toBe(false);
    const work = workOf(mended.finish, planned, 100).find((w) => w.step.process === 'score')!;
    expect(work.amount).toEqual({ count: 100, of: 'passes', sum: '100 covers' });
  });

  it('is not scored where it is only slit', () => {
    const route = [
      { process: 'cut', machine: SLITTER },
      { process: 'score', machine: SLITTER },
      { process: 'bind', machine: UNSCORING },
    ] as FinishStep[];
    const docket = book({ finish: { route } } as Patch);
    expect(limitsOn('score', SLITTER, plan(docket, pages), 'mm', route).map((l) => l.id)).toEqual(['score-covers']);
  });

  it('has remedies that mend it, whatever is in the way', () => {
    const other = { ...CREASER, id: 'other', name: 'Wheatear' };
    const thin = { ...CREASER, channels: [{ width: 0.8, most: 0.05 }] };
    const bind = { process: 'bind', machine: UNSCORING } as FinishStep;
    for (const [id, machine] of [
      ['score-covers', SLITTER],
      ['score-thick', thin],
    ] as const) {
      const route = [
        { process: 'cut', machine: id === 'score-covers' ? SLITTER : GUILLOTINE },
        { process: 'score', machine },
        bind,
      ] as FinishStep[];
      const docket = book({ finish: { route } } as Patch);
      const shop = { ...SHOP, finishers: [machine, other, UNSCORING, GUILLOTINE] };
      const finding = look(docket, pages, shop).findings.find((f) => f.id.includes(id))!;
      expect([id, finding.remedies.length > 0]).toEqual([id, true]);
      for (const { patch, label } of finding.remedies) {
        const after = look(changed(docket, patch), pages, shop).findings.map((f) => f.id);
        expect([label, after.filter((f) => f.includes('score'))]).toEqual([label, []]);
      }
    }
  });

  it('is thought of when a book is made here', () => {
    const made = { process: 'bind' as const, foldedApart: true };
    const shop = { finishers: [GUILLOTINE, FOLDER, SLITTER, CREASER, UNSCORING] };
    expect(routeFor(made, [], shop).map((s) => [s.process, s.machine.kind])).toContainEqual(['score', 'creaser']);
    const scoring = { finishers: [GUILLOTINE, FOLDER, SLITTER, CREASER, BINDER] };
    expect(routeFor(made, [], scoring).some((s) => s.process === 'score')).toBe(false);
  });
});

describe('a creaser that says its channels', () => {
  const cards = artworkOf(2, { width: 85, height: 55 }, 3);
  const UPRIGHT = { kind: 'score', runs: 'upright', at: 30 } as const;
  const LEVEL = { kind: 'perforation', runs: 'level', at: 20 } as const;
  const scored = (line: typeof UPRIGHT | typeof LEVEL, ...more: Patch[]): DocketOf<'flat'> =>
    [{ product: { lines: [line] } } as Patch, ...more].reduce<DocketOf<'flat'>>(
      (d, p) => changed(d, p),
      flatDocketFor(cards),
    );

  it('presses scores into the narrowest channel that is for the paper, and takes none that is too thick', () => {
    const channels = [
      { width: 1.4, most: 0.6 },
      { width: 0.8, most: 0.2 },
      { width: 1.1, most: 0.4 },
    ];
    const machine = { ...CREASER, channels };
    const widths = [0.19, 0.2, 0.21, 0.4, 0.6, 0.61].map((mm) => channelFor(machine, mm));
    expect(widths.map((c) => (c === 'none' || c === null ? c : c.width))).toEqual([0.8, 0.8, 1.1, 1.1, 1.4, 'none']);
    expect(channelFor(CREASER, 0.3)).toBeNull();
    const thick = (mm: number, line: typeof UPRIGHT | typeof LEVEL): string[] => {
      const docket = scored(line, {
        sheet: { stock: { ...SHOP.stocks[2]!, caliper: mm } },
        finish: { here: true, route: routeWith([], 'score', machine) },
      } as Patch);
      return limitsOn('score', machine, plan(docket, cards), 'mm', []).map((l) => l.id);
    };
    expect(thick(0.6, UPRIGHT)).toEqual([]);
    expect(thick(0.61, UPRIGHT)).toEqual(['score-thick']);
    // a perforation needs none
    expect(thick(0.61, LEVEL)).toEqual([]);
    const docket = scored(UPRIGHT, {
      sheet: { stock: { ...SHOP.stocks[2]!, caliper: 0.3 } },
      finish: { here: true, route: routeWith([], 'score', machine) },
    } as Patch);
    expect(scoreSetupsOf(docket, plan(docket, cards)).map((s) => [s.channel, s.run.caliper])).toEqual([[1.1, 0.3]]);
  });
});
