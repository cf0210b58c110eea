import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type Patch as AnyPatch } from '../docket';
import { SINGLE, turnedWay } from '../fold';
import { sectionShape, type Shape } from '../makeup';
import { rectThrough } from '../measure';
import { artworkOf, docketFor, SHOP } from '../testing';
import { layingOf, layOf, onForm, withMargin, type Lay } from '.';

type Docket = DocketOf<'bound'>;
type Patch = AnyPatch<DocketOf<'bound'>>;

function wished(...patches: Patch[]): { docket: Docket; shape: Shape; lay: Lay } {
  const docket = patches.reduce<Docket>((d, p) => patched(d, p), docketFor(artworkOf(4)));
  const shape = sectionShape(docket.product, turnedWay(SINGLE, docket.product.bound));
  return { docket, shape, lay: layOf(shape, docket.sheet) };
}

describe('a piece on the sheet', () => {
  it('lies with its margins the way it is turned', () => {
    const { lay, shape } = wished({
      product: { trims: { lap: 4 } },
      sheet: { fill: 'come-and-go', up: 2, stock: SHOP.stocks[2]! },
    });
    const [first, second] = lay.downs;
    const whole = { x: 0, y: 0, ...shape.size };
    expect(rectThrough(first!.at, whole)).toEqual(first!.trim);
    expect(rectThrough(second!.at, whole)).toEqual(second!.trim);
    const [a, b] = [first!.margin, second!.margin];
    // half a turn takes each margin to the other side
    expect(b).toEqual({ left: a.right, right: a.left, top: a.bottom, bottom: a.top });
  });

  it('head to tail has the larger of two unlike margins at both its ends', () => {
    // 11 at the lap, 3 at the other face: the spread is 296 + 11 + 11 long, not 296 + 14
    const room = { stock: { ...SHOP.stocks[2]!, width: 330, height: 500 }, up: 'most' as const };
    const noPrint = { machine: { ...SHOP.machines[0]!, noPrint: { left: 0, right: 0, top: 0, bottom: 0 } } };
    const trims = { product: { trims: { lap: 8 } } };
    const one = wished(trims, { sheet: { ...room, ...noPrint } });
    const two = wished(trims, { sheet: { ...room, ...noPrint, fill: 'come-and-go' } });
    const apart = ({ lay }: { lay: Lay }): number => lay.downs[1]!.trim.x - lay.downs[0]!.trim.x;
    expect(one.lay.downs).toHaveLength(2);
    expect(apart(one)).toBe(216);
    // sideways in a room of 500 × 330 the long margins lie up and down
    expect(one.lay.downs[0]!.trim.y).toBe(Math.max(0, (330 - 296 - 14) / 2) + one.lay.downs[0]!.margin.bottom);
    expect(two.lay.downs[0]!.trim.y).toBe((330 - 318) / 2 + 11);
  });

  it('is as many as wished, and never more than fit', () => {
    const count = (up: 'one' | 'most' | number): number =>
      wished({ product: { finished: { width: 60, height: 90 } }, sheet: { up } }).lay.downs.length;
    const most = count('most');
    expect(most).toBeGreaterThan(5);
    expect([count('one'), count(2), count(3), count(4), count(1000)]).toEqual([1, 2, 3, 4, most]);
  });

  it('is counted as it is laid', () => {
    for (const up of ['one', 'most', 2, 3, 7] as const)
      for (const fill of ['repeat', 'come-and-go'] as const) {
        const { docket, shape, lay } = wished({
          product: { finished: { width: 60, height: 90 }, trims: { lap: 5 } },
          sheet: { up, fill },
        });
        expect(layingOf(docket.sheet, shape)).toEqual({ up: lay.downs.length, fits: lay.fits });
      }
  });

  it('with one form for both sides, what lies behind has its margins mirrored', () => {
    const { lay } = wished({
      product: { trims: { lap: 8 } },
      sheet: { work: 'work-and-turn', up: 'one', stock: { ...SHOP.stocks[2]!, width: 700, height: 900 } },
    });
    const [front, back] = onForm(lay);
    const [a, b] = [withMargin(front!), withMargin(back!)];
    expect(b).toEqual({ ...a, x: lay.paper.width - a.x - a.width });
    expect([back!.margin.left, back!.margin.right]).toEqual([front!.margin.right, front!.margin.left]);
  });
});
