import { describe, expect, it } from 'vitest';
import { artworkOf } from '../testing';
import { pieceBeside, pieceWith, worked, withBoxes, withPieces, type WorkedPage } from '.';

const box = (x: number, y: number, width: number, height: number) => ({ x, y, width, height });
const A = { trim: box(13, 13, 85, 55), bleed: box(10, 10, 91, 61) };
const B = { trim: box(113, 13, 85, 55), bleed: box(110, 10, 91, 61) };
const AT = { file: 0, pages: '1' };

describe('pieces of a page, set one by one', () => {
  it('a trim that stays in its bleed leaves it; one that leaves it takes it along, as wide as it was', () => {
    expect(pieceWith(A, 'trim', box(12, 12, 86, 55))).toEqual({ trim: box(12, 12, 86, 55), bleed: A.bleed });
    // 3 mm all round stay 3 mm
    expect(pieceWith(A, 'trim', box(40, 50, 90, 50))).toEqual({
      trim: box(40, 50, 90, 50),
      bleed: box(37, 47, 96, 56),
    });
    expect(pieceWith(A, 'bleed', box(11, 11, 89, 59))).toEqual({ trim: A.trim, bleed: box(11, 11, 89, 59) });
  });

  it('one more lies beside it, else below it, else on it', () => {
    expect(pieceBeside(A, box(0, 0, 210, 297))).toEqual({ trim: box(104, 13, 85, 55), bleed: box(101, 10, 91, 61) });
    const high = { trim: box(13, 200, 85, 55), bleed: box(10, 197, 91, 61) };
    expect(pieceBeside(high, box(0, 0, 120, 297)).trim).toEqual(box(13, 139, 85, 55));
    expect(pieceBeside(A, box(0, 0, 120, 80))).toEqual(A);
  });

  it('are pages of the product in their order; one alone is a page with its boxes', () => {
    const artwork = artworkOf(2, { width: 200, height: 280 });
    const two = withPieces(null, AT, [A, B]);
    expect(two).toEqual([{ file: 0, pages: '1', why: 'hand', pieces: [A, B] }]);
    const page = worked(artwork, { work: two, inks: null }).pages[0] as WorkedPage;
    expect([page.pieces, page.trim]).toEqual([[A, B], A.trim]);
    const moved = withPieces(two, AT, [A, pieceWith(B, 'trim', box(120, 90, 85, 55))]);
    expect(moved).toHaveLength(1);
    expect(moved[0]!.pieces![1]!.bleed).toEqual(box(117, 87, 91, 61));
    const one = withPieces(two, AT, [B]);
    expect(one).toEqual([{ file: 0, pages: '1', why: 'hand', pieces: null, boxes: B }]);
    const alone = worked(artwork, { work: one, inks: null }).pages[0] as WorkedPage;
    expect([alone.pieces, alone.trim, alone.bleed]).toEqual([undefined, B.trim, B.bleed]);
    // what else was set of the page stays
    const cropped = withPieces(withBoxes(null, AT, { crop: A.bleed }), AT, [A, B]);
    expect(cropped).toEqual([{ file: 0, pages: '1', why: 'hand', boxes: { crop: A.bleed }, pieces: [A, B] }]);
  });
});
