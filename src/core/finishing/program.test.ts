import { describe, expect, it } from 'vitest';
import { setupsOf } from '../card';
import { cutsOf, fromFeed, isSlit, lineOnSheet, slitsOf, type Slits } from '../cutting';
import type { DocketOf, Patch } from '../docket';
import { mark, type Mark } from '../marks';
import { overlap, rect, type Rect, type Size } from '../measure';
import { plan } from '../sheet';
import { Reads, Slitter, SlitProgram, type FinisherOf } from '../shop';
import { artworkOf, changed, flatDocketFor, look, SHOP, SLITTER } from '../testing';
import { codeText, isSetTo, programFor, readingOn } from '.';
import { numbersClash } from './program';

const [, , SRA3] = SHOP.stocks;
const CARD: Size = { width: 85, height: 55 };
const cards = artworkOf(2, CARD, 3);
const READS: Reads = {
  mark: { side: 12, lead: 8, length: 12, width: 2 },
  code: { symbology: 'code-128', side: 30, lead: 7, width: 40, height: 8 },
};
const READER: FinisherOf<'slitter'> = { ...SLITTER, mostSlits: 10, guide: 'right', reads: READS };

/** Cards of 85 × 55 with 3 of bleed on SRA3, 450 × 320: upright 4 × 5; 46 beside, 10.5 above and below. */
const wished = (slitter: Partial<FinisherOf<'slitter'>> = {}, ...patches: Patch[]): DocketOf<'flat'> =>
  patches.reduce<DocketOf<'flat'>>(
    (d, p) => changed(d, p),
    changed(flatDocketFor(cards), {
      product: { finished: CARD, bleed: 3, copies: 2000, lies: { way: 'upright', columns: 4, rows: 5 } },
      sheet: { stock: SRA3! },
      finish: { here: true, route: [{ process: 'cut', machine: { ...READER, ...slitter } }] },
    }),
  );
const layOf = (docket: DocketOf<'flat'>) => plan(docket, cards).sheets.main.lay;
const setup = (docket: DocketOf<'flat'>) => setupsOf(docket, plan(docket, cards))[0]!;
const near = (r: Rect, to: Rect): void =>
  (['x', 'y', 'width', 'height'] as const).forEach((k) => expect(r[k]).toBeCloseTo(to[k], 6));

describe('where a sheet lies in a slitter', () => {
  const paper = { width: 400, height: 300 };
  const pieces = [rect(10, 20, 100, 80)];
  const at = (feed: 'long' | 'short', guide: 'either' | 'left' | 'right'): Slits =>
    slitsOf(paper, pieces, feed, [], guide) as Slits;

  it('is seen with the edge that goes in first below: its left edge at the left, or its lead edge at the right', () => {
    expect(at('long', 'left')).toEqual(at('long', 'either'));
    expect(at('short', 'right')).toEqual(at('short', 'either'));
    expect([at('long', 'either').slits, at('long', 'either').crossCuts]).toEqual([
      [10, 110],
      [20, 100],
    ]);
    expect([at('short', 'either').slits, at('short', 'either').crossCuts]).toEqual([
      [20, 100],
      [10, 110],
    ]);
  });

  it('from the other guide is measured from the other edge', () => {
    expect(at('long', 'right').slits).toEqual([290, 390]);
    expect(at('long', 'right').crossCuts).toEqual([20, 100]);
    expect([at('long', 'right').sides.first, at('long', 'right').sides.last]).toEqual([290, 10]);
    expect(at('short', 'left').slits).toEqual([200, 280]);
    expect([at('short', 'left').sides.first, at('short', 'left').sides.last]).toEqual([200, 20]);
    // a score 30 above the foot of the piece runs level: along the feed where the left edge goes in first
    const scored = slitsOf(paper, pieces, 'short', [{ kind: 'score', upright: false, at: 50 }], 'left') as Slits;
    expect(scored.scores).toEqual({ along: [250], across: [] });
  });

  it('leads lines and boxes back to where they are on the sheet', () => {
    for (const feed of ['long', 'short'] as const)
      for (const guide of ['left', 'right'] as const) {
        const it = at(feed, guide);
        const on = (way: 'along' | 'across', v: number) => lineOnSheet(it, way, v);
        const lines = [...it.slits.map((v) => on('along', v)), ...it.crossCuts.map((v) => on('across', v))];
        const sorted = (upright: boolean) =>
          lines
            .filter((l) => l.upright === upright)
            .map((l) => l.at)
            .sort((a, b) => a - b);
        expect([sorted(true), sorted(false)]).toEqual([
          [10, 110],
          [20, 100],
        ]);
      }
    const box = { side: 5, lead: 7, across: 30, along: 4 };
    expect(fromFeed(at('long', 'left'), paper, box)).toEqual(rect(5, 7, 30, 4));
    expect(fromFeed(at('long', 'right'), paper, box)).toEqual(rect(365, 7, 30, 4));
    expect(fromFeed(at('short', 'right'), paper, box)).toEqual(rect(7, 5, 4, 30));
    expect(fromFeed(at('short', 'left'), paper, box)).toEqual(rect(7, 265, 4, 30));
  });
});

