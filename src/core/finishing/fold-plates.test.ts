import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { positions, WAYS, type Fold } from '../fold';
import { artworkOf, changed, docketFor, FOLDER, SHOP } from '../testing';
import { plan } from '../sheet';
import { foldRuns, foldSets } from './fold-plates';

const way = (id: string) => WAYS.find((w) => w.id === id)!.folds;
const plates = (id: string, upright: number[], level: number[] = [0, 100]): number[] =>
  foldSets({ upright, level }, way(id)).map((f) => f.plate);

describe('fold plates', () => {
  it('are as long as a panel, fold by fold, where a letter is wrapped', () => {
    // 3 panels of 98, 100 and 100: the first fold goes in with the short one, the second with the fold before
    expect(plates('6-wrap', [0, 98, 198, 298])).toEqual([98, 100]);
    expect(foldSets({ upright: [0, 98, 198, 298], level: [0, 200] }, way('6-wrap'))).toEqual([
      { order: 1, unit: 1, plate: 98, axis: 'upright', travel: 98, to: 'down' },
      { order: 2, unit: 1, plate: 100, axis: 'upright', travel: 100, to: 'down' },
    ]);
  });

  it('go from fold to fold in a zigzag, up and down by turns', () => {
    const sets = foldSets({ upright: [0, 105, 210, 315, 420], level: [0, 148] }, way('8-zigzag'));
    expect(sets.map((f) => f.plate)).toEqual([105, 105, 105]);
    expect(sets.map((f) => f.to)).toEqual(['down', 'up', 'down']);
  });

  it('go on in the next unit at each right angle, where the longer way is halved first', () => {
    // 640 × 450: 320 to the middle, then 225 across, then 160
    const sets = foldSets({ upright: [0, 160, 320, 480, 640], level: [0, 225, 450] }, way('16-right-angle'));
    expect(sets.map(({ unit, axis, plate }) => [unit, axis, plate])).toEqual([
      [1, 'upright', 320],
      [2, 'level', 225],
      [3, 'upright', 160],
    ]);
  });

  it('fold at the line of what stays where a lap sticks out, and the longer paper goes in first', () => {
    // a lap of 10 at the left: 330 goes in; folded, the pile reaches 330 from the fold, its spine line is 160 from it
    const folds: Fold[] = [
      { axis: 'upright', at: 2, moves: 'low', to: 'under' },
      { axis: 'upright', at: 1, moves: 'high', to: 'under' },
    ];
    const sets = foldSets({ upright: [0, 170, 330, 490, 650], level: [0, 100] }, folds);
    expect(sets.map((f) => f.plate)).toEqual([330, 160]);
  });

  it('count a gate in units where its doors are half as wide', () => {
    // doors of 99, the middle 200: folded in from the left, then 99 from the other edge
    expect(plates('6-gate', [0, 99, 199, 299, 398])).toEqual([99, 200]);
  });

  it('fold equal panels at whole panels, wherever the fold list says', () => {
    const list = fc.constantFrom(...WAYS.filter((w) => !w.spans && w.folds.length > 0));
    fc.assert(
      fc.property(list, fc.integer({ min: 20, max: 300 }), fc.integer({ min: 20, max: 300 }), (w, a, b) => {
        const lines = (n: number, each: number): number[] => Array.from({ length: n + 1 }, (_, i) => i * each);
        const sets = foldSets({ upright: lines(w.columns, a), level: lines(w.rows, b) }, w.folds);
        sets.forEach((set, i) => {
          // the pile before it, by panels: the simulation that pages come from
          const at = positions(w.columns, w.rows, w.folds.slice(0, i));
          const key = set.axis === 'upright' ? 'column' : 'row';
          const deep = 1 + Math.max(...at.map((p) => p[key]));
          const each = set.axis === 'upright' ? a : b;
          expect(set.travel).toBeCloseTo(w.folds[i]!.at * each, 6);
          expect([set.travel, deep * each - set.travel]).toContainEqual(expect.closeTo(set.plate, 6));
        });
      }),
    );
  });
});

describe('what is folded apart', () => {
  const artwork = artworkOf(32);
  const docket = changed(docketFor(artwork), {
    product: {
      binding: { kind: 'perfect-bound', grindOff: 3 },
      sections: {
        kind: 'set',
        list: [
          { fold: '16-right-angle', stock: null },
          { fold: '16-right-angle', stock: null },
        ],
      },
    },
    sheet: { stock: { id: 'b2', name: 'B2', format: 'B2', width: 500, height: 707 } },
    finish: { here: true, route: [{ process: 'fold', machine: FOLDER }] },
  });

  it('is set by the paper that the section has when it is cut out: all of a sheet that is one', () => {
    const planned = plan(docket, artwork);
    const [run, ...more] = foldRuns(planned);
    expect(more).toEqual([]);
    const { paper } = planned.sheets.main.lay;
    expect([run!.sheet.width, run!.sheet.height].sort((x, y) => x - y)).toEqual(
      [paper.width, paper.height].sort((x, y) => x - y),
    );
    // what lies on the sheet is in its middle: half of it goes into the first plate
    expect(run!.folds[0]!.plate).toBeCloseTo(run!.sheet.width / 2, 3);
    expect(run!.pages).toBe(16);
    expect(run!.count).toBe(2 * docket.product.copies);
    expect(run!.lines).toHaveLength(4);
  });

  it('is one run where two lie on a sheet, whose outer edges have more paper on one side', () => {
    const booklet = artworkOf(8);
    const two = changed(docketFor(booklet), {
      product: { copies: 100 },
      sheet: { stock: SHOP.stocks[2]! },
      finish: { here: true, route: [{ process: 'fold', machine: FOLDER }] },
    });
    const planned = plan(two, booklet);
    expect(planned.sheets.main.lay.downs).toHaveLength(2);
    expect(foldRuns(planned).map((r) => [r.sheet, r.count, r.folds.map((f) => f.plate)])).toEqual([
      [{ width: 320, height: 225 }, 200, [160]],
    ]);
  });
});
