import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  folios,
  letters,
  pageList,
  pageListText,
  PageListError,
  pagesOffered,
  pagesTaken,
  pagesThere,
  pagesToRuns,
  parsePageList,
  roman,
  runsToPages,
  sectionsApart,
  spreadsApart,
  type PageRef,
} from '.';
import { wayOf } from '../fold';
import { patched } from '../docket';
import { plan } from '../sheet';
import { artworkOf, docketFor } from '../testing';

const pagesOf = (text: string, counts: readonly number[] = [20]): (string | number)[] =>
  runsToPages(parsePageList(text, counts)).map((p) =>
    p === null ? 'blank' : p.file === 0 && p.turn === 0 ? p.page : `${'ABC'[p.file]}${p.page}/${p.turn}`,
  );

describe('a typed page list', () => {
  it('takes ranges, blanks, open ends, backwards runs, other files, repeats and turns', () => {
    expect(pagesOf('1-4, 7, blank, 9-', [12])).toEqual([1, 2, 3, 4, 7, 'blank', 9, 10, 11, 12]);
    expect(pagesOf('-3; 2 blanks')).toEqual([1, 2, 3, 'blank', 'blank']);
    expect(pagesOf('5-3')).toEqual([5, 4, 3]);
    expect(pagesOf('B2-3, 1', [4, 3])).toEqual(['B2/0', 'B3/0', 1]);
    expect(pagesOf('2x3')).toEqual([2, 2, 2]);
    expect(pagesOf('1<, 2>, 3^')).toEqual(['A1/1', 'A2/3', 'A3/2']);
  });
  it.each([
    ['', /at least one page/],
    ['apple', /“apple” is no page/],
    ['21', /no page 21; the file has 20 pages/],
    ['0-3', /no page 0/],
    ['C1', /no file C/],
  ])('refuses %j in words', (text, said) => {
    expect(() => parsePageList(text, [20, 5])).toThrow(PageListError);
    expect(() => parsePageList(text, [20, 5])).toThrow(said);
  });
  it('is written as short as it can be, and read back the same', () => {
    const ref = fc.record({
      file: fc.constantFrom(0, 0, 0, 1),
      page: fc.integer({ min: 1, max: 9 }),
      turn: fc.constantFrom(0 as const, 0 as const, 1 as const, 2 as const, 3 as const),
    });
    const list = fc.array(fc.oneof(ref, fc.constant(null)), { minLength: 1, maxLength: 40 });
    fc.assert(
      fc.property(list, (pages: (PageRef | null)[]) => {
        const runs = pagesToRuns(pages);
        expect(runsToPages(runs)).toEqual(pages);
        expect(runsToPages(parsePageList(pageListText(runs), [9, 9]))).toEqual(pages);
      }),
    );
    expect(pageListText(pagesToRuns(runsToPages(parsePageList('1,2,3,5,4,3,blank,blank', [9]))))).toBe(
      '1-3, 5-3, 2 blanks',
    );
  });
  it('is what is imposed: moved, repeated, blank, from another file; pages that are gone are left out', () => {
    const artwork = { ...artworkOf(6), more: [artworkOf(2).pages] };
    const docket = patched(docketFor(artwork), {
      artwork: { more: [{ name: 'b.pdf' }] },
      product: { pages: parsePageList('2, 1, blank, B1-2, 6, 6', [6, 2]) },
    });
    const it = plan(docket, artwork);
    expect(it.product.pages.map((p) => (p.ref ? `${p.ref.file}:${p.ref.page}` : null))).toEqual([
      '0:2',
      '0:1',
      null,
      '1:1',
      '1:2',
      '0:6',
      '0:6',
      null,
    ]);
    expect(pageList({ imposed: docket.artwork.imposed, product: docket.product }, artworkOf(1))).toEqual([
      { file: 0, page: 1, turn: 0 },
      null,
    ]);
  });
});

describe('numbers of pages', () => {
  it('run in roman numerals and letters', () => {
    expect([1, 4, 9, 14, 40, 90, 1994].map(roman)).toEqual(['i', 'iv', 'ix', 'xiv', 'xl', 'xc', 'mcmxciv']);
    expect([1, 26, 27, 52, 703].map(letters)).toEqual(['A', 'Z', 'AA', 'AZ', 'AAA']);
  });
  it('begin anew where they are wished to', () => {
    const numbering = [
      { from: 1, style: 'none' as const, start: 1 },
      { from: 2, style: 'roman' as const, start: 1 },
      { from: 5, style: 'arabic' as const, start: 1 },
    ];
    expect(folios(7, numbering)).toEqual(['–', 'i', 'ii', 'iii', '1', '2', '3']);
    expect(folios(3, [])).toEqual(['1', '2', '3']);
    expect(folios(3, [{ from: 2, style: 'letters', start: 3 }])).toEqual(['1', 'C', 'D']);
  });
});