describe('what a slitter reads', () => {
  it('stands where it looks: fed left edge first, from the lead edge at the right guide', () => {
    const reading = readingOn(layOf(wished()), wished().finish)!;
    // 8 mm from the left edge of the sheet, 12 from its lead edge; the bar lies across the feed
    near(reading.mark, rect(8, 12, 2, 12));
    near(reading.code!.rect, rect(7, 30, 8, 40));
    expect([reading.code!.turned, reading.code!.symbology]).toEqual([1, 'code-128']);
  });

  it('is on the front alone, black alone, and no other mark lies on it or within 2 mm', () => {
    const docket = wished({}, { marks: { centre: { on: true }, bar: { on: true } } });
    const all = mark(docket, plan(docket, cards));
    const own = (side: 'front' | 'back') => all.of(1, side).filter((m) => m.of === 'machine');
    expect(own('back')).toEqual([]);
    expect(own('front').map((m) => m.kind)).toEqual(['area', 'code']);
    expect(own('front').every((m) => (m as Extract<Mark, { kind: 'area' | 'code' }>).black)).toBe(true);
    const zone = rect(6, 10, 6, 16);
    const [bar, code] = own('front') as [Extract<Mark, { kind: 'area' }>, Extract<Mark, { kind: 'code' }>];
    expect(bar.clear).toBe(2);
    for (const m of all.of(1, 'front'))
      if (m.of !== 'machine' && m.kind === 'line') {
        const line = rect(
          Math.min(m.from[0], m.to[0]),
          Math.min(m.from[1], m.to[1]),
          Math.abs(m.from[0] - m.to[0]),
          Math.abs(m.from[1] - m.to[1]),
        );
        expect(overlap(line, zone) || overlap(line, code.rect)).toBe(false);
      }
  });

  it('is nothing where the machine reads nothing, or another cuts', () => {
    const plain = wished({ reads: null });
    expect(readingOn(layOf(plain), plain.finish)).toBeNull();
    const elsewhere = changed(wished(), { finish: { here: false } });
    expect(readingOn(layOf(elsewhere), elsewhere.finish)).toBeNull();
  });

  it('has no code on its mark', () => {
    const beside = (side: number) => Reads.safeParse({ mark: READS.mark, code: { ...READS.code, side } }).success;
    // the bar ends at 24 mm, and 2 stay clear
    expect([beside(26), beside(25.9), beside(12)]).toEqual([true, false, false]);
    const above = (lead: number) =>
      Reads.safeParse({ mark: READS.mark, code: { ...READS.code, side: 12, lead } }).success;
    expect([above(12), above(11.9)]).toEqual([true, false]);
    const wide = (symbology: 'code-128' | 'qr', width: number) =>
      Reads.safeParse({ mark: READS.mark, code: { symbology, side: 30, lead: 7, width, height: 8 } }).success;
    expect([wide('code-128', 20), wide('code-128', 19.9), wide('qr', 8), wide('qr', 7.9)]).toEqual([
      true,
      false,
      true,
      false,
    ]);
    // what is square is as high as it is wide
    const square = (lead: number) =>
      Reads.safeParse({
        mark: { ...READS.mark, lead: 50 },
        code: { symbology: 'qr', side: 12, lead, width: 20, height: 4 },
      }).success;
    expect([square(28), square(28.1)]).toEqual([true, false]);
  });
});

