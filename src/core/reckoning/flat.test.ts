import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type Patch } from '../docket';
import { flatWays, upsWorth } from '../propose';
import { plan } from '../sheet';
import { artworkOf, flatDocketFor, GUILLOTINE, SHOP } from '../testing';
import { figureText, reckon, sumText, type Figure, type FigureKey } from '.';

const CARD = { width: 90, height: 50 };
const SRA3 = SHOP.stocks[2]!;

function figures(pages: number, patch: Patch<DocketOf<'flat'>>): Record<FigureKey, Figure> {
  const artwork = artworkOf(pages, CARD);
  const docket = patched(
    patched(flatDocketFor(artwork), {
      sheet: { stock: SRA3 },
      product: { lies: { way: 'upright' } },
      finish: { here: true, route: [{ process: 'cut', machine: { ...GUILLOTINE, hour: 60 } }] },
    }),
    patch,
  );
  return Object.fromEntries(reckon(docket, plan(docket, artwork)).map((f) => [f.key, f])) as Record<FigureKey, Figure>;
}

describe('the figures of flat work', () => {
  it('600 cards 20 up are 30 sheets, and fewer cannot be', () => {
    const f = figures(2, { product: { copies: 600 } });
    expect([f.up.value, f.goodSheets.value, f.forms.value, f.overrun.value]).toEqual([20, 30, 1, 0]);
    expect(sumText(f.goodSheets, 'mm')).toBe('600 cards ÷ 20 up = 30; fewer cannot be');
    // 2 sheets and 1 %
    expect(f.sheets.value).toBe(30 + 3);
  });

  it('601 cards are 31 sheets with 19 over', () => {
    const f = figures(2, { product: { copies: 601 } });
    expect(sumText(f.goodSheets, 'mm')).toBe('601 cards ÷ 20 up = 30.05 → 31; fewer cannot be');
    expect(sumText(f.overrun, 'mm')).toBe('620 on the sheets − 601 ordered = 19');
  });

  it('waste is what is in no card: 600 × 45 cm² of 33 sheets of 1,440 cm²', () => {
    const f = figures(2, { product: { copies: 600 } });
    // 1 − 27,000 ÷ 47,520
    expect(f.waste.value).toBeCloseTo(43.1818, 3);
    expect(sumText(f.waste, 'mm')).toBe('1 − 600 × 45 cm² ÷ (33 × 320 × 450 mm) = 43.2 %');
  });

  it('money: 33 sheets at 2.90, their 66 sides at 1.50, eighteen cuts', () => {
    const f = figures(2, { product: { copies: 600 } });
    expect([f.paper.value, f.clicks.value]).toEqual([33 * 2.9, 66 * 1.5]);
    // 4 + 3 × 2 + 4 × 2 cuts of one lift at 240 an hour, and 4 minutes
    expect(f.cutTime.value).toBeCloseTo(4 + 18 / 4, 9);
    // 8.5 minutes of an hour that costs 60 ct
    expect(f.hours.value).toBeCloseTo(8.5, 9);
    expect(sumText(f.total, 'mm')).toMatch(/ = 2\.03\s€; 0\.3 ct a card$/);
    expect(figureText(f.total)).toMatch(/^2\.03\s€$/);
  });

  it('one side is half of the clicks', () => {
    const f = figures(1, { product: { copies: 600, sides: 'one' } });
    expect(f.clicks.value).toBe(33 * 1.5);
  });

  it('of several in a run what each is over, and that more sheets than the fewest are taken', () => {
    const f = figures(4, {
      product: { copies: 100, quantities: [{ piece: 2, copies: 10 }], order: { kind: 'shared', forms: 1 } },
    });
    // 18 places and 2: six sheets; 110 ÷ 20 = 5.5
    expect(f.goodSheets.value).toBe(6);
    expect(sumText(f.goodSheets, 'mm')).toBe('110 cards ÷ 20 up = 5.5 → 6; fewer cannot be');
    expect(sumText(f.overrun, 'mm')).toBe('114 on the sheets − 110 ordered = 4; card 1: 2, card 2: 2');
    const apart = figures(4, {
      product: { copies: 100, quantities: [{ piece: 2, copies: 10 }], order: { kind: 'repeat' } },
    });
    expect(sumText(apart.goodSheets, 'mm')).toBe('5 + 1 = 6; 110 cards ÷ 20 up = 5.5; fewer cannot be');
  });

  it('one form for front and back gives two of each a sheet', () => {
    const f = figures(2, { product: { copies: 100 }, sheet: { work: 'work-and-turn' } });
    // 2 × 5 on half of the sheet: ten, twice
    expect(f.up.value).toBe(10);
    expect(sumText(f.goodSheets, 'mm')).toBe('100 cards ÷ 20 up = 5; fewer cannot be');
    expect(f.overrun.value).toBe(0);
    const apart = figures(4, {
      product: { copies: 101, quantities: [{ piece: 2, copies: 1 }], order: { kind: 'repeat' } },
      sheet: { work: 'work-and-turn' },
    });
    expect(sumText(apart.goodSheets, 'mm')).toBe('6 + 1 = 7; 102 cards ÷ 20 up = 5.1; fewer than 6 cannot be');
  });

  it('two copies more per cent', () => {
    const f = figures(2, { product: { copies: 600, overs: 2 } });
    expect(sumText(f.overrun, 'mm')).toBe('620 on the sheets − 600 ordered = 20');
  });
});

