import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type PageFacts, type Patch as AnyPatch } from '../docket';
import { cutsOf, isCuttable } from '../cutting';
import { foldedOnly, isOpenSize } from '../makeup';
import { boundsOf, rect } from '../measure';
import { cheapestStock, stockPlans } from '../propose';
import { whiteEdges, widestWhite } from '../sheet';
import { artworkOf, BOARD, coverOn, docketFor, look as looked, page, SHOP, type Looked } from '../testing';

type Docket = DocketOf<'bound'>;
type Patch = AnyPatch<DocketOf<'bound'>>;

/** Booklets that are folded and not trimmed. Plover does not print 4 mm at every edge. */

const [A4, A3, SRA3] = SHOP.stocks;
const A5 = { width: 148, height: 210 };

function look(pages: number, ...patches: Patch[]): Looked & { docket: Docket } {
  const artwork = artworkOf(pages);
  const docket = patches.reduce<Docket>(patched, docketFor(artwork));
  return { ...looked(docket, artwork, SHOP), docket };
}
const OFFICE: Patch = { sheet: { stock: A4! } };
const FOLDED: Patch = { product: { trimming: 'folded' } };

describe('a stock of the open booklet’s own size', () => {
  const product = { finished: A5, bound: 'left' as const };
  it('is at most 1.5 mm larger each way, whichever way it lies', () => {
    expect(isOpenSize(product, { width: 297, height: 210 })).toBe(true);
    expect(isOpenSize(product, { width: 210, height: 297 })).toBe(true);
    expect(isOpenSize(product, { width: 296, height: 210 })).toBe(true);
    expect(isOpenSize(product, { width: 297.5, height: 211.5 })).toBe(true);
    expect(isOpenSize(product, { width: 297.6, height: 210 })).toBe(false);
    expect(isOpenSize(product, { width: 295.9, height: 210 })).toBe(false);
    expect(isOpenSize({ finished: { width: 210, height: 148 }, bound: 'top' }, { width: 297, height: 210 })).toBe(true);
    expect(isOpenSize({ finished: A5, bound: 'top' }, { width: 297, height: 210 })).toBe(false);
  });
  it('is folded and not trimmed by itself, another where it is wished; a book that is not nested never', () => {
    const wish = { ...product, bleed: 3, binding: { kind: 'saddle-stitched' as const }, trimming: 'auto' as const };
    const [machine] = SHOP.machines;
    const on = (stock: typeof A4, noPrint = machine!.noPrint) => ({ stock: stock!, machine: { noPrint } });
    expect([foldedOnly(wish, on(A4)), foldedOnly(wish, on(SRA3))]).toEqual([true, false]);
    expect(foldedOnly({ ...wish, trimming: 'folded' }, on(SRA3))).toBe(true);
    expect(foldedOnly({ ...wish, trimming: 'trimmed' }, on(A4))).toBe(false);
    expect(foldedOnly({ ...wish, trimming: 'folded', binding: { kind: 'sewn' } }, on(A4))).toBe(false);
    // without bleed on a machine that prints to the edge nothing is lost, and it is trimmed as ever
    const edge = { left: 0, right: 0, top: 0, bottom: 0 };
    expect(foldedOnly({ ...wish, bleed: 0 }, on(A4, edge))).toBe(false);
    expect(foldedOnly({ ...wish, bleed: 0 }, on(A4, { ...edge, top: 2 }))).toBe(true);
    expect(foldedOnly(wish, on(A4, edge))).toBe(true);
  });
  it('is not what a new docket is planned on, though it costs least, unless that is wished', () => {
    const artwork = artworkOf(16);
    const docket = docketFor(artwork);
    expect(docket.sheet.stock.id).toBe('sra3');
    const wished = patched(docket, { product: { trimming: 'folded', copies: 1 } });
    expect(cheapestStock(wished, artwork, SHOP)!.id).toBe('a4');
    const fits = (d: Docket): boolean[] => stockPlans(d, artwork, SHOP).map((s) => s.fits);
    expect(fits(docket)).toEqual([false, true, true]);
    expect(fits(wished)).toEqual([true, true, true]);
  });
});

