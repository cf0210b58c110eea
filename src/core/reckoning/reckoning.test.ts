import { describe, expect, it } from 'vitest';
import { money } from '../measure';
import { cost, duration, figureText, reckon, sumText } from '.';
import { patched } from '../docket';
import { plan, runsOf } from '../sheet';
import { costOf } from './money';
import { artworkOf, docketFor, SHOP } from '../testing';

describe('reckoning 400 copies of 28 pages A5 two up on SRA3', () => {
  const artwork = artworkOf(28);
  const docket = patched(docketFor(artwork), { product: { copies: 400 }, sheet: { stock: SHOP.stocks[2]! } });
  const figures = Object.fromEntries(reckon(docket, plan(docket, artwork)).map((f) => [f.key, f]));

  it('counts sheets by hand: 400 ÷ 2 × 7 = 1400, + 2 + 14 spoilage = 1416', () => {
    expect(figures.goodSheets!.value).toBe(1400);
    expect(figures.spoilage!.value).toBe(16);
    expect(figures.sheets!.value).toBe(1416);
    expect(figures.sheets!.sum).toBe('1\u2009400 good + 16 spoilage = 1\u2009416');
  });
  it('costs 1416 × 2.9 ct paper and 2832 × 1.5 ct clicks', () => {
    expect(figures.paper!.value).toBeCloseTo(4106.4, 6);
    expect(figures.clicks!.value).toBeCloseTo(4248, 6);
    expect(figureText(figures.total!)).toBe('83.54\u00a0€');
  });
  it('wastes what is not in a booklet: 1 − 400 × 7 × 296 × 210 ÷ (1416 × 320 × 450)', () => {
    expect(figures.waste!.value).toBeCloseTo(14.64, 2);
    // 296 × 210 = 62 160 mm² = 62 160 ÷ 25.4² in²
    expect([sumText(figures.waste!, 'mm'), sumText(figures.waste!, 'in')]).toEqual([
      '1 − 400 copies × 7 × 621.6 cm² ÷ (1\u2009416 × 320 × 450 mm) = 14.6 %',
      '1 − 400 copies × 7 × 96.35 in² ÷ (1\u2009416 × 12.598 × 17.717 in) = 14.6 %',
    ]);
    expect([figureText(figures.creep!, 'mm'), figureText(figures.creep!, 'in')]).toEqual(['0.66 mm', '0.026 in']);
  });
  it('takes 3 min + 2832 sides at 4000 an hour, and 5 min + 400 booklets at 1200', () => {
    expect(figures.printTime!.value).toBeCloseTo(3 + 42.48, 6);
    expect(figures.finishTime!.value).toBeCloseTo(25, 6);
  });
  it('rounds a run up when copies do not divide', () => {
    const odd = patched(docket, { product: { copies: 401 } });
    const f = reckon(odd, plan(odd, artwork)).find((x) => x.key === 'goodSheets')!;
    expect(f.value).toBe(201 * 7);
    expect(f.sum).toContain('200.5 → 201');
  });
  it('says what a copy costs: 8354.4 ct ÷ 400 = 20.9 ct', () =>
    expect(figures.total!.sum).toBe('41.06\u00a0€ + 42.48\u00a0€ = 83.54\u00a0€; 20.9 ct a copy'));
  it('charges clicks for the sides that are printed: 1416 × 1 × 1.5 ct, and half the time', () => {
    const once = patched(docket, { sheet: { work: 'one-sided' } });
    const f = Object.fromEntries(reckon(once, plan(once, artwork)).map((x) => [x.key, x]));
    expect(f.clicks!.value).toBeCloseTo(1416 * 1.5, 6);
    expect(f.printTime!.value).toBeCloseTo(3 + (1416 / 4000) * 60, 6);
    expect(f.total!.value).toBeCloseTo(1416 * (2.9 + 1.5), 6);
  });
  it('pays for a plate of every form: 7 sheets × 2, or 7 with one form for both sides', () => {
    const plated = patched(docket, { sheet: { machine: { plate: 900 } } });
    const planned = plan(plated, artwork);
    const f = Object.fromEntries(reckon(plated, planned).map((x) => [x.key, x]));
    expect(f.plates!.value).toBe(14 * 900);
    const runs = runsOf(planned);
    expect(costOf({ runs }, [])).toBeCloseTo(f.total!.value, 6);
    expect(f.total!.value).toBeCloseTo(1416 * (2.9 + 2 * 1.5) + 14 * 900, 6);
    const turned = patched(plated, { sheet: { work: 'work-and-turn', up: 'most' } });
    const g = reckon(turned, plan(turned, artwork)).find((x) => x.key === 'plates')!;
    expect(g.value).toBe(7 * 900);
  });
  it('charges the hours of the machines that cost something: 3 + 2832 ÷ 4000 h on the press at 60 €, the stitcher at 30', () => {
    const { route } = docket.finish;
    const dear = patched(docket, {
      sheet: { machine: { hour: 6000 } },
      finish: {
        route: route.map((s) =>
          s.process === 'stitch' ? { ...s, machine: { ...s.machine, hour: 3000 } } : s,
        ) as typeof route,
      },
    });
    const planned = plan(dear, artwork);
    const f = Object.fromEntries(reckon(dear, planned).map((x) => [x.key, x]));
    const press = (3 + (60 * 2832) / 4000) / 60;
    expect(f.hours!.value).toBeCloseTo(press * 6000 + (figures.finishTime!.value / 60) * 3000, 6);
    expect(f.total!.value).toBeCloseTo(figures.total!.value + f.hours!.value, 6);
    expect(f.total!.label).toBe('Paper, clicks, hours');
    // what remedies are ranked by
    expect(cost(dear, planned)).toBeCloseTo(f.total!.value, 6);
    expect(figures).not.toHaveProperty('hours');
  });
  it('has no waste and no money for what does not fit its sheet', () => {
    const small = patched(docket, { sheet: { stock: { width: 100, height: 140 } } });
    const f = Object.fromEntries(reckon(small, plan(small, artwork)).map((x) => [x.key, x]));
    expect([f.waste, f.total, f.paper, f.clicks].map((x) => figureText(x!))).toEqual(['—', '—', '—', '—']);
    expect(f.total!.sum).toBe('It does not fit the sheet: mend that first.');
    expect(figureText(f.sheets!)).not.toBe('—');
  });
  it('writes money and time', () => {
    expect(money(123456)).toBe('1\u2009234.56\u00a0€');
    expect(duration(125)).toBe('2 h 05');
  });
});
