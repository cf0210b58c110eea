import { describe, expect, it } from 'vitest';
import { Imprint, type Album } from '../docket';
import { rect } from '../measure';
import { page } from '../testing';
import { findPicture, isPictureName } from './pictures';
import { setImprint, type Setting } from './setting';

const album: Album = {
  names: ['people/Ada.png', 'people/Bo.JPG', 'other/ada.png', 'Zoë.tiff', 'no ending'],
  pages: [30, 40, 50, 60, 70].map((width) => ({ ...page({ width, height: 20 }), media: rect(0, 0, width, 20) })),
};

describe('a picture of an album', () => {
  it.each([
    ['Ada.png', 1],
    ['ADA.PNG', 1],
    ['photos\\ada.png', 1],
    [' ada ', 1],
    ['bo', 2],
    ['bo.png', 2],
    ['Zoe\u0308.tiff', 4],
    ['no ending', 5],
    ['no', null],
    ['', null],
    ['Ada.pn', null],
  ])('%s is page %s', (name, at) => {
    expect(findPicture(album, name)?.page ?? null).toBe(at);
  });

  it('is as large as its page', () => expect(findPicture(album, 'bo')!.size).toEqual({ width: 40, height: 20 }));

  it('is told from other values by its ending', () => {
    expect(['a.jpg', 'B.JPEG', 'c.tif', 'x/y.png'].every(isPictureName)).toBe(true);
    expect(['a.pdf', 'jpg', 'Ada', '10.5'].some(isPictureName)).toBe(false);
  });
});

describe('a picture in its place', () => {
  const set = (says: object, words: string, from: Album | null = album): Setting =>
    setImprint(
      Imprint.parse({
        name: 'It',
        text: '',
        says: { kind: 'picture', width: 20, height: 30, ...says },
        anchor: 'foot-left',
        x: 5,
        y: 7,
      }),
      words,
      { width: 90, height: 50 },
      { dpi: 600, coder: () => ({ wrong: 'none' }), album: from ?? undefined },
    );

  it('stands whole in the middle of it', () => {
    const { picture, size, covers } = set({}, 'bo');
    // 40 × 20 in 20 × 30: half as large, 10 high, 10 above its foot
    expect(picture).toEqual({ page: 2, toBox: [0.5, 0, 0, 0.5, 0, 10] });
    expect(size).toEqual({ width: 20, height: 30 });
    expect(covers).toMatchObject({ x: 5, y: 7, width: 20, height: 30 });
  });

  it('or fills it: 60 × 30, of which 20 at each side are beyond it', () => {
    expect(set({ fit: 'filled' }, 'bo').picture).toEqual({ page: 2, toBox: [1.5, 0, 0, 1.5, -20, 0] });
  });

  it('is said where there is none', () => {
    expect(set({}, 'Cy')).toMatchObject({ picture: null, wrong: 'There is no picture called “Cy”.' });
    expect(set({}, 'Ada', null)).toMatchObject({ picture: null, wrong: 'There is no picture called “Ada”.' });
    expect(set({}, 'Ada').wrong).toBeNull();
  });
});
