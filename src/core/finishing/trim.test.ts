import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { DocketOf, FinishStep, Patch } from '../docket';
import { reckon } from '../reckoning';
import { plan } from '../sheet';
import { artworkOf, BINDER, changed, docketFor, GUILLOTINE, look, SHOP, TRIMMER } from '../testing';
import { blockLies, blockOf, leaves, leftToTrim, limitsOn, processesFor, routeFor, trimRun, workOf } from '.';

const STITCHER = SHOP.finishers.find((f) => f.kind === 'stitcher')!;
const SRA3 = SHOP.stocks[2]!;
const [artwork] = [artworkOf(28)];

/** A booklet of 28 pages A5, one up on SRA3 (450 × 320), 400 of them, stitched on a machine that trims what is said. */
function booklet(route: readonly FinishStep[], ...more: Patch[]) {
  const wish: Patch = {
    product: { copies: 400 },
    sheet: { stock: SRA3, up: 'one' },
    finish: { here: true, route: [...route] },
  } as Patch;
  return [wish, ...more].reduce<DocketOf<'bound'>>((d, p) => changed(d, p), docketFor(artwork));
}
const stitched = (trims?: 'nothing' | 'face' | 'three sides'): FinishStep => ({
  process: 'stitch',
  machine: { ...STITCHER, ...(trims ? { trims } : {}) } as Extract<FinishStep, { process: 'stitch' }>['machine'],
});
const onGuillotine = (machine: Partial<typeof GUILLOTINE> = {}): FinishStep => ({
  process: 'trim',
  machine: { ...GUILLOTINE, ...machine },
});
const onTrimmer = (machine: Partial<typeof TRIMMER> = {}): FinishStep => ({
  process: 'trim',
  machine: { ...TRIMMER, ...machine },
});

describe('what is left to be trimmed', () => {
  it('is the paper round the finished block, on the sheet that it is folded from', () => {
    const planned = plan(booklet([stitched('nothing')]), artwork);
    // 450 - 2 × 148 is 154 for two faces, 320 - 210 is 110 for head and foot
    expect(blockOf(planned)).toMatchObject({ deep: 148, along: 210, off: { face: 77, head: 55, foot: 55 } });
  });

  it('is nothing where the stitcher trims three sides, or does not say; head and foot where it trims the face', () => {
    const planned = plan(booklet([stitched()]), artwork);
    expect(leftToTrim(planned, [stitched()])).toBeNull();
    expect(leftToTrim(planned, [stitched('three sides')])).toBeNull();
    expect(leftToTrim(planned, [stitched('face')])).toMatchObject({ off: { face: 0, head: 55, foot: 55 } });
    expect(leftToTrim(planned, [])).toBeNull();
  });

  it('is all of it behind a binder that trims nothing, and behind a sewing machine', () => {
    expect(leaves({ ...BINDER, trims: 'nothing' })).toEqual({ face: true, ends: true });
    expect(leaves({ ...BINDER, trims: 'face' })).toEqual({ face: false, ends: true });
    expect(leaves(BINDER)).toBeNull();
    expect(leaves({ ...BINDER, kind: 'sewing machine' })).toEqual({ face: true, ends: true });
    expect(leaves(GUILLOTINE)).toBeNull();
  });

  it('counts the lap and the fold of sections: up to the next fold, not to the paper', () => {
    const pages = artworkOf(16);
    const wish: Patch = {
      product: {
        binding: { kind: 'perfect-bound', grindOff: 3 },
        sections: { kind: 'set', list: [{ fold: '16-right-angle', stock: null }] },
        trims: { head: 5, foot: 4, face: 6, lap: 0 },
      },
      sheet: { stock: { ...SRA3, id: 'b2', format: 'B2', width: 500, height: 707 } },
    } as Patch;
    const docket = changed(docketFor(pages), wish);
    const { off } = blockOf(plan(docket, pages))!;
    // heads lie at the fold between the rows, 5 from it; feet and faces at the paper's edge have what is over
    expect(off.head).toBeCloseTo(5, 6);
    expect(off.foot).toBeGreaterThan(4);
    expect(off.face).toBeGreaterThan(6);
  });
});

