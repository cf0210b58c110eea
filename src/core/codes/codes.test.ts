import { describe, expect, it } from 'vitest';
import { SYMBOLOGIES, type Symbology } from '../docket';
import { boxOf, SYMBOLOGY, type Symbol } from '../imprint';
import { decode } from './testing';
import { coderFor } from '.';

/** Drawn with so many pixels a module, on white. */
function drawn(
  { columns, rows, dark, quiet }: Symbol,
  k = 4,
): { grey: Uint8ClampedArray; width: number; height: number } {
  const tall = rows === 1 ? 40 : rows;
  const [left, top] = [quiet.left + 2, Math.max(quiet.above, 2) + 2];
  const width = (left + columns + quiet.right + 2) * k;
  const height = (top + tall + Math.max(quiet.below, 2) + 2) * k;
  const grey = new Uint8ClampedArray(width * height).fill(255);
  for (const [column, row, count] of dark)
    for (let y = (top + row) * k; y < (top + row + (rows === 1 ? tall : 1)) * k; y++)
      grey.fill(0, y * width + (left + column) * k, y * width + (left + column + count) * k);
  return { grey, width, height };
}

const read = (symbology: Symbology, symbol: Symbol): string => {
  const { grey, width, height } = drawn(symbol);
  return decode(symbology, grey, width, height);
};

const VALUES: { readonly [S in Symbology]: readonly [given: string, read: string][] } = {
  'code-128': [
    ['GTL-00341', 'GTL-00341'],
    ['1234567890', '1234567890'],
  ],
  'code-39': [['LOAN 0341', 'LOAN 0341']],
  itf: [['00341200', '00341200']],
  'ean-13': [
    ['629104150021', '6291041500213'],
    ['6291041500213', '6291041500213'],
  ],
  'ean-8': [['9638507', '96385074']],
  'upc-a': [['03600029145', '036000291452']],
  qr: [['card 0341 of Gullcroft', 'card 0341 of Gullcroft']],
  'data-matrix': [
    ['0341', '0341'],
    ['a longer one, 0341', 'a longer one, 0341'],
  ],
};

describe('codes', () => {
  it.each(SYMBOLOGIES)('%s is read back by a decoder that is not ours', async (symbology) => {
    const coder = await coderFor([symbology]);
    for (const [given, expected] of VALUES[symbology]) {
      const symbol = coder(symbology, given);
      if ('wrong' in symbol) throw new Error(symbol.wrong);
      expect(read(symbology, symbol)).toBe(expected);
    }
  });

  it('say what they cannot hold', async () => {
    const coder = await coderFor(SYMBOLOGIES);
    const wrong = (symbology: Symbology, text: string): string => {
      const made = coder(symbology, text);
      return 'wrong' in made ? made.wrong : '';
    };
    expect(wrong('ean-13', '12A')).toBe('“12A” is not 12 digits, or 13 with their check digit.');
    expect(wrong('ean-13', '6291041500214')).toBe('Incorrect EAN-13 check digit provided.');
    expect(wrong('itf', '123')).toBe('“123” is not digits, an even number of them.');
    expect(wrong('code-39', 'loan')).toContain('capitals');
    expect(wrong('code-128', 'Łódź')).toContain('ASCII');
    expect(wrong('qr', '')).toBe('There is nothing to say in it.');
    expect(wrong('qr', 'x'.repeat(5000))).not.toBe('');
    expect(wrong('data-matrix', 'x'.repeat(5000))).not.toBe('');
  });

  it('say beneath them what was added', async () => {
    const coder = await coderFor(['ean-13']);
    expect(coder('ean-13', '629104150021')).toMatchObject({ spoken: '6291041500213' });
  });
});

describe('how large a code is', () => {
  it.each(SYMBOLOGIES)('%s is known before it is made, never too small', async (symbology) => {
    const coder = await coderFor([symbology]);
    const digits = (n: number): string => '0123456789'.repeat(30).slice(0, n);
    const texts = {
      'ean-13': [digits(12)],
      'ean-8': [digits(7)],
      'upc-a': [digits(11)],
      itf: [2, 8, 20].map(digits),
      'code-39': ['A', 'LOAN 0341', digits(20)],
      'code-128': ['A', 'GTL-00341', digits(8), digits(9), 'aA1'.repeat(10)],
      qr: [1, 14, 15, 20, 21, 26, 27, 34, 35, 38, 39, 42, 43, 61, 62, 63, 64, 84, 85, 101, 102, 149, 150, 200].flatMap(
        (n) => [digits(n), 'A'.repeat(n), 'a'.repeat(n)],
      ),
      'data-matrix': [1, 6, 7, 10, 44, 88].flatMap((n) => [digits(n), 'ab'.repeat(n)]),
    }[symbology];
    for (const text of texts) {
      const [made, known] = [coder(symbology, text), boxOf(symbology, text)];
      if ('wrong' in made || 'wrong' in known) throw new Error(`${text}: no code`);
      expect(known.columns).toBeGreaterThanOrEqual(made.columns);
      expect(known.columns).toBeLessThanOrEqual(Math.max(made.columns * 1.6, made.columns + 35));
      expect(known.rows === 1).toBe(made.rows === 1);
      if (symbology === 'qr') expect([text, known.columns]).toEqual([text, made.columns]);
    }
    const [first] = texts;
    if (symbology !== 'code-128')
      expect(boxOf(symbology, first!)).toMatchObject({ columns: (coder(symbology, first!) as Symbol).columns });
  });
});

describe('what is known of codes', () => {
  it('has the quiet zones of their standards, and the least a reader is sure of', () => {
    const zones = Object.fromEntries(
      SYMBOLOGIES.map((s) => {
        const { quiet, least } = SYMBOLOGY[s];
        return [s, [quiet.left, quiet.right, quiet.above, quiet.below, least]];
      }),
    );
    expect(zones).toEqual({
      'code-128': [10, 10, 0, 0, 0.19],
      'code-39': [10, 10, 0, 0, 0.19],
      itf: [10, 10, 0, 0, 0.19],
      'ean-13': [11, 7, 0, 0, 0.264],
      'ean-8': [7, 7, 0, 0, 0.264],
      'upc-a': [9, 9, 0, 0, 0.264],
      qr: [4, 4, 4, 4, 0.25],
      'data-matrix': [1, 1, 1, 1, 0.25],
    });
  });
});
