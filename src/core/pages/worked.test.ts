import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PageWork, type Artwork, type PageWork as Work } from '../docket';
import { rect } from '../measure';
import { artworkOf, docketFor, flatDocketFor, look } from '../testing';
import { pageList, pagesCounted, pagesOffered, pagesToRuns } from './page-list';
import { withBoxes, withLay, withoutWork } from './set-work';
import { worked, type WorkedPage } from './worked';

const of = (...wishes: Partial<Work>[]): { work: Work[] } => ({ work: wishes.map((w) => PageWork.parse(w)) });
const pagesOf = (artwork: Artwork, ...wishes: Partial<Work>[]): readonly WorkedPage[] =>
  worked(artwork, of(...wishes)).pages;
const BOX = rect(10, 10, 60, 40);

describe('pages with what is done to them', () => {
  const artwork = artworkOf(6);

  it('are the artwork itself where nothing is wished', () => {
    expect(worked(artwork, {})).toBe(artwork);
    expect(worked(artwork, { work: null })).toBe(artwork);
    expect(worked(artwork, { work: [] })).toBe(artwork);
    expect(pagesOf(artwork, { file: 1, boxes: { trim: BOX } })).toEqual(artwork.pages);
  });

  it('have the boxes that are set for their range, the last before those before it', () => {
    const pages = pagesOf(
      artwork,
      { pages: 'odd', boxes: { trim: BOX, bleed: rect(7, 7, 66, 46) } },
      { pages: '5-', boxes: { crop: BOX } },
      { pages: '3', boxes: { trim: rect(11, 10, 60, 40) } },
    );
    expect(pages.map((p) => p.trim.x)).toEqual([10, 3, 11, 3, 10, 3]);
    expect(pages[2]!.bleed).toEqual(rect(7, 7, 66, 46));
    expect(pages.map((p) => p.crop === BOX || p.crop.width === 60)).toEqual([false, false, false, false, true, true]);
    expect(pages[0]!.seen).toEqual(rect(7, 7, 66, 46));
    expect(pages[1]!.seen).toBeUndefined();
  });

  it('go on round a trim that is set alone as far as they did, and are seen whole where it leaves what was seen', () => {
    const [page] = pagesOf(artwork, { boxes: { trim: BOX } });
    expect(page!.bleed).toEqual(artwork.pages[0]!.bleed);
    const [moved] = pagesOf(artwork, { boxes: { trim: BOX, bleed: BOX } }, { boxes: { trim: rect(12, 10, 60, 40) } });
    expect([moved!.bleed, moved!.seen]).toEqual([rect(12, 10, 60, 40), undefined]);
  });

  it('are the same done twice', () => {
    const wish = of({ pages: 'even', boxes: { trim: BOX, media: rect(5, 5, 100, 100) } });
    const once = worked(artwork, wish);
    expect(worked(once, wish)).toBe(once);
    expect(worked(structuredClone(once), wish)).toEqual(once);
  });

  it('that have several pieces are as many pages of the list', () => {
    const wish = of({ pages: '2', pieces: [BOX, rect(80, 10, 60, 40)].map((trim) => ({ trim, bleed: trim })) });
    const seen = worked(artworkOf(3), wish);
    const list = (runs: { from: number; to: number }[] | null) =>
      pageList(
        {
          imposed: { kind: 'pages' },
          product: { pages: runs && runs.map((r) => ({ kind: 'pages', file: 0, turn: 0, ...r })), bound: 'left' },
        },
        seen,
      ).map((p) => p && `${p.page}${p.part?.piece === undefined ? '' : 'ab'[p.part.piece]}`);
    expect(list(null)).toEqual(['1', '2a', '2b', '3']);
    expect(list([{ from: 3, to: 9 }])).toEqual(['2b', '3']);
  });
});

describe('a page list of pages with several pieces', () => {
  const BOXES = [BOX, rect(80, 10, 60, 40)].map((trim) => ({ trim, bleed: trim }));
  const runs = (...list: [number, number, number][]) =>
    list.map(([file, from, to]) => ({ kind: 'pages' as const, file, from, to, turn: 0 as const }));
  const wish = (pages: ReturnType<typeof runs>) => ({
    imposed: { kind: 'pages' as const },
    product: { pages, bound: 'left' as const },
  });

  it('is written as it is read, in the artwork and in further files, also when pages change places', () => {
    const artwork = worked(
      { ...artworkOf(2), more: [artworkOf(1).pages, artworkOf(3).pages] },
      {
        work: [PageWork.parse({ pages: '2', pieces: BOXES }), PageWork.parse({ file: 1, pieces: BOXES })],
      },
    );
    for (const list of [runs([0, 1, 3], [1, 1, 2], [2, 1, 3]), runs([1, 2, 2], [0, 3, 3], [1, 1, 1], [2, 2, 3])]) {
      const it = wish(list);
      expect(pagesToRuns(pageList(it, artwork), pagesCounted(it, artwork))).toEqual(list);
    }
    const it = wish(runs([1, 1, 2]));
    const [first, second] = pageList(it, artwork);
    // the second card before the first: not the first twice
    expect(pagesToRuns([second!, first!], pagesCounted(it, artwork))).toEqual(runs([1, 2, 2], [1, 1, 1]));
    expect([0, 1, 2].map((file) => pagesOffered(it, artwork, file))).toEqual([3, 2, 3]);
  });
});

