import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkedPatch, type Docket, type Patch } from '../docket';
import { orderedDocket } from '../propose';
import { plan } from '../sheet';
import { USUAL_TRAPS } from '../shop';
import { A5, artworkOf, BOARD, coverOn, docketFor, flatDocketFor, SHOP } from '../testing';
import { layoutWritten, readOrders, type LayoutFormat } from '.';
import { readXml, within, type Element } from './xml';

const written = (as: LayoutFormat, docket: Docket, artwork = artworkOf(1)): string =>
  [...layoutWritten(as, docket, plan(docket, artwork), artwork)].join('');
const xjdf = (docket: Docket, artwork = artworkOf(1)): Element => readXml(written('xjdf', docket, artwork));
const jdf = (docket: Docket, artwork = artworkOf(1)): Element => readXml(written('jdf', docket, artwork));
const numbers = (text: string | undefined): number[] => (text ?? '').split(' ').map(Number);
const mm = (points: number): number => (points * 25.4) / 72;

const PRESS = {
  ...SHOP.machines[0]!,
  id: 'press',
  name: 'Curlew',
  largest: { width: 740, height: 600 },
  noPrint: { left: 4, right: 4, top: 4, bottom: 4 },
  press: { plate: { width: 1030, height: 790 }, gripper: 48, across: 0 },
};
const PAPER = { ...SHOP.stocks[2]!, id: 'b2', name: 'Silk 135', format: 'B2', width: 720, height: 520, grammage: 135 };
const NOTICE = { width: 350, height: 500 };

/** Seven notices of 350 × 500 mm, one to a sheet of 720 × 520 on a plate of 1,030 × 790. */
function notices(): Docket {
  const artwork = artworkOf(7, NOTICE);
  return checkedPatch(flatDocketFor(artwork), {
    title: 'Harbour notices',
    customer: 'Harbour office & sons',
    due: '2026-12-04',
    product: {
      sides: 'one',
      copies: 300,
      bleed: 3,
      quantities: [{ piece: 2, copies: 200 }],
      order: { kind: 'repeat' },
    },
    sheet: { machine: PRESS, stock: PAPER, up: 'one', inks: { front: ['Cyan', 'Old gold'], back: [] } },
  });
}

