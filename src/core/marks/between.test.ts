import { describe, expect, it } from 'vitest';
import { patched, type Artwork, type Docket, type DocketOf, type Patch } from '../docket';
import { contains, overlap, type Rect } from '../measure';
import { plan } from '../sheet';
import { artworkOf, docketFor, flatDocketFor, SHOP } from '../testing';
import { mark, markChoices, type Mark } from '.';

type Line = Extract<Mark, { kind: 'line' }>;
const artwork = artworkOf(2, { width: 90, height: 50 });

/** Two by two cards of 90 × 50 with 3 mm of bleed in the middle of 450 × 320, the gaps as wished. */
function linesOf(
  kind: 'crop' | 'ticks',
  gap: number,
  patch: Patch<DocketOf<'flat'>>,
): { lines: Line[]; trims: Rect[] } {
  const docket = patched(
    patched(flatDocketFor(artwork), {
      sheet: { stock: { ...SHOP.stocks[2]!, width: 450, height: 320 } },
      product: { bleed: 3, lies: { columns: 2, rows: 2, way: 'upright', gap: { across: gap, down: gap } } },
    }),
    patch,
  );
  const planned = plan(docket, artwork);
  const { lay } = planned.sheets.main;
  const lines = mark(docket, planned)
    .of(1, 'front')
    .flatMap((m) => (m.of === kind && m.kind === 'line' ? [m] : []));
  return { lines, trims: lay.downs.map((d) => d.trim) };
}

const upright = ({ from, to }: Line): boolean => from[0] === to[0];
const long = ({ from, to }: Line): number => Math.hypot(to[0] - from[0], to[1] - from[1]);

describe('crop marks round each piece', () => {
  const each: Patch<DocketOf<'flat'>> = { marks: { crop: { at: 'pieces', offset: 3, length: 5 } } };

  it('stand in a gap that has room beyond both bleeds, once where two pieces share them', () => {
    const { lines, trims } = linesOf('crop', 10, each);
    // four upright edges: below, above, and one line in the gap for the piece below and the one above; level alike
    expect(lines.filter(upright)).toHaveLength(12);
    expect(lines.filter((l) => !upright(l))).toHaveLength(12);
    const between = lines.filter((l) => upright(l) && long(l) < 4.5);
    // of a gap of 10 each bleed takes 3
    expect(between.map(long)).toEqual([4, 4, 4, 4].map((v) => expect.closeTo(v, 6)));
    const low = Math.min(...trims.map((t) => t.y)) + 50;
    for (const { from, to } of between)
      expect([from[1], to[1]].sort((a, b) => a - b)).toEqual([expect.closeTo(low + 3, 6), expect.closeTo(low + 7, 6)]);
  });

  it('are those outside alone where the gap is the bleeds’', () => {
    const { lines, trims } = linesOf('crop', 6, each);
    expect(lines).toHaveLength(16);
    for (const { from } of lines)
      expect(trims.some((t) => contains(t, { x: from[0], y: from[1], width: 0, height: 0 }))).toBe(false);
    // of a gap of 7 the bleeds leave a millimetre, the least that is worth printing
    expect(linesOf('crop', 7, each).lines).toHaveLength(24);
    expect(linesOf('crop', 6.9, each).lines).toHaveLength(16);
  });

  it('end a millimetre before a neighbour that has no bleed either', () => {
    const longest = (gap: number): number[] => {
      const { lines } = linesOf('crop', gap, { ...each, product: { bleed: 0 } });
      return lines.filter((l) => upright(l) && long(l) < 4.9).map(long);
    };
    // of a gap of 6 its own 3 and the millimetre; from each side one, on one line where they are in each other's way
    expect(longest(6).map((v) => Math.round(v * 1e6) / 1e6)).toEqual(
      Array.from({ length: longest(6).length }, () => 2),
    );
    expect(longest(6).length).toBeGreaterThan(0);
  });

  it('begin behind the bleed where less is wished, and farther out where more is', () => {
    const from = (offset: number): number => {
      const { lines, trims } = linesOf('crop', 20, { marks: { crop: { at: 'pieces', offset, length: 5 } } });
      const foot = Math.min(...trims.map((t) => t.y));
      return (
        foot -
        Math.max(
          ...lines
            .filter(upright)
            .flatMap((l) => [l.from[1], l.to[1]])
            .filter((y) => y < foot),
        )
      );
    };
    expect([from(1), from(3), from(4)]).toEqual([3, 3, 4].map((v) => expect.closeTo(v, 6)));
  });

  it('are the outer ones alone where all are wished outside', () =>
    expect(linesOf('crop', 10, { marks: { crop: { at: 'block' } } }).lines).toHaveLength(16));

  it('never lie on a piece nor its bleed', () => {
    for (const gap of [0, 2, 6, 8, 20]) {
      const { lines, trims } = linesOf('crop', gap, each);
      const bleed = Math.min(3, gap / 2);
      for (const { from, to } of lines) {
        const box = {
          x: Math.min(from[0], to[0]),
          y: Math.min(from[1], to[1]),
          width: Math.abs(from[0] - to[0]),
          height: Math.abs(from[1] - to[1]),
        };
        for (const t of trims)
          expect(
            overlap({ x: t.x - bleed, y: t.y - bleed, width: t.width + 2 * bleed, height: t.height + 2 * bleed }, box),
          ).toBe(false);
      }
    }
  });
});

