import { deflateSync } from 'node:zlib';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { numberedPages, run, scratch, writePdf } from '../testing';
import { decode } from './filters';
import { Budget } from './budget';
import { PdfFile } from './file';
import { Lexer, OutOfBytes } from './lexer';
import { isDict, numberOf, PdfSyntaxError, Ref, serialise, type Dict, type PdfValue } from './objects';

const dir = scratch();
const parse = (text: string): PdfValue => new Lexer(Buffer.from(text, 'latin1')).value();
const write = (v: PdfValue): string => serialise(v, (r) => `${r.num} ${r.gen} R`);

describe('reading objects', () => {
  it('keeps atoms as the text they are', () => {
    for (const text of ['/Name#20x', '12', '-0.50', '.5', '+7', 'true', 'null', '(a (nested) \\) string)', '<48 65>'])
      expect(parse(text)).toBe(text);
  });

  it('tells references from numbers', () => {
    expect(parse('[1 2 R 3 4 5 6 R 7]')).toEqual([new Ref(1, 2), '3', '4', new Ref(5, 6), '7']);
    expect(parse('[1 0 Rx]')).toEqual(['1', '0', 'Rx']);
    expect(parse('12 0 R')).toEqual(new Ref(12, 0));
  });

  it('reads dictionaries, comments and all', () => {
    const d = parse('<</A 1%comment\n/B[/C(d)]/E<</F 2 0 R>>>>') as Dict;
    expect(d.get('/A')).toBe('1');
    expect(d.get('/B')).toEqual(['/C', '(d)']);
    expect((d.get('/E') as Dict).get('/F')).toEqual(new Ref(2, 0));
  });

  it('mends numbers that some writers produce', () => {
    expect(parse('--5')).toBe('-5');
    expect(parse('4.-3')).toBe('4.');
    expect(numberOf('1e5')).toBe(100000);
    expect(numberOf('x', 7)).toBe(7);
  });

  it('refuses what is no object, and nesting without end', () => {
    expect(() => parse('<</A 1')).toThrow(PdfSyntaxError);
    expect(() => parse('<<A 1>>')).toThrow(PdfSyntaxError);
    expect(() => parse('['.repeat(5000))).toThrow(PdfSyntaxError);
    expect(() => parse('')).toThrow(PdfSyntaxError);
  });

  it('asks for more bytes where the window ends in an object', () => {
    const cut = (text: string) => () => new Lexer(Buffer.from(text), 0, false).value();
    for (const text of ['(abc', '<</A ', '[1 2', '/Na', '12', '12 0', '<4']) expect(cut(text)).toThrow(OutOfBytes);
  });

  it('reads back what it writes', () => {
    const atom = fc.oneof(
      fc.integer().map(String),
      fc.constantFrom('/Type', '/A#20b', 'true', 'null', '(s\\)x)', '<0aFF>', '0.25'),
    );
    const { value } = fc.letrec<{ value: PdfValue }>((tie) => ({
      value: fc.oneof(
        { maxDepth: 4 },
        atom,
        fc.tuple(fc.integer({ min: 0, max: 99999 }), fc.integer({ min: 0, max: 9 })).map(([n, g]) => new Ref(n, g)),
        fc.array(tie('value'), { maxLength: 4 }),
        fc
          .array(fc.tuple(fc.constantFrom('/K', '/L', '/M', '/N'), tie('value')), { maxLength: 4 })
          .map((e) => new Map(e)),
      ),
    }));
    fc.assert(fc.property(value, (v) => void expect(parse(write(v))).toEqual(v)));
  });
});

describe('filters', () => {
  const dict = (text: string): Dict => parse(text) as Dict;
  const same = (v: PdfValue | undefined): PdfValue | undefined => v;
  const decoded = (data: Uint8Array, d: Dict) => decode(data, d, same, new Budget(1000)).data;
  const text = (bytes: Uint8Array): string => Buffer.from(bytes).toString('latin1');

  it('undoes Flate, hex and base 85, one after another', () => {
    const packed = deflateSync('drawn in the harbour');
    expect(text(decoded(packed, dict('<</Filter/FlateDecode>>')))).toBe('drawn in the harbour');
    expect(text(decoded(Buffer.from('64 72 61 77 6E>'), dict('<</Filter/ASCIIHexDecode>>')))).toBe('drawn');
    // the specification's own alphabet: "Man " is 9jqo^
    expect(text(decoded(Buffer.from('9jqo^~>'), dict('<</Filter/ASCII85Decode>>')))).toBe('Man ');
    // three of four bytes: the last group is short
    expect(text(decoded(Buffer.from('9jqo~>'), dict('<</Filter/A85>>')))).toBe('Man');
    const both = Buffer.from(packed.toString('hex'));
    expect(text(decoded(both, dict('<</Filter[/AHx/Fl]>>')))).toBe('drawn in the harbour');
  });

  it('undoes PNG predictors row by row, worked out by hand', () => {
    // rows of 3 bytes: none, sub, up, average, Paeth
    const rows = Buffer.from([0, 1, 2, 3, 1, 1, 1, 1, 2, 1, 1, 1, 3, 1, 1, 1, 4, 1, 1, 1]);
    const out = decoded(deflateSync(rows), dict('<</Filter/FlateDecode/DecodeParms<</Predictor 15/Columns 3>>>>'));
    // average of row 4: floor((left + up) / 2) + 1 → 2, 3, 4; up of row 3 is 2, 3, 4
    expect([...out]).toEqual([1, 2, 3, 1, 2, 3, 2, 3, 4, 2, 3, 4, 3, 4, 5]);
  });

  it('says what it does not know', () => {
    expect(() => decoded(Buffer.alloc(3), dict('<</Filter/JBIG2Decode>>'))).toThrow(/JBIG2Decode/);
  });
});

