import { describe, expect, it } from 'vitest';
import { patched, PlacedMarks, type DocketOf, type MarkIs, type Stand } from '../docket';
import { rect } from '../measure';
import { plan } from '../sheet';
import { artworkOf, flatDocketFor, look, SHOP } from '../testing';
import { mark, modulesIn, standsAt, unknownFacts } from '.';
import { artwork, docketOf, placed } from './testing-placed';

const marksOf = (docket: DocketOf<'flat'>, side: 'front' | 'back' = 'front', sheet = 1) =>
  mark(docket, plan(docket, artwork))
    .of(sheet, side)
    .filter((m) => m.of === 'placed');
const rectsOf = (docket: DocketOf<'flat'>, side: 'front' | 'back' = 'front') =>
  mark(docket, plan(docket, artwork)).standing(1, side);
const DOT: MarkIs = { kind: 'dot', diameter: 6 };

describe('where a mark stands', () => {
  const by = rect(100, 50, 200, 100);
  const size = { width: 10, height: 4 };
  it.each([
    // outside: beyond the edge, its middle at the edge's
    ['tail', true, 3, 0, rect(195, 153, 10, 4)],
    ['lead', true, 3, 20, rect(215, 43, 10, 4)],
    ['left', true, 2, 0, rect(88, 98, 10, 4)],
    ['right', true, 2, -10, rect(302, 88, 10, 4)],
    ['tail-right', true, 3, 0, rect(290, 153, 10, 4)],
    ['lead-left', true, 3, 5, rect(105, 43, 10, 4)],
    // inside: as far in from the edge, at a corner from both
    ['tail', false, 3, 0, rect(195, 143, 10, 4)],
    ['lead', false, 3, 0, rect(195, 53, 10, 4)],
    ['right', false, 2, 0, rect(288, 98, 10, 4)],
    ['lead-right', false, 3, 5, rect(282, 53, 10, 4)],
    ['tail-left', false, 3, 0, rect(103, 143, 10, 4)],
  ] as const)('at %s, outside %s, %f off and %f along', (at, outside, off, along, at_) => {
    expect(standsAt(at, { off, along }, by, size, outside)).toEqual(at_);
  });
});