describe('a layout as a ticket', () => {
  it('places the page on the plate as worked out by hand', () => {
    const artwork = artworkOf(7, NOTICE);
    const root = xjdf(notices(), artwork);
    // the paper in the middle of the plate, 48 mm behind its lead edge; the piece in the middle of the paper:
    // (1030 − 720) / 2 + (720 − 350) / 2 = 340 mm and 48 + (520 − 500) / 2 = 58 mm
    const objects = within(root, 'PlacedObject').filter((p) => p.attributes.Ord !== undefined);
    expect(objects.map((o) => o.attributes.Ord)).toEqual(['0', '1', '2', '3', '4', '5', '6']);
    for (const o of objects) {
      const [a, b, c, d, x, y] = numbers(o.attributes.TrimCTM);
      expect([a, b, c, d]).toEqual([1, 0, 0, 1]);
      expect(mm(x!)).toBeCloseTo(340, 3);
      expect(mm(y!)).toBeCloseTo(58, 3);
      // the page begins at its media box, which is its bleed of 3 mm
      const ctm = numbers(o.attributes.CTM);
      expect(mm(ctm[4]!)).toBeCloseTo(337, 3);
      expect(mm(ctm[5]!)).toBeCloseTo(55, 3);
      expect(numbers(o.attributes.ClipBox).map(mm).map(Math.round)).toEqual([337, 55, 693, 561]);
    }
    const [layout] = within(root, 'Layout');
    expect(numbers(layout!.attributes.SurfaceContentsBox).map(mm).map(Math.round)).toEqual([0, 0, 1030, 790]);
    expect(layout!.attributes.WorkStyle).toBe('Simplex');
    const paper = within(root, 'TransferCurve')[1]!.attributes.CTM!;
    expect(numbers(paper).slice(4).map(mm).map(Math.round)).toEqual([155, 48]);
    expect(within(root, 'PartAmount').map((p) => Number(p.attributes.Amount))).toEqual([
      300, 200, 300, 300, 300, 300, 300,
    ]);
  });

  it('says what is cut out of each sheet: blocks that are the pieces, on the plate', () => {
    const artwork = artworkOf(7, NOTICE);
    const root = xjdf(notices(), artwork);
    expect(root.attributes.Types).toBe('Imposition Cutting');
    const [params, ...more] = within(root, 'CuttingParams').filter((e) => e.children.length > 0);
    expect(more).toEqual([]);
    const blocks = within(params!, 'CutBlock');
    expect(blocks.map((b) => numbers(b.attributes.Box).map(mm).map(Math.round))).toEqual([[340, 58, 690, 558]]);
    // nothing is cut of sheets that are folded as they are printed
    const whole = xjdf(checkedPatch(docketFor(artworkOf(8)), { sheet: { up: 'one' } }), artworkOf(8));
    expect(whole.attributes.Types).toBe('Imposition Folding Stitching Trimming');
    expect(within(whole, 'CuttingParams')).toEqual([]);
  });

  it('says what is scored and perforated in a piece: from where and which way, from its lower left', () => {
    const cards = artworkOf(2, { width: 85, height: 55 }, 3);
    const docket = checkedPatch(flatDocketFor(cards), {
      product: {
        lines: [
          { kind: 'perforation', runs: 'level', at: 20 },
          { kind: 'score', runs: 'upright', at: 30 },
        ],
      },
    });
    const root = xjdf(docket, cards);
    expect(root.attributes.Types).toBe('Imposition Cutting Creasing Perforating');
    const said = (name: string) =>
      within(root, name).map((e) =>
        [e.attributes.StartPosition, e.attributes.WorkingPath].map((v) => numbers(v).map(mm)),
      );
    const [[start, path] = []] = said('Crease');
    start!.forEach((v, i) => expect(v).toBeCloseTo([30, 0][i]!, 3));
    path!.forEach((v, i) => expect(v).toBeCloseTo([0, 55][i]!, 3));
    const [[from, way] = []] = said('Perforate');
    from!.forEach((v, i) => expect(v).toBeCloseTo([0, 35][i]!, 3));
    way!.forEach((v, i) => expect(v).toBeCloseTo([85, 0][i]!, 3));
    expect(within(root, 'Crease')[0]!.attributes.WorkingDirection).toBe('Top');
  });

  it('says how sections are folded, milled, stitched and trimmed', () => {
    const booklet = artworkOf(28);
    const docket = checkedPatch(docketFor(booklet), { sheet: { stock: SHOP.stocks[2]!, up: 'one' } });
    const root = xjdf(docket, booklet);
    const one = (name: string) => within(root, name).filter((e) => Object.keys(e.attributes).length > 0);
    expect(root.attributes.Types).toBe('Imposition Folding Stitching Trimming');
    // 450 × 320, folded once from the left in its middle
    expect(one('Fold').map((e) => [e.attributes.From, e.attributes.To, mm(Number(e.attributes.Travel))])).toEqual([
      ['Left', 'Down', expect.closeTo(225, 3)],
    ]);
    const [stitches] = one('StitchingParams');
    expect(stitches!.attributes).toMatchObject({ NumberOfStitches: '2', StitchType: 'Saddle', ReferenceEdge: 'Top' });
    expect(numbers(stitches!.attributes.StitchPositions).map(mm)).toEqual([
      expect.closeTo(52.5, 3),
      expect.closeTo(157.5, 3),
    ]);
    const [trims] = one('TrimmingParams');
    expect(['Width', 'Height', 'TrimmingOffset'].map((k) => mm(Number(trims!.attributes[k])))).toEqual(
      [148, 210, 55].map((v) => expect.closeTo(v, 3) as number),
    );
    expect(within(root, 'SpinePreparationParams')).toEqual([]);
    const atTop = xjdf(checkedPatch(docket, { product: { bound: 'top' } }), booklet);
    expect(within(atTop, 'StitchingParams').find((e) => e.attributes.StitchType)!.attributes).toMatchObject({
      ReferenceEdge: 'Right',
    });
    const milled = checkedPatch(docket, { product: { binding: { kind: 'perfect-bound', grindOff: 3 } } });
    const book = xjdf(milled, booklet);
    expect(book.attributes.Types).toContain('SpinePreparation Trimming');
    const [spine] = within(book, 'SpinePreparationParams').filter((e) => e.attributes.MillingDepth);
    expect(mm(Number(spine!.attributes.MillingDepth))).toBeCloseTo(3, 3);
    expect(within(book, 'StitchingParams')).toEqual([]);
  });

  it('says in PPF how each sheet is folded, for the sheets that are folded so', () => {
    const booklet = artworkOf(28);
    const docket = checkedPatch(docketFor(booklet), { sheet: { stock: SHOP.stocks[2]!, up: 'one' } });
    const ppf = written('ppf', docket, booklet);
    expect(ppf.match(/CIP3BeginFoldProcedures/g)).toHaveLength(7);
    expect(ppf).toContain('/CIP3FoldDescription (4 pages) def');
    // 450 × 320 mm, and the fold at 225
    expect(ppf).toContain('/CIP3FoldSheetIn [1275.5906 907.0866] def');
    expect(ppf).toContain('/CIP3FoldProc [[637.7953 /Left /Down]] def');
    expect(written('ppf', notices(), artworkOf(7, NOTICE))).not.toContain('Fold');
  });

  it('is PPF that keeps any title as PostScript', () => {
    const artwork = artworkOf(7, NOTICE);
    const docket = { ...notices(), title: 'Tide (high) \\ Überfahrt 潮' };
    const ppf = written('ppf', docket, artwork);
    expect(ppf.split('\n')[1]).toBe('%%CIP3-File Version 3.0');
    expect(ppf).toContain('/CIP3AdmJobName (Tide \\(high\\) \\\\ \\334berfahrt ?) def');
    expect(ppf.match(/CIP3BeginSheet/g)).toHaveLength(7);
    expect(ppf.match(/CIP3BeginCutBlock/g)).toHaveLength(7);
    expect(ppf).toContain('/CIP3AdmSeparationNames [(Cyan) (Old gold)] def');
    // 1,030 × 790 mm, and the paper 155 and 48 mm from its corner
    expect(ppf).toMatch(/\/CIP3AdmPSExtent \[2919\.685 2239\.3701\] def/);
    expect(ppf).toMatch(/\/CIP3AdmPaperTrf \[1 0 0 1 439\.3701 136\.063\] def/);
  });

  it('says the same in JDF', () => {
    const artwork = artworkOf(7, NOTICE);
    const [x, j] = [xjdf(notices(), artwork), jdf(notices(), artwork)];
    const placing = (e: Element) => [e.attributes.Ord, e.attributes.CTM, e.attributes.TrimCTM, e.attributes.ClipBox];
    const inXjdf = within(x, 'PlacedObject').filter((p) => p.attributes.Ord !== undefined);
    expect(within(j, 'ContentObject').map(placing)).toEqual(inXjdf.map(placing));
    expect(within(j, 'Layout')[0]!.attributes.MaxOrd).toBe('7');
    const sets = within(j, 'TransferCurveSet').map((s) => [
      s.attributes.Name,
      numbers(s.attributes.CTM).map(mm).map(Math.round),
    ]);
    expect(sets[1]).toEqual(['Paper', [0, 0, 0, 0, 155, 48]]);
    expect(within(j, 'SeparationSpec').map((s) => s.attributes.Name)).toEqual(['Cyan', 'Old gold']);
    expect(within(j, 'RegisterMark').length).toBe(within(x, 'RegisterMark').length);
    expect(within(j, 'RegisterMark').length).toBeGreaterThan(0);
  });

  it('is read again as the order that it was made for', () => {
    const artwork = artworkOf(7, NOTICE);
    const [order] = readOrders(written('xjdf', notices(), artwork));
    expect(order).toEqual({
      number: 'Harbour notices',
      title: 'Harbour notices',
      customer: 'Harbour office & sons',
      due: '2026-12-04',
      kind: 'flat',
      copies: 300,
      runs: [300, 200, 300, 300, 300, 300, 300],
      finished: NOTICE,
      sides: 'one',
      pages: 7,
      stock: 'Silk 135',
      grammage: 135,
      paper: { width: 720, height: 520 },
      plate: { width: 1030, height: 790 },
      inks: { front: ['Cyan', 'Old gold'], back: [] },
      artwork: 'test.pdf',
    });
    expect(readOrders(written('jdf', notices(), artwork))[0]).toMatchObject({
      customer: 'Harbour office & sons',
      pages: 7,
    });
  });

  it('says each paper for its sheets, the one that most are on first', () => {
    const artwork = artworkOf(20);
    const book = checkedPatch(docketFor(artwork), {
      product: {
        binding: { kind: 'perfect-bound', grindOff: 3 },
        cover: coverOn(BOARD),
      },
      sheet: { stock: SHOP.stocks[1] },
    });
    const planned = plan(book, artwork);
    const papers = [...planned.sheets].map((s) => s.stock.name);
    expect(new Set(papers)).toEqual(new Set(['Plain 90', 'Board 300']));
    const x = xjdf(book, artwork);
    for (const r of within(x, 'Resource')) {
      const media = r.children.find((c) => c.name === 'Media');
      if (!media) continue;
      const sheets = r.children.flatMap((c) => c.attributes.SheetName ?? []);
      const said = papers.flatMap((name, i) => (name === media.attributes.DescriptiveName ? [`S${i + 1}`] : []));
      expect(sheets).toEqual(said);
    }
    const j = jdf(book, artwork);
    const named = new Map(within(j, 'Media').map((m) => [m.attributes.ID, m.attributes.DescriptiveName]));
    const laid = within(j, 'Layout').filter((l) => l.attributes.SheetName !== undefined);
    expect(laid.map((l) => named.get(l.children.find((c) => c.name === 'MediaRef')!.attributes.rRef))).toEqual(papers);
    expect(readOrders(written('xjdf', book, artwork))[0]).toMatchObject({ stock: 'Plain 90', grammage: 90 });
    const runs = within(j, 'Component').flatMap((c) => (c.attributes.Amount ? [Number(c.attributes.Amount)] : []));
    expect(runs).toEqual([...planned.sheets].map((s) => s.prints));
  });

  it('has both sides of sheets worked front and back, and one plate of those that are turned', () => {
    const artwork = artworkOf(8);
    const book = docketFor(artwork);
    const sides = (root: Element) => within(root, 'Part').flatMap((p) => p.attributes.Side ?? []);
    expect(sides(xjdf(book, artwork)).slice(0, 2)).toEqual(['Front', 'Back']);
    const turned = checkedPatch(book, { sheet: { work: 'work-and-turn', stock: SHOP.stocks[2], up: 'most' } });
    const root = xjdf(turned, artwork);
    expect(sides(root)).not.toContain('Back');
    expect(within(root, 'Layout')[0]!.attributes.WorkStyle).toBe('WorkAndTurn');
  });

  it('puts every page of every book where its sheet has it, further files behind the first', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 0, max: 5 }), (pages, others) => {
        const artwork = { ...artworkOf(pages), more: [artworkOf(others).pages] };
        const docket = checkedPatch(docketFor(artwork), {
          artwork: { more: [{ name: 'more.pdf', path: 'more.pdf' }] },
          product: {
            pages: [
              { kind: 'pages', from: 1, to: pages, file: 0 },
              ...(others > 0 ? [{ kind: 'pages', from: 1, to: others, file: 1 }] : []),
            ],
            blanks: { kind: 'end' },
          },
        });
        const objects = within(xjdf(docket, artwork), 'PlacedObject').filter((o) => o.attributes.Ord !== undefined);
        const ords = new Set(objects.map((o) => Number(o.attributes.Ord)));
        expect([...ords].sort((a, b) => a - b)).toEqual(Array.from({ length: pages + others }, (_, i) => i));
        const ids = within(xjdf(docket, artwork), 'PlacedObject').flatMap((o) => o.attributes.ID ?? []);
        expect(new Set(ids).size).toBe(ids.length);
      }),
      { numRuns: 30 },
    );
  });
});