describe('a file', () => {
  it('gives pages with what they inherit', () => {
    writePdf(join(dir, 'plain.pdf'), numberedPages(5));
    // qpdf makes a tree of its own with inherited boxes
    run('qpdf', '--pages', join(dir, 'plain.pdf'), '5,1-3', '--', '--empty', join(dir, 'picked.pdf'));
    const file = new PdfFile(join(dir, 'picked.pdf'));
    expect(file.pages()).toHaveLength(4);
    expect(
      file.pages().every((p) => Array.isArray(file.get(p.get('/MediaBox'))) && isDict(file.get(p.get('/Resources')))),
    ).toBe(true);
    file.close();
  });

  it('follows revisions: the newest object counts', () => {
    writePdf(join(dir, 'first.pdf'), numberedPages(1));
    const bytes = readFileSync(join(dir, 'first.pdf'), 'latin1');
    const start = /startxref\n(\d+)/.exec(bytes)![1];
    const at = bytes.length;
    const added = `1001 0 obj\n<</Length 9>>\nstream\nBT ET % 2\nendstream\nendobj\n`;
    const revised = `${bytes}${added}xref\n1001 1\n${String(at).padStart(10, '0')} 00000 n \ntrailer\n<</Size 1002/Root 1 0 R/Prev ${start}>>\nstartxref\n${at + added.length}\n%%EOF\n`;
    writeFileSync(join(dir, 'revised.pdf'), revised, 'latin1');
    const file = new PdfFile(join(dir, 'revised.pdf'));
    expect(Buffer.from(file.streamData(file.object(new Ref(1001, 0))!)).toString()).toBe('BT ET % 2');
    expect(file.pages()).toHaveLength(1);
    file.close();
  });

  it('refuses trees and references that go in circles', () => {
    writePdf(join(dir, 'circle.pdf'), [], { 2: '<</Type/Pages/Count 1/Kids[2 0 R]>>' });
    expect(() => new PdfFile(join(dir, 'circle.pdf')).pages()).toThrow(/circle/);
    writePdf(join(dir, 'chase.pdf'), [], { 2: '100 0 R', 100: '101 0 R', 101: '100 0 R' });
    expect(() => new PdfFile(join(dir, 'chase.pdf')).pages()).toThrow(PdfSyntaxError);
  });

  it('refuses tables in which nothing more can be read, and counts that no file has', () => {
    writePdf(join(dir, 'table.pdf'), numberedPages(1));
    const bytes = readFileSync(join(dir, 'table.pdf'), 'latin1');
    for (const [name, from, to] of [
      ['bracket', 'xref\n0 1\n', 'xref\n<<0 1\n'],
      ['name', 'xref\n0 1\n', 'xref\n0 /1\n'],
      ['count', 'xref\n0 1\n', 'xref\n0 99999999999\n'],
    ] as const) {
      writeFileSync(join(dir, `${name}.pdf`), bytes.replace(from, to), 'latin1');
      expect(() => new PdfFile(join(dir, `${name}.pdf`))).toThrow(PdfSyntaxError);
    }
    // forty branches, each twice the next
    const twice = Object.fromEntries(
      Array.from({ length: 40 }, (_, i) => [200 + i, `<</Type/Pages/Kids[${201 + i} 0 R ${201 + i} 0 R]>>`]),
    );
    writePdf(join(dir, 'bush.pdf'), [], { 2: '<</Type/Pages/Kids[200 0 R]>>', ...twice, 240: '<</Type/Page>>' });
    expect(() => new PdfFile(join(dir, 'bush.pdf')).pages()).toThrow(/too large/);
  }, 30_000);

  it('reads damaged files or refuses them, and never hangs or crashes', () => {
    writePdf(join(dir, 'sound.pdf'), numberedPages(3));
    const sound = readFileSync(join(dir, 'sound.pdf'));
    const damaged = join(dir, 'damaged.pdf');
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: sound.length - 1 }), fc.integer({ min: 0, max: 255 })), {
          minLength: 1,
          maxLength: 12,
        }),
        fc.integer({ min: 0, max: 60 }),
        (changes, cut) => {
          const bytes = Buffer.from(sound.subarray(0, sound.length - cut));
          for (const [i, v] of changes) if (i < bytes.length) bytes[i] = v;
          writeFileSync(damaged, bytes);
          try {
            const file = new PdfFile(damaged);
            file.pages();
            file.close();
          } catch (e) {
            expect(e).toBeInstanceOf(PdfSyntaxError);
          }
        },
      ),
      { numRuns: 300 },
    );
  });
});