describe('a placed mark', () => {
  it('stands by the pieces, at every corner that is named', () => {
    const four = placed(DOT, { by: 'pieces', at: ['lead-left', 'lead-right', 'tail-left', 'tail-right'], off: 4 });
    // the block with its bleed is from 129 to 321 and from 104 to 216
    expect(rectsOf(docketOf([four])).map((s) => [s.rect.x, s.rect.y, s.moved])).toEqual([
      [129, 94, 0],
      [315, 94, 0],
      [129, 220, 0],
      [315, 220, 0],
    ]);
    expect(marksOf(docketOf([four]))[0]).toMatchObject({ kind: 'circle', filled: true, radius: 3, centre: [132, 97] });
  });

  it('stands on its sides and sheets alone', () => {
    const on = (stands: Partial<Stand>, side: 'front' | 'back' = 'front') =>
      marksOf(docketOf([placed(DOT, { off: 10, ...stands })]), side).length;
    expect([on({}), on({}, 'back')]).toEqual([1, 1]);
    expect([on({ side: 'front' }), on({ side: 'front' }, 'back')]).toEqual([1, 0]);
    expect([on({ sheets: 'first' }), on({ sheets: 'last' }), on({ sheets: [{ from: 2, to: 9 }] })]).toEqual([1, 1, 0]);
    expect(marksOf(docketOf([placed(DOT, { off: 10 }, { on: false })]))).toEqual([]);
  });

  it('is moved along its edge off what lies there, and missed where all of the edge is taken', () => {
    const two = [placed(DOT, { off: 10 }), placed(DOT, { off: 10 }, { id: 'b' })];
    const [a, b] = rectsOf(docketOf(two));
    expect([a!.moved, b!.moved]).toEqual([0, 6]);
    expect(b!.rect.x).toBe(a!.rect.x + 6);
    const deep = docketOf([placed({ kind: 'line', length: 200, weight: 1 }, { off: 10 })]);
    expect(rectsOf(deep)).toHaveLength(1);
    // beyond the pieces there is as much as is left and right of them
    expect(Math.abs(rectsOf(deep)[0]!.moved)).toBeGreaterThan(90);
    const wide = docketOf([placed({ kind: 'words', text: 'X'.repeat(300), height: 5 }, { off: 10 })]);
    expect(mark(wide, plan(wide, artwork)).missed).toEqual(['a']);
  });

  it('says what it knows, each ink in its own ink', () => {
    const text = '{Job} · {sheet}/{Sheets} {Side} · {Inks}\n{Nothing} {{x}}';
    const docket = docketOf([placed({ kind: 'words', text, height: 2 }, { off: 10 })], {
      sheet: { inks: { front: ['Black', 'Gold'], back: [] } },
    });
    const texts = marksOf(docket).flatMap((m) => (m.kind === 'text' ? [[m.text, m.ink ?? null, m.live]] : []));
    expect(texts).toEqual(
      [
        ['Test', null, true],
        [' · ', null, true],
        ['1', null, true],
        ['/', null, true],
        ['1', null, true],
        [' ', null, true],
        ['front', null, true],
        [' · ', null, true],
        ['Black', 'Black', true],
        ['Gold', 'Gold', true],
        ['{Nothing}', null, true],
        [' {x}', null, true],
      ].filter(([t]) => String(t).trim() !== ''),
    );
    expect(unknownFacts(text)).toEqual(['Nothing']);
  });

  it('is as long as the edge where it goes along all of it, in whole patches', () => {
    const strip = placed({ kind: 'strip', patch: 6, whole: true }, { off: 5 });
    // 450 ÷ 6 = 75 patches, but the machine prints 442 of the paper: there is no room for so many
    expect(mark(docketOf([strip]), plan(docketOf([strip]), artwork)).missed).toEqual(['a']);
    const own = marksOf(docketOf([placed({ kind: 'strip', patch: 6, whole: false }, { off: 5 })]));
    expect(own.flatMap((m) => (m.kind === 'area' ? [m.tint] : []))).toEqual([
      0.02, 0.05, 0.1, 0.25, 0.5, 0.75, 0.9, 0.95, 0.98, 1,
    ]);
    // lines of 0.025 and gaps as wide: 120 to a patch of 6 mm, 60 and 30 of the others, each both ways
    expect(own.filter((m) => m.kind === 'line')).toHaveLength(2 * (120 + 60 + 30));
  });

  it('is bounded: no more strips than can be borne, none round every piece, no pattern of a thousand words', () => {
    const strip = (by: 'piece' | 'paper', at: Stand['at']) => () =>
      placed({ kind: 'strip', patch: 2, whole: true }, { by, at });
    expect(strip('piece', ['lead'])).toThrow('stands by all pieces');
    const many = Array.from({ length: 4 }, (_, i) => ({
      ...strip('paper', ['lead', 'tail', 'left', 'right'])(),
      id: `s${i}`,
    }));
    expect(PlacedMarks.safeParse(many).success).toBe(false);
    expect(PlacedMarks.safeParse(many.slice(1)).success).toBe(true);
    const labels = artworkOf(1, { width: 18, height: 12 });
    const dots = Array.from({ length: 20 }, (_, i) =>
      placed(
        { kind: 'dot', diameter: 0.5 },
        { by: 'piece', at: ['lead', 'tail', 'left', 'right'], off: 0.2 },
        { id: `d${i}` },
      ),
    );
    const docket = patched(flatDocketFor(labels), {
      sheet: { stock: SHOP.stocks[2]! },
      product: { bleed: 0, lies: { gap: { across: 2, down: 2 } } },
      placed: dots,
    });
    const planned = plan(docket, labels);
    expect(planned.sheets.main.lay.downs.length).toBeGreaterThan(200);
    expect(mark(docket, planned).standing(1, 'front').length).toBeLessThanOrEqual(1500);
  });

  it('stands on the plate off the paper, and nowhere where there is none', () => {
    const plated = docketOf([placed(DOT, { by: 'plate', at: ['lead'], off: 10 })], {
      sheet: { machine: { press: { plate: { width: 600, height: 500 }, gripper: 40, across: 0 } } },
    });
    // the plate begins 40 mm before the paper and is 600 wide: from −75
    expect(rectsOf(plated).map((s) => [s.rect.x, s.rect.y])).toEqual([[-75 + 297, -30]]);
    const none = look(docketOf([placed(DOT, { by: 'plate' })]), artwork);
    expect(none.find('placed-room-a')!.detail).toContain('has none');
    expect(none.find('placed-room-a')!.remedies.map((r) => r.label)).toEqual(['On the paper instead', 'Leave it out']);
  });
});

