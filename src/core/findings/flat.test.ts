import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type FlatOrder, type Patch as AnyPatch } from '../docket';
import { artworkOf, changed, flatDocketFor, GUILLOTINE, look as looked, page, SHOP, type Looked } from '../testing';

type Patch = AnyPatch<DocketOf<'flat'>>;
const CARD = { width: 90, height: 50 };
const shop = { ...SHOP, finishers: [...SHOP.finishers, GUILLOTINE] };

function look(pages: number, patch: Patch = {}, artwork = artworkOf(pages, CARD)): Looked<'flat'> {
  return looked(patched(patched(flatDocketFor(artwork), { sheet: { stock: SHOP.stocks[2]! } }), patch), artwork, shop);
}
const order = (order: FlatOrder): Patch => ({ product: { order } });

/** Every remedy of a finding mends it; their labels. */
function mends(it: Looked<'flat'>, id: string): string[] {
  const found = it.find(id);
  if (!found) throw new Error(`${id} was not found.`);
  for (const { label, patch } of found.remedies) {
    const after = looked(changed(it.docket, patch), it.artwork, shop).find(id);
    expect([label, after === undefined || after.severity === 'fine']).toEqual([label, true]);
  }
  return found.remedies.map((r) => r.label);
}

describe('what is found of flat work', () => {
  it('nothing of two pages of a card', () => {
    expect(look(2).findings.filter((f) => f.severity !== 'fine')).toEqual([]);
  });

  it('artwork of another size, seen as it is turned to lie', () => {
    const turned = { ...artworkOf(1, CARD), pages: [page(CARD), page({ width: 50, height: 90 })] };
    expect(look(2, {}, turned).find('artwork-size')).toBeUndefined();
    const it = look(2, { product: { finished: { width: 85, height: 54 } } });
    expect(it.find('artwork-size')!.title).toBe('The artwork is not of the finished size');
    expect(mends(it, 'artwork-size')).toContain('Make the card 90 × 50 mm');
    const one = look(2, {}, { ...turned, pages: [page(CARD), page({ width: 91.5, height: 50 })] });
    expect(one.find('artwork-size')!.title).toBe('1 page is not of the finished size');
  });

  it('too little bleed, and what mends it', () => {
    const it = look(2, { product: { bleed: 3 } }, artworkOf(2, CARD, 0));
    expect(it.find('no-bleed')!.title).toBe('The artwork has no bleed');
    // (25 + 3) ÷ 25
    expect(mends(it, 'no-bleed')).toEqual([
      'Make bleed: the page mirrored at its edges',
      'Make bleed: its edges stretched',
      'Enlarge the artwork to 112 %',
      'Print without bleed',
    ]);
  });

  it('a gap too small for the bleed of both', () => {
    const it = look(2, { product: { lies: { gap: { across: 4, down: 6 } } } });
    expect(it.find('gap-bleed')!.detail).toBe(
      'Between two pieces there are 4 mm, and each needs 3 mm of it: they get half of it each.',
    );
    expect(mends(it, 'gap-bleed')).toEqual(['Gap of 6 mm', 'Bleed of 2 mm', 'No gap and no bleed']);
    expect(look(2, { product: { lies: { gap: { across: 6, down: 8 } } } }).find('gap-bleed')).toBeUndefined();
    // one column has no gap across
    const column = look(2, { product: { lies: { columns: 1, gap: { across: 1, down: 6 }, way: 'upright' } } });
    expect(column.find('gap-bleed')).toBeUndefined();
  });

  it('crop marks round each piece that find no room', () => {
    const each = { marks: { crop: { at: 'pieces' as const } } };
    const it = look(2, each);
    expect(it.find('crop-between')!.severity).toBe('look');
    // an offset of 3, a bleed of 3 beyond, and 3 of the mark
    expect(mends(it, 'crop-between')).toEqual(['Crop marks outside all', 'Gap of 9 mm']);
    expect(
      look(2, { ...each, product: { lies: { gap: { across: 9, down: 9 } } } }).find('crop-between'),
    ).toBeUndefined();
    expect(look(2).find('crop-between')).toBeUndefined();
  });

  it('ticks that print on artwork, or on its bleed alone', () => {
    const ticks = (length: number, over: 'clear' | 'printed', gap: number): Patch => ({
      marks: { ticks: { on: true, length, over } },
      product: { lies: { gap: { across: gap, down: gap } } },
    });
    const it = look(2, ticks(10, 'printed', 7));
    // (10 − 7) ÷ 2
    expect(it.find('ticks-on-artwork')!.detail).toContain('reach 1.5 mm into');
    expect(mends(it, 'ticks-on-artwork')).toEqual(['Leave off those on artwork', 'Ticks of 7 mm', 'Gap of 16 mm']);
    const bleed = look(2, ticks(3, 'printed', 7));
    expect(bleed.find('ticks-on-artwork')!.severity).toBe('fine');
    expect(look(2, ticks(1, 'printed', 7)).find('ticks-on-artwork')).toBeUndefined();
    expect(look(2, ticks(10, 'clear', 7)).find('ticks-on-artwork')).toBeUndefined();
  });

  it('pieces that touch: good to know where all are the same, else to be looked at', () => {
    const touching: Patch = { product: { lies: { gap: { across: 0, down: 0 } } } };
    expect(look(1, touching).find('gap-bleed')!.severity).toBe('fine');
    const shared = look(4, touching);
    expect(shared.find('gap-bleed')!.severity).toBe('look');
    expect(mends(shared, 'gap-bleed')).toEqual(['Gap of 6 mm', 'Bleed of 0 mm']);
  });

  it('more columns than fit', () => {
    const it = look(2, { product: { lies: { columns: 9, rows: 2, way: 'upright' } } });
    expect(it.find('wished-grid')!.title).toBe('9 × 2 do not fit this sheet');
    expect(it.find('wished-grid')!.detail).toBe(
      '4 × 2 do, and are laid. 9 × 2 need 864 × 112 mm, bleed counted; of SRA3 Plover prints 442 × 312 mm.',
    );
    expect(mends(it, 'wished-grid')).toEqual(['As many as fit']);
  });

  it('paper cut as large as they need', () => {
    // 3 × 90 + 2 × 8 + 2 × 3, and 7 × 50 + 6 × 6 + 2 × 3; 4 mm at each edge do not print
    const it = look(2, { product: { lies: { columns: 3, rows: 7, way: 'upright', gap: { across: 8, down: 6 } } } });
    expect(it.find('wished-grid')).toMatchObject({ title: '3 × 7 do not fit this sheet' });
    expect(mends(it, 'wished-grid')).toEqual(['Turned: 7 × 3', 'Plain 90 cut to 300 × 400 mm', 'As many as fit']);
    const taken = it.find('wished-grid')!.remedies.find((r) => r.label.includes('cut to'))!;
    const { stock } = changed(it.docket, taken.patch).sheet;
    expect(stock).toMatchObject({ width: 300, height: 400, format: 'cut to size' });
    // as much as its share of SRA3 costs
    expect(stock.price).toBeCloseTo((SHOP.stocks[2]!.price * 300 * 400) / (320 * 450), 3);
    // and never smaller than the machine takes
    const narrow = look(2, { product: { lies: { columns: 1, rows: 7, way: 'upright' } } });
    expect(mends(narrow, 'wished-grid')).toContain('Plain 90 cut to 148 × 400 mm');
    // a gap that was wished goes with the block
    expect(changed(it.docket, taken.patch).product).toMatchObject({ lies: { gap: { across: 6, down: 8 } } });
  });

  it('a last front without a back', () => {
    const it = look(3, { product: { sides: 'two' } });
    expect(it.find('last-back')!.title).toBe('There is no back for the last card');
    expect(mends(it, 'last-back')).toEqual(['Every page is a front']);
    expect(mends(look(1, { product: { sides: 'two' } }), 'last-back')).toEqual(['Print one side']);
  });

  it('quantities that count for nothing, or of pieces that there are not', () => {
    const five = [{ piece: 5, copies: 3 }];
    const beyond = look(4, { product: { quantities: five } });
    expect(beyond.find('quantities')!.title).toBe('There is no card 5');
    expect(mends(beyond, 'quantities')).toEqual(['Take them out']);
    const sequence = look(4, {
      product: { quantities: [{ piece: 1, copies: 3 }], order: { kind: 'stack', lot: null, last: null } },
    });
    expect(mends(sequence, 'quantities')).toEqual(['Forget them', 'Let them share sheets instead']);
    const none = look(2, { product: { quantities: [{ piece: 1, copies: 0 }] } });
    expect(none.find('quantities')!.severity).toBe('stop');
    expect(mends(none, 'quantities')).toEqual(['100 of each']);
  });

  it('places that stay empty, and what else could become of them', () => {
    const sequence = look(26, order({ kind: 'sequence', way: 'across', last: null }));
    const n = sequence.plan.sheets.main.lay.downs.length;
    expect(sequence.find('not-full')!.title).toBe(
      `${n * sequence.plan.sheets.length - 13} places of the last sheet stay empty`,
    );
    expect(sequence.find('not-full')!.severity).toBe('fine');
    expect(sequence.find('not-full')!.remedies.map((r) => r.label)).toEqual(['Repeat them there']);
    // 98 cards of 20: five sheets, two of the last pile missing
    const stack = look(196, order({ kind: 'stack', lot: null, last: null }));
    expect(stack.find('not-full')!.remedies.map((r) => r.label)).toEqual(['A smaller lot for the last']);
  });

  it('more artworks than the sheets that were wished for have places', () => {
    const many = look(60, { product: { order: { kind: 'shared', forms: 1 } }, sheet: { up: 10 } });
    expect(many.find('forms')!.title).toBe('30 cards do not share 1 sheet');
    expect(mends(many, 'forms')[0]).toBe('As many unlike sheets as are best');
  });

  it('very many unlike sheets, and what the job is with fewer', () => {
    const quantities = Array.from({ length: 12 }, (_, i) => ({ piece: i + 1, copies: 10 + ((i * 7919) % 490) }));
    const many = look(24, { product: { order: { kind: 'shared', forms: 'fewest-sheets' }, quantities } });
    expect(many.plan.sheets.length).toBeGreaterThan(6);
    expect(mends(many, 'many-forms').length).toBeGreaterThan(0);
    expect(many.find('many-forms')!.remedies[0]!.detail).toMatch(/in all$/);
    expect(
      look(10, { product: { order: { kind: 'shared', forms: 'fewest-sheets' } } }).find('many-forms'),
    ).toBeUndefined();
  });

  it('as few unlike sheets as there can be are none too many', () => {
    // ten artworks, one to a sheet: no fewer than ten
    const one = look(20, { product: { order: { kind: 'shared', forms: 'fewest-sheets' } }, sheet: { up: 'one' } });
    expect(one.plan.sheets.length).toBe(10);
    expect(one.find('many-forms')).toBeUndefined();
    // two to a sheet, in numbers that share badly: five at the least
    const quantities = Array.from({ length: 10 }, (_, i) => ({ piece: i + 1, copies: 10 + i * 37 }));
    const product = { order: { kind: 'shared' as const, forms: 'fewest-sheets' as const }, quantities };
    const two = look(20, { product, sheet: { up: 2 } });
    expect(two.plan.sheets.length).toBeGreaterThan(6);
    for (const label of mends(two, 'many-forms')) expect(Number(/\d+/.exec(label)![0])).toBeGreaterThanOrEqual(5);
  });

  it('numbers that one form for front and back would print twice', () => {
    const of = (copies: number, kind: 'stack' | 'repeat') =>
      look(40, {
        product: { copies, order: kind === 'stack' ? { kind, lot: null, last: null } : { kind } },
        sheet: { work: 'work-and-turn' },
      });
    expect(of(1, 'stack').find('twice')!.title).toBe('Every card comes twice');
    expect(mends(of(1, 'stack'), 'twice')).toEqual(['Front and back from two forms']);
    expect(of(3, 'stack').find('twice')!.title).toBe('There is one set more than the 3 that are wanted');
    expect(of(2, 'stack').find('twice')).toBeUndefined();
    expect(of(1, 'repeat').find('twice')).toBeUndefined();
  });

  it('a piece larger than every sheet says which is the largest, and fits made smaller', () => {
    const it = look(2, {}, artworkOf(2, { width: 500, height: 700 }));
    expect(it.find('fit-sheet')!.severity).toBe('stop');
    expect(it.find('fit-sheet')!.detail).toContain('It fits no sheet of the shop: the largest is Plain 90 SRA3');
    expect(mends(it, 'fit-sheet')).toEqual([expect.stringMatching(/^Page .* smaller$/)]);
  });

  const wishes = fc.record({
    pages: fc.integer({ min: 1, max: 40 }),
    sides: fc.constantFrom('one' as const, 'two' as const),
    copies: fc.integer({ min: 1, max: 5000 }),
    bleed: fc.integer({ min: 0, max: 5 }),
    gap: fc.option(fc.integer({ min: 0, max: 12 })),
    columns: fc.option(fc.integer({ min: 1, max: 9 })),
    order: fc.constantFrom<FlatOrder>(
      { kind: 'repeat' },
      { kind: 'shared', forms: 'fewest-sheets' },
      { kind: 'shared', forms: 1 },
      { kind: 'sequence', way: 'down', last: null },
      { kind: 'stack', lot: null, last: null },
      { kind: 'stack', lot: 3, last: 'smaller-lot' },
      { kind: 'pads', of: 7 },
    ),
    had: fc.integer({ min: 0, max: 4 }),
  });

  it('is mended by every remedy that is offered, whatever was wished', () => {
    fc.assert(
      fc.property(wishes, ({ pages, sides, copies, bleed, gap, columns, order, had }) => {
        const lies = { gap: { across: gap, down: gap }, columns };
        const it = look(pages, { product: { sides, copies, bleed, order, lies } }, artworkOf(pages, CARD, had));
        for (const f of it.findings) if (f.severity !== 'fine') mends(it, f.id);
      }),
      { numRuns: 60 },
    );
  });
});
