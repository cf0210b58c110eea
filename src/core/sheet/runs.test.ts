import { describe, expect, it } from 'vitest';
import { patched, type Patch } from '../docket';
import { plan } from '../sheet';
import { artworkOf, BOARD, coverOn, docketFor, SHOP } from '../testing';
import { loadsOf, runsOf } from '.';

const WIRE = { kind: 'loose-leaf' as const, by: 'wire' as const, clearance: 8, order: 'repeat' as const };
const COVER = coverOn(BOARD);
const MIXES = { ...SHOP.machines[0]!, mixes: true };

function loads(pages: number, ...patches: Patch[]) {
  const artwork = artworkOf(pages);
  const docket = [{ sheet: { stock: SHOP.stocks[2]!, machine: MIXES } }, ...patches].reduce<
    ReturnType<typeof docketFor>
  >((d, p) => patched(d, p), docketFor(artwork));
  const planned = plan(docket, artwork);
  return { list: loadsOf(docket.product.copies, planned), runs: runsOf(docket.product.copies, planned) };
}
const said = (list: ReturnType<typeof loads>['list']) =>
  list.map((l) => [l.copies, l.sheets, l.stocks.map((s) => [s.from, s.to, s.stock.id])]);

describe('what goes to a machine as one job', () => {
  it('a booklet and its cover, collated: the cover’s sheet, then the text’s', () => {
    const { list } = loads(16, { product: { copies: 101, cover: COVER } });
    expect(said(list)).toEqual([
      [
        51,
        [1, 2, 3, 4],
        [
          [1, 1, 'board'],
          [2, 4, 'sra3'],
        ],
      ],
    ]);
    expect(list[0]!.good).toBe(4 * 51);
  });
  it('each run for itself where the machine draws from one tray', () => {
    const { list, runs } = loads(16, { product: { cover: COVER }, sheet: { machine: { ...MIXES, mixes: false } } });
    expect(list.map((l) => l.sheets)).toEqual(runs.map((r) => r.sheets));
    expect(list).toHaveLength(2);
  });
  it('a cover that is fed at the binder goes by itself', () => {
    const { list } = loads(96, { product: { cover: COVER, binding: { kind: 'perfect-bound', grindOff: 3 } } });
    expect(list.map((l) => l.stocks.map((s) => s.stock.id))).toEqual([['board'], ['sra3']]);
  });
  it('spoils for running in once a stock, whatever is printed on it', () => {
    const spoils = { ...MIXES, spoilage: { sheets: 5, percent: 0 } };
    const { runs } = loads(12, {
      product: {
        binding: WIRE,
        chapters: [{ at: 1, title: 'A' }],
        tabs: { on: true, extension: 13, stock: SHOP.stocks[2]! },
      },
      sheet: { machine: spoils },
    });
    const on = (id: string): number[] => runs.filter((r) => r.stock.id === id).map((r) => r.spoilage);
    expect(on('sra3').length).toBeGreaterThan(1);
    expect(on('sra3').reduce((a, b) => a + b)).toBe(5);
  });
  it('leaves on two stocks in reading order, and back to the first', () => {
    const { list } = loads(12, { product: { binding: WIRE, stocks: [{ from: 5, to: 6, stock: BOARD }] } });
    expect(said(list).map(([, , stocks]) => stocks)).toEqual([
      [
        [1, 2, 'sra3'],
        [3, 3, 'board'],
        [4, 6, 'sra3'],
      ],
    ]);
  });
  it('what is printed another number of times goes by itself: tabs that fewer of fit on a sheet', () => {
    const { list } = loads(12, {
      product: { binding: WIRE, chapters: [{ at: 1, title: 'A' }], tabs: { on: true, extension: 13, stock: BOARD } },
    });
    // A5 leaves four up; 13 mm wider, two
    expect(list.map((l) => [l.copies, l.sheets.length])).toEqual(
      expect.arrayContaining([
        [expect.any(Number), 6],
        [expect.any(Number), 1],
      ]),
    );
    expect(new Set(list.map((l) => l.copies)).size).toBe(2);
  });
});
