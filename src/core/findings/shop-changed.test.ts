import { describe, expect, it } from 'vitest';
import { patched, type Docket, type Patch } from '../docket';
import { mark } from '../marks';
import { remediesFor } from '../propose';
import { plan } from '../sheet';
import type { Shop } from '../shop';
import { artworkOf, BOARD, coverOn, docketFor, SHOP } from '../testing';
import { accepting, inspect, openLooks, reopening, type Finding, type Inspected } from '.';

const artwork = artworkOf(28);
const docket = docketFor(artwork);

function looked(of: Docket, shop: Shop = SHOP, unit: 'mm' | 'in' = 'mm'): Inspected & { readonly found: Finding[] } {
  const planned = plan(of, artwork);
  const it = { docket: of, artwork, plan: planned, marks: mark(of, planned), shop, unit };
  return { ...it, found: inspect(it) };
}

const changedIn = (found: readonly Finding[]): string[] =>
  found.filter((f) => f.id.startsWith('changed-')).map((f) => f.detail);

describe('what the shop has changed', () => {
  it('stays in the job as it is until the new figures are taken: each difference said', () => {
    const mine = docket.sheet.stock;
    const stocks = SHOP.stocks.map((s) => (s.id === mine.id ? { ...s, price: 3.25, grain: 'short' as const } : s));
    const it = looked(docket, { ...SHOP, stocks });
    const finding = it.found.find((f) => f.id === `changed-stock-${mine.id}`)!;
    expect(finding).toMatchObject({ severity: 'look', station: 'sheet' });
    expect(finding.detail).toMatch(/^grain long → short; price 2\.9 ct → 3\.25 ct\./);
    const [remedy] = remediesFor(finding, it);
    expect(remedy!.label).toBe('Take the new figures');
    const after = patched(docket, remedy!.patch);
    expect(after.sheet.stock).toMatchObject({ price: 3.25, grain: 'short' });
    expect(changedIn(looked(after, { ...SHOP, stocks }).found)).toEqual([]);
    expect(changedIn(looked(docket).found)).toEqual([]);
  });

  it('of machines is every figure but what is asked elsewhere: trays, where it prints', () => {
    const [m] = SHOP.machines;
    const with_ = (change: object): string[] =>
      changedIn(looked(docket, { ...SHOP, machines: [{ ...m!, ...change }] }).found);
    expect(with_({ printer: 'ipp://127.0.0.1/x', trays: [{ name: 'T', stock: 'a4', source: null }] })).toEqual([]);
    for (const [change, said] of [
      [{ click: 1.75 }, 'click 1.5 ct → 1.75 ct'],
      [{ hour: 4500 }, 'hour 0.00\u00a0€ → 45.00\u00a0€'],
      [{ turn: 'tumble' }, 'turn turn → tumble'],
      [{ noPrint: { left: 4, right: 4, top: 4, bottom: 6 } }, '4 mm, 4 mm, 4 mm, 4 mm → 4 mm, 4 mm, 4 mm, 6 mm'],
      [{ spoilage: { sheets: 5, percent: 1 } }, 'spoilage 2 sheets and 1 % → 5 sheets and 1 %'],
      [{ speed: 5000 }, 'speed 4000 sides an hour → 5000 sides an hour'],
    ] as const)
      expect(with_(change)[0]).toContain(said);
    const finishers = SHOP.finishers.map((f) => (f.kind === 'stitcher' ? { ...f, mostSheets: 21 } : f));
    const it = looked(docket, { ...SHOP, finishers });
    expect(changedIn(it.found)[0]).toContain('sheets at once 20 → 21');
    const remedy = remediesFor(
      it.found.find((f) => f.id === 'changed-machine-f')!,
      it,
    )[0]!;
    expect(patched(docket, remedy.patch).finish.route.find((s) => s.process === 'stitch')?.machine).toMatchObject({
      mostSheets: 21,
    });
  });

  it('of the cover and of pages on other stocks is told once each, with its patch', () => {
    const wish = {
      product: { cover: coverOn(BOARD), stocks: [{ from: 3, to: 4, stock: BOARD }] },
    } as unknown as Patch;
    const of = patched(docket, wish);
    const shop = { ...SHOP, stocks: [...SHOP.stocks, { ...BOARD, caliper: 0.45 }] };
    const it = looked(of, shop);
    const mine = it.found.filter((f) => f.id === `changed-stock-${BOARD.id}`);
    expect(mine.map((f) => f.station)).toEqual(['product']);
    expect(mine[0]!.detail).toContain('caliper 0.4 mm → 0.45 mm');
  });
});

describe('a finding that is let stand', () => {
  const blank = patched(docket, {});
  const odd = artworkOf(26);
  const seen = (of: Docket, unit: 'mm' | 'in' = 'mm'): Inspected => {
    const planned = plan(of, odd);
    return { docket: of, artwork: odd, plan: planned, marks: mark(of, planned), shop: SHOP, unit };
  };

  it('wants no decision any more, in whatever unit; it comes back when it says something else', () => {
    const it = seen(blank, 'in');
    const [look] = openLooks(inspect(it));
    const patch = accepting(look!, it)!;
    const after = patched(blank, patch);
    for (const unit of ['mm', 'in'] as const) {
      const found = inspect(seen(after, unit));
      expect(found.find((f) => f.id === look!.id)?.accepted).toBe(true);
      expect(openLooks(found).map((f) => f.id)).not.toContain(look!.id);
    }
    expect(
      accepting(
        inspect(seen(after)).find((f) => f.accepted)!,
        seen(after),
      ),
    ).toBeNull();
    // the same finding with another figure
    const fewer = { ...after, accepted: after.accepted.map((a) => ({ ...a, said: `${a.said} and more` })) };
    expect(openLooks(inspect(seen(fewer))).map((f) => f.id)).toContain(look!.id);
    // accepted anew, what does not hold any more goes
    const again = inspect(seen(fewer)).find((f) => f.id === look!.id)!;
    expect(patched(fewer, accepting(again, seen(fewer))!).accepted).toEqual(after.accepted);
    expect(patched(after, reopening(look!, after)).accepted).toEqual([]);
  });

  it('a stop cannot be', () => {
    const stop: Finding = { id: 'x', severity: 'stop', station: 'sheet', title: 'x', detail: '' };
    expect(accepting(stop, seen(blank))).toBeNull();
  });
});