describe('bleed that is made', () => {
  it('is placed before its page, seen in a mirror, and clipped to its strip', () => {
    const bare = artworkOf(7, NOTICE, 0);
    const [plain, made] = [null, { way: 'mirrored', edges: ['left'], corners: true }].map((bleed) =>
      within(xjdf(checkedPatch(notices(), { artwork: { bleed } } as Patch), bare), 'PlacedObject').filter(
        (o) => o.attributes.Ord !== undefined,
      ),
    ) as [Element[], Element[]];
    expect(made).toHaveLength(2 * plain.length);
    const [strip, page] = made;
    expect([strip!.attributes.Ord, page!.attributes.Ord]).toEqual(['0', '0']);
    const [a, b, c, d, x] = numbers(strip!.attributes.CTM);
    expect([a, b, c, d]).toEqual([-1, 0, 0, 1]);
    // its trim begins at 340: what lies there is at 340.05 in the mirror, and 3 beyond at 337
    expect(mm(x!)).toBeCloseTo(340.05, 3);
    const [left, , right] = numbers(strip!.attributes.ClipBox).map(mm);
    expect([left, right].map((v) => Math.round(v! * 100) / 100)).toEqual([337, 340.05]);
    expect(page!.attributes.CTM).toBe(plain[0]!.attributes.CTM);
  });
});