describe('a booklet that is folded and not trimmed', () => {
  it('is the whole sheet: one up in the middle, folded there, cut nowhere, without bleed', () => {
    const { plan, docket, findings } = look(16, OFFICE);
    const { lay } = plan.sheets.main;
    expect([lay.fits, lay.downs.length, plan.sheets.length]).toEqual([true, 1, 4]);
    // 297 − 2 × 148 leaves half a millimetre at each face
    expect(lay.downs[0]!.trim).toEqual(rect(0.5, 0, 296, 210));
    expect(lay.downs[0]!.margin).toEqual({ left: 0, right: 0, top: 0, bottom: 0 });
    expect(lay.downs[0]!.shape.lines.map((l) => [l.kind, l.from[0]])).toEqual([['fold', 148]]);
    const program = cutsOf(lay).programOn(null);
    expect(isCuttable(program) && program.cuts).toEqual([]);
    expect(docket.product.bleed).toBe(3);
    expect(findings.filter((f) => f.severity === 'stop')).toEqual([]);
    expect(findings.some((f) => ['marks-room', 'no-bleed'].includes(f.id))).toBe(false);
  });
  it('is white where the machine does not print, on every page of every sheet', () => {
    const { plan } = look(16, OFFICE);
    for (const sheet of plan.sheets)
      for (const cell of [...sheet.front, ...sheet.back]) {
        const { x, y, width, height } = boundsOf(cell.clip);
        expect([y, height]).toEqual([4, 202]);
        expect([x, x + width].some((edge) => edge === 148.5)).toBe(true);
        expect(width).toBe(144.5);
      }
    // at the face half a millimetre of paper lies beyond the page: 4 − 0.5
    expect(whiteEdges(plan).get(1)).toEqual({ left: 0, right: 3.5, top: 4, bottom: 4 });
    expect(whiteEdges(plan).get(2)).toEqual({ left: 3.5, right: 0, top: 4, bottom: 4 });
    expect(widestWhite(plan)).toBe(4);
    expect(widestWhite(look(16).plan)).toBe(0);
  });
  it('bound at the top, the spine has no white edge, and backs stand on their heads', () => {
    const artwork = artworkOf(8, { width: 210, height: 148 });
    const docket = patched(docketFor(artwork), { ...OFFICE, product: { bound: 'top' } });
    const { plan } = looked(docket, artwork, SHOP);
    expect(whiteEdges(plan).get(1)).toEqual({ left: 4, right: 4, top: 0, bottom: 3.5 });
    expect(whiteEdges(plan).get(2)).toEqual({ left: 4, right: 4, top: 3.5, bottom: 0 });
  });
  it('keeps its content where it is: inner leaves stand out, and nothing is lost', () => {
    const { plan } = look(16, OFFICE);
    const { standsOut, moved, lostAtFace } = plan.product.creep;
    expect(standsOut.at(-1)).toBeCloseTo(0.33);
    expect([moved.every((m) => m === 0), lostAtFace]).toEqual([true, 0]);
    // trimmed, the innermost is moved by what it stands out
    expect(look(16).plan.product.creep.moved.at(-1)).toBeCloseTo(0.33);
  });
  it('on a larger sheet is cut to size flat, with its bleed, and folded', () => {
    const { plan } = look(16, { sheet: { stock: SRA3! } }, FOLDED);
    const { lay } = plan.sheets.main;
    expect(lay.downs[0]!.shape.cut).toBe('trimmed');
    expect(lay.downs[0]!.margin).toEqual({ left: 3, right: 3, top: 3, bottom: 3 });
    expect(widestWhite(plan)).toBe(0);
    // two up: two cuts along both, two outer edges, and the gap between them twice
    const program = cutsOf(lay).programOn(null);
    expect(isCuttable(program) && program.cuts.length).toBe(6);
  });
});

