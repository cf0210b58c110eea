import { describe, expect, it } from 'vitest';
import { bindingPatch } from '../finishing';
import { BINDING_CHOICES } from '../makeup';
import { patched, type Artwork, type DocketOf, type Patch as AnyPatch } from '../docket';
import { artworkOf, BOARD, changed, docketFor, look, page, SHOP } from '../testing';
import { chaptersFrom, cheapestStock, coverPatch, placedFor, sizePatch, withStockFor } from '.';

type Docket = DocketOf<'bound'>;
type Patch = AnyPatch<DocketOf<'bound'>>;

const A4 = { width: 210, height: 297 };
const A5 = { width: 148, height: 210 };

describe('another finished size', () => {
  const artwork = artworkOf(8, A4);
  const docket = docketFor(artwork);
  it('of the same proportions: the artwork fits at once, and its bleed with it', () => {
    // 210 ÷ 297 = 0.7071; 3 mm become 2.12
    expect(sizePatch(docket, artwork, A5)).toEqual({
      product: { finished: A5, bleed: 2.1, endBleed: null },
      artwork: { fit: 'fill' },
    });
    const small = patched(docket, sizePatch(docket, artwork, A5));
    expect(look(small, artwork, SHOP).findings.filter((f) => /artwork-size|no-bleed/.test(f.id))).toEqual([]);
    // and back
    expect(patched(small, sizePatch(small, artwork, A4)).product.bleed).toBe(3);
  });
  it('a bleed that somebody set stays; artwork without bleed has none to follow', () => {
    const own = patched(docket, { product: { bleed: 2.5 } });
    expect(sizePatch(own, artwork, A5)).toEqual({ product: { finished: A5 }, artwork: { fit: 'fill' } });
    const bare = artworkOf(8, A4, 0);
    expect(sizePatch(docketFor(bare), bare, A5)).toEqual({ product: { finished: A5 }, artwork: { fit: 'fill' } });
  });
  it('of other proportions, or placed by hand, it is left to be decided', () => {
    expect(sizePatch(docket, artwork, { width: 150, height: 210 })).toEqual({
      product: { finished: { width: 150, height: 210 } },
    });
    // 149.5 mm would be 0.7 % of another shape, 148.9 mm 0.3 %
    expect(sizePatch(docket, artwork, { width: 149.5, height: 210 }).artwork).toBeUndefined();
    expect(sizePatch(docket, artwork, { width: 148.9, height: 210 }).artwork).toEqual({ fit: 'fill' });
    // having covered a page of its proportions, it is not cut to cover this one
    const small = patched(docket, sizePatch(docket, artwork, A5));
    expect(sizePatch(small, artwork, { width: 150, height: 210 })).toEqual({
      product: { finished: { width: 150, height: 210 } },
      artwork: { fit: 'centre' },
    });
    const enlarged = patched(docket, { artwork: { enlarge: 1.1 } });
    expect(sizePatch(enlarged, artwork, A5).artwork).toBeUndefined();
    const apart = patched(docket, { artwork: { imposed: { kind: 'spreads', covers: false } } });
    expect(sizePatch(apart, artwork, A5)).toEqual({ product: { finished: A5 } });
  });
});

describe('artwork in place of another', () => {
  it('of the page’s proportions covers it at once; else, and placed by hand, it is as it was', () => {
    const docket = docketFor(artworkOf(8, A5));
    expect(placedFor(docket, artworkOf(8, A4))).toEqual({ fit: 'fill' });
    expect(placedFor(docket, artworkOf(8, A5))).toEqual({ fit: 'centre' });
    expect(placedFor(docket, artworkOf(8, { width: 200, height: 200 }))).toEqual({ fit: 'centre' });
    expect(placedFor(patched(docket, { artwork: { fit: 'fit' } }), artworkOf(8, A4))).toEqual({ fit: 'fit' });
    expect(placedFor(patched(docket, { artwork: { enlarge: 1.1 } }), artworkOf(8, A4))).toEqual({ fit: 'centre' });
    expect(placedFor(patched(docket, { artwork: { imposed: { kind: 'sheets' } } }), artworkOf(8, A4))).toEqual({
      fit: 'centre',
    });
  });
});