describe('trims on a guillotine', () => {
  it('cut the face from the spine, the foot from the head, the head from the clean foot', () => {
    const route = [stitched('nothing'), onGuillotine()];
    const run = trimRun(plan(booklet(route), artwork), 400, route)!;
    expect(run.program.cuts.map((c) => c.measure)).toEqual([148, 265, 210]);
    expect(run.program.turned).toBe(2);
    expect(run.program.cuts.every((c) => c.waste)).toBe(true);
  });

  it('are two where the stitcher has cut the face', () => {
    const route = [stitched('face'), onGuillotine()];
    const run = trimRun(plan(booklet(route), artwork), 400, route)!;
    expect(run.program.cuts.map((c) => c.measure)).toEqual([265, 210]);
  });

  it('are counted by lifts, and cost minutes and money', () => {
    const route = [stitched('nothing'), onGuillotine({ lift: 50, hour: 6000, makeReady: 4, speed: 240 })];
    const docket = booklet(route);
    const planned = plan(docket, artwork);
    const { thickness } = planned.assembly;
    const each = Math.floor(50 / thickness);
    const lifts = Math.ceil(400 / each);
    expect(each).toBeGreaterThan(20);
    const work = workOf(docket.finish, planned, 400).find((w) => w.step.process === 'trim')!;
    expect(work.amount).toEqual({ count: 3 * lifts, of: 'cuts', sum: `${lifts} lifts × 3 cuts` });
    expect(work.minutes).toBeCloseTo(4 + (3 * lifts * 60) / 240, 9);
    const figures = reckon(docket, planned);
    expect(figures.find((f) => f.key === 'trimTime')!.value).toBeCloseTo(work.minutes, 9);
    expect(figures.find((f) => f.key === 'hours')!.value).toBeCloseTo((work.minutes / 60) * 6000, 6);
  });

  it('bring out any block at its size, worked through with a gauge and a knife alone', () => {
    const mm = fc.integer({ min: 1, max: 60 });
    fc.assert(
      fc.property(fc.integer({ min: 60, max: 300 }), fc.integer({ min: 60, max: 300 }), mm, mm, mm, (w, h, a, b, c) => {
        const route = [stitched('nothing'), onGuillotine()];
        const wish = {
          product: { finished: { width: w, height: h }, bleed: 0, trims: { head: a, foot: b, face: c } },
          sheet: {
            stock: { ...SRA3, width: 2 * w + 2 * c, height: h + a + b },
            machine: {
              ...SHOP.machines[0]!,
              largest: { width: 2000, height: 2000 },
              noPrint: { left: 0, right: 0, top: 0, bottom: 0 },
            },
          },
        } as Patch;
        const run = trimRun(plan(booklet(route, wish), artwork), 1, route)!;
        const { paper } = blockLies(run.block);
        // the pile as edges, by name, from its lower left: what lies behind the knife stays
        let pile = { left: 0, right: paper.width, bottom: 0, top: paper.height };
        let lies = 0;
        for (const cut of run.program.cuts) {
          lies = (lies + cut.turns) % 4;
          const at = [
            { bottom: pile.top - cut.measure },
            { left: pile.right - cut.measure },
            { top: pile.bottom + cut.measure },
            { right: pile.left + cut.measure },
          ][lies]!;
          pile = { ...pile, ...at };
        }
        expect(pile.left).toBe(0);
        expect(pile.right).toBeCloseTo(w, 6);
        expect(pile.bottom).toBeCloseTo(b, 6);
        expect(pile.top).toBeCloseTo(b + h, 6);
      }),
      { numRuns: 60 },
    );
  });
});

describe('blocks that are knocked up', () => {
  const two = (...more: Patch[]) =>
    booklet([stitched('nothing'), onGuillotine()], { sheet: { up: 'most', fill: 'repeat' } } as Patch, ...more);

  it('to no end where neighbours lie with their paper on unlike sides, which stops the job; every remedy mends it', () => {
    const docket = two();
    const planned = plan(docket, artwork);
    expect(planned.sheets.main.lay.downs.length).toBeGreaterThan(1);
    expect(blockOf(planned)!.knocked).toBeNull();
    const found = look(docket, artwork).find('trim-uneven')!;
    expect([found.severity, found.title]).toEqual(['stop', 'The booklets have unlike paper at head and foot']);
    expect(found.remedies.map((r) => r.label)).toEqual(expect.arrayContaining(['Head to tail', 'One on a sheet']));
    for (const { patch } of found.remedies) {
      const after = changed(docket, patch);
      expect(look(after, artwork).find('trim-uneven')).toBeUndefined();
    }
    const route = [stitched('nothing'), onTrimmer()];
    expect(limitsOn('trim', TRIMMER, planned, 'mm', route).map((l) => l.id)).toEqual(['trim-uneven']);
    // where the stitcher does it all, it is the stitcher's
    expect(look(two({ finish: { route: [stitched()] } } as Patch), artwork).find('trim-uneven')).toBeUndefined();
  });

  it('to their heads where those lie at a fold, whatever is left at the foot', () => {
    const pages = artworkOf(24);
    const docket = changed(docketFor(pages), {
      product: {
        binding: { kind: 'perfect-bound', grindOff: 3 },
        sections: { kind: 'set', list: ['16-right-angle', '8-right-angle'].map((fold) => ({ fold, stock: null })) },
        trims: { head: 5, foot: 4, face: 6 },
      },
      sheet: { stock: { ...SRA3, id: 'b2', format: 'B2', width: 500, height: 707 } },
      finish: {
        here: true,
        route: [{ process: 'bind', machine: { ...BINDER, trims: 'nothing' } }, onGuillotine()],
      },
    } as Patch);
    const planned = plan(docket, pages);
    const block = blockOf(planned)!;
    expect(block.knocked).toBe('head');
    const cuts = trimRun(planned, 1, docket.finish.route)!.program.cuts.map((c) => c.measure);
    // 5 from the fold at the head, and the piece's 210
    expect(cuts).toEqual([148, 215, 210]);
  });
});

