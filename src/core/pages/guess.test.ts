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
