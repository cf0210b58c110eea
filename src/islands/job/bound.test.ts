import { describe, expect, it } from 'vitest';
import { BINDING_CHOICES, bindingPatch, patched, plan, rulesOf, turnings, WAYS, type Panel } from '../../core';
import { saidProduct, saidSections } from '../../core';
import { artworkOf, BINDER, changed, coverOn, docketFor, FOLDER, GUILLOTINE, shapeOf, SHOP } from '../../core/testing';
import { panelTransform } from './dummy/PanelInSpace';
import { stripPlaces } from './table/RunStrip';

type Point = [number, number, number];

/** Where a CSS list of transforms takes a point (CSS Transforms Level 2): the last of the list acts first. */
function transformed(list: string, point: Point): Point {
  return [...list.matchAll(/(\w+)\((-?[\d.e-]+)(?:px|deg)\)/g)].reduceRight<Point>(([x, y, z], [, name, text]) => {
    const v = Number(text);
    const [c, s] = [Math.cos((v * Math.PI) / 180), Math.sin((v * Math.PI) / 180)];
    switch (name) {
      case 'translateX':
        return [x + v, y, z];
      case 'translateY':
        return [x, y + v, z];
      case 'translateZ':
        return [x, y, z + v];
      case 'rotateX':
        return [x, y * c - z * s, y * s + z * c];
      case 'rotateY':
        return [x * c + z * s, y, z * c - x * s];
    }
    throw new Error(`What is ${name}?`);
  }, point);
}

describe('a sheet that folds in space', () => {
  const docket = patched(docketFor(artworkOf(4)), {
    product: { finished: { width: 50, height: 70 }, binding: { kind: 'folded', short: 0 } },
    sheet: { stock: { ...SHOP.stocks[0]!, width: 900, height: 900 } },
  });
  const middle = (p: Panel, height: number): Point => [
    p.trim.x + p.trim.width / 2,
    height - p.trim.y - p.trim.height / 2,
    0,
  ];
  it.each(WAYS.filter((w) => !w.spans && w.folds.length > 0).map((w) => [w.id, w] as const))(
    '%s: every panel ends over the same place, in an order of its own',
    (id) => {
      const shape = shapeOf(plan(patched(docket, { product: { fold: id } }), artworkOf(4)));
      const folds = turnings(shape);
      const places = shape.panels.map((p) => {
        const own = folds.filter((f) => f.panels.has(p)).map((f) => ({ ...f, amount: 1 }));
        return transformed(panelTransform(own, shape.size.height, 1, 0), middle(p, shape.size.height));
      });
      for (const [x, y, z] of places) {
        expect(x).toBeCloseTo(places[0]![0], 6);
        expect(y).toBeCloseTo(places[0]![1], 6);
        expect(z).toBeCloseTo(0, 6);
      }
    },
  );
  it('lifts toward the eye what folds over, and away what folds under', () => {
    const half = (to: 'over' | 'under', moves: 'low' | 'high') =>
      transformed(panelTransform([{ axis: 'upright', at: 50, to, moves, amount: 0.5 }], 70, 1, 0), [
        moves === 'low' ? 0 : 100,
        0,
        0,
      ])[2];
    expect(half('over', 'low')).toBeCloseTo(50, 6);
    expect(half('under', 'low')).toBeCloseTo(-50, 6);
    expect(half('over', 'high')).toBeCloseTo(50, 6);
    const upper = transformed(
      panelTransform([{ axis: 'level', at: 35, to: 'over', moves: 'high', amount: 0.5 }], 70, 1, 0),
      [0, 0, 0],
    );
    expect(upper[2]).toBeCloseTo(35, 6);
  });
  it('lies flat where no fold is begun', () => {
    const fold = { axis: 'upright', at: 50, to: 'over', moves: 'low', amount: 0 } as const;
    expect(transformed(panelTransform([fold], 70, 1, 0), [10, 20, 0])).toEqual([10, 20, 0]);
  });
});

describe('bindings', () => {
  it('can all be taken, one after the other, and leave a docket that is planned', () => {
    let docket = docketFor(artworkOf(24));
    for (const choice of BINDING_CHOICES) {
      docket = changed(docket, bindingPatch(choice, docket, SHOP));
      const { binding } = docket.product;
      expect(rulesOf(binding).keyOf(binding)).toBe(choice.key);
      expect(plan(docket, artworkOf(24)).product.pages.length).toBeGreaterThanOrEqual(24);
    }
  });
  it('bring a machine that does them, and a folder where one is needed', () => {
    const sewing = { ...BINDER, kind: 'sewing machine' as const, id: 'sewing' };
    const shop = { ...SHOP, finishers: [...SHOP.finishers, BINDER, sewing, FOLDER, GUILLOTINE] };
    const docket = docketFor(artworkOf(24));
    const route = (key: string, from = docket): string[] => {
      const choice = BINDING_CHOICES.find((c) => c.key === key)!;
      return changed(from, bindingPatch(choice, from, shop)).finish.route.map((s) => s.machine.id);
    };
    expect(route('perfect-bound')).toEqual(['guillotine', 'binder']);
    // a sewing machine trims nothing
    expect(route('sewn')).toEqual(['guillotine', 'folder', 'sewing', 'guillotine']);
    expect(route('saddle-stitched')).toEqual(['guillotine', 'f']);
    // the machine that was chosen stays
    const other = changed(docket, { finish: { route: [{ process: 'stitch', machine: SHOP.finishers[1]! as never }] } });
    expect(route('saddle-stitched', other)).toEqual(['guillotine', 'f2']);
    // nothing in the shop punches: then nothing does
    expect(route('wire')).toEqual(['guillotine']);
  });
  it('are said as one says them', () => {
    const docket = docketFor(artworkOf(24));
    expect(saidProduct(docket)).toEqual({ binding: 'saddle-stitched', piece: 'booklet' });
    const calendar = patched(docket, {
      product: { bound: 'top', binding: { kind: 'loose-leaf', by: 'wire', clearance: 8, order: 'repeat' } },
    });
    expect(saidProduct(calendar)).toEqual({ binding: 'wire-bound', piece: 'calendar' });
    expect(saidProduct(patched(docket, { artwork: { imposed: { kind: 'sheets' } } })).binding).toBe('ready-imposed');
  });
  it('say their sections', () => {
    const list = ['16-right-angle', '4-single', '16-right-angle'].map((fold) => ({ fold, stock: null }));
    const docket = patched(docketFor(artworkOf(36)), {
      product: { binding: { kind: 'sewn' }, sections: { kind: 'set', list } },
    });
    expect(saidSections(plan(docket, artworkOf(36)).product)).toBe('2 × 16 + 4');
  });
});

describe('the run strip', () => {
  it('gives every sheet the width of its paper, one behind the other', () => {
    const board = { ...SHOP.stocks[0]!, id: 'board' };
    const docket = patched(docketFor(artworkOf(12)), {
      product: {
        cover: coverOn(board),
      },
    });
    const { places, width } = stripPlaces(plan(docket, artworkOf(12)));
    expect(places).toHaveLength(3);
    for (let i = 1; i < places.length; i++)
      expect(places[i]!.left).toBeGreaterThanOrEqual(places[i - 1]!.left + places[i - 1]!.width);
    expect(width).toBeGreaterThan(places.at(-1)!.left + places.at(-1)!.width);
    // 297 × 210 lying 58 high is 82 wide
    expect(places[0]!.side).toBe(82);
  });
});
