import { describe, expect, it } from 'vitest';
import { PlacedMark, type Inks, type MarkIs, type PlacedMark as Placed, type Stand } from '../../docket';
import { plan } from '../../sheet';
import { look } from '../../testing';
import { artwork, docketOf, placed } from '../testing-placed';
import { mark, type Mark } from '..';

const marksOf = (m: Placed, patch: Parameters<typeof docketOf>[1] = {}, side: 'front' | 'back' = 'front'): Mark[] => {
  const docket = docketOf([m], patch);
  return mark(docket, plan(docket, artwork))
    .of(1, side)
    .filter((x) => x.of === 'placed');
};
const DOT: MarkIs = { kind: 'dot', diameter: 6 };

describe('a mark in one ink', () => {
  it('is that of its lines, its codes and its words, but for words that name another', () => {
    expect(marksOf(placed(DOT, { off: 10 }, { ink: 'Gold' }))[0]).toMatchObject({ kind: 'circle', ink: 'Gold' });
    const words = marksOf(placed({ kind: 'words', text: 'a {Inks}', height: 2 }, { off: 10 }, { ink: 'Gold' }));
    expect(words.flatMap((m) => (m.kind === 'text' ? [[m.text.trim(), m.ink]] : []))).toEqual([
      ['a', 'Gold'],
      ['Cyan', 'Cyan'],
      ['Magenta', 'Magenta'],
      ['Yellow', 'Yellow'],
      ['Black', 'Black'],
    ]);
  });

  it('has the tints of a strip in it', () => {
    const strip: MarkIs = { kind: 'strip', patch: 4, whole: false };
    const [half] = marksOf(placed(strip, { off: 10 }, { ink: 'Gold' })).slice(4, 5);
    expect(half).toMatchObject({ kind: 'area', spot: { name: 'Gold', tint: 0.5 } });
    expect(half).not.toHaveProperty('tint');
    expect(marksOf(placed(strip, { off: 10 }, { ink: 'magenta' }))[4]).toMatchObject({ cmyk: [0, 0.5, 0, 0] });
  });
});

describe('a mark by pages', () => {
  // four pages, two a card: every place of a sheet has pages 1 and 2, or 3 and 4
  const by = (stands: Partial<Stand>, side: 'front' | 'back' = 'front'): number =>
    marksOf(
      placed(DOT, { off: 10, ...stands }),
      { product: { order: { kind: 'sequence', way: 'across', last: 'blanks' } } },
      side,
    ).length;

  it('stands on sides that have one of them', () => {
    expect([by({}), by({ pages: [{ from: 1, to: 1 }] }), by({ pages: [{ from: 9, to: 12 }] })]).toEqual([1, 1, 0]);
    expect([by({ pages: [{ from: 2, to: 2 }] }), by({ pages: [{ from: 2, to: 2 }] }, 'back')]).toEqual([0, 1]);
  });

  it('stands by the pieces that have one, and by no other', () => {
    const small = { by: 'piece' as const, at: ['tail' as const], off: 0 };
    const gap = (stands: Partial<Stand>): number =>
      marksOf(placed({ kind: 'dot', diameter: 1 }, { ...small, ...stands }), {
        product: {
          order: { kind: 'sequence', way: 'across', last: 'blanks' },
          lies: { gap: { across: 12, down: 12 } },
        },
      }).length;
    expect([gap({}), gap({ pages: [{ from: 1, to: 2 }] })].map((n) => n > 0)).toEqual([true, true]);
    expect(gap({ pages: [{ from: 1, to: 2 }] })).toBeLessThan(gap({}));
  });
});

const DIE: MarkIs = { kind: 'die', weight: 0.25 };
const onPiece = (stands: Partial<Stand> = {}, more: Partial<Placed> = { ink: 'Die line' }): Placed =>
  placed(DIE, { by: 'piece', at: ['lead'], ...stands }, more);

describe('a die line', () => {
  it('is the outline of every piece, over the artwork, with what is scored in it', () => {
    const lines = marksOf(onPiece());
    expect(lines).toHaveLength(16);
    expect(lines.every((m) => m.kind === 'line' && m.over && m.ink === 'Die line' && m.weight === 0.25)).toBe(true);
    // the upper left piece of two rows of two
    expect(lines.slice(0, 1)[0]).toMatchObject({ from: [132, 163], to: [222, 163] });
    const scored = marksOf(onPiece(), { product: { lines: [{ kind: 'perforation', runs: 'upright', at: 30 }] } });
    expect(scored).toHaveLength(20);
    expect(scored[4]).toMatchObject({ from: [162, 163], to: [162, 213], dash: [1, 1] });
  });

  it('stands on pieces, and nowhere else', () => {
    expect(PlacedMark.safeParse({ ...onPiece(), stands: { by: 'paper', at: ['lead'] } }).success).toBe(false);
  });
});

describe('inks of marks', () => {
  const INKS: Inks = { front: ['Black'], back: ['Black'] };
  const found = (m: Placed, inks: Inks | null, sheets?: Partial<Stand>) =>
    look(docketOf([{ ...m, stands: { ...m.stands, ...sheets } }], { sheet: { inks } }), artwork);

  it('that have no plate are found, and put among them on the sides that lack them', () => {
    const { find } = found(placed(DOT, { off: 10, side: 'front' }, { ink: 'Gold' }), INKS);
    const it = find('mark-ink-a')!;
    expect(it.title).toBe('“A” prints in “Gold”, which is not among the inks');
    expect(it.remedies.map((r) => r.label)).toEqual(['Add “Gold” to the inks', 'In every ink', 'Leave it out']);
    expect(it.remedies[0]!.patch).toEqual({ sheet: { inks: { front: ['Black', 'Gold'], back: ['Black'] } } });
  });

  it('once added have a plate that is not empty, and nothing is asked any more', () => {
    const die = onPiece({ side: 'front' });
    const docket = docketOf([die], { sheet: { inks: INKS } });
    const [add] = look(docket, artwork).find('mark-ink-a')!.remedies;
    const after = look(
      docketOf([die], add!.patch as NonNullable<Parameters<typeof docketOf>[1]>),
      artwork,
    ).findings.map((f) => f.id);
    expect(after.filter((id) => /ink|die/.test(id))).toEqual([]);
  });

  it('are asked for on the sides that are printed', () => {
    const { find } = found(placed(DOT, { off: 10 }, { ink: 'Gold' }), { front: ['Black'], back: [] });
    expect(find('mark-ink-a')!.remedies[0]!.patch).toEqual({
      sheet: { inks: { front: ['Black', 'Gold'], back: [] } },
    });
  });

  it('are not asked for on a side that prints in none, nor of a mark in every ink', () => {
    expect(found(placed(DOT, { off: 10 }), INKS).find('mark-ink-a')).toBeUndefined();
    expect(found(placed(DOT, { off: 10 }, { ink: 'black' }), INKS).find('mark-ink-a')).toBeUndefined();
  });

  it('of a die line that would be printed on every piece are said where there are no plates', () => {
    expect(
      found(onPiece(), null)
        .find('die-printed-a')!
        .remedies.map((r) => r.label),
    ).toContain('Leave it out');
    expect(found(onPiece(), null, { sheets: 'first' }).find('die-printed-a')).toBeUndefined();
  });
});