describe('ticks between pieces', () => {
  it('stand in the middle of the gap, on every cut that crosses it', () => {
    const { lines, trims } = linesOf('ticks', 10, { marks: { ticks: { on: true, length: 3 } } });
    // four upright cuts cross the level gap, and four level cuts the upright one
    expect(lines.filter(upright)).toHaveLength(4);
    expect(lines).toHaveLength(8);
    const middle = Math.min(...trims.map((t) => t.y)) + 55;
    for (const l of lines.filter(upright)) {
      expect((l.from[1] + l.to[1]) / 2).toBeCloseTo(middle, 6);
      expect(long(l)).toBeCloseTo(3, 6);
    }
  });

  it('are cut short to what both bleeds leave, or left off', () => {
    const wish = (length: number, over: 'clear' | 'printed' = 'clear'): Patch<DocketOf<'flat'>> => ({
      marks: { ticks: { on: true, length, over } },
    });
    expect(linesOf('ticks', 8, wish(5)).lines.map(long)).toEqual(Array(8).fill(expect.closeTo(2, 6)));
    expect(linesOf('ticks', 6, wish(5)).lines).toEqual([]);
    expect(linesOf('ticks', 6, wish(5, 'printed')).lines.map(long)).toEqual(Array(8).fill(expect.closeTo(5, 6)));
    // pieces that touch share their cuts: two lines of each way cross in the middle, and two meet it from outside
    const touching = linesOf('ticks', 0, wish(4, 'printed')).lines;
    expect(touching.filter(upright)).toHaveLength(3);
    expect(touching.filter((l) => !upright(l))).toHaveLength(3);
  });

  it('and marks round each piece are nothing to a book, whose pages are trimmed when it is bound', () => {
    const book = artworkOf(8);
    const of = (at: 'block' | 'pieces'): readonly Mark[] => {
      const docket = patched(docketFor(book), { marks: { crop: { at }, ticks: { on: true } } });
      return mark(docket, plan(docket, book)).of(1, 'front');
    };
    expect(of('pieces')).toEqual(of('block'));
    expect(of('pieces').filter((m) => m.of === 'ticks')).toEqual([]);
    const fields = (docket: Docket, artwork: Artwork): string[] =>
      markChoices(plan(docket, artwork)).flatMap((m) => (m.key === 'crop' ? m.fields.map((f) => f.key) : []));
    expect(fields(docketFor(book), book)).toEqual(['length', 'offset', 'weight']);
    expect(fields(flatDocketFor(artwork), artwork)).toEqual(['length', 'offset', 'weight', 'at']);
  });

  it('can be wished for of pieces that are cut out, and not of what is bound', () => {
    const docket = flatDocketFor(artwork);
    expect(markChoices(plan(docket, artwork)).map((m) => m.key)).toContain('ticks');
    expect(markChoices(plan(docket, artwork)).map((m) => m.key)).not.toContain('fold');
    const book = artworkOf(8);
    expect(markChoices(plan(docketFor(book), book)).map((m) => m.key)).toContain('fold');
    expect(markChoices(plan(docketFor(book), book)).map((m) => m.key)).not.toContain('ticks');
  });

  it('are not there unless they are wished for, nor for one piece', () => {
    expect(linesOf('ticks', 10, {}).lines).toEqual([]);
    const one = linesOf('ticks', 10, { marks: { ticks: { on: true } }, product: { lies: { columns: 1, rows: 1 } } });
    expect(one.lines).toEqual([]);
  });
});
