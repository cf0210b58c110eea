import { describe, expect, it } from 'vitest';
import { checkedPatch, type Docket, type ProductKind } from '../docket';
import type { Size } from '../measure';
import { plan } from '../sheet';
import { artworkOf, GUILLOTINE, SHOP } from '../testing';
import { likelyKind, madeAs, newDocket } from '.';

const shop = { ...SHOP, finishers: [...SHOP.finishers, GUILLOTINE] };
const CARD: Size = { width: 90, height: 50 };
const made = (pages: number, size: Size): Docket =>
  newDocket('x', { name: 'x.pdf' }, artworkOf(pages, size), shop, '2026-01-02');
const flat = (pages: number, size: Size) => {
  const { product } = made(pages, size);
  if (product.kind !== 'flat') throw new Error('It is no flat work.');
  return product;
};

describe('artwork just dropped', () => {
  it.each<[string, number, Size, ProductKind]>([
    ['a leaf', 1, { width: 210, height: 297 }, 'flat'],
    ['a leaf of two pages', 2, { width: 210, height: 297 }, 'flat'],
    ['three pages of A5', 3, { width: 148, height: 210 }, 'bound'],
    ['ten pages of a card', 10, CARD, 'flat'],
    ['eight pages of A7', 8, { width: 74, height: 105 }, 'flat'],
    ['eight pages a little larger', 8, { width: 75, height: 105 }, 'bound'],
    ['a leaf as large as the largest sheet', 1, { width: 450, height: 320 }, 'flat'],
    ['a leaf larger than any sheet', 1, { width: 321, height: 450 }, 'poster'],
    ['thirteen of them', 13, { width: 350, height: 500 }, 'bound'],
    ['twelve of them', 12, { width: 350, height: 500 }, 'poster'],
    ['seven of them', 7, { width: 350, height: 500 }, 'poster'],
    ['eight tickets', 8, { width: 200, height: 90 }, 'flat'],
    ['eight pages twice as wide as they are high', 8, { width: 200, height: 100 }, 'bound'],
  ])('%s', (_, pages, size, kind) => expect(likelyKind(artworkOf(pages, size), SHOP)).toBe(kind));

  it('of flat work: two sides where the pages are even, sharing sheets, or many in sequence', () => {
    const of = (pages: number): unknown[] => {
      const { sides, order, copies } = flat(pages, CARD);
      return [sides, order.kind, copies];
    };
    expect(of(1)).toEqual(['one', 'repeat', 100]);
    expect(of(2)).toEqual(['two', 'repeat', 100]);
    expect(of(10)).toEqual(['two', 'shared', 100]);
    expect(of(7)).toEqual(['one', 'shared', 100]);
    expect(of(24)).toEqual(['two', 'shared', 100]);
    expect(of(26)).toEqual(['two', 'stack', 1]);
    expect(of(13)).toEqual(['one', 'stack', 1]);
  });

  it('is called by its size and proportions', () => {
    expect(flat(2, CARD).what).toBe('card');
    expect(flat(2, { width: 120, height: 50 }).what).toBe('ticket');
    expect(flat(2, { width: 210, height: 100 }).what).toBe('ticket');
    expect(flat(2, { width: 148, height: 210 }).what).toBe('print');
  });

  it('lies on the cheapest paper that is stiff enough for a card or a ticket, where there is one', () => {
    const sra3 = SHOP.stocks[2]!;
    const of = (size: Size, ...grammages: number[]): number => {
      const stocks = grammages.map((grammage, i) => ({ ...sra3, id: `s${i}`, grammage, price: 2 + i }));
      return newDocket('x', { name: 'x.pdf' }, artworkOf(2, size), { ...shop, stocks }, '2026-01-02').sheet.stock
        .grammage;
    };
    const TICKET = { width: 150, height: 60 };
    const LEAF = { width: 148, height: 210 };
    expect([of(CARD, 90, 200, 300), of(CARD, 90, 199, 300), of(CARD, 90, 170)]).toEqual([200, 300, 90]);
    expect([of(TICKET, 90, 150, 300), of(TICKET, 90, 149, 300), of(LEAF, 90, 150, 300)]).toEqual([150, 300, 90]);
  });

  it('is cut on the guillotine, and nothing else', () => {
    expect(made(2, CARD).finish.route.map((s) => s.process)).toEqual(['cut']);
    expect(made(8, { width: 148, height: 210 }).finish.route.map((s) => s.process)).toEqual(['cut', 'stitch']);
  });

  it('can be made into the other kind and back, in its size, on machines that make it', () => {
    const artwork = artworkOf(8, { width: 148, height: 210 });
    const dropped = made(8, { width: 148, height: 210 });
    const book = { ...dropped, product: { ...dropped.product, copies: 640 } };
    const cards = checkedPatch(book, madeAs(book, artwork, shop, 'flat'));
    expect([cards.product.kind, cards.product.copies, cards.product.finished, cards.product.bleed]).toEqual([
      'flat',
      640,
      book.product.finished,
      book.product.bleed,
    ]);
    expect(cards.finish.route.map((s) => s.process)).toEqual(['cut']);
    expect(plan(cards, artwork).pieces).toHaveLength(4);
    const again = checkedPatch(cards, madeAs(cards, artwork, shop, 'bound'));
    expect([again.product.kind, again.product.copies]).toEqual(['bound', 640]);
    // a sequence is wanted once, however many books there were; and a set is no hundred copies
    const many = artworkOf(26, { width: 148, height: 210 });
    const set = checkedPatch(book, madeAs(book, many, shop, 'flat'));
    expect([set.product.kind === 'flat' && set.product.order.kind, set.product.copies]).toEqual(['stack', 1]);
    expect(checkedPatch(set, madeAs(set, many, shop, 'bound')).product.copies).toBe(100);
    expect(again.finish.route.map((s) => s.process)).toEqual(['cut', 'stitch']);
  });
});
