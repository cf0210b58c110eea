import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { ANCHORS, Imprint } from '../docket';
import { apply, contains, rect } from '../measure';
import { missingIn, widthOf } from './letters';
import { moduleOn, placedAt, setImprint, type Coder, type Setting } from './setting';

const PAGE = { width: 90, height: 50 };
/** Twenty bars of one module with as many between, as high as wished. */
const coder: Coder = (symbology, text) =>
  text === 'no'
    ? { wrong: 'Not that.' }
    : symbology === 'qr'
      ? {
          columns: 3,
          rows: 3,
          dark: [
            [0, 0, 3],
            [1, 2, 1],
          ],
          quiet: { left: 4, right: 4, above: 4, below: 4 },
          spoken: text,
        }
      : {
          columns: 5,
          rows: 1,
          dark: [
            [0, 0, 1],
            [3, 0, 2],
          ],
          quiet: { left: 10, right: 10, above: 0, below: 0 },
          spoken: text,
        };

function set(wish: object, words: string, more: { dpi?: number; mirrored?: boolean } = {}): Setting {
  const imprint = Imprint.parse({ name: 'It', text: '', says: { kind: 'text' }, ...wish });
  return setImprint(imprint, words, PAGE, { dpi: 600, coder, ...more });
}

describe('letters', () => {
  it('are as wide as the fonts say', () => {
    const load = createRequire(import.meta.url);
    const { parse } = load('opentype.js') as {
      parse: (b: ArrayBuffer) => { unitsPerEm: number; charToGlyph: (c: string) => { advanceWidth: number } };
    };
    const at = (file: string) => {
      const bytes = readFileSync(load.resolve(`@fontsource/${file}.woff`));
      return parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer);
    };
    const text = at('atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal');
    const head = at('bricolage-grotesque/files/bricolage-grotesque-latin-700-normal');
    for (const c of 'AW1 ,ßé') {
      expect(widthOf(c, 'text')).toBeCloseTo(text.charToGlyph(c).advanceWidth / text.unitsPerEm, 3);
      expect(widthOf(c, 'head')).toBeCloseTo(head.charToGlyph(c).advanceWidth / head.unitsPerEm, 3);
    }
    expect(widthOf('iii', 'mono')).toBeCloseTo(widthOf('WWW', 'mono'), 9);
  });

  it('that a font lacks are named', () => {
    expect(missingIn('Łódź café\n', 'text')).toBe('');
    expect(missingIn('潮汐 tide 潮', 'text-bold')).toBe('潮汐');
  });
});

