import { describe, expect, it } from 'vitest';
import { checkedPatch, type Docket, type OrderFacts } from '../docket';
import { artworkOf, BOARD, docketFor, flatDocketFor, look, SHOP } from '../testing';

const CARD = { width: 85, height: 55 };
const cards = (pages = 2) => ({
  artwork: artworkOf(pages, CARD),
  docket: flatDocketFor(artworkOf(pages, CARD)) as Docket,
});
const found = (docket: Docket, artwork = artworkOf(2, CARD), before = 'order-') =>
  look(docket, artwork).findings.filter((f) => f.id.startsWith(before));
const ordered = (docket: Docket, facts: Partial<OrderFacts>): Docket =>
  checkedPatch(docket, { order: { number: '26-1', ...facts } });

describe('what is made otherwise than it was ordered', () => {
  it('is nothing where all is as ordered, or nothing was said', () => {
    const { docket } = cards();
    const { stock, machine } = docket.sheet;
    expect(found(ordered(docket, {}))).toEqual([]);
    const facts: Partial<OrderFacts> = {
      copies: docket.product.copies,
      finished: { width: 85.1, height: 55 },
      bleed: 3,
      sides: 'two',
      pages: 2,
      stock: stock.name.toUpperCase(),
      grammage: stock.grammage,
      paper: { width: stock.height, height: stock.width },
      machine: machine.name,
    };
    expect(found(ordered(docket, facts))).toEqual([]);
  });

  it.each<[Partial<OrderFacts>, string, string]>([
    [{ copies: 500 }, 'order-copies', 'Order 26-1 says 500 copies; here it is 100 copies.'],
    [{ finished: { width: 90, height: 55 } }, 'order-finished', 'Order 26-1 says 90 × 55 mm; here it is 85 × 55 mm.'],
    [{ finished: { width: 55, height: 85 } }, 'order-finished', 'Order 26-1 says 55 × 85 mm'],
    [{ bleed: 2 }, 'order-bleed', 'Order 26-1 says 2 mm; here it is 3 mm.'],
    [{ sides: 'one' }, 'order-sides', 'Order 26-1 says one side; here it is both sides.'],
    [{ paper: { width: 210, height: 297 } }, 'order-stock', 'Order 26-1 says 210 × 297 mm'],
    [
      { inks: { front: ['Cyan', 'Gold'], back: ['Black'] } },
      'order-inks',
      'Order 26-1 says 2/1, Cyan, Gold on the front, Black on the back; here it is no inks said.',
    ],
  ])('is found, and every remedy mends it: %j', (facts, id, said) => {
    const { docket, artwork } = cards();
    const job = ordered(docket, facts);
    const [finding, ...more] = found(job);
    expect(more).toEqual([]);
    expect(finding).toMatchObject({ id, severity: 'look' });
    expect(finding!.detail).toContain(said);
    const offers = finding!.remedies;
    expect(offers.length).toBeGreaterThan(0);
    for (const offer of offers) expect(found(checkedPatch(job, offer.patch), artwork)).toEqual([]);
  });

  it('has no remedy where no change of the docket is one', () => {
    const { docket } = cards();
    for (const facts of [
      { pages: 4 },
      { stock: 'Vellum' },
      { machine: 'Bulldozer' },
      { plate: { width: 700, height: 600 } },
    ]) {
      const [finding] = found(ordered(docket, facts));
      expect(finding!.remedies).toEqual([]);
      expect(finding!.detail).toContain('ask the customer');
    }
  });

  it('counts runs form by form', () => {
    const artwork = artworkOf(6, CARD);
    const { docket } = cards(6);
    const runs = ordered(docket, { runs: [100, 300, 100] });
    const [finding] = found(runs, artwork);
    expect(finding!.detail).toContain('runs of 100, 300, 100; here it is runs of 100, 100, 100');
    const [offer] = finding!.remedies;
    const after = checkedPatch(runs, offer!.patch);
    expect(after.product).toMatchObject({
      copies: 300,
      quantities: [
        { piece: 1, copies: 100 },
        { piece: 3, copies: 100 },
      ],
    });
    expect(found(after, artwork)).toEqual([]);
    expect(found(ordered(docket, { runs: [1, 2] }), artwork)[0]!.detail).toContain(
      '2 forms of 1, 2; here it is 3 forms',
    );
    // a book has one run
    const book = ordered(docketFor(artworkOf(8)), { copies: 100, runs: [1, 2] });
    expect(found(book, artworkOf(8))).toEqual([]);
  });
});