describe('artwork that is already imposed', () => {
  const said = (list: readonly (PageRef | null)[]): string[] =>
    list.map((p) => (p ? `${p.page}${p.part ? `.${p.part.column}${p.part.row}` : ''}${p.turn ? 'v' : ''}` : '–'));

  it('of spreads is taken apart left and right, covers whole, from the right where it is read so', () => {
    expect(said(spreadsApart(2, 0, false))).toEqual(['1.00', '1.10', '2.00', '2.10']);
    expect(said(spreadsApart(3, 0, true))).toEqual(['1', '2.00', '2.10', '3']);
    expect(said(spreadsApart(1, 0, false, 'right'))).toEqual(['1.10', '1.00']);
    // bound at the top: the upper half, then the lower
    expect(spreadsApart(1, 0, false, 'top').map((p) => p!.part)).toEqual([
      { columns: 1, rows: 2, column: 0, row: 1 },
      { columns: 1, rows: 2, column: 0, row: 0 },
    ]);
  });
  it('of sheets folded once and nested: 8|1, 2|7, 6|3, 4|5', () => {
    const docket = docketFor(artworkOf(4));
    // side 1 carries 8 | 1, side 2 carries 2 | 7, side 3 6 | 3, side 4 4 | 5
    expect(said(sectionsApart(4, wayOf('4-single')!, true, docket.product.bound))).toEqual([
      '1.10',
      '2.00',
      '3.10',
      '4.00',
      '4.10',
      '3.00',
      '2.10',
      '1.00',
    ]);
  });
  it('of sections gathered, heads that point down turned up', () => {
    const list = sectionsApart(2, wayOf('8-right-angle')!, false, 'left');
    // outer: 5 4 on their heads above 8 1
    expect(said(list)).toEqual(['1.10', '2.00', '2.01v', '1.11v', '1.01v', '2.11v', '2.10', '1.00']);
  });
  it('a page list counts the pages that were taken, and says them again as it was typed', () => {
    const artwork = artworkOf(4, { width: 297, height: 210 });
    const imposed = { kind: 'spreads' as const, covers: false };
    const wish = (text: string) => {
      const product = { bound: 'left' as const, pages: parsePageList(text, [8]) };
      return { imposed, product };
    };
    const taken = pagesTaken(wish('1'), artwork);
    expect(pagesOffered(wish('1'), artwork, 0)).toBe(8);
    // the first and the last of four stand alone as covers
    const covers = { ...wish('1'), imposed: { kind: 'spreads' as const, covers: true } };
    expect(pagesOffered(covers, artwork, 0)).toBe(6);
    expect(pagesTaken(covers, artwork)).toHaveLength(6);
    expect(pagesOffered(covers, artworkOf(1), 0)).toBe(1);
    // page 3 is the left of the second spread, page 8 the right of the last
    const list = pageList(wish('3, 8, 3<, blank'), artwork);
    const half = (page: number, column: number, turn = 0) => ({
      file: 0,
      page,
      turn,
      part: { columns: 2, rows: 1, column, row: 0 },
    });
    expect(list).toEqual([half(2, 0), half(4, 1), half(2, 0, 1), null]);
    expect(pageListText(pagesToRuns(list, taken))).toBe('3, 8, 3<, blank');
    // moved about on the screen nothing of them is lost
    const moved = [...taken.slice(4), ...taken.slice(0, 4)];
    expect(pageListText(pagesToRuns(moved, taken))).toBe('5-8, 1-4');
  });
  it('of parts that lie upside down a list says what is turned besides', () => {
    const artwork = artworkOf(2, { width: 297, height: 420 });
    const imposed = { kind: 'folded' as const, fold: '8-right-angle', nested: false };
    const of = (text: string) =>
      pageList({ imposed, product: { bound: 'left', pages: parsePageList(text, [8]) } }, artwork);
    const taken = pagesTaken({ imposed, product: { bound: 'left', pages: null } }, artwork);
    const [down] = taken.filter((p) => p?.turn === 2);
    const n = taken.indexOf(down!) + 1;
    expect(of(String(n))).toEqual([down]);
    expect(pageListText(pagesToRuns(of(`${n}<`), taken))).toBe(`${n}<`);
    expect(of(`${n}<`)[0]!.turn).toBe(3);
  });
  it('a list that names more than there is keeps what is there, and counts what is not', () => {
    const artwork = artworkOf(3);
    const wish = {
      imposed: { kind: 'pages' as const },
      product: { bound: 'left' as const, pages: parsePageList('2-6, 9', [9]) },
    };
    const { pages, missing } = pagesThere(wish, artwork);
    expect(pageListText(pages)).toBe('2-3');
    expect([...missing]).toEqual([[0, 4]]);
  });
  it('imposed by us and taken apart again gives the pages in order', () => {
    const artwork = artworkOf(16);
    const docket = docketFor(artwork);
    const way = wayOf('8-right-angle')!;
    const it = plan(patched(docket, { product: { fold: way.id }, sheet: { up: 'one' } }), artwork);
    const list = sectionsApart(it.sheets.length * 2, way, true, 'left');
    list.forEach((ref, i) => {
      const side = it.sheets.at(Math.floor((ref!.page - 1) / 2))[ref!.page % 2 === 1 ? 'front' : 'back'];
      expect(side.some((c) => c.place === i + 1)).toBe(true);
    });
  });
  it('passed through is sheets as they are, without marks', () => {
    const artwork = artworkOf(4, { width: 420, height: 297 }, 0);
    const docket = patched(docketFor(artwork), { artwork: { imposed: { kind: 'sheets' } } });
    const it = plan(docket, artwork);
    expect(it.sheets).toHaveLength(2);
    expect(it.sheets.at(0).front.map((c) => c.page)).toEqual([1]);
    expect(it.sheets.at(0).back.map((c) => c.page)).toEqual([2]);
  });
});
