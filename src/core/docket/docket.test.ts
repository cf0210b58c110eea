import { describe, expect, it } from 'vitest';
import {
  artworkBleed,
  artworkSize,
  checkedPatch,
  docketJsonSchema,
  DocketError,
  patched,
  readDocket,
  touchedPaths,
} from '.';
import { upgradedFinisher } from './upgrade';
import { newDocket } from '../propose';
import { artworkOf, docketFor, page, SHOP } from '../testing';

describe('a docket', () => {
  it('comes from artwork with sane wishes', () => {
    const docket = docketFor(artworkOf(28));
    expect(docket.product.finished).toEqual({ width: 148, height: 210 });
    expect(docket.product.bleed).toBe(3);
    // A copy's paper and clicks: A3 one up 2 + 3 = 5 ct, SRA3 two up (2.9 + 3) / 2 = 2.95 ct a sheet
    expect(docket.sheet.stock.id).toBe('sra3');
  });
  it('needs a shop', () => {
    const empty = { stocks: [], machines: [], finishers: [] };
    expect(() => newDocket('x', { name: 'x' }, artworkOf(4), empty, '2026-01-01')).toThrow(RangeError);
    expect(newDocket('', { name: 'x' }, artworkOf(4), SHOP, '2026-01-01').title).toBe('Untitled');
  });
  it('takes the size of most pages, and the least bleed', () => {
    const artwork = {
      ...artworkOf(3),
      pages: [
        page({ width: 100, height: 100 }),
        page({ width: 147.996, height: 210.004 }, 2),
        page({ width: 148, height: 210 }),
      ],
    };
    expect(artworkSize(artwork)).toEqual({ width: 148, height: 210 });
    expect(artworkBleed(artwork)).toBe(2);
  });
  it('takes a named size where the artwork is as good as it, else one to a hundredth of a millimetre', () => {
    const sizeOf = (width: number, height: number) =>
      artworkSize({ ...artworkOf(1), pages: [page({ width, height })] });
    // 612.0000000000001 pt
    const letter = (612.0000000000001 * 25.4) / 72;
    expect(sizeOf(letter, 279.4).width).toBeCloseTo(215.9, 9);
    expect(sizeOf(279.4, letter).height).toBeCloseTo(215.9, 9);
    // A5 in whole points, and two points more
    expect(sizeOf((420 * 25.4) / 72, (595 * 25.4) / 72)).toEqual({ width: 148, height: 210 });
    expect(sizeOf((422 * 25.4) / 72, (595 * 25.4) / 72)).toEqual({ width: 148.87, height: 209.9 });
    expect(sizeOf((419.53 * 25.4) / 72, (595.28 * 25.4) / 72)).toEqual({ width: 148, height: 210 });
    expect(sizeOf(99.05, 99.996)).toEqual({ width: 99.05, height: 100 });
  });
  it('is patched by merging, unions replaced whole', () => {
    const docket = docketFor(artworkOf(8));
    const after = patched(docket, { product: { copies: 7, blanks: { kind: 'after', pages: [1] } } });
    expect(after.product).toEqual({ ...docket.product, copies: 7, blanks: { kind: 'after', pages: [1] } });
    expect(patched(after, { product: { blanks: { kind: 'end' } } }).product.blanks).toEqual({ kind: 'end' });
    expect(docket.product.copies).toBe(100);
    expect(touchedPaths({ product: { copies: 1, finished: { width: 3 } } })).toEqual([
      'product.copies',
      'product.finished.width',
    ]);
  });
  it('of version 2 lets a folder without a limit make as many folds as there are', () => {
    const folder = {
      id: 'f',
      name: 'Wren',
      does: ['fold'],
      largest: { width: 500, height: 700 },
      speed: 100,
      makeReady: 1,
    };
    expect(upgradedFinisher({ ...folder, maxFolds: null })).toMatchObject({ kind: 'folder', mostFolds: 12 });
    expect(upgradedFinisher({ ...folder, maxFolds: 2 })).toMatchObject({ mostFolds: 2 });
    expect(upgradedFinisher(folder)).not.toHaveProperty('mostFolds');
  });
  it('refuses what is no docket, in one line', () => {
    const docket = docketFor(artworkOf(8));
    expect(() => checkedPatch(docket, { product: { copies: 0 } })).toThrow();
    expect(() => checkedPatch(docket, { product: { colour: 'red' } })).toThrow();
    expect(() => readDocket({})).toThrow(DocketError);
    expect(() => readDocket({ kind: 'odd-sparrow docket', version: 9 })).toThrow(
      /version 9; this program reads versions 1 to 3/,
    );
    expect(() => readDocket({ ...docket, product: { ...docket.product, copies: -1 } })).toThrow(/^product\.copies: /);
    expect(readDocket(JSON.parse(JSON.stringify(docket)))).toEqual(docket);
  });
  it('has a JSON Schema', () => {
    expect(docketJsonSchema()).toMatchObject({
      $schema: 'https://json-schema.org/draft/2020-12/schema',
      type: 'object',
    });
  });
});
