import { describe, expect, it } from 'vitest';
import {
  creasesOf,
  foldOrders,
  foldProblem,
  foldWay,
  looseFolds,
  looseLeaves,
  shortSteps,
  turnedWay,
  WAYS,
  wayOf,
  type Fold,
} from '.';
import { spineOf } from '../makeup';

const u = (at: number, moves: 'low' | 'high', to: 'over' | 'under'): Fold => ({ axis: 'upright', at, moves, to });
const l = (at: number, moves: 'low' | 'high', to: 'over' | 'under'): Fold => ({ axis: 'level', at, moves, to });

describe('ready-made ways', () => {
  it('are there for 2 to 64 pages, each with a name of its own', () => {
    const sizes = [...new Set(WAYS.map((w) => w.pages))].sort((a, b) => a - b);
    expect(sizes).toEqual([2, 4, 6, 8, 10, 12, 16, 18, 20, 24, 32, 36, 40, 48, 64]);
    expect(new Set(WAYS.map((w) => w.id)).size).toBe(WAYS.length);
    expect(wayOf('no such way')).toBeNull();
  });
  it.each(WAYS.map((w) => [w.id, w] as const))('%s has every page once, whatever the bound edge', (_, way) => {
    for (const edge of ['left', 'right', 'top'] as const) {
      const panels = foldWay(turnedWay(way, edge), edge);
      const pages = panels.flatMap((p) => [p.outer.page, p.inner.page]).sort((a, b) => a - b);
      expect(pages).toEqual(Array.from({ length: way.pages }, (_x, i) => i + 1));
      expect(foldProblem(turnedWay(way, edge), edge)).toBeNull();
    }
  });
  it('are mirrored for the right: the columns the other way round, the pages the same', () => {
    const left = foldWay(wayOf('16-right-angle')!, 'left');
    const right = foldWay(turnedWay(wayOf('16-right-angle')!, 'right'), 'right');
    for (const p of left) {
      const q = right.find((x) => x.column === 3 - p.column && x.row === p.row)!;
      expect(q.outer).toEqual(p.outer);
      expect(q.inner).toEqual(p.inner);
    }
  });
  it('are turned a quarter for the top: what was left is above', () => {
    const top = turnedWay(wayOf('8-right-angle')!, 'top');
    expect([top.columns, top.rows]).toEqual([2, 2]);
    expect(top.folds.map((f) => f.axis)).toEqual(['upright', 'level']);
    expect([turnedWay(wayOf('8-parallel')!, 'top').columns, turnedWay(wayOf('8-parallel')!, 'top').rows]).toEqual([
      1, 4,
    ]);
  });
});

describe('creases', () => {
  it('of a sheet folded once lie at the spine, between the two leaves', () => {
    expect(creasesOf(2, 1, [u(1, 'low', 'under')])).toEqual([{ upper: 0, lower: 1, side: 'left' }]);
    expect(creasesOf(2, 1, [u(1, 'high', 'under')])).toEqual([{ upper: 0, lower: 1, side: 'right' }]);
    expect(creasesOf(1, 2, [l(1, 'high', 'under')])).toEqual([{ upper: 0, lower: 1, side: 'top' }]);
  });
  it('say which leaves fall out: the middle one of a wrap, all of a zigzag', () => {
    expect(looseLeaves(3, 1, [u(1, 'low', 'under'), u(1, 'low', 'under')], 'left')).toEqual([2]);
    expect(looseLeaves(3, 1, [u(1, 'low', 'over'), u(1, 'low', 'under')], 'left')).toEqual([1, 2, 3]);
    // folded at the head only, nothing is held at the left
    expect(looseLeaves(1, 2, [l(1, 'high', 'under')], 'left')).toEqual([1, 2]);
    expect(looseLeaves(1, 2, [l(1, 'high', 'under')], 'top')).toEqual([]);
  });
  it('say which folds go round a loose edge: the second of a wrap, none of right angles', () => {
    expect(looseFolds(3, 1, [u(1, 'low', 'under'), u(1, 'low', 'under')])).toEqual([2]);
    expect(looseFolds(2, 2, [l(1, 'high', 'under'), u(1, 'low', 'under')])).toEqual([]);
  });
  it('say how much shorter what is folded in must be: a roll of four by 2, 1, 0, 0', () => {
    const roll = [u(1, 'low', 'under'), u(1, 'low', 'under'), u(1, 'low', 'under')];
    expect(shortSteps(4, 1, roll).map((c) => c[0]!.across)).toEqual([2, 1, 0, 0]);
    const zigzag = [u(1, 'low', 'under'), u(1, 'low', 'over'), u(1, 'low', 'under')];
    expect(shortSteps(4, 1, zigzag).map((c) => c[0]!.across)).toEqual([0, 0, 0, 0]);
  });
  it('come in the order of the folds: the middle first, then the row, then the quarters', () => {
    const way = wayOf('16-right-angle')!;
    expect([...foldOrders(way.columns, way.rows, way.folds)].sort()).toEqual([
      ['level 1', 2],
      ['upright 1', 3],
      ['upright 2', 1],
      ['upright 3', 3],
    ]);
  });
});

describe('the spine', () => {
  it('adds up stocks apart: 40 leaves of 0.1 and 8 of 0.15, two boards of 0.3', () => {
    const spine = spineOf(
      [
        { leaves: 20, caliper: 0.1, stock: 'a' },
        { leaves: 8, caliper: 0.15, stock: 'b' },
        { leaves: 20, caliper: 0.1, stock: 'a' },
      ],
      0.3,
    );
    expect(spine.block).toBeCloseTo(5.2, 9);
    expect(spine.width).toBeCloseTo(5.8, 9);
    expect(spine.sum.in).toBe('40 leaves × 0.0039 in + 8 leaves × 0.0059 in + 2 × 0.0118 in cover = 0.228 in');
    expect(spine.sum.mm).toBe('40 leaves × 0.1 mm + 8 leaves × 0.15 mm + 2 × 0.3 mm cover = 5.8 mm');
  });
  it('without a cover of its own is the block', () => {
    expect(spineOf([{ leaves: 50, caliper: 0.12, stock: 'a' }], null).width).toBeCloseTo(6, 9);
    expect(spineOf([], null)).toMatchObject({ width: 0, sum: { mm: '0 = 0 mm' } });
  });
});
