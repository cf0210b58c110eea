import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { artworkOf, docketFor } from '../testing';
import { dimensionsOf, heldTo, holdsOf, placeOnSide } from './measuring';
import { plan } from './plan';

const artwork = artworkOf(8);
const docket = docketFor(artwork);
const planned = plan(docket, artwork);
const sheet = planned.sheets.at(0);
const { paper } = sheet.lay;

describe('measuring on a side', () => {
  it('says how far a place is from the edges, and from left and foot of the page as it is read', () => {
    for (const side of ['front', 'back'] as const)
      for (const cell of sheet[side]) {
        const { trim, head } = cell;
        // 10 mm in and 20 mm up from the side's lower left corner of the trim
        const at = placeOnSide(sheet, side, trim.x + 10, trim.y + 20);
        expect(at.sheet.left).toBeCloseTo(trim.x + 10, 9);
        expect(at.sheet.left + at.sheet.right).toBeCloseTo(paper.width, 9);
        expect(at.sheet.bottom + at.sheet.top).toBeCloseTo(paper.height, 9);
        expect(at.page?.cell.place).toBe(cell.place);
        const { width: w, height: h } = cell.size;
        // turned with its head to the left, the page's foot is at the right of the side, and so on round
        const expected = [
          [10, 20],
          [20, h - 10],
          [w - 10, h - 20],
          [w - 20, 10],
        ][head]!;
        expect([at.page?.left, at.page?.foot].map((v) => Math.round(v! * 1e6) / 1e6)).toEqual(expected);
      }
    expect(placeOnSide(sheet, 'front', 0.5, 0.5).page).toBeNull();
  });

  it('its chains run from edge to edge, trims and gaps told apart', () => {
    fc.assert(
      fc.property(fc.constantFrom('front' as const, 'back' as const), fc.nat(planned.sheets.length - 1), (side, i) => {
        const it = planned.sheets.at(i);
        const { across, up } = dimensionsOf(it, side);
        for (const [list, whole] of [
          [across, it.lay.paper.width],
          [up, it.lay.paper.height],
        ] as const) {
          expect(list[0]!.from).toBe(0);
          expect(list.at(-1)!.to).toBeCloseTo(whole, 9);
          list.forEach((d, k) => expect(d.from).toBe(k === 0 ? 0 : list[k - 1]!.to));
          expect(list[0]!.kind).toBe('gap');
          expect(list.some((d) => d.kind === 'trim')).toBe(true);
        }
        const trims = it[side].map((c) => c.trim);
        const left = Math.min(...trims.map((t) => t.x));
        expect(across[0]!.to).toBeCloseTo(left, 6);
      }),
    );
  });

  it('holds to what is near, and to the nearest', () => {
    const { x } = holdsOf(sheet, 'front');
    expect(x[0]).toBe(0);
    expect(x.at(-1)).toBe(paper.width);
    expect(heldTo([0, 10, 10.4], 10.3, 1)).toBe(10.4);
    expect(heldTo([0, 10], 5, 1)).toBe(5);
    expect(heldTo([0, 10], 9, 1)).toBe(10);
    expect(heldTo([0, 10], 8.9, 1)).toBe(8.9);
  });
});