describe('room for what a slitter reads', () => {
  const ids = (docket: DocketOf<'flat'>): string[] => look(docket, cards).findings.map((f) => f.id);
  const LOW: Partial<FinisherOf<'slitter'>> = { reads: { mark: { ...READS.mark, side: 60, lead: 60 }, code: null } };

  it('is where no piece lies', () => {
    expect(ids(wished())).not.toContain('reads-room');
    const found = look(wished(LOW), cards).find('reads-room')!;
    expect(found.severity).toBe('stop');
    expect(found.title).toBe('Pieces lie where Dunlin looks for its mark');
    expect(found.remedies.length).toBeGreaterThan(1);
  });

  it('comes of moving the block just so far that the mark is clear', () => {
    // three columns, 267 wide with their bleed: 88.5 to the left of them; the mark ends at 100 with what stays clear
    const inWay = wished(
      { reads: { mark: { side: 60, lead: 96, length: 12, width: 2 }, code: null } },
      { product: { lies: { columns: 3 } } },
    );
    const { remedies } = look(inWay, cards).find('reads-room')!;
    const moved = remedies.find((r) => r.label.startsWith('Move'))!;
    const offset = (moved.patch.product as { lies: { offset: { x: number; y: number } } }).lies.offset;
    expect([offset.x, offset.y].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([11.5, 0]);
    expect(moved.label).toBe('Move them 11.5 mm to the right');
    expect(ids(changed(inWay, moved.patch))).not.toContain('reads-room');
  });

  it('is not at an edge that does not print', () => {
    const { noPrint } = wished().sheet.machine;
    const at = (side: number): string[] =>
      ids(wished({ reads: { mark: { side, lead: 20, length: 12, width: 2 }, code: null } }));
    // at the guide lies the lead edge; 2 mm beside the bar stay clear
    expect(at(noPrint.bottom + 2)).not.toContain('reads-unprinted');
    expect(at(noPrint.bottom + 1.9)).toContain('reads-unprinted');
  });
});

describe('a program', () => {
  it('has one number for the same lines, however the job is called, and another for others', () => {
    const number = (docket: DocketOf<'flat'>): number => setup(docket).program.number;
    const one = number(wished());
    expect(number(changed(wished(), { title: 'Another', product: { copies: 5 } }))).toBe(one);
    expect(number(wished({}, { product: { lies: { offset: { x: 0.1, y: 0 } } } }))).not.toBe(one);
    expect(one).toBeGreaterThanOrEqual(5000);
    expect(one).toBeLessThanOrEqual(9999);
    const other = number(wished({}, { product: { lies: { columns: 3 } } }));
    expect(other).not.toBe(one);
    // few of many unlike layouts get the same number by chance
    const many = new Set(
      Array.from({ length: 60 }, (_, i) => number(wished({}, { product: { lies: { offset: { x: i / 4, y: 0 } } } }))),
    );
    expect(many.size).toBeGreaterThan(57);
    // those before are the machine's own
    expect(Math.min(...many)).toBeGreaterThanOrEqual(5000);
    expect(Math.max(...many)).toBeLessThanOrEqual(9999);
  });

  it('is not said for sheets that are cut unlike', () => {
    const at = (mm: number): Slits => ({ ...setup(wished()).run.slits, slits: [mm, mm + 50] });
    // of some hundreds of layouts two come to one number by chance
    const seen = new Map<number, number>();
    let pair: [number, number] | null = null;
    for (let mm = 10; pair === null; mm += 1) {
      const { number } = programFor({}, at(mm));
      const before = seen.get(number);
      if (before !== undefined) pair = [before, mm];
      seen.set(number, mm);
    }
    expect(numbersClash({}, pair.map(at))).toBe(true);
    expect(numbersClash({}, [at(pair[0]), at(pair[0])])).toBe(false);
    expect(numbersClash({}, [at(pair[0]), at(pair[0] + 1)])).toBe(false);
  });

  it('is the code’s text with four figures', () => expect([codeText(7), codeText(4711)]).toEqual(['0007', '4711']));

  const chosen = (slits: Slits): SlitProgram => {
    const { sheet, slits: along, crossCuts, scores, perforations } = slits;
    return SlitProgram.parse({ number: 12, name: 'Cards 20 up', sheet, slits: along, crossCuts, scores, perforations });
  };
  const withProgram = (docket: DocketOf<'flat'>, program: SlitProgram): DocketOf<'flat'> => {
    const [step] = docket.finish.route;
    return changed(docket, { finish: { route: [{ ...step!, program } as never] } });
  };

  it('that was chosen is worked by while it sets the machine to these lines, to a twentieth of a millimetre', () => {
    const { slits } = setup(wished()).run;
    const program = chosen(slits);
    expect(isSetTo(program, slits)).toBe(true);
    const moved = (by: number): SlitProgram => ({
      ...program,
      slits: program.slits.map((v, i) => (i === 3 ? v + by : v)),
    });
    expect([isSetTo(moved(0.049), slits), isSetTo(moved(0.051), slits)]).toEqual([true, false]);
    for (const key of ['crossCuts', 'slits'] as const)
      expect(isSetTo({ ...program, [key]: program[key].slice(1) }, slits)).toBe(false);
    expect(isSetTo({ ...program, scores: { along: [], across: [9] } }, slits)).toBe(false);
    expect(isSetTo({ ...program, perforations: { along: [9], across: [] } }, slits)).toBe(false);
    expect(isSetTo({ ...program, sheet: { width: 320, height: 449 } }, slits)).toBe(false);
    const docket = withProgram(wished(), program);
    expect(programFor(docket.finish.route[0] as never, slits)).toEqual({ number: 12, name: 'Cards 20 up' });
    expect(readingOn(layOf(docket), docket.finish)!.code!.text).toBe('0012');
    expect(look(docket, cards).find('program-other')).toBeUndefined();
  });

  it('that no longer is this layout’s is not said on the sheet, and is a finding', () => {
    const docket = withProgram(wished(), chosen(setup(wished()).run.slits));
    const other = changed(docket, { product: { lies: { columns: 3 } } });
    expect(readingOn(layOf(other), other.finish)!.code!.text).not.toBe('0012');
    const found = look(other, cards).find('program-other')!;
    expect(found.title).toBe('The sheets are no longer laid out for program 12, Cards 20 up');
    const mended = changed(other, found.remedies[0]!.patch);
    expect(look(mended, cards).find('program-other')).toBeUndefined();
    expect(mended.finish.route[0]).not.toHaveProperty('program');
  });

  it('of a shop holds what a slitter can be set to and no more', () => {
    const base = { number: 1, name: 'x', sheet: CARD, slits: [], crossCuts: [] };
    expect(SlitProgram.safeParse(base).success).toBe(true);
    for (const bad of [
      { number: 0 },
      { number: 10_000 },
      { name: ' ' },
      { slits: Array(101).fill(1) },
      { crossCuts: [-1] },
    ])
      expect(SlitProgram.safeParse({ ...base, ...bad }).success).toBe(false);
    const old = Slitter.parse({
      kind: 'slitter',
      id: 'a',
      name: 'A',
      makeReady: 1,
      largest: CARD,
      smallest: CARD,
      mostSlits: 4,
      mostCrossCuts: 4,
      nearestSlits: 4,
      nearestCuts: 4,
      speed: 100,
    });
    expect([old.guide, old.reads, old.scores]).toEqual(['either', null, { along: 0, across: 0 }]);
    expect(isSlit(slitsOf(CARD, cutsOf(layOf(wished())).pieces.slice(0, 1), 'long'))).toBe(true);
  });
});