describe('a stock that the program chose', () => {
  const artwork = artworkOf(8, A4);
  const docket = docketFor(artwork);
  it('is chosen anew with another size, and with another binding', () => {
    // one copy: spreads of A4 go on SRA3 only; small ones go on A4, which costs 1 ct in place of 2.9
    const one = patched(docket, { product: { copies: 1 } });
    expect(one.sheet.stock.id).toBe('sra3');
    const small = withStockFor(one, artwork, SHOP, { product: { finished: { width: 70, height: 100 } } });
    expect(small.sheet).toMatchObject({ stock: { id: 'a4' } });
    expect(small.product).toEqual({ finished: { width: 70, height: 100 } });
    // leaves of A5 fit A4, where stitched spreads of A5 do not
    const stitched = patched(one, { product: { finished: A5 } });
    const wire = BINDING_CHOICES.find((c) => c.key === 'wire')!;
    expect(cheapestStock(stitched, artwork, SHOP)!.id).toBe('a3');
    const onA3 = patched(stitched, { sheet: { stock: SHOP.stocks[1]! } });
    expect(withStockFor(onA3, artwork, SHOP, bindingPatch(wire, onA3, SHOP)).sheet).toMatchObject({
      stock: { id: 'a4' },
    });
  });
  it('stays where somebody chose another, and where it is still the best', () => {
    const patch: Patch = { product: { finished: { width: 70, height: 100 } } };
    const chosen = patched(docket, { sheet: { stock: { ...BOARD, price: 90 } } });
    expect(withStockFor(chosen, artwork, { stocks: [...SHOP.stocks, BOARD] }, patch)).toBe(patch);
    // planning very many pages on every stock would be felt: 6,667 × 3 stocks
    const huge = artworkOf(6667, A4);
    const many = patched(docket, { sheet: { stock: SHOP.stocks[0]! } });
    expect(withStockFor(many, huge, SHOP, patch)).toBe(patch);
    const same: Patch = { product: { copies: 101 } };
    expect(withStockFor(docket, artwork, SHOP, same)).toBe(same);
  });
});

describe('a cover from a file', () => {
  const text = artworkOf(32);
  const with_ = (...sizes: { width: number; height: number }[]): Artwork => ({
    ...text,
    more: [sizes.map((s) => page(s))],
  });
  const printed = (artwork: Artwork, docket: Docket = docketFor(text)): unknown => {
    const { cover } = (
      coverPatch(docket, artwork, 1, { stocks: [...SHOP.stocks, BOARD] }) as { product: { cover: object } }
    ).product;
    return (cover as { printed: string }).printed;
  };
  it('of one page is printed outside only, of two single pages, too', () => {
    expect(printed(with_(A5))).toBe('outside');
    expect(printed(with_({ width: 300, height: 210 }))).toBe('outside');
    expect(printed(with_(A5, A5))).toBe('outside');
  });
  it('of two spreads, or of four pages, on both sides', () => {
    expect(printed(with_({ width: 300, height: 210 }, { width: 300, height: 210 }))).toBe('both');
    expect(printed(with_(A5, A5, A5, A5))).toBe('both');
  });
  it('is on the heaviest stock as large as the text’s, and one that stands keeps its wishes', () => {
    const docket = docketFor(text);
    const stocks = [...SHOP.stocks, BOARD, { ...BOARD, id: 'small', grammage: 400, width: 210, height: 297 }];
    const first = changed(docket, coverPatch(docket, with_(A5), 1, { stocks }));
    expect(first.product.cover).toMatchObject({
      kind: 'separate',
      from: 1,
      stock: { id: 'board' },
      flaps: 0,
      hinge: 6,
    });
    const flapped = patched(first, { product: { cover: { flaps: 80, hinge: 4 } } });
    expect(changed(flapped, coverPatch(flapped, text, 'text', { stocks })).product.cover).toMatchObject({
      from: 'text',
      printed: 'both',
      flaps: 80,
      hinge: 4,
    });
  });
});

describe('chapters by bookmarks', () => {
  const bookmarks = [
    { title: 'One', page: 3 },
    { title: 'Two', page: 5 },
    { title: 'A part of two', page: 5 },
    { title: 'Gone', page: 40 },
  ];
  const artwork: Artwork = { ...artworkOf(8), bookmarks };
  it('begin where their pages stand in the book; what is not in it is left out', () => {
    const docket = docketFor(artwork);
    expect(chaptersFrom(docket, artwork)).toEqual([
      { at: 3, title: 'One' },
      { at: 5, title: 'Two' },
    ]);
    const moved = patched(docket, {
      product: {
        pages: [
          { kind: 'blanks', count: 2 },
          { kind: 'pages', file: 0, from: 5, to: 8, turn: 0 },
          { kind: 'pages', file: 0, from: 1, to: 4, turn: 0 },
        ],
      },
    });
    expect(chaptersFrom(moved, artwork)).toEqual([
      { at: 3, title: 'Two' },
      { at: 9, title: 'One' },
    ]);
    expect(chaptersFrom(docket, artworkOf(8))).toEqual([]);
  });
});
