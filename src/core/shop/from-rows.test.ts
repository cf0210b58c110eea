import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { askedAgain, COMMON_SHOPS, freeId, machineFromPrinter, stocksFromRows, type PrinterTold } from '.';
import { SHOP } from '../testing';

describe('a table of stocks', () => {
  const none = new Set<string>();

  it('is read by its headings, in any order, in millimetres or inches, bought by sheet, thousand or kilogram', () => {
    const rows = stocksFromRows(
      [
        ['Grammage (g/m²)', 'Paper', 'Sheet size', 'Grain', 'Surface', 'Price per thousand', 'Thickness', 'Colour'],
        ['80', 'Wove', 'SRA3', 'long', '', '22,00', '', 'cream'],
        ['170', 'Gloss text', '13x19in', 'Short grain', 'gloss', '1.250,50', '140µm', '#FAFAFA'],
        ['', '', '', '', '', '', '', ''],
      ],
      'mm',
      none,
    );
    expect(rows.map((r) => r.problem)).toEqual([null, null]);
    expect(rows[0]!.stock).toMatchObject({
      id: 'wove-sra3-lg',
      format: 'SRA3',
      width: 320,
      height: 450,
      price: 2.2,
      priced: { by: 'thousand', cents: 2200 },
      caliper: 0.096,
      calipers: 'estimated',
      swatch: '#f3e8c9',
    });
    expect(rows[1]!.stock).toMatchObject({
      width: 330.2,
      grain: 'short',
      caliper: 0.14,
      price: 125.05,
      coating: 'gloss',
    });
    const [inch] = stocksFromRows(
      [
        ['name', 'width', 'height', 'gsm', 'price'],
        ['Bond', '8.5', '11', '75', '0.9'],
      ],
      'in',
      none,
    );
    expect(inch!.stock).toMatchObject({ width: 215.9, height: 279.4, format: 'letter', price: 0.9, priced: null });
    const [heavy] = stocksFromRows(
      [
        ['name', 'size', 'gsm', 'price per kg'],
        ['X', 'A4', '100', '2'],
      ],
      'mm',
      none,
    );
    // 0.21 × 0.297 m² × 100 g = 6.237 g at 200 ct a kilogram
    expect(heavy!.stock!.price).toBeCloseTo(1.2474, 6);
  });

  it('says row by row what is wrong, and gives no two the same id', () => {
    const rows = stocksFromRows(
      [
        ['name', 'size', 'gsm', 'price', 'surface', 'colour'],
        ['', 'A4', '80', '1', '', ''],
        ['A', 'Z9', '80', '1', '', ''],
        ['A', 'A4', 'heavy', '1', '', ''],
        ['A', 'A4', '80', '1', 'rough', ''],
        ['A', 'A4', '80', '1', '', 'mauve'],
        ['A', 'A4', '80', 'dear', '', ''],
        ['A', 'A4', '99999', '1', '', ''],
        ['A', 'A4', '80', '1', '', ''],
        ['A', 'A4', '80', '1', '', ''],
      ],
      'mm',
      new Set(['a-a4-lg']),
    );
    expect(rows.slice(0, 7).map((r) => r.problem)).toEqual([
      'It has no name.',
      '“Z9” is no size: write SRA3, 320x450 or 13x19in.',
      'It has no weight in g/m².',
      '“rough” is no surface: uncoated, matt, silk or gloss.',
      '“mauve” is no colour: write one such as cream, or #f3e8c9.',
      '“dear” is no price.',
      expect.stringContaining('grammage'),
    ]);
    expect(rows.slice(7).map((r) => [r.row, r.stock?.id])).toEqual([
      [9, 'a-a4-lg-2'],
      [10, 'a-a4-lg-3'],
    ]);
  });

  it('ids are of the name, and free', () => {
    expect(freeId('  Süßes Papier! ', none)).toBe('süßes-papier');
    expect(freeId('?', new Set(['new']))).toBe('new-2');
  });
});

