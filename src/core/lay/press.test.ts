import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type Patch } from '../docket';
import { artworkOf, changed, flatDocketFor, look, SHOP } from '../testing';
import { plan } from '../sheet';
import { Machine } from '../shop';

/** A press of plates 1,030 × 790, the paper 48 mm behind their lead edge; it takes no more than 720 × 520. */
const PRESS = Machine.parse({
  ...SHOP.machines[0]!,
  id: 'press',
  name: 'Curlew',
  largest: { width: 520, height: 740 },
  noPrint: { left: 5, right: 5, top: 5, bottom: 12 },
  plate: 900,
  press: { plate: { width: 1030, height: 790 }, gripper: 48 },
});
const B2 = { ...SHOP.stocks[2]!, id: 'b2', format: 'B2', width: 520, height: 720, price: 9 };
const LARGE = { ...B2, id: 'large', format: 'B1', width: 740, height: 1040 };
const shop = { ...SHOP, stocks: [...SHOP.stocks, B2], machines: [...SHOP.machines, PRESS] };
const artwork = artworkOf(7, { width: 350, height: 500 }, 0);
const docketOn = (patch: Patch<DocketOf<'flat'>> = {}): DocketOf<'flat'> =>
  patched(
    patched(flatDocketFor(artwork), {
      sheet: { stock: B2, machine: PRESS },
      product: { bleed: 0, sides: 'one', copies: 500, order: { kind: 'repeat' } },
    }),
    patch,
  );

describe('paper on the plate of a press', () => {
  it('lies in its middle, the gripper behind its lead edge', () => {
    const { lay } = plan(docketOn(), artwork).sheets.main;
    // (1030 − 720) ÷ 2
    expect(lay.plate).toEqual({
      plate: { width: 1030, height: 790 },
      paper: { x: 155, y: 48, width: 720, height: 520 },
    });
    // nothing prints within the gripper margin
    expect(lay.printable).toEqual({ x: 5, y: 12, width: 710, height: 503 });
    const moved = docketOn({ sheet: { machine: { press: { across: -5 } } } });
    expect(plan(moved, artwork).sheets.main.lay.plate!.paper.x).toBe(150);
    expect(plan(docketOn({ sheet: { machine: { press: null } } }), artwork).sheets.main.lay.plate).toBeNull();
  });

  it('tumbled or perfected both long edges are once in the grippers: both have the margin', () => {
    const both = (work: DocketOf<'flat'>['sheet']['work']) => {
      const { bothSides } = plan(docketOn({ product: { sides: 'two' }, sheet: { work } }), artwork).sheets.main.lay;
      return [bothSides.y, bothSides.y + bothSides.height];
    };
    expect(both('perfecting')).toEqual([12, 508]);
    expect(both('work-and-tumble')).toEqual([12, 508]);
    expect(both('work-and-turn')).toEqual([12, 515]);
    expect(both('sheetwise')).toEqual([12, 515]);
  });

  it('seven posters on one layout are seven forms, each with a run of its own', () => {
    const quantities = [
      { piece: 2, copies: 100 },
      { piece: 5, copies: 0 },
    ];
    const { sheets } = plan(docketOn({ product: { quantities } }), artwork);
    // two up: five hundred are 250 sheets; the fifth is left out
    expect(sheets.main.lay.downs).toHaveLength(2);
    expect(Array.from(sheets, (s) => [s.front[0]!.label, s.prints])).toEqual([
      ['1', 250],
      ['2', 50],
      ['3', 250],
      ['4', 250],
      ['6', 250],
      ['7', 250],
    ]);
    expect(sheets.lays).toHaveLength(1);
  });

  it('paper that lies off the plate stops the job, and what mends it is offered', () => {
    expect(look(docketOn(), artwork, shop).find('plate-fits')).toBeUndefined();
    const small = docketOn({ sheet: { machine: { press: { plate: { width: 725, height: 560 } } } } });
    const found = look(small, artwork, shop).find('plate-fits')!;
    // 48 + 520 of 560
    expect(found.title).toBe('The paper is larger than the plate of Curlew');
    expect(found.detail).toContain('8 mm at its tail lie off it');
    for (const { label, patch } of found.remedies)
      expect([label, look(changed(small, patch), artwork, shop).find('plate-fits')]).toEqual([label, undefined]);
    const wide = docketOn({ sheet: { stock: LARGE } });
    // 1,040 of 1,030: five at either side
    expect(look(wide, artwork, shop).find('plate-fits')!.detail).toContain('5 mm at its side');
  });
});