describe('an order that its artwork has come for', () => {
  const shop = { ...SHOP, stocks: [...SHOP.stocks, PAPER], machines: [...SHOP.machines, PRESS] };
  const file = { name: 'notices.pdf', path: 'notices.pdf' };

  it('is a docket as it says', () => {
    const artwork = artworkOf(7, NOTICE);
    const [facts] = readOrders(written('xjdf', notices(), artwork));
    const docket = orderedDocket({ ...facts!, number: '26-118' }, 'notices', file, artwork, shop, '2026-11-29');
    expect(docket.sheet.machine.name).toBe('Curlew');
    expect(docket.sheet.stock.id).toBe('b2');
    expect(docket.product).toMatchObject({
      kind: 'flat',
      copies: 300,
      sides: 'one',
      finished: NOTICE,
      quantities: [{ piece: 2, copies: 200 }],
    });
    expect(docket).toMatchObject({ customer: 'Harbour office & sons', due: '2026-12-04', order: { number: '26-118' } });
    const { sheets } = plan(docket, artwork);
    // six runs of 300 and one of 200, two to a sheet: 2,000 / 2
    expect([...sheets].reduce((sum, s) => sum + s.prints, 0)).toBe(1000);
  });

  it('takes the press whose plates are ordered where none is named', () => {
    const facts = { number: '1', kind: 'flat' as const, plate: { width: 1030, height: 790 } };
    expect(orderedDocket(facts, 't', file, artworkOf(1, NOTICE), shop, '2026-11-29').sheet.machine.id).toBe('press');
  });

  it('is made of the cheapest of the papers that it may be', () => {
    const dear = { ...SHOP.stocks[2]!, id: 'dear', grammage: 90, price: 99 };
    const facts = { number: '1', kind: 'bound' as const, grammage: 90 };
    const made = orderedDocket(
      facts,
      't',
      file,
      artworkOf(8, A5),
      { ...shop, stocks: [dear, ...shop.stocks] },
      '2026-11-29',
    );
    expect(made.sheet.stock).toMatchObject({ grammage: 90 });
    expect(made.sheet.stock.id).not.toBe('dear');
  });

  it('tells a press that traps by what, in points and parts of one', () => {
    const settings = { ...USUAL_TRAPS, width: 0.1, black: 0.15, blackFrom: 98, step: 20, slide: 0.6 };
    const traps = (pictures: typeof settings.pictures, who: 'press' | 'sheets' = 'press'): Docket =>
      checkedPatch(notices(), { artwork: { traps: { by: who, settings: { ...settings, pictures } } } });
    const of = (root: Element): unknown => within(root, 'TrappingParams').map((p) => p.attributes);
    // 0.1 mm are 0.2835 points; 0.15 is one and a half of it
    const wanted = {
      BlackColorLimit: '0.98',
      BlackWidth: '1.5',
      ImageToObjectTrapping: 'true',
      ImageTrapPlacement: 'Choke',
      SlidingTrapLimit: '0.6',
      StepLimit: '0.2',
      TrapWidth: '0.2835',
    };
    for (const read of [xjdf, jdf]) {
      expect(of(read(traps('picture')))).toEqual([wanted]);
      expect(of(read(traps('lines')))).toEqual([{ ...wanted, ImageTrapPlacement: 'Spread' }]);
      expect(of(read(traps('half')))).toEqual([{ ...wanted, ImageTrapPlacement: 'Center' }]);
      expect(of(read(traps('darker')))).toEqual([{ ...wanted, ImageTrapPlacement: 'Normal' }]);
      const none = Object.fromEntries(Object.entries(wanted).filter(([key]) => key !== 'ImageTrapPlacement'));
      expect(of(read(traps('none')))).toEqual([{ ...none, ImageToObjectTrapping: 'false' }]);
      // what is trapped on the sheets is not trapped again
      expect(of(read(traps('none', 'sheets')))).toEqual([]);
      expect(of(read(notices()))).toEqual([]);
    }
    expect(xjdf(traps('darker')).attributes.Types).toMatch(/^Imposition Trapping( |$)/);
    expect(xjdf(notices()).attributes.Types).not.toMatch(/Trapping/);
    const root = jdf(traps('darker'));
    expect([root.attributes.Type, root.attributes.Types]).toEqual(['ProcessGroup', 'Imposition Trapping']);
    expect(within(root, 'TrappingDetailsLink')[0]?.attributes.rRef).toBe(
      within(root, 'TrappingDetails')[0]?.attributes.ID,
    );
    expect(jdf(notices()).attributes.Type).toBe('Imposition');
  });
});