describe('setting words', () => {
  it('gives a line 1.2 em, capitals in its middle', () => {
    const s = set({ says: { kind: 'text', size: 72, font: 'mono' }, anchor: 'foot-left', x: 5, y: 4 }, 'AB');
    // 72 points are an inch: 25.4 mm
    expect(s.size.height).toBeCloseTo(30.48, 6);
    expect(s.size.width).toBeCloseTo(2 * 25.4 * widthOf('A', 'mono'), 6);
    expect(s.toPage.slice(4)).toEqual([5, 4]);
    // from the capitals' heads to the top as from their feet to the foot
    expect(s.lines[0]!.y).toBeCloseTo((30.48 - 0.668 * 25.4) / 2, 6);
  });

  it('aligns lines in their place', () => {
    const x = (align: string): number[] =>
      set({ says: { kind: 'text', width: 40, align } }, 'a\nwider').lines.map((l) => l.x + 0);
    const [a, wider] = ['a', 'wider'].map((t) => (widthOf(t, 'text') * (10 * 25.4)) / 72) as [number, number];
    expect(x('left')).toEqual([0, 0]);
    expect(x('right')).toEqual([40 - a, 40 - wider]);
    expect(x('centre')).toEqual([(40 - a) / 2, (40 - wider) / 2]);
  });

  it('says by how much words are wider than their place, sets them smaller, or wraps them', () => {
    const words = 'Marsh Harrier Lane';
    const natural = widthOf(words, 'text') * ((20 * 25.4) / 72);
    expect(set({ says: { kind: 'text', size: 20, width: 30 } }, words).over.width).toBeCloseTo(natural - 30, 4);
    const shrunk = set({ says: { kind: 'text', size: 20, width: 30, fit: 'shrink' } }, words);
    expect(shrunk.points).toBeCloseTo((20 * 30) / natural, 6);
    expect(shrunk.over.width).toBe(0);
    // not beyond two fifths: then it is said
    const tiny = set({ says: { kind: 'text', size: 20, width: 10, fit: 'shrink' } }, words);
    expect(tiny.points).toBe(8);
    expect(tiny.over.width).toBeCloseTo(natural * 0.4 - 10, 4);
    const wrapped = set({ says: { kind: 'text', size: 20, width: 30, fit: 'wrap' } }, words);
    expect(wrapped.lines.map((l) => l.text)).toEqual(['Marsh', 'Harrier', 'Lane']);
    expect(
      set({ says: { kind: 'text', size: 20, width: 30, height: 20, fit: 'wrap' } }, words).over.height,
    ).toBeCloseTo((3 * 1.2 * 20 * 25.4) / 72 - 20, 4);
    expect(set({ says: { kind: 'text', size: 20, width: 50, fit: 'wrap' } }, words).lines.map((l) => l.text)).toEqual([
      'Marsh Harrier',
      'Lane',
    ]);
  });

  it('places it from each point of the trim', () => {
    const at = (anchor: string): number[] => {
      const { toPage } = set({ says: { kind: 'text', width: 20, height: 10 }, anchor, x: 3, y: 2 }, 'x');
      return [toPage[4], toPage[5]];
    };
    expect(ANCHORS.map(at)).toEqual([
      [3, 38],
      [38, 38],
      [67, 38],
      [3, 22],
      [38, 22],
      [67, 22],
      [3, 2],
      [38, 2],
      [67, 2],
    ]);
  });

  it('turns about its middle, and back where the page is mirrored', () => {
    const quarter = set({ says: { kind: 'text', width: 20, height: 10 }, turned: 90 }, 'x');
    expect(quarter.covers).toEqual(rect(40, 15, 10, 20));
    expect(apply(quarter.toPage, 0, 0)).toEqual([50, 15]);
    expect(set({ says: { kind: 'text', width: 20, height: 10 }, turned: -270 }, 'x').toPage).toEqual(quarter.toPage);
    const mirrored = set({ says: { kind: 'text', width: 20, height: 10 }, anchor: 'left', x: 3 }, 'x', {
      mirrored: true,
    });
    expect(mirrored.covers).toEqual(rect(67, 20, 20, 10));
  });

  it('is where it was dragged to', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ANCHORS),
        fc.double({ min: -50, max: 150, noNaN: true }),
        fc.double({ min: -50, max: 150, noNaN: true }),
        (anchor, x, y) => {
          const wish = placedAt(anchor, PAGE, { width: 20, height: 10 }, x, y);
          const { toPage } = set({ says: { kind: 'text', width: 20, height: 10 }, anchor, ...wish }, 'x');
          expect(toPage[4]).toBeCloseTo(x, 9);
          expect(toPage[5]).toBeCloseTo(y, 9);
        },
      ),
    );
  });

  it('keeps shrunk words in their place, whatever they are', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[A-Za-z ]{1,30}$/), fc.integer({ min: 4, max: 40 }), (words, size) => {
        const s = set({ says: { kind: 'text', size, width: 60, height: 40, fit: 'shrink', align: 'centre' } }, words);
        if (s.over.width > 0) return;
        for (const l of s.lines) {
          expect(l.x).toBeGreaterThanOrEqual(-1e-6);
          expect(l.x + l.width).toBeLessThanOrEqual(60 + 1e-6);
        }
      }),
    );
  });
});

describe('setting codes', () => {
  it('makes modules whole dots of the machine', () => {
    // at 600 dots to the inch one is 0.042333 mm: 0.4 mm are 9.4 of them
    expect(moduleOn(0.4, 600)).toBeCloseTo((9 * 25.4) / 600, 9);
    expect(moduleOn(0.1, 100)).toBeCloseTo(25.4 / 100, 9);
    const s = set({ says: { kind: 'code', symbology: 'code-128', module: 0.4, height: 9 } }, 'A');
    const m = (9 * 25.4) / 600;
    expect(s.size.width).toBeCloseTo(25 * m, 9);
    expect(s.size.height).toBe(9);
    expect(s.dark[1]).toMatchObject({ y: 0, height: 9 });
    expect(s.dark[1]!.x).toBeCloseTo(13 * m, 9);
    expect(s.dark[1]!.width).toBeCloseTo(2 * m, 9);
  });

  it('keeps quiet zones, and writes beneath bars what they say', () => {
    const qr = set({ says: { kind: 'code', symbology: 'qr', module: 0.4 } }, 'A');
    const m = (9 * 25.4) / 600;
    expect(qr.size).toEqual({ width: 11 * m, height: 11 * m });
    expect(qr.dark[0]!.y).toBeCloseTo(6 * m, 9);
    expect(qr.dark[1]).toMatchObject({ x: expect.closeTo(5 * m, 9), y: expect.closeTo(4 * m, 9) });
    const spoken = set({ says: { kind: 'code', symbology: 'ean-13', height: 10, spoken: true } }, '4006381333931');
    expect(spoken.size.height).toBeCloseTo(10 + (1.2 * 7 * 25.4) / 72, 9);
    expect(spoken.lines[0]!.text).toBe('4006381333931');
    for (const s of [qr, spoken])
      for (const d of s.dark) expect(contains(rect(0, 0, s.size.width, s.size.height), d)).toBe(true);
  });

  it('says why there is none', () => {
    expect(set({ says: { kind: 'code', symbology: 'qr' } }, 'no')).toMatchObject({ wrong: 'Not that.', dark: [] });
  });
});
