import { describe, expect, it } from 'vitest';
import { rect, type Rect } from '../measure';
import { page } from '../testing';
import type { FoundOnPage, PageFacts } from '../docket';
import { guessedWork, guessOn, taken } from './guess';

const A4 = rect(0, 0, 210, 297);
const plain = (media: Rect, found?: FoundOnPage): PageFacts => ({
  media,
  crop: media,
  bleed: media,
  trim: media,
  hasTrim: false,
  ...(found ? { found } : {}),
});
const CARD = { width: 85, height: 55 };
const grounded = (extent: Rect): FoundOnPage => ({ extent, solid: true });

describe('the piece on a page', () => {
  it('is where its trim box says, its marks say, its content says, in that order', () => {
    const marked = { marked: [{ trim: rect(20, 20, 85, 55), bleed: rect(17, 17, 91, 61) }] };
    expect(guessOn({ ...page(CARD), found: marked }, null)).toBeNull();
    expect(guessOn(plain(A4, { ...marked, ...grounded(rect(0, 0, 80, 40)) }), null)).toEqual({
      pieces: marked.marked,
      why: 'marks',
    });
    // a trim box as large as its sheet says no more than the sheet
    const hollow = { ...plain(A4, marked), hasTrim: true };
    expect(guessOn(hollow, null)?.why).toBe('marks');
  });

  it('is a part of it where that is wanted, or lies in rows of cards; else what is marked in it are folds', () => {
    const of = (whole: Rect, across: number, up: number): FoundOnPage => {
      const [width, height] = [whole.width / across, whole.height / up];
      const parts = Array.from({ length: across * up }, (_, i) =>
        rect(whole.x + (i % across) * width, whole.y + Math.floor(i / across) * height, width, height),
      );
      const bare = (trim: Rect) => ({ trim, bleed: trim });
      return { marked: [bare(whole)], parts: parts.map(bare) };
    };
    const count = (found: FoundOnPage, wanted: { width: number; height: number } | null) =>
      guessOn(plain(A4, found), wanted)?.pieces.length;
    const four = of(rect(15, 60, 180, 110), 2, 2);
    expect([count(four, null), count(four, { width: 55, height: 90 })]).toEqual([4, 4]);
    expect(count(four, { width: 180, height: 110 })).toBe(1);
    expect(count(four, { width: 100, height: 50 })).toBe(1);
    // two beside each other may be one that is folded
    const two = of(rect(15, 60, 180, 55), 2, 1);
    expect([count(two, null), count(two, { width: 90, height: 55 })]).toEqual([1, 2]);
    // a card with its middles marked, and a letter folded twice
    expect(count(of(rect(30, 60, 148, 105), 2, 2), null)).toBe(1);
    expect(count(of(rect(0, 0, 210, 297), 1, 3), { width: 210, height: 297 })).toBe(1);
  });

  it('is one of as many as a docket bears, and else the page', () => {
    const many = (count: number) => {
      const marked = Array.from({ length: count }, (_, i) =>
        rect(10 + 20 * (i % 8), 10 + 20 * Math.floor(i / 8), 12, 12),
      );
      return plain(A4, { marked: marked.map((trim) => ({ trim, bleed: trim })) });
    };
    expect(guessOn(many(50), null)?.pieces).toHaveLength(50);
    expect(guessOn(many(51), null)).toBeNull();
    expect(guessedWork([many(51)], 0, { width: 12, height: 12 })).toEqual([]);
  });

  it('is about a frame that is drawn half outside of it', () => {
    const frame: FoundOnPage = { extent: rect(59.9, 119.9, 90.2, 55.2), solid: false };
    const trim = guessOn(plain(A4, frame), { width: 90, height: 55 })!.pieces[0]!.trim;
    expect(trim).toEqual(rect(expect.closeTo(60, 9), expect.closeTo(120, 9), 90, 55));
    expect(
      guessOn(plain(A4, { ...frame, extent: rect(59.6, 119.6, 90.8, 55.8) }), { width: 90, height: 55 }),
    ).toBeNull();
  });

  it('is a ground of a usual size, or of the wanted one, with its bleed or without', () => {
    expect(guessOn(plain(A4, grounded(rect(60, 180, 91, 61))), null)?.pieces).toEqual([
      { trim: rect(63, 183, 85, 55), bleed: rect(60, 180, 91, 61) },
    ]);
    expect(guessOn(plain(A4, grounded(rect(60, 180, 85, 55))), null)?.pieces[0]?.trim).toEqual(rect(60, 180, 85, 55));
    expect(guessOn(plain(A4, grounded(rect(60, 180, 70, 44))), null)).toBeNull();
    expect(guessOn(plain(A4, grounded(rect(60, 180, 74, 48))), { width: 70, height: 44 })?.pieces[0]?.trim).toEqual(
      rect(62, 182, 70, 44),
    );
  });

  it('is not a picture that fills most of its page, nor the page that is wanted', () => {
    expect(guessOn(plain(rect(0, 0, 105, 148), grounded(rect(5, 5, 85, 138))), null)).toBeNull();
    // of a usual size, and most of its page
    expect(guessOn(plain(rect(0, 0, 115, 158), grounded(rect(5, 5, 105, 148))), null)).toBeNull();
    expect(guessOn(plain(A4, grounded(rect(60, 180, 85, 55))), { width: 297, height: 210 })).toBeNull();
  });

  it('is about the middle of words without a ground only where its size is wanted', () => {
    const words = { extent: rect(80, 190, 40, 20), solid: false };
    expect(guessOn(plain(A4, words), null)).toBeNull();
    expect(guessOn(plain(A4, words), CARD)).toEqual({
      pieces: [{ trim: rect(57.5, 172.5, 85, 55), bleed: rect(57.5, 172.5, 85, 55) }],
      why: 'size',
    });
    expect(guessOn(plain(A4, { extent: rect(10, 10, 190, 20), solid: false }), CARD)).toBeNull();
  });

  it('is a page with its bleed and without boxes', () => {
    const guess = guessOn(plain(rect(0, 0, 91, 61)), CARD);
    expect(guess).toEqual({ pieces: [{ trim: rect(3, 3, 85, 55), bleed: rect(0, 0, 91, 61) }], why: 'size' });
  });
});

describe('wishes for what is found', () => {
  it('name the pages that are alike in one', () => {
    const at = (x: number): PageFacts =>
      plain(A4, { marked: [{ trim: rect(x, 20, 85, 55), bleed: rect(x, 20, 85, 55) }] });
    const works = guessedWork([at(20), at(20), at(30), at(20), plain(A4)], 2, null);
    expect(works.map((w) => [w.file, w.pages, w.boxes?.trim?.x])).toEqual([
      [2, '1-2, 4', 20],
      [2, '3', 30],
    ]);
  });

  it('leave a book with one card-sized picture alone', () => {
    const pages = [plain(A4, grounded(rect(60, 180, 85, 55))), ...Array.from({ length: 3 }, () => plain(A4))];
    expect(taken({ pages, kind: 'pdf', inks: [], notes: [] })).toEqual({
      work: null,
      seen: { pages, kind: 'pdf', inks: [], notes: [] },
    });
  });
});
