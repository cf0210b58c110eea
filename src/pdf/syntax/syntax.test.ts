import { deflateSync } from 'node:zlib';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { numberedPages, run, scratch, writePdf } from '../testing';
import { decode } from './filters';
import { Budget, PdfTooLarge } from './budget';
import { PdfFile } from './file';
import { Lexer, OutOfBytes } from './lexer';
import { isDict, numberOf, PdfSyntaxError, Ref, serialise, type Dict, type PdfValue } from './objects';

const dir = scratch();
const parse = (text: string): PdfValue => new Lexer(text).value();
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

  it('finds a reference however it is spaced, and a number wherever it is none', () => {
    expect(parse('[5 % of these\n0 R 7 0%or so\rR 3\0 0\fR]')).toEqual([new Ref(5, 0), new Ref(7, 0), new Ref(3, 0)]);
    expect(parse('[12/A 12(a)12<41>12 -1 0 R 1 0.5 R 1 123456 R]')).toEqual([
      '12',
      '/A',
      '12',
      '(a)',
      '12',
      '<41>',
      '12',
      '-1',
      '0',
      'R',
      '1',
      '0.5',
      'R',
      '1',
      '123456',
      'R',
    ]);
  });

  it('keeps long names and strings whole, however often they come', () => {
    const long = `/${'N'.repeat(40)}`;
    expect(parse(`[${long} ${long} (${'s'.repeat(200)})]`)).toEqual([long, long, `(${'s'.repeat(200)})`]);
  });

  it('reads the lines of a table as they are to be, and as some write them', () => {
    const lines = new Lexer('0000000017 00000 n \n0000000000 65535 f\r\n 17 0 n 0000000081 00000 n\n');
    expect([1, 2, 3, 4].map(() => lines.entry())).toEqual([
      [17, 'n'],
      [0, 'f'],
      [17, 'n'],
      [81, 'n'],
    ]);
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
    const cut = (text: string) => () => new Lexer(text, 0, false).value();
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

  it('gives what comes before the break of data that breaks', () => {
    const text = Array.from({ length: 400 }, (_, i) => `boat ${i * 7919}, `).join('');
    const packed = deflateSync(Buffer.from(text));
    const cut = decode(packed.subarray(0, packed.length >> 1), dict('<</Filter/FlateDecode>>'), same, new Budget(1000));
    expect(text.startsWith(Buffer.from(cut.data).toString())).toBe(true);
    expect(cut.data.length).toBeGreaterThan(20);
    const broken = Buffer.from(packed);
    broken.fill(0xff, packed.length >> 1);
    const before = decode(broken, dict('<</Filter/FlateDecode>>'), same, new Budget(1000));
    expect([before.whole, text.startsWith(Buffer.from(before.data.subarray(0, 20)).toString())]).toEqual([false, true]);
    // only the sum at its end is wrong
    const sum = Buffer.from(packed);
    sum[sum.length - 1]! ^= 1;
    const all = decode(sum, dict('<</Filter/FlateDecode>>'), same, new Budget(1000));
    expect([all.whole, Buffer.from(all.data).toString()]).toEqual([false, text]);
  });

  it('undoes runs and LZW', () => {
    // 3 bytes as they are, 4 times one byte, the end
    expect(text(decoded(Buffer.from([2, 97, 98, 99, 253, 120, 128]), dict('<</Filter/RL>>')))).toBe('abcxxxx');
    // the specification's own example (7.4.4.2): 45 45 45 45 45 65 45 45 45 66
    const packed = Buffer.from([0x80, 0x0b, 0x60, 0x50, 0x22, 0x0c, 0x0c, 0x85, 0x01]);
    expect([...decoded(packed, dict('<</Filter/LZWDecode>>'))]).toEqual([45, 45, 45, 45, 45, 65, 45, 45, 45, 66]);
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

  it('has no pages where a tree or references go in circles, and says that it mended that', () => {
    writePdf(join(dir, 'circle.pdf'), [], { 2: '<</Type/Pages/Count 1/Kids[2 0 R]>>' });
    writePdf(join(dir, 'chase.pdf'), [], { 2: '100 0 R', 100: '101 0 R', 101: '100 0 R' });
    for (const name of ['circle.pdf', 'chase.pdf']) {
      const file = new PdfFile(join(dir, name));
      expect([name, file.pages().length, file.mended]).toEqual([name, 0, true]);
      file.close();
    }
  });

  it('finds its objects by looking for them where its table is wrong, the later of two', () => {
    writePdf(join(dir, 'table.pdf'), numberedPages(2));
    const sound = readFileSync(join(dir, 'table.pdf'), 'latin1');
    const later = sound.replace(/xref[\s\S]*$/, '') + `1001 0 obj\n<</Length 4>>\nstream\nlate\nendstream\nendobj\n`;
    for (const [name, bytes] of [
      ['bracket', sound.replace('xref\n0 1\n', 'xref\n<<0 1\n')],
      ['name', sound.replace('xref\n0 1\n', 'xref\n0 /1\n')],
      ['count', sound.replace('xref\n0 1\n', 'xref\n0 99999999999\n')],
      ['nowhere', sound.replace(/startxref\n\d+/, 'startxref\n7')],
      ['moved', sound.replace('1 0 obj', '\n\n\n1 0 obj')],
      ['cut', sound.replace(/xref\n[\s\S]*$/, '')],
      ['later', later],
    ] as const) {
      writeFileSync(join(dir, `${name}.pdf`), bytes, 'latin1');
      const file = new PdfFile(join(dir, `${name}.pdf`));
      expect([name, file.pages().length, file.mended]).toEqual([name, 2, true]);
      if (name === 'later')
        expect(Buffer.from(file.streamData(file.object(new Ref(1001, 0))!)).toString()).toBe('late');
      file.close();
    }
  });

  it('finds objects inside of object streams where nothing names them', () => {
    run('qpdf', '--object-streams=generate', join(dir, 'table.pdf'), join(dir, 'held.pdf'));
    const bytes = readFileSync(join(dir, 'held.pdf'), 'latin1').replace(/startxref\n\d+/, 'startxref\n1');
    writeFileSync(join(dir, 'lost.pdf'), bytes, 'latin1');
    const file = new PdfFile(join(dir, 'lost.pdf'));
    expect([file.pages().length, file.mended]).toEqual([2, true]);
    file.close();
  });

  it('reads a stream to where it ends, whatever it says of its length', () => {
    for (const [said, line] of [
      ['3', '\n'],
      ['9999', '\r\n'],
      ['-5', '\n'],
      ['1e9', ''],
      ['(x)', '\r'],
      ['100 0 R', '\n'],
    ] as const) {
      writePdf(join(dir, 'length.pdf'), [], { 100: `<</Length ${said}>>\nstream\nas it is drawn${line}endstream` });
      const file = new PdfFile(join(dir, 'length.pdf'));
      const data = file.streamData(file.object(new Ref(100, 0))!);
      expect([said, Buffer.from(data).toString(), file.mended]).toEqual([said, 'as it is drawn', true]);
      file.close();
    }
  });

  it('unpacks no more than is in proportion to the file', () => {
    // 40 MB of nothing packed twice is a few hundred bytes; the least that is granted is 64 MB
    const packed = (megabytes: number): Buffer => deflateSync(deflateSync(Buffer.alloc(megabytes << 20), { level: 9 }));
    for (const [megabytes, fine] of [
      [40, true],
      [80, false],
    ] as const) {
      const data = packed(megabytes).toString('latin1');
      writePdf(join(dir, 'bomb.pdf'), [], {
        100: `<</Filter[/FlateDecode/FlateDecode]/Length ${data.length}>>\nstream\n${data}\nendstream`,
      });
      const file = new PdfFile(join(dir, 'bomb.pdf'));
      const unpack = (): number => file.streamData(file.object(new Ref(100, 0))!).length;
      if (fine) expect(unpack()).toBe(megabytes << 20);
      else expect(unpack).toThrow(PdfTooLarge);
      file.close();
    }
  });

  it('refuses a tree larger than any is', () => {
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
