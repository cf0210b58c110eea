import { describe, expect, it } from 'vitest';
import { patched } from '../docket';
import { reckon } from '../reckoning';
import { plan } from '../sheet';
import { artworkOf, docketFor, SHOP } from '../testing';
import { cheapestStock, stockPlans } from './stock';

describe('stocks for a job', () => {
  const artwork = artworkOf(8);
  const docket = docketFor(artwork);
  /** What the reckoning says in all, by stock. */
  const totals = new Map(
    SHOP.stocks.map((stock) => {
      const on = patched(docket, { sheet: { stock } });
      return [stock.id, reckon(on, plan(on, artwork)).find((f) => f.key === 'total')!.value];
    }),
  );

  it('cost in all what the reckoning says', () => {
    for (const { stock, cents } of stockPlans(docket, artwork, SHOP))
      expect(cents).toBeCloseTo(totals.get(stock.id)!, 6);
  });

  it('the cheapest is that on which the job costs least, of those it fits', () => {
    const fitting = stockPlans(docket, artwork, SHOP).filter((s) => s.fits);
    expect(fitting.length).toBeGreaterThan(1);
    const least = Math.min(...fitting.map((s) => totals.get(s.stock.id)!));
    const chosen = cheapestStock(docket, artwork, SHOP)!;
    expect(totals.get(chosen.id)).toBeCloseTo(least, 6);
    expect(Math.max(...fitting.map((s) => totals.get(s.stock.id)!))).toBeGreaterThan(least + 1);
  });

  it('of two alike the first in the list is taken', () => {
    const [first] = [cheapestStock(docket, artwork, SHOP)!];
    const twin = { ...first, id: 'twin' };
    expect(cheapestStock(docket, artwork, { stocks: [first, twin] })!.id).toBe(first.id);
    expect(cheapestStock(docket, artwork, { stocks: [twin, first] })!.id).toBe('twin');
  });
});