describe('trims on a trimmer', () => {
  it('are piles as high as it takes', () => {
    const route = [stitched('nothing'), onTrimmer({ lift: 50 })];
    const docket = booklet(route);
    const planned = plan(docket, artwork);
    const piles = Math.ceil(400 / Math.floor(50 / planned.assembly.thickness));
    const work = workOf(docket.finish, planned, 400).find((w) => w.step.process === 'trim')!;
    expect(work.amount).toEqual({ count: piles, of: 'piles', sum: `${piles} piles` });
  });
});

describe('what cannot be trimmed there', () => {
  const limits = (step: FinishStep, ...more: Patch[]): string[] => {
    const route = [stitched('nothing'), step];
    const planned = plan(booklet(route, ...more), artwork);
    return limitsOn('trim', step.machine, planned, 'mm', route).map((l) => l.id);
  };

  it('is what the machine takes of neither size nor thickness', () => {
    expect(limits(onTrimmer())).toEqual([]);
    expect(limits(onTrimmer({ largest: { width: 140, height: 320 } }))).toEqual(['too-large-to-trim']);
    expect(limits(onTrimmer({ largest: { width: 230, height: 200 } }))).toEqual(['too-large-to-trim']);
    expect(limits(onTrimmer({ smallest: { width: 149, height: 100 } }))).toEqual(['too-large-to-trim']);
    expect(limits(onTrimmer({ smallest: { width: 90, height: 211 } }))).toEqual(['too-large-to-trim']);
    expect(limits(onTrimmer({ lift: 0.5 }))).toEqual(['too-thick-to-trim']);
    expect(limits(onGuillotine({ lift: 1 }))).toEqual(['too-thick-to-trim']);
    expect(limits(onGuillotine())).toEqual([]);
    // 225 × 320 before it is trimmed
    expect(limits(onGuillotine({ largest: { width: 319, height: 319 } }))).toEqual(['too-large-to-trim']);
    expect(limits(onGuillotine({ largest: { width: 320, height: 226 } }))).toEqual([]);
    expect(limits(onGuillotine({ smallestStrip: 150 }))).toEqual(['block-too-small']);
    expect(limits(onGuillotine({ smallestStrip: 150, bareClamp: 40 }))).toEqual([]);
    expect(limits(onGuillotine({ memory: 2 }))).toEqual(['program-too-long']);
    expect(limits(onGuillotine({ memory: 3 }))).toEqual([]);
  });
});

describe('a route', () => {
  const shop = {
    ...SHOP,
    finishers: [...SHOP.finishers, GUILLOTINE, TRIMMER, { ...BINDER, trims: 'nothing' as const }],
  };

  it('gets a machine that trims where what binds does not, a trimmer first', () => {
    const bound = routeFor({ process: 'bind', foldedApart: false }, [], shop);
    expect(bound.map((s) => [s.process, s.machine.name])).toContainEqual(['trim', TRIMMER.name]);
    const stitching = routeFor({ process: 'stitch', foldedApart: false }, [onTrimmer()], shop);
    expect(stitching.map((s) => s.process)).not.toContain('trim');
  });

  it('goes through it behind all others, and lacks it where it has none', () => {
    const planned = plan(booklet([stitched('nothing')]), artwork);
    expect(processesFor(planned, [stitched('nothing')]).at(-1)).toBe('trim');
    expect(processesFor(planned, [stitched()])).not.toContain('trim');
  });

  it('without it is a finding, which every machine that is offered mends', () => {
    const docket = booklet([stitched('nothing')]);
    const lacks = look(docket, artwork, shop).find('no-trimmer')!;
    expect(lacks.title).toBe('Nothing in the route trims the booklets');
    expect(lacks.remedies.map((r) => r.label)).toEqual(
      expect.arrayContaining([`Trim on ${TRIMMER.name}`, `Trim on ${GUILLOTINE.name}`]),
    );
    for (const { patch } of lacks.remedies)
      expect(look(changed(docket, patch), artwork, shop).find('no-trimmer')).toBeUndefined();
  });
});
