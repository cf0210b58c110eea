import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import {
  patched,
  plan,
  type DocketOf,
  type ImprintWish,
  type Patch,
  type Rect,
  type Symbology,
  widthOf,
} from '../../core';
import { coderOf } from '../../core/codes';
import { decode } from '../../core/codes/testing';
import { flatDocketFor, docketFor, SHOP } from '../../core/testing';
import { readTable } from '../../records';
import { ImprintError } from '../errors';
import { readArtwork } from '../read';
import { cutApart, numberedPages, placesOn, run, scratch, wordsOf, writePdf } from '../testing';
import { compose } from '.';

const dir = scratch();
let serial = 0;
const MM = 72 / 25.4;

type Imprints = Patch<DocketOf<'flat'>>['imprint'];

interface Made {
  readonly out: string;
  /** Of the first piece, from the sheet's lower left, mm. */
  readonly first: Rect;
  readonly sides: ReturnType<typeof wordsOf>;
}

/** Pieces of 100 × 60 mm imposed with these imprints, 16 up. */
async function imposed(imprint: Imprints, more: Patch<DocketOf<'flat'>> = {}, table?: string): Promise<Made> {
  const source = join(dir, `in${++serial}.pdf`);
  writePdf(source, numberedPages(1, 100 * MM, 60 * MM, 3 * MM));
  const read = await readArtwork(source, `${source}.work`);
  const rows = join(dir, `rows${serial}`);
  let artwork = read.artwork;
  if (table !== undefined) {
    writeFileSync(`${rows}.csv`, table);
    artwork = { ...artwork, table: await readTable(`${rows}.csv`, rows) };
  }
  const base: Patch<DocketOf<'flat'>> = {
    sheet: { stock: SHOP.stocks[2]! },
    product: {
      finished: { width: 100, height: 60 },
      bleed: 3,
      sides: 'one',
      copies: 1,
      lies: { way: 'upright' },
      order: { kind: 'stack', lot: null, last: 'blanks' },
    },
    marks: { slug: { on: false } },
    imprint,
  };
  const docket = [base, more].reduce<DocketOf<'flat'>>((d, p) => patched(d, p), flatDocketFor(artwork));
  const out = join(dir, `out${serial}.pdf`);
  const coder = await coderOf(docket);
  compose({ docket, artwork, source, out, rows: table === undefined ? null : rows, ...(coder ? { coder } : {}) });
  expect(run('qpdf', '--check', out)).toContain('No syntax or stream encoding errors');
  return { out, sides: wordsOf(out), first: plan(docket, artwork).sheets.at(0).front[0]!.trim };
}

const TEXT = { kind: 'text', font: 'mono', size: 14, align: 'left', fit: 'as-is', width: null, height: null } as const;
const NUMBER = {
  name: 'Number',
  text: 'N{No}',
  says: TEXT,
  ink: { spot: null, cmyk: { c: 0, m: 0, y: 0, k: 100 } },
  anchor: 'foot-right',
  x: 5,
  y: 5,
  turned: 0,
  parts: 'all',
  on: 'all',
} as const satisfies ImprintWish['prints'][number];
const COUNTER = {
  name: 'No',
  start: 1,
  step: 1,
  style: 'digits',
  digits: 4,
  prefix: '',
  suffix: '',
  check: 'none',
  repeat: 1,
  counts: 'records',
  restart: false,
} as const satisfies ImprintWish['counters'][number];
const upTo = (n: number, from = 1): number[] => Array.from({ length: n }, (_, i) => from + i);

