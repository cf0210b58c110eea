import { describe, expect, it } from 'vitest';
import { checkedPatch, Docket, type FinishStep, type Patch } from '../docket';
import { reckon } from '../reckoning';
import type { FinisherOf } from '../shop';
import { plan } from '../sheet';
import { artworkOf, BOARD, flatDocketFor, GUILLOTINE, look, SHOP } from '../testing';
import { cornersOf, limitsOn, processesFor, routeToRound, workOf } from '.';

const CUTTER: FinisherOf<'corner cutter'> = {
  kind: 'corner cutter',
  id: 'corners',
  name: 'Whimbrel',
  largest: { width: 320, height: 450 },
  radii: [3, 6.35],
  lift: 10,
  speed: 600,
  makeReady: 5,
  hour: 0,
};
const other = { ...CUTTER, id: 'other', name: 'Knot', radii: [10] };
const shop = { ...SHOP, finishers: [...SHOP.finishers, GUILLOTINE, other, CUTTER] };
const artwork = artworkOf(2, { width: 85, height: 55 }, 0);

/** 2,100 cards on a board of 0.3 mm. */
function cards(machine: Partial<typeof CUTTER> | null, ...more: Patch[]): Docket {
  const route: FinishStep[] = [
    { process: 'cut', machine: GUILLOTINE },
    ...(machine ? [{ process: 'round', machine: { ...CUTTER, ...machine } } as FinishStep] : []),
  ];
  const wish = {
    product: { bleed: 0, copies: 2100, corners: 3, overs: 0 },
    sheet: { stock: { ...BOARD, caliper: 0.3 } },
    finish: { here: true, route },
  } as Patch;
  return [wish, ...more].reduce<Docket>((d, p) => checkedPatch(d, p), flatDocketFor(artwork));
}

describe('round corners', () => {
  it('are a step of the route, four of every pile that the machine takes', () => {
    const docket = cards({});
    const planned = plan(docket, artwork);
    expect(cornersOf(planned)).toBe(3);
    expect(processesFor(planned, docket.finish.route)).toEqual(['cut', 'round']);
    const up = planned.sheets.main.lay.downs.length;
    const pieces = Math.ceil(2100 / up) * up;
    // 33 cards of 0.3 mm are a pile of 10
    const piles = Math.ceil(pieces / 33);
    const work = workOf(docket.finish, planned, 2100).find((w) => w.step.process === 'round')!;
    expect(work.amount).toEqual({ count: 4 * piles, of: 'corners', sum: `${piles} piles × 4 corners` });
    expect(reckon(docket, planned).find((f) => f.key === 'roundTime')!.value).toBeCloseTo(
      5 + (60 * 4 * piles) / 600,
      9,
    );
  });

  it('are none where nothing is said, and no rounder than the piece', () => {
    expect(cornersOf(plan(cards({}, { product: { corners: null } } as Patch), artwork))).toBeNull();
    expect(cornersOf(plan(cards({}, { product: { corners: 100 } } as Patch), artwork))).toBe(27.5);
    expect(Docket.safeParse({ ...cards({}), product: { ...cards({}).product, corners: 0 } }).success).toBe(false);
  });

  it('stop where the machine has no knife for them, or takes no such piece; every remedy mends it', () => {
    const limits = (machine: Partial<typeof CUTTER>): string[] => {
      const docket = cards(machine);
      const step = docket.finish.route[1]!;
      return limitsOn('round', step.machine, plan(docket, artwork), 'mm', docket.finish.route).map((l) => l.id);
    };
    expect(limits({})).toEqual([]);
    expect(limits({ radii: [3.04] })).toEqual([]);
    expect(limits({ radii: [3.1, 6] })).toEqual(['corner-radius']);
    expect(limits({ largest: { width: 84, height: 84 } })).toEqual(['too-large-to-round']);
    expect(limits({ largest: { width: 55, height: 85 } })).toEqual([]);
    const docket = cards({ id: 'small', name: 'Dotterel', radii: [6, 12, 30] });
    const found = look(docket, artwork, shop).find('corner-radius')!;
    expect(found.severity).toBe('stop');
    expect(found.remedies.map((r) => r.label)).toEqual(
      expect.arrayContaining(['Finish on Whimbrel', 'Corners of 6 mm', 'Square corners']),
    );
    expect(found.remedies.map((r) => r.label)).not.toContain('Corners of 30 mm');
    for (const { patch } of found.remedies)
      expect(look(checkedPatch(docket, patch), artwork, shop).find('corner-radius')).toBeUndefined();
  });

  it('without a machine are a finding, with those as remedies that have the knife', () => {
    const docket = cards(null);
    const found = look(docket, artwork, shop).find('no-corner-cutter')!;
    expect(found.remedies.map((r) => r.label)).toContain('Round on Whimbrel');
    expect(found.remedies.map((r) => r.label)).not.toContain('Round on Knot');
    for (const { patch } of found.remedies)
      expect(look(checkedPatch(docket, patch), artwork, shop).find('no-corner-cutter')).toBeUndefined();
  });

  it('put the machine that has the knife into the route, behind the cutting and the scoring, and take it out', () => {
    const folded = { process: 'fold', machine: SHOP.finishers.find((f) => f.kind === 'folder')! } as FinishStep;
    const cut: FinishStep = { process: 'cut', machine: GUILLOTINE };
    const route = routeToRound(3, [cut, ...(folded.machine ? [folded] : [])], shop);
    expect(route[1]).toEqual({ process: 'round', machine: CUTTER });
    expect(routeToRound(10, [cut], shop).at(-1)!.machine.name).toBe('Knot');
    expect(routeToRound(5, [cut], shop).at(-1)!.machine.name).toBe('Knot');
    expect(routeToRound(3, route, shop)).toEqual(route);
    expect(routeToRound(null, route, shop).map((s) => s.process)).not.toContain('round');
    expect(routeToRound(3, [cut], { finishers: [] })).toEqual([cut]);
  });
});
