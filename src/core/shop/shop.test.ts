import { describe, expect, it } from 'vitest';
import {
  COMMON_SHOPS,
  estimatedCaliper,
  House,
  inkBorne,
  pricePerSheet,
  ShopFile,
  shopFileProblem,
  shopFileText,
  Stock,
} from '.';

const sheet = { width: 320, height: 450, grammage: 135 };

describe('a stock', () => {
  it('costs what its sheet weighs, or a thousandth of a thousand: 0.32 × 0.45 m² × 135 g = 19.44 g', () => {
    expect(pricePerSheet({ by: 'kilogram', cents: 150 }, sheet)).toBeCloseTo(2.916, 6);
    expect(pricePerSheet({ by: 'thousand', cents: 4250 }, sheet)).toBe(4.25);
    expect(pricePerSheet({ by: 'sheet', cents: 3.2 }, sheet)).toBe(3.2);
  });

  it('is estimated thinner the glossier it is: 170 g/m² × 1.2, 0.95, 0.9, 0.8', () => {
    expect(estimatedCaliper(170)).toBe(0.204);
    expect(estimatedCaliper(170, 'matt')).toBe(0.162);
    expect(estimatedCaliper(170, 'silk')).toBe(0.153);
    expect(estimatedCaliper(170, 'gloss')).toBe(0.136);
    const bare = {
      id: 'x',
      name: 'X',
      format: 'A4',
      width: 210,
      height: 297,
      grain: 'long',
      price: 1,
      swatch: '#ffffff',
    };
    expect(Stock.parse({ ...bare, grammage: 170, coating: 'gloss' })).toMatchObject({
      caliper: 0.136,
      calipers: 'estimated',
    });
    expect(Stock.parse({ ...bare, grammage: 170, caliper: 0.2 })).toMatchObject({ coating: 'uncoated', caliper: 0.2 });
  });
});

describe('a shop’s file', () => {
  it('says what is wrong with it, and where', () => {
    const file = (): Record<string, unknown> => structuredClone(COMMON_SHOPS[0]!.file());
    expect(shopFileProblem(file())).toBeNull();
    for (const none of [null, 7, [], {}, { kind: 'odd-sparrow docket', version: 3 }])
      expect(shopFileProblem(none)).toBe('It is no shop’s file: export one from a Shop page.');
    expect(shopFileProblem({ ...file(), version: 2 })).toContain('of version 2');
    const wrong = file() as { stocks: { value: { name: string; grammage: number } }[] };
    const second = wrong.stocks[1]!.value;
    second.grammage = -1;
    expect(shopFileProblem(wrong)).toContain(`Stock 2, “${second.name}”: grammage: `);
    for (const stocks of [{}, [null], [{ value: null }], [{ value: 'x' }], Array(2001).fill({})])
      expect(shopFileProblem({ ...file(), stocks })).toMatch(/^(stocks|Stock 1): /);
  });

  it('is the same text for the same shop, read and written again', () => {
    const file = ShopFile.parse({
      kind: 'odd-sparrow shop',
      version: 1,
      house: { name: 'Bindweed Lane', writing: { currency: '$', currencyStands: 'before' } },
      stocks: [],
      machines: [],
      finishers: [],
    });
    const text = shopFileText(file);
    expect(shopFileText(ShopFile.parse(JSON.parse(text)))).toBe(text);
    expect(House.parse({})).toEqual({
      name: 'Print room',
      unit: 'mm',
      writing: { numbers: '1 234.5', dates: 'day month', currency: '€', currencyStands: 'after' },
    });
  });
});

describe('ink that paper bears', () => {
  it('is more the smoother it is, or what somebody has said', () => {
    const of = (coating: Stock['coating'], mostInk?: number): number => inkBorne({ coating, mostInk });
    expect([of('uncoated'), of('matt'), of('silk'), of('gloss')]).toEqual([280, 300, 320, 330]);
    expect(of('uncoated', 240)).toBe(240);
  });
});