describe('a machine of a printer’s answers', () => {
  const told: PrinterTold = {
    name: 'Sandpiper',
    model: 'Model 1',
    sizes: [
      { width: 210, height: 297 },
      { width: 320, height: 450 },
    ],
    free: null,
    margins: { left: 3, right: 5, top: 4, bottom: 2 },
    trays: [
      { source: 'tray-1', size: { width: 320, height: 450 }, grammage: 95, said: null },
      { source: 'by-pass', size: { width: 100, height: 148 }, grammage: 90, said: 'card' },
    ],
    bothSides: true,
    colour: true,
    perMinute: 75,
    finishings: ['staple'],
    mixes: false,
  };
  const made = machineFromPrinter(told, { id: 'x', printer: 'ipp://h/p', stocks: SHOP.stocks });

  it('has its sizes, margins turned with the sheet, trays by size and weight; the rest is asked', () => {
    expect(made.machine).toMatchObject({
      largest: { width: 320, height: 450 },
      smallest: { width: 210, height: 297 },
      // portrait turned a quarter: its right margin is at the foot
      noPrint: { left: 2, right: 4, top: 3, bottom: 5 },
      speed: 4500,
      sides: 'both',
      trays: [{ name: 'Tray 1', stock: 'sra3', source: 'tray-1' }],
      printer: 'ipp://h/p',
    });
    expect(made.asks).toEqual(['click', 'turn', 'trays']);
    expect(made.said).toContain('Tray 1: 320 × 450 mm, 95 g/m²');
    expect(made.said).toContain('margins: left 3, right 5, top 4, bottom 2 mm');
    // 25.4 mm an inch
    const inches = machineFromPrinter(told, { id: 'x', printer: 'p', stocks: SHOP.stocks, unit: 'in' }).said;
    expect(inches).toContain('Tray 1: 12.598 × 17.717 in, 95 g/m²');
    expect(inches).toContain('margins: left 0.118, right 0.197, top 0.157, bottom 0.079 in');
    const dumb = machineFromPrinter(
      { ...told, sizes: [], margins: null, perMinute: null, trays: [], bothSides: false },
      { id: 'x', printer: 'ipp://h/p', stocks: [] },
    );
    expect(dumb.asks).toEqual(['sizes', 'margins', 'speed', 'click', 'trays']);
    expect(dumb.machine).toMatchObject({ sides: 'one', noPrint: { left: 4, bottom: 4 }, speed: 3600 });
    // tabloid is narrower than A3 and longer: both are fed
    const both = [
      { width: 279.4, height: 431.8 },
      { width: 420, height: 297 },
    ];
    expect(machineFromPrinter({ ...told, sizes: both }, { id: 'x', printer: 'p', stocks: [] }).machine).toMatchObject({
      largest: { width: 297, height: 431.8 },
      smallest: { width: 279.4, height: 420 },
    });
    const many = Array.from({ length: 80 }, (_, i) => ({ ...told.trays[0]!, source: `t-${i}` }));
    expect(
      machineFromPrinter({ ...told, trays: many }, { id: 'x', printer: 'p', stocks: SHOP.stocks }).machine.trays,
    ).toHaveLength(50);
    const free = { smallest: { width: 90, height: 140 }, largest: { width: 330, height: 660 } };
    expect(machineFromPrinter({ ...told, free }, { id: 'x', printer: 'p', stocks: [] }).machine).toMatchObject(free);
  });

  it('whatever a printer says of itself, is one that the shop can keep', () => {
    const length = fc.double({ min: 1, max: 10_000, noNaN: true });
    const size = fc.record({ width: length, height: length });
    const margin = fc.double({ min: 0, max: 100, noNaN: true });
    const text = fc.string({ minLength: 1, maxLength: 200 });
    const any: fc.Arbitrary<PrinterTold> = fc.record({
      name: text,
      model: fc.option(fc.string()),
      sizes: fc.array(size, { maxLength: 5 }),
      free: fc.option(fc.record({ smallest: size, largest: size })),
      margins: fc.option(fc.record({ left: margin, right: margin, top: margin, bottom: margin })),
      trays: fc.array(
        fc.record({
          source: text,
          size: fc.option(size),
          grammage: fc.option(fc.double({ min: 1, max: 5000, noNaN: true })),
          said: fc.option(fc.string()),
        }),
        { maxLength: 4 },
      ),
      bothSides: fc.boolean(),
      colour: fc.option(fc.boolean()),
      perMinute: fc.option(fc.integer({ min: 1, max: 10_000 })),
      finishings: fc.array(fc.string(), { maxLength: 3 }),
      mixes: fc.boolean(),
    });
    fc.assert(
      fc.property(any, (said) => {
        const id = freeId(said.name, new Set());
        const { machine } = machineFromPrinter(said, { id, printer: 'ipp://h/p', stocks: SHOP.stocks });
        expect(machine.smallest.width).toBeLessThanOrEqual(machine.largest.width);
        expect(machine.smallest.height).toBeLessThanOrEqual(machine.largest.height);
        expect(askedAgain(made.machine, { machine, said: [], asks: [] })).toMatchObject({ name: 'Sandpiper' });
      }),
    );
  });

  it('asked again keeps what people have said of it', () => {
    const known = { ...made.machine, name: 'Ours', click: 1.9, turn: 'tumble' as const, speed: 4000 };
    const faster = machineFromPrinter(
      { ...told, perMinute: 90 },
      { id: 'x', printer: 'ipp://h/p', stocks: SHOP.stocks },
    );
    expect(askedAgain(known, faster)).toEqual({ ...known, speed: 5400 });
    const silent = machineFromPrinter(
      { ...told, perMinute: null, margins: null },
      { id: 'x', printer: 'ipp://h/p', stocks: [] },
    );
    expect(askedAgain(known, silent)).toEqual(known);
  });
});

describe('a shop to begin with', () => {
  it('has papers that its press takes, at the price of their weight', () => {
    for (const { file } of COMMON_SHOPS) {
      const shop = file();
      const ids = shop.stocks.map((s) => s.value.id);
      expect(new Set(ids).size).toBe(ids.length);
      expect(shop.machines).toHaveLength(1);
      for (const { value: s } of shop.stocks)
        expect(s.price).toBeCloseTo(((s.width * s.height * s.grammage) / 1e9) * s.priced!.cents, 3);
    }
    expect(COMMON_SHOPS.map((c) => c.file().house.unit)).toEqual(['mm', 'in']);
  });
});
