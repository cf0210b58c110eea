import { describe, expect, it } from 'vitest';
import { patched, type Docket, type DocketOf, type FlatOrder, type Patch } from '../docket';
import { plan } from '../sheet';
import { artworkOf, docketFor, flatDocketFor, SHOP } from '../testing';
import { briefText } from '.';

const CARD = { width: 90, height: 50 };
const sheet = { stock: SHOP.stocks[2]! };

function said(pages: number, patch: Patch<DocketOf<'flat'>> = {}): string {
  const artwork = artworkOf(pages, CARD);
  const docket = patched(patched(flatDocketFor(artwork), { sheet, product: { lies: { way: 'upright' } } }), patch);
  return briefText(docket, plan<Docket>(docket, artwork), 'mm');
}
const inOrder = (order: FlatOrder): Patch<DocketOf<'flat'>> => ({ product: { order, copies: 3 } });

describe('a job as one sentence', () => {
  it('one card of two sides', () =>
    expect(said(2, { product: { copies: 600 } })).toBe(
      '600 of a two-sided card, 90 × 50 mm, 3 mm bleed, on Plain 90 SRA3, 20 up, run on Plover.',
    ));

  it('several cards in one run, alike or each in its own number', () => {
    expect(said(4)).toContain('100 each of 2 two-sided cards');
    expect(said(4)).toContain('20 up, sharing sheets, run');
    expect(said(4, { product: { quantities: [{ piece: 2, copies: 20 }] } })).toContain(
      '120 in all of 2 two-sided cards',
    );
  });

  it('what comes in sequence is in sets', () => {
    expect(said(30, inOrder({ kind: 'stack', lot: null, last: null }))).toContain('3 sets of 15 two-sided cards');
    const one = said(5, { product: { order: { kind: 'pads', of: 5 }, copies: 1, what: 'form', mirrored: true } });
    expect(one).toContain('one each of 5 one-sided forms, 90 × 50 mm, 3 mm bleed, mirrored, on');
    expect(one).toContain('as pads of 5');
    expect(said(4, inOrder({ kind: 'sequence', way: 'down', last: null }))).toContain('in sequence down');
    expect(said(4, inOrder({ kind: 'repeat' }))).toContain('each on sheets of its own');
  });

  it('a booklet as before', () => {
    const artwork = artworkOf(8);
    const docket = patched(docketFor(artwork), { sheet, product: { copies: 1 } });
    expect(briefText(docket, plan<Docket>(docket, artwork), 'mm')).toBe(
      '1 copy of an 8-page, saddle-stitched booklet, A5 upright, bound on the left, 3 mm bleed, on Plain 90 SRA3, in 2 × 4 pages, two up, run on Plover.',
    );
  });
});