describe('what is found of placed marks', () => {
  const mends = (docket: DocketOf<'flat'>, id: string): string[] => {
    const { remedies } = look(docket, artwork).find(id)!;
    for (const { patch } of remedies)
      expect(look(patched(docket, patch) as typeof docket, artwork).find(id)).toBeUndefined();
    return remedies.map((r) => r.label);
  };

  it('is nothing where all stand', () => {
    const found = look(docketOf([placed(DOT, { off: 10 })]), artwork).findings;
    expect(found.filter((f) => f.id.startsWith('placed'))).toEqual([]);
  });

  it('is that there is no room, with places where there is', () => {
    const docket = docketOf([
      placed({ kind: 'words', text: 'N'.repeat(30), height: 5 }, { by: 'pieces', at: ['right'] }),
    ]);
    expect(mends(docket, 'placed-room-a')).toContain('At the tail');
  });

  it('is that there is no such fact', () => {
    const docket = docketOf([placed({ kind: 'words', text: '{Jib} {Job}', height: 2 }, { off: 10 })]);
    expect(mends(docket, 'placed-fact-a-Jib')).toEqual(['Without it']);
    const alone = docketOf([placed({ kind: 'words', text: '{Jib}', height: 2 }, { off: 10 })]);
    expect(mends(alone, 'placed-fact-a-Jib')).toEqual(['Leave the mark out']);
  });

  it('is that a code is too small, or cannot say what it should', () => {
    const small = docketOf([
      placed({ kind: 'code', symbology: 'qr', text: '{Job} {Sheet}', width: 4, height: 4 }, { off: 10 }),
    ]);
    // “Test 1” is a code of 21 modules with 4 light ones on each side: 29 × 0.25 mm
    expect(mends(small, 'placed-code-a')[0]).toBe('8 mm wide');
    const odd = docketOf([
      placed({ kind: 'code', symbology: 'code-128', text: 'пила', width: 60, height: 10 }, { off: 10 }),
    ]);
    expect(mends(odd, 'placed-code-a')).toContain('As a QR code');
  });
});

it('draws a code in the middle of what it takes, turned with it', () => {
  const quiet = { left: 1, right: 1, above: 1, below: 1 };
  const symbol = { columns: 2, rows: 2, dark: [[0, 0, 1]] as const, quiet, spoken: '' };
  // four modules in 20 mm; the upper left one
  expect(modulesIn(symbol, rect(10, 10, 20, 20), 0)).toEqual([rect(15, 20, 5, 5)]);
  expect(modulesIn(symbol, rect(10, 10, 20, 20), 2)).toEqual([rect(20, 15, 5, 5)]);
  const bars = {
    columns: 3,
    rows: 1,
    dark: [
      [0, 0, 1],
      [2, 0, 1],
    ] as const,
    quiet: { left: 1, right: 1, above: 0, below: 0 },
    spoken: '',
  };
  expect(modulesIn(bars, rect(0, 0, 10, 8), 0)).toEqual([rect(2, 0, 2, 8), rect(6, 0, 2, 8)]);
  expect(modulesIn(bars, rect(0, 0, 8, 10), 1)).toEqual([rect(0, 2, 8, 2), rect(0, 6, 8, 2)]);
});
