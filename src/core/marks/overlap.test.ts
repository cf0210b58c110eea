import { describe, expect, it } from 'vitest';
import { patched } from '../docket';
import { plan } from '../sheet';
import { artworkOf, posterDocketFor, SHOP } from '../testing';
import { mark } from '.';

describe('overlap guides', () => {
  const artwork = artworkOf(1, { width: 594, height: 841 });
  const docket = patched(posterDocketFor(artwork), { sheet: { stock: SHOP.stocks[2]! }, product: { bleed: 0 } });
  const drawn = (of: typeof docket, sheet: number) =>
    mark(of, plan(of, artwork))
      .of(sheet, 'front')
      .filter((m) => m.of === 'overlap');

  it('lie half a millimetre inside what the panel above covers, dashed on white', () => {
    // panel A1 is 307 × 293.667 in the middle of 450 × 320: from 71.5 to 378.5, covered from 358.5 on
    const [white, line, behind, words] = drawn(docket, 1);
    expect(line).toMatchObject({ kind: 'line', weight: 0.25, dash: [4, 2] });
    if (line?.kind !== 'line' || white?.kind !== 'area' || behind?.kind !== 'area') throw new Error('Something else.');
    expect([line.from[0], line.to[0]].map((v) => v.toFixed(3))).toEqual(['359.000', '359.000']);
    expect(Math.abs(line.to[1] - line.from[1])).toBeCloseTo(293.667, 3);
    // 0.125 + 0.25 on both sides
    expect([white.rect.x.toFixed(3), white.rect.width.toFixed(3), white.white]).toEqual(['358.625', '0.750', true]);
    expect(words).toMatchObject({
      kind: 'text',
      text: 'glue here · A2 lies over',
      height: 2.2,
      turned: 1,
      black: true,
    });
    // 24 letters of 0.62 × 2.2; in the middle of the strip of 20
    expect(words?.kind === 'text' && words.room.toFixed(3)).toBe('32.736');
    expect(behind.rect.x + behind.rect.width / 2).toBeCloseTo(368.5, 6);
  });

  it('are on what lies beneath alone', () => {
    // A2 lies over A1 and over B2; C1 is covered by B1 above it and C2 at its right
    expect(drawn(docket, 2)).toEqual([]);
    const texts = drawn(docket, 5).flatMap((m) => (m.kind === 'text' ? [m.text] : []));
    expect(texts).toEqual(['glue here · C2 lies over', 'glue here · B1 lies over']);
    const other = patched(docket, { product: { over: { across: 'left', down: 'lower' } } });
    expect(drawn(other, 2).flatMap((m) => (m.kind === 'text' ? [m.text] : []))).toEqual([
      'glue here · A1 lies over',
      'glue here · B2 lies over',
    ]);
  });

  it('lie inside the strip at whichever edge that is', () => {
    const lines = (of: typeof docket, sheet: number): string[] =>
      drawn(of, sheet).flatMap((m) =>
        m.kind === 'line' ? [m.from[0] === m.to[0] ? `x ${m.from[0].toFixed(3)}` : `y ${m.from[1].toFixed(3)}`] : [],
      );
    // a panel lies from 71.5 to 378.5 and from 13.167 to 306.833; its strips are 20 wide
    expect(lines(docket, 5)).toEqual(['x 359.000', 'y 287.333']);
    const other = patched(docket, { product: { over: { across: 'left', down: 'lower' } } });
    expect(lines(other, 2)).toEqual(['x 91.000', 'y 32.667']);
  });

  it('are none where both are cut through, at a gap, or where the strip is narrower than they are far inside', () => {
    expect(drawn(patched(docket, { product: { lap: 'both' } }), 1)).toEqual([]);
    expect(drawn(patched(docket, { product: { overlap: -5 } }), 1)).toEqual([]);
    const inside = (overlap: number): number =>
      drawn(patched(docket, { product: { overlap }, marks: { overlap: { offset: 6 } } }), 1).length;
    expect([inside(6), inside(6.5) > 0]).toEqual([0, true]);
    // words of 2.2 want 5.2 of a strip
    const kinds = (overlap: number): string[] => drawn(patched(docket, { product: { overlap } }), 1).map((m) => m.kind);
    expect([kinds(5).includes('text'), kinds(5.3).includes('text')]).toEqual([false, true]);
  });
});