describe('inks', () => {
  const printing = (front: string[], back: string[]) => ({ sheet: { inks: { front, back } } });
  const look4 = (docket: Docket, spots: string[] = []) =>
    found(docket, { ...artworkOf(2, CARD), inks: spots }, 'inks-');

  it('are not looked at where nobody says which', () => {
    expect(look4(cards().docket, ['Gold'])).toEqual([]);
  });

  it('that the artwork has and the job has not are found', () => {
    const job = checkedPatch(cards().docket, printing(['Cyan', 'gold'], ['Black']));
    expect(look4(job, ['Gold'])).toEqual([]);
    const [finding] = look4(job, ['Gold', 'All', 'Silver']);
    expect(finding).toMatchObject({ id: 'inks-lacking-Silver', severity: 'look' });
    for (const offer of finding!.remedies)
      expect(look4(checkedPatch(job, offer.patch), ['Gold', 'Silver'])).toEqual([]);
  });

  it('that no page prints in are found', () => {
    const job = checkedPatch(cards().docket, printing(['Cyan', 'Gold'], ['Gold', 'Black']));
    const [finding] = look4(job);
    expect(finding).toMatchObject({ id: 'inks-unused-Gold' });
    const [offer] = finding!.remedies;
    const after = checkedPatch(job, offer!.patch);
    expect(after.sheet.inks).toEqual({ front: ['Cyan'], back: ['Black'] });
  });

  it.each([
    [[], ['Black'], 'two', 'inks-none', 'stop'],
    [['Black'], [], 'two', 'inks-back', 'stop'],
    [['Black'], ['Black'], 'one', 'inks-back', 'look'],
  ] as const)('%j and %j on %s side(s) are found', (front, back, sides, id, severity) => {
    const job = checkedPatch(cards().docket, { ...printing([...front], [...back]), product: { sides } });
    const [finding, ...more] = look4(job);
    expect(more).toEqual([]);
    expect(finding).toMatchObject({ id, severity });
    for (const offer of finding!.remedies) expect(look4(checkedPatch(job, offer.patch))).toEqual([]);
  });
});

it('offers no paper that the press does not take', () => {
  const large = { ...BOARD, id: 'large', name: 'Large', width: 700, height: 1000 };
  const { docket, artwork } = cards();
  const job = ordered(docket, { stock: 'Large' });
  const [finding] = look(job, artwork, { ...SHOP, stocks: [...SHOP.stocks, large] }).findings.filter(
    (f) => f.id === 'order-stock',
  );
  expect(finding!.remedies).toEqual([]);
});

describe('what an order says besides', () => {
  const besides = (more: string[]) => found(ordered(cards().docket, { more }), undefined, 'order-more');

  it('is read out, as much of it as is read, until it is let stand', () => {
    const [it] = besides(['ColorIntent Coatings: Glossy', 'HoleMakingIntent HolePattern: R2']);
    expect(it).toMatchObject({ severity: 'look', station: 'product' });
    expect(it!.detail).toContain(
      'Order 26-1: ColorIntent Coatings: Glossy; HoleMakingIntent HolePattern: R2. See to it',
    );
    const many = besides(Array.from({ length: 15 }, (_, i) => `A: ${i}`));
    expect(many[0]!.detail).toContain('A: 11; and 3 more.');
    expect(besides([])).toEqual([]);
  });
});
