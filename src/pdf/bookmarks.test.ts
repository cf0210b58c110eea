import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { readArtwork } from './read';
import { textString } from './syntax/strings';
import { numberedPages, run, scratch, writePdf } from './testing';

const dir = scratch();
let serial = 0;

/** Bookmarks of a file of four pages (objects 1000, 1002 …) with this outline at object 100. */
async function bookmarks(extra: Record<number, string>, catalog = '/Outlines 100 0 R') {
  const path = join(dir, `b${++serial}.pdf`);
  writePdf(path, numberedPages(4), extra, catalog);
  expect(run('qpdf', '--check', path)).toContain('No syntax');
  return (await readArtwork(path, `${path}.work`)).artwork.bookmarks;
}

describe('bookmarks', () => {
  it('of the first level, by their page, their place, a name or an action', async () => {
    const found = await bookmarks(
      {
        100: '<</First 101 0 R/Last 105 0 R/Count 5>>',
        101: '<</Title(One \\(and only\\))/Parent 100 0 R/Dest[1000 0 R/Fit]/Next 102 0 R>>',
        102: '<</Title<FEFF005A0077006500690020201C>/Parent 100 0 R/A<</S/GoTo/D[1002 0 R/XYZ 0 0 0]>>/Prev 101 0 R/Next 103 0 R>>',
        103: '<</Title(Three)/Parent 100 0 R/Dest(third)/Prev 102 0 R/Next 104 0 R>>',
        104: '<</Title(Old name)/Parent 100 0 R/Dest/old/Prev 103 0 R/Next 105 0 R>>',
        105: '<</Title(By place)/Parent 100 0 R/Dest[3/Fit]/Prev 104 0 R>>',
        110: '<</Kids[111 0 R]>>',
        111: '<</Limits[(third)(third)]/Names[(third)<</D[1004 0 R/Fit]>>]>>',
        112: '<</old[1006 0 R/Fit]>>',
      },
      '/Outlines 100 0 R/Names<</Dests 110 0 R>>/Dests 112 0 R',
    );
    expect(found).toEqual([
      { title: 'One (and only)', page: 1 },
      { title: 'Zwei “', page: 2 },
      { title: 'Three', page: 3 },
      { title: 'Old name', page: 4 },
      { title: 'By place', page: 4 },
    ]);
  });
  it('of the second level, where all hang on one', async () => {
    const found = await bookmarks({
      100: '<</First 101 0 R/Last 101 0 R/Count 3>>',
      101: '<</Title(The book)/Parent 100 0 R/Dest[1000 0 R/Fit]/First 102 0 R/Last 103 0 R/Count 2>>',
      102: '<</Title(One)/Parent 101 0 R/Dest[1002 0 R/Fit]/Next 103 0 R>>',
      103: '<</Title(Two)/Parent 101 0 R/Dest[1006 0 R/Fit]/Prev 102 0 R>>',
    });
    expect(found).toEqual([
      { title: 'One', page: 2 },
      { title: 'Two', page: 4 },
    ]);
  });
  it('that lead nowhere, out of the file, or round in a circle are left out', async () => {
    const found = await bookmarks({
      100: '<</First 101 0 R/Last 104 0 R/Count 4>>',
      101: '<</Title(Web)/Parent 100 0 R/A<</S/URI/URI(x)>>/Next 102 0 R>>',
      102: '<</Title(Nothing)/Parent 100 0 R/Dest(nowhere)/Next 103 0 R>>',
      103: '<</Title(Far)/Parent 100 0 R/Dest[9/Fit]/Next 104 0 R>>',
      104: '<</Title(Last)/Parent 100 0 R/Dest[1006 0 R/Fit]/Next 101 0 R>>',
    });
    expect(found).toEqual([{ title: 'Last', page: 4 }]);
    expect(await bookmarks({}, '/Outlines 100 0 R')).toBeUndefined();
  });
});

describe('strings', () => {
  it('by the letter of 7.3.4 and 7.9.2.2', () => {
    expect(textString('(a\\101\\n\\)b\\\nc)')).toBe('aA\n)bc');
    expect(textString('<48 69 2>')).toBe('Hi ');
    expect(textString('(\xef\xbb\xbf\xc3\xa9)')).toBe('é');
    expect(textString('/Name')).toBeNull();
  });
});