describe('what is said of it', () => {
  const find = (id: string, ...patches: Patch[]) => look(16, ...patches).findings.find((f) => f.id === id);
  it('the edge in mm, what would trim it, and that it is as wished', () => {
    const f = find('white-edge', OFFICE)!;
    expect([f.severity, f.title]).toEqual(['look', 'Folded, not trimmed: 4 mm at the edges stay white']);
    expect(f.detail).toContain('stands out 0.33 mm');
    expect(f.remedies.map((r) => r.label)).toEqual(['Folded, not trimmed', 'Print on Plain 90 SRA3 and trim']);
    for (const { patch } of f.remedies)
      expect(find('white-edge', OFFICE, patch as Patch)?.severity ?? 'gone').not.toBe('look');
    expect(find('white-edge', OFFICE, FOLDED)!.severity).toBe('fine');
    expect(find('white-edge')).toBeUndefined();
  });
  it('trimmed, it does not fit, and folding it is offered; no other remedy makes it untrimmed', () => {
    const f = find('fit-sheet', OFFICE, { product: { trimming: 'trimmed' } })!;
    expect(f.remedies.map((r) => r.label)).toContain('Fold it, and don’t trim it');
    // B5 pages on SRA3 do not fit; A4 and A3 would only do untrimmed or not at all
    const large = find('fit-sheet', { sheet: { stock: A3! }, product: { finished: { width: 215, height: 300 } } })!;
    expect(large.remedies.every((r) => !/Plain 90 A\d/.test(r.label))).toBe(true);
  });
  it('sections of two folds stay closed at the head', () => {
    const f = find('closed-untrimmed', {
      sheet: { stock: SRA3! },
      product: { trimming: 'folded', fold: '8-right-angle' },
    })!;
    expect([f.severity, f.title]).toEqual(['stop', '2 sections stay closed at the head']);
    expect(f.remedies.map((r) => r.label)).toEqual(['Single folds', 'Trim it']);
    expect(find('closed-untrimmed', OFFICE)).toBeUndefined();
  });
  it('glued or sewn it is trimmed all the same, and that is said', () => {
    const glued: Patch = { product: { binding: { kind: 'perfect-bound', grindOff: 3 }, trimming: 'folded' } };
    const f = find('trimming-unused', glued)!;
    expect([f.severity, f.title]).toEqual(['look', 'What is perfect-bound is not left untrimmed']);
    expect(find('trimming-unused', OFFICE, FOLDED)).toBeUndefined();
  });
  it('which pages reach into the white edge, where their ink was looked for', () => {
    const artwork = artworkOf(16);
    const docket = patched(docketFor(artwork), OFFICE);
    // the trim lies 3 mm inside: ink 5 mm off all edges, but for page 3, which runs to within 3 mm of its foot
    const inked = (p: PageFacts, foot: number): PageFacts => ({
      ...p,
      ink: rect(3 + 5, 3 + foot, 148 - 10, 210 - 5 - foot),
    });
    const seen = { ...artwork, pages: artwork.pages.map((p, i) => inked(p, i === 2 ? 3 : 5)) };
    const said = (a: typeof artwork): string =>
      looked(docket, a, SHOP).findings.find((f) => f.id === 'white-edge')!.detail;
    expect(said(seen)).toContain('What stands there on page 3 is cut off.');
    expect(said(artwork)).not.toContain('cut off');
  });
});

describe('a cover on a larger sheet round an untrimmed text', () => {
  it('is cut to size with its bleed, which it may lack; the text’s is not missed', () => {
    const artwork = artworkOf(16, A5, 0);
    const docket = patched(docketFor(artwork), {
      sheet: { stock: A4! },
      product: { cover: coverOn(BOARD) },
    });
    const { plan, findings } = looked(docket, artwork, SHOP);
    expect(plan.sheets.lays.map((l) => l.downs[0]!.shape.wholeSheet ?? false)).toEqual([false, true]);
    const f = findings.find((g) => g.id === 'no-bleed')!;
    // the four pages of the cover, of those that were looked at
    expect(f.title).toBe('The artwork has no bleed');
    expect(looked(docket, artworkOf(16), SHOP).findings.some((g) => g.id === 'no-bleed')).toBe(false);
  });
});

describe('bleed that lacks', () => {
  const noBleed = (ink: ReturnType<typeof rect> | null) => {
    const plain = page(A5, 0);
    const artwork = {
      ...artworkOf(8, A5, 0),
      pages: Array.from({ length: 8 }, () => (ink ? { ...plain, ink } : plain)),
    };
    return looked(docketFor(artwork), artwork, SHOP).findings.some((f) => f.id === 'no-bleed');
  };
  it('is told of where ink comes to the trim, and where nobody has looked', () => {
    expect(noBleed(null)).toBe(true);
    expect(noBleed(rect(0, 0, 148, 210))).toBe(true);
    expect(noBleed(rect(10, 10, 128, 190))).toBe(false);
    // 1 mm and more off the edge is white enough to be cut in
    expect(noBleed(rect(1, 10, 128, 190))).toBe(false);
    expect(noBleed(rect(10, 0.5, 128, 190))).toBe(true);
  });
  it('at the spine none is wanted: ink there is no matter', () => {
    const plain = page(A5, 0);
    // page 1 has its spine at the left
    const pages = Array.from({ length: 8 }, (_, i) => ({
      ...plain,
      ink: i % 2 === 0 ? rect(0, 10, 120, 190) : rect(28, 10, 120, 190),
    }));
    const artwork = { ...artworkOf(8, A5, 0), pages };
    const { findings } = looked(docketFor(artwork), artwork, SHOP);
    expect(findings.some((f) => f.id === 'no-bleed')).toBe(false);
  });
});