describe('pads', () => {
  it('are laid for the sheets that pads take, not for those that their leaves would', () => {
    const artwork = artworkOf(1000, CARD);
    const { sheets } = plan(
      patched(flatDocketFor(artwork), {
        product: { sides: 'one', copies: 1, order: { kind: 'pads', of: 50 } },
        sheet: { stock: SRA3 },
      }),
      artwork,
    );
    // twenty pads are fifty sheets 20, 21 or 23 up: so 20, in the fewest cuts
    expect([sheets.length, sheets.main.lay.downs.length]).toEqual([50, 20]);
  });
  it('say what they take', () => {
    const f = figures(420, { product: { sides: 'one', copies: 1, order: { kind: 'pads', of: 50 }, what: 'form' } });
    expect(sumText(f.goodSheets, 'mm')).toBe(
      '420 forms ÷ 20 up = 21; in this order it takes 50; fewer than 21 cannot be',
    );
  });
});

describe('ways to lay flat work', () => {
  const artwork = artworkOf(2, CARD);
  const ways = flatWays(
    patched(flatDocketFor(artwork), { product: { copies: 600 } }),
    artwork,
    { stocks: SHOP.stocks },
    20,
  );

  it('come on the job’s own stock first, of each the cheapest first, each lay of a stock once', () => {
    const now = flatDocketFor(artwork).sheet.stock;
    const own = ways.filter((w) => w.stock.id === now.id).length;
    expect(own).toBeGreaterThan(1);
    expect(ways.slice(0, own).every((w) => w.stock.id === now.id)).toBe(true);
    for (const part of [ways.slice(0, own), ways.slice(own)]) {
      const cents = part.map((w) => w.cents);
      expect(cents).toEqual([...cents].sort((a, b) => a - b));
    }
    expect(new Set(ways.map((w) => `${w.stock.id} ${w.up} ${w.way}`)).size).toBe(ways.length);
    expect(
      ways
        .filter((w) => w.stock.id === 'sra3')
        .map((w) => [w.way, w.up])
        .sort(),
    ).toEqual([
      ['mixed', 23],
      ['sideways', 21],
      ['upright', 20],
    ]);
  });

  it('say sheets with their spoilage and the cuts of a pile', () => {
    const upright = ways.find((w) => w.stock.id === 'sra3' && w.way === 'upright')!;
    expect([upright.sheets, upright.cuts]).toEqual([33, 18]);
  });

  it('by number up are those that take fewer sheets than any with fewer up', () => {
    // twelve pieces: 12, 6, 4, 3, 3, 2, 2 sheets
    const all = [1, 2, 3, 4, 5, 6, 7].map((up) => ({ up, sheets: Math.ceil(12 / up) }));
    expect(upsWorth(all).map((w) => [w.up, w.sheets])).toEqual([
      [1, 12],
      [2, 6],
      [3, 4],
      [4, 3],
      [6, 2],
    ]);
    expect(upsWorth([])).toEqual([]);
  });

  it('are as many as are asked for', () => {
    expect(flatWays(flatDocketFor(artwork), artwork, SHOP, 2)).toHaveLength(2);
  });
});
