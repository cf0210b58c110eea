import { describe, expect, it } from 'vitest';
import { patched, type FlatProduct, type PageRun } from '../docket';
import { artworkOf, docketFor, flatDocketFor } from '../testing';
import { pagesArriving } from './arriving';

const size = { width: 90, height: 50 };
const artwork = artworkOf(3, size);
const run = (file: number, from: number, to: number): PageRun => ({ kind: 'pages', file, from, to, turn: 0 });
const blanks = (count: number): PageRun => ({ kind: 'blanks', count });
const flat = (product: Partial<FlatProduct>) =>
  patched(flatDocketFor(artwork), { product: { sides: 'one', order: { kind: 'repeat' }, ...product } });
const THREE = { file: 1, pages: 3 };

describe('pages of a file that comes later', () => {
  it('fall into the open places in their order, the rest goes behind', () => {
    const docket = flat({ pages: [run(0, 1, 1), blanks(1), run(0, 2, 3), blanks(1)] });
    expect(pagesArriving(docket, artwork, THREE)).toEqual([run(0, 1, 1), run(1, 1, 1), run(0, 2, 3), run(1, 2, 3)]);
    // fewer than there are places: the others stay open
    expect(pagesArriving(docket, artwork, { file: 1, pages: 1 })).toEqual([
      run(0, 1, 1),
      run(1, 1, 1),
      run(0, 2, 3),
      blanks(1),
    ]);
    expect(pagesArriving(flat({ pages: null }), artwork, THREE)).toEqual([run(0, 1, 3), run(1, 1, 3)]);
  });

  it('go behind nothing that is a sequence, but into its open places', () => {
    const order = { kind: 'sequence', way: 'across', last: null } as const;
    expect(pagesArriving(flat({ order, pages: null }), artwork, THREE)).toBeNull();
    expect(pagesArriving(flat({ order, pages: [run(0, 1, 2), blanks(1)] }), artwork, THREE)).toEqual([
      run(0, 1, 2),
      run(1, 1, 1),
    ]);
  });

  it('are not put where every record has all the pages', () => {
    const docket = patched(flat({ pages: [run(0, 1, 2), blanks(1)] }), { imprint: { records: 20 } });
    expect(pagesArriving(docket, artwork, THREE)).toBeNull();
  });

  it('are not put into a book, whose blanks are meant', () => {
    const book = artworkOf(8, { width: 148, height: 210 });
    const docket = patched(docketFor(book), { product: { pages: [run(0, 1, 7), blanks(1)] } });
    expect(pagesArriving(docket, book, THREE)).toBeNull();
  });
});
