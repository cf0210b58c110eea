import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import ExcelJs from 'exceljs';
import fc from 'fast-check';
import Papa from 'papaparse';
import { afterAll, describe, expect, it } from 'vitest';
import type { TableFacts } from '../core';
import { readTable, Rows, TableError } from '.';

const folder = mkdtempSync(join(tmpdir(), 'sparrow-records-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const out = join(folder, 'rows');

/** A table's facts, and its rows as they are kept. */
async function read(bytes: string | Uint8Array): Promise<TableFacts & { readonly kept: (readonly string[])[] }> {
  const path = join(folder, 'table');
  writeFileSync(path, bytes);
  const facts = await readTable(path, out);
  const rows = new Rows(out);
  const kept = Array.from({ length: rows.length }, (_, i) => rows.at(i)!);
  expect(rows.at(rows.length)).toBeNull();
  rows.close();
  return { ...facts, kept };
}
const names = ({ columns }: TableFacts): string[] => columns.map((c) => c.name);
const wrong = async (bytes: string | Uint8Array): Promise<string> => {
  const e = await read(bytes).catch((e: unknown) => e);
  expect(e).toBeInstanceOf(TableError);
  return (e as Error).message;
};

describe('a table in CSV', () => {
  it('has its columns’ names in its first row, fields with quotes and line breaks in the others', async () => {
    const it = await read('No,Member,Says\r\n1,"Tern, Ada","a ""word""\r\nand more"\r\n\r\n2,Bo Wren,\r\n');
    expect(names(it)).toEqual(['No', 'Member', 'Says']);
    expect(it.kept).toEqual([
      ['1', 'Tern, Ada', 'a "word"\nand more'],
      ['2', 'Bo Wren', ''],
    ]);
    expect(it).toMatchObject({ rows: 2, notes: [] });
  });

  it('may have semicolons, tabs or one column', async () => {
    expect((await read('No;Name\n1;a, b\n2;c, d\n')).kept).toEqual([
      ['1', 'a, b'],
      ['2', 'c, d'],
    ]);
    expect((await read('sep=|\r\nNo, Name|Town\r\n1|a;b\r\n')).kept).toEqual([['1', 'a;b']]);
    expect((await read('No\tName\n1\ta\n')).kept).toEqual([['1', 'a']]);
    expect((await read('No\n0007\n0008\n')).kept).toEqual([['0007'], ['0008']]);
  });

  it('is read in the encoding it was written in', async () => {
    const text = 'Name;Ort\nZoë Möwe;Łódź\n';
    const utf16 = Buffer.from(text, 'utf16le');
    for (const bytes of [
      Buffer.from(text),
      Buffer.from(`\ufeff${text}`),
      Buffer.from(`\ufeff${text}`, 'utf16le'),
      Buffer.from(`\ufeff${text}`, 'utf16le').swap16(),
      utf16,
    ])
      expect(await read(bytes)).toMatchObject({ kept: [['Zoë Möwe', 'Łódź']], notes: [] });
    const windows = await read(Buffer.from('Name;Preis\nZo\xeb M\xf6we;5 \x80\n', 'latin1'));
    expect(windows.kept).toEqual([['Zoë Möwe', '5 €']]);
    expect(windows.notes).toEqual([expect.stringContaining('read as Windows-1252')]);
  });

  it('says what is broken in it, and takes the rest', async () => {
    const it = await read('A,B\n1,2\n3\n4,5,6\n7,8,\n');
    expect(it.kept).toEqual([
      ['1', '2'],
      ['3', ''],
      ['4', '5'],
      ['7', '8'],
    ]);
    expect(it.notes).toEqual([
      'Broken rows: 1 with fewer fields than there are columns, 1 with more, which are left out; the first is in line 3.',
    ]);
    expect((await read('A,B\n1,"two\n3,4\n')).notes).toEqual([expect.stringContaining('quotation mark')]);
    expect(await wrong(`A,B\n1,"${'x,y\n'.repeat(4000)}`)).toContain('opened there and not closed');
  });

  it('makes names of columns that can be told apart', async () => {
    const it = await read('Name,,Name,Name 2,{No}\na,b,c,d,e\n');
    expect(names(it)).toEqual(['Name', 'Column 2', 'Name 2', 'Name 2 2', '(No)']);
    expect(it.notes).toHaveLength(3);
  });

  it('knows of each column what is widest, shortest, empty and twice', async () => {
    const { columns } = await read('Name,No\nWren,1\niiiiii,2\n,3\nMMMM,1\nBo,4\n');
    expect(columns).toMatchObject([
      { longest: 3, widest: 'MMMM', shortest: 4, empty: 1, twice: null },
      { twice: [0, 3], empty: 0 },
    ]);
    expect([...columns[0]!.letters].sort().join('')).toBe('BMWeinor');
  });

  it('keeps the values of a column, each once, where they are not too many', async () => {
    const it = await read('Photo,Name\nada.jpg,Ada\n,Bo\nBo.PNG,Cy\nada.jpg,Di\nnone yet,Ed\n');
    expect(it.columns.map((c) => c.values)).toEqual([
      ['ada.jpg', 'Bo.PNG', 'none yet'],
      ['Ada', 'Bo', 'Cy', 'Di', 'Ed'],
    ]);
    const kept = async (n: number, name: (i: number) => string): Promise<number | undefined> => {
      const rows = Array.from({ length: n }, (_, i) => name(i)).join('\n');
      return (await read(`It\n${rows}\n`)).columns[0]!.values?.length;
    };
    // of what names no pictures 2,000, of 100,000 letters in all the table
    expect(await kept(2000, (i) => `${i}`)).toBe(2000);
    expect(await kept(2001, (i) => `${i}`)).toBeUndefined();
    expect(await kept(1000, (i) => String(i).padStart(100, '0'))).toBe(1000);
    expect(await kept(1000, (i) => String(i).padStart(101, '0'))).toBeUndefined();
    const wide = Array.from({ length: 600 }, (_, i) => String(i).padStart(100, '0')).map((v) => `${v},${v}`);
    expect((await read(`A,B\n${wide.join('\n')}\n`)).columns.map((c) => c.values?.length)).toEqual([600, undefined]);
    // of pictures' names 20,000, of 500,000 letters
    expect(await kept(20_000, (i) => `${i}.jpg`)).toBe(20_000);
    expect(await kept(20_001, (i) => `${i}.jpg`)).toBeUndefined();
    expect(await kept(5000, (i) => `${String(i).padStart(96, '0')}.jpg`)).toBe(5000);
    expect(await kept(5000, (i) => `${String(i).padStart(97, '0')}.jpg`)).toBeUndefined();
  });

  it('that is none, or has too much, says what to do', async () => {
    expect(await wrong('')).toContain('empty');
    expect(await wrong('A,B\n')).toContain('no rows');
    expect(await wrong('%PDF-1.7\n')).toContain('PDF');
    expect(await wrong(Buffer.from([0xd0, 0xcf, 0x11, 0xe0, 0, 0]))).toContain('XLSX');
    expect(await wrong(Buffer.from([0x50, 0x4b, 3, 4, 1, 2, 3]))).toContain('damaged');
    expect(await wrong(`A\n${'1\n'.repeat(100_001)}`)).toContain('more than 100,000 rows');
    expect(await wrong(Array.from({ length: 201 }, (_, i) => `c${i}`).join())).toContain('201 columns');
    expect(existsSync(`${out}.part`)).toBe(false);
  });

  it('comes back as it was written, whatever is in its fields', async () => {
    const field = fc
      .string({ unit: 'grapheme', maxLength: 12 })
      .filter((s) => s.trim() === s && !/[\r\0\uFEFF]/.test(s) && s.isWellFormed());
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.array(field, { minLength: 3, maxLength: 3 }), { minLength: 1, maxLength: 8 }),
        async (rows) => {
          const wanted = rows.filter((r) => r.some((f) => f !== ''));
          fc.pre(wanted.length > 0);
          const { kept } = await read(Papa.unparse([['A', 'B', 'C'], ...wanted], { quotes: true }));
          expect(kept).toEqual(wanted);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('a table in XLSX', () => {
  it('is read as its cells show it: days, formulas, numbers filled up, rich text', async () => {
    const book = new ExcelJs.Workbook();
    const sheet = book.addWorksheet('Members');
    sheet.addRow(['No', 'Name', 'Since', 'Sum', 'Says', 'Wrong']);
    sheet.addRow([
      341,
      'Zoë',
      new Date(Date.UTC(2026, 1, 3)),
      { formula: 'A2*2', result: 682 },
      { richText: [{ text: 'so ' }, { text: 'bold', font: { bold: true } }] },
      { error: '#REF!' },
    ]);
    sheet.addRow([7, 'Bo', new Date(Date.UTC(2026, 10, 29, 9, 5)), { formula: 'A3*2' }, 0.1 + 0.2, true]);
    sheet.getCell('A2').numFmt = '0000';
    book.addWorksheet('Notes').addRow(['not this']);
    const it = await read(Buffer.from(await book.xlsx.writeBuffer()));
    expect(it.kept).toEqual([
      ['0341', 'Zoë', '2026-02-03', '682', 'so bold', ''],
      ['7', 'Bo', '2026-11-29 09:05', '', '0.3', 'TRUE'],
    ]);
    expect(it.notes).toHaveLength(3);
    expect(it.notes.join(' ')).toMatch(/2 sheets.*1 formulas.*1 cells/);
  });
});