describe('numbers on paper', () => {
  it('are in order when the piles are cut and laid on each other', async () => {
    const { sides } = await imposed({ records: 100, counters: [COUNTER], prints: [NUMBER] });
    const sheets = sides.map((s) => placesOn(s, /^N\d{4}$/));
    expect(sheets.map((s) => s.length)).toEqual([15, 15, 14, 14, 14, 14, 14]);
    expect(cutApart(sheets).flat()).toEqual(upTo(100));
  });

  it('stand where they are placed, to a hundredth of a millimetre', async () => {
    const { out } = await imposed({ records: 16, counters: [COUNTER], prints: [NUMBER] });
    const box = run('pdftotext', '-bbox', '-l', '1', out, '-');
    const at = [...box.matchAll(/xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="([\d.]+)">N(\d+)</g)].map((m) =>
      m.slice(1).map(Number),
    );
    expect(at).toHaveLength(16);
    const right = at.map(([, , xMax]) => xMax! / MM).sort((a, b) => a - b);
    // columns are 106 mm apart: 100 and a gap of twice the bleed
    const columns = right.filter((x, i) => i === 0 || x - right[i - 1]! > 1);
    expect(columns).toHaveLength(4);
    columns.slice(1).forEach((x, i) => expect(x - columns[i]!).toBeCloseTo(106, 2));
    const [xMin, , xMax] = at[0]!;
    expect((xMax! - xMin!) / 14).toBeCloseTo(widthOf('N0001', 'mono'), 3);
  });

  it('are those that are asked for when some are printed again', async () => {
    const { sides } = await imposed({
      records: 500,
      only: [
        { from: 341, to: 360 },
        { from: 7, to: 7 },
      ],
      counters: [COUNTER],
      prints: [NUMBER],
    });
    const all = sides.flatMap((s) => placesOn(s, /^N\d+$/)).map((a) => a.n);
    expect(all.sort((a, b) => a - b)).toEqual([7, ...upTo(20, 341)]);
  });

  it('are the same on the front and behind it', async () => {
    const source = join(dir, `two${++serial}.pdf`);
    writePdf(source, numberedPages(2, 100 * MM, 60 * MM, 3 * MM));
    const { artwork } = await readArtwork(source, `${source}.work`);
    const docket = patched(flatDocketFor(artwork), {
      sheet: { stock: SHOP.stocks[2]! },
      product: { sides: 'two', copies: 1, order: { kind: 'stack', lot: null, last: 'blanks' } },
      imprint: { records: 20, counters: [COUNTER], prints: [{ ...NUMBER, anchor: 'centre', x: 0, y: 8 }] },
    });
    const out = join(dir, `two${serial}-out.pdf`);
    compose({ docket, artwork, source, out });
    const [front, back] = wordsOf(out).map((s) => placesOn(s, /^N\d+$/));
    const { width } = wordsOf(out)[0]!;
    expect(front!.length).toBeGreaterThan(5);
    for (const { n, x, y } of front!) {
      const behind = back!.filter((b) => Math.abs(b.x - (width - x)) < 1 && Math.abs(b.y - y) < 1);
      expect(behind.map((b) => b.n)).toEqual([n]);
    }
  });

  it('count a book’s pages', async () => {
    const source = join(dir, `book${++serial}.pdf`);
    writePdf(source, numberedPages(8, 148 * MM, 210 * MM, 3 * MM));
    const { artwork } = await readArtwork(source, `${source}.work`);
    const docket = patched(docketFor(artwork), {
      imprint: { counters: [{ ...COUNTER, counts: 'pages', start: 101 }], prints: [{ ...NUMBER, on: 'odd' }] },
    });
    const out = join(dir, `book${serial}-out.pdf`);
    compose({ docket, artwork, source, out });
    const numbers = wordsOf(out).flatMap((s) => placesOn(s, /^N\d+$/).map((a) => a.n));
    expect([...new Set(numbers)].sort()).toEqual([101, 102, 103, 104]);
  });
});