describe('wishes made by hand', () => {
  const at = { file: 0, pages: '2-3' };

  it('for the same pages are one, and go before what was wished before', () => {
    const found = PageWork.parse({ why: 'marks', boxes: { trim: BOX } });
    const once = withBoxes([found], at, { trim: rect(1, 1, 9, 9) });
    const twice = withBoxes(once, at, { crop: BOX });
    expect(twice).toHaveLength(2);
    expect(twice[1]).toEqual({ file: 0, pages: '2-3', why: 'hand', boxes: { trim: rect(1, 1, 9, 9), crop: BOX } });
    const other = withLay(twice, { file: 0, pages: 'all' }, { turn: 1 }, undefined);
    expect(withBoxes(other, at, { art: BOX })).toHaveLength(4);
    expect(withoutWork(twice, at)).toEqual([found]);
    expect(withoutWork([twice[1]!], at)).toBeNull();
  });
});

describe('what is found about them', () => {
  it('offers to take a piece, and to take its page whole again', () => {
    const artwork = artworkOf(1, { width: 210, height: 297 }, 0);
    const marked = [{ trim: rect(60, 100, 85, 55), bleed: rect(57, 97, 91, 61) }];
    artwork.pages[0] = { ...artwork.pages[0]!, found: { marked } };
    const docket = flatDocketFor(artwork);
    expect(docket.artwork.work?.[0]).toMatchObject({ why: 'marks', pages: 'all' });
    expect(docket.product.finished).toEqual({ width: 85, height: 55 });
    const whole = look({ ...docket, artwork: { ...docket.artwork, work: null } }, artwork).find('piece-seen');
    expect(whole?.remedies?.map((r) => r.label)).toEqual(['Take what was found']);
    expect(look(docket, artwork).find('piece-found')?.severity).toBe('fine');
  });

  it('of a book is its pages', () => {
    const artwork = artworkOf(4, { width: 180, height: 242 }, 0);
    const marked = [{ trim: rect(16, 16, 148, 210), bleed: rect(13, 13, 154, 216) }];
    artwork.pages = artwork.pages.map((page) => ({ ...page, found: { marked } }));
    const docket = docketFor(artwork);
    expect(docket.product.finished).toEqual({ width: 148, height: 210 });
    expect(look(docket, artwork).find('piece-found')?.title).toBe('The pages were found between their crop marks');
  });

  it('says what no longer fits, and lets go of it', () => {
    const artwork = artworkOf(4);
    const base = docketFor(artwork);
    for (const wish of [
      { pages: '9', boxes: { trim: BOX } },
      { pages: 'all', boxes: { crop: rect(100, 0, 100, 100) } },
      { file: 2, boxes: { trim: BOX } },
      { pages: '1', pieces: [BOX, rect(120, 0, 60, 40)].map((trim) => ({ trim, bleed: trim })) },
    ]) {
      const docket = { ...base, artwork: { ...base.artwork, ...of({ pages: '1', lay: undefined }, wish) } };
      const finding = look(docket, artwork).find('work-lost');
      expect(
        finding?.remedies?.map((r) => r.label),
        JSON.stringify(wish),
      ).toEqual(['Let go of what does not fit']);
    }
  });
});

describe('any wish', () => {
  it('is borne', () => {
    const box = fc.record({
      x: fc.double({ min: -500, max: 500, noNaN: true }),
      y: fc.double({ min: -500, max: 500, noNaN: true }),
      width: fc.double({ min: 1, max: 900, noNaN: true }),
      height: fc.double({ min: 1, max: 900, noNaN: true }),
    });
    fc.assert(
      fc.property(box, fc.option(box), fc.constantFrom('all', 'odd', '2-'), (trim, bleed, pages) => {
        const artwork = artworkOf(4);
        const base = docketFor(artwork);
        const docket = { ...base, artwork: { ...base.artwork, ...of({ pages, boxes: { trim, bleed } }) } };
        expect(() => look(docket, artwork).findings.map((f) => f.offers?.())).not.toThrow();
      }),
      { numRuns: 30 },
    );
  });
});