describe('sets of parts on paper', () => {
  it('come off the cutter set by set, each part with its name and the number of its set', async () => {
    const parts = ['A', 'B', 'C'].map((name) => ({ name, stock: null }));
    const prints = [{ ...NUMBER, text: 'N{No}{Part}' }];
    const { sides } = await imposed({ records: 50, counters: [COUNTER], prints }, { product: { parts } });
    // fifty sets in sixteen places: four sheets of each part
    expect(sides).toHaveLength(12);
    const of = (letter: string) => sides.map((s) => placesOn(s, new RegExp(`^N\\d{4}${letter}$`)));
    ['A', 'B', 'C'].forEach((letter, part) =>
      of(letter).forEach((side, i) => expect(side.length > 0).toBe(i % 3 === part)),
    );
    // in the piles the parts of a set follow each other, and the sets are in order
    const stack = cutApart(sides.map((s) => placesOn(s, /^N\d{4}[ABC]$/)));
    expect(stack.flat()).toEqual(upTo(50).flatMap((n) => [n, n, n]));
  });
});

describe('words on paper', () => {
  const MEMBERS = 'Name,Town\nZoë Möwe,Gullcroft\nŁucja Żuraw,\nBo Tern,Marsh End\n';
  const prints = [
    { ...NUMBER, text: '{Name}, {Town}', says: { ...TEXT, font: 'text' as const }, anchor: 'left' as const },
  ];

  it('are text in fonts that have their letters alone', async () => {
    const { out } = await imposed({ table: { name: 'm.csv' }, prints }, {}, MEMBERS);
    const text = run('pdftotext', '-raw', out, '-');
    for (const said of ['Zoë Möwe, Gullcroft', 'Łucja Żuraw', 'Bo Tern, Marsh End']) expect(text).toContain(said);
    const fonts = run('pdffonts', out)
      .split('\n')
      .filter((l) => l.includes('Hyperlegible'));
    // letters of the west, and those beyond
    expect(fonts).toHaveLength(2);
    for (const line of fonts) expect(line).toMatch(/^[A-Z]{6}\+AtkinsonHyperlegibleNext-Regular .* yes yes yes /);
  });

  it('are drawn by another interpreter as by poppler', async () => {
    const large = prints.map((p) => ({ ...p, says: { ...p.says, size: 40 } }));
    /** How many dots of the picture the words are. */
    const inked = async (draw: (pdf: string, to: string) => void): Promise<number> => {
      const dark = async (prints: typeof large | []): Promise<number> => {
        const { out } = await imposed({ table: { name: 'm.csv' }, prints }, {}, MEMBERS);
        draw(out, `${out}.pgm`);
        return pgm(`${out}.pgm`).grey.reduce((sum, v) => sum + (v < 128 ? 1 : 0), 0);
      };
      return (await dark(large)) - (await dark([]));
    };
    const poppler = await inked((pdf, to) =>
      run('pdftoppm', '-gray', '-r', '300', '-singlefile', pdf, to.replace(/\.pgm$/, '')),
    );
    const ghostscript = await inked((pdf, to) =>
      run(
        ...(['gs', '-q', '-dNOPAUSE', '-dBATCH', '-sDEVICE=pgmraw', '-r300', '-dTextAlphaBits=4'] as const),
        ...(['-dGraphicsAlphaBits=4', `-sOutputFile=${to}`, pdf] as const),
      ),
    );
    expect(poppler).toBeGreaterThan(5000);
    expect(Math.abs(poppler - ghostscript) / poppler).toBeLessThan(0.03);
  });

  it('are in a spot ink where that is wished', async () => {
    const ink = { spot: 'Harbour Blue 7', cmyk: { c: 90, m: 40, y: 0, k: 10 } };
    const { out } = await imposed({ prints: [{ ...NUMBER, text: 'copy', ink }] });
    const plain = `${out}.plain.pdf`;
    run('qpdf', '--qdf', '--object-streams=disable', out, plain);
    const text = readFileSync(plain, 'latin1');
    expect(text).toMatch(/\/Separation\s+\/Harbour#20Blue#207\s+\/DeviceCMYK/);
    expect(text).toMatch(/\/C1 \[\s*\.?0?\.9\s+0?\.4\s+0\s+0?\.1/);
  });

  it('of one record without end are one piece, as often as ordered', async () => {
    const { sides } = await imposed(
      { prints: [{ ...NUMBER, text: 'copy' }] },
      { product: { copies: 40, order: { kind: 'repeat' } } },
    );
    expect(sides).toHaveLength(1);
    expect(sides[0]!.words.filter((w) => w.text === 'copy')).toHaveLength(16);
  });
});

/** A grey picture as poppler and Ghostscript write it. */
function pgm(path: string): { grey: Uint8ClampedArray; width: number; height: number } {
  const bytes = readFileSync(path);
  const head = /^P5\s+(?:#[^\n]*\s+)*(\d+)\s+(\d+)\s+255\s/.exec(bytes.subarray(0, 200).toString('latin1'))!;
  return {
    grey: new Uint8ClampedArray(bytes.subarray(head[0].length)),
    width: Number(head[1]),
    height: Number(head[2]),
  };
}

describe('codes on paper', () => {
  const CODES: readonly [Symbology, string, string][] = [
    ['qr', 'card {No}', 'card 0001'],
    ['code-128', 'GTL-{No}', 'GTL-0001'],
    ['data-matrix', '{No}', '0001'],
    ['ean-13', '62910415{No}', ''],
  ];
  it.each(CODES)('%s is read off the sheet at 300 dots to the inch', async (symbology, text, said) => {
    const says = { kind: 'code', symbology, module: 0.5, height: 14, spoken: true, light: true } as const;
    const { out, first } = await imposed({
      records: 2,
      counters: [COUNTER],
      prints: [{ ...NUMBER, text, says, anchor: 'centre', x: 0, y: 0 }],
    });
    const picture = join(dir, `code${serial}`);
    run('pdftoppm', '-gray', '-r', '300', '-f', '1', '-l', '1', '-singlefile', out, picture);
    const { grey, width, height } = pgm(`${picture}.pgm`);
    const dots = (mm: number): number => Math.round((mm * 300) / 25.4);
    const [x, y] = [dots(first.x), height - dots(first.y + first.height)];
    const [w, h] = [dots(first.width), dots(first.height)];
    const piece = new Uint8ClampedArray(w * h);
    for (let row = 0; row < h; row++)
      piece.set(grey.subarray((y + row) * width + x, (y + row) * width + x + w), row * w);
    expect(decode(symbology, piece, w, h)).toBe(said || '6291041500015');
  });

  it('that cannot hold their value are not written: the record is named', async () => {
    const says = { kind: 'code', symbology: 'itf', module: 0.4, height: 10, spoken: false, light: true } as const;
    const made = imposed({
      records: 12,
      counters: [{ ...COUNTER, digits: 0, start: 95 }],
      prints: [{ ...NUMBER, text: '{No}', says }],
    });
    await expect(made).rejects.toThrow(ImprintError);
    await expect(made).rejects.toThrow('Record 6, “Number”: “100” is not digits, an even number of them.');
  });

  it('stop where a number has run out of digits', async () => {
    await expect(imposed({ records: 12, counters: [{ ...COUNTER, digits: 1 }], prints: [NUMBER] })).rejects.toThrow(
      'Record 10, “Number”: No comes to 10, which has more than 1 digits.',
    );
  });
});

describe('a job of many records', () => {
  it('is planned without its sheets being made', () => {
    const docket = patched(flatDocketFor({ pages: [], kind: 'pdf', inks: [], notes: [] }), {
      product: { copies: 1, order: { kind: 'stack', lot: null, last: null } },
      imprint: { records: 100_000, counters: [COUNTER], prints: [NUMBER] },
    });
    const { sheets, pieces } = plan(docket, { pages: [], kind: 'pdf', inks: [], notes: [] });
    expect(pieces).toHaveLength(100_000);
    expect(sheets.length).toBe(Math.ceil(100_000 / sheets.at(0).lay.downs.length));
  });
});
