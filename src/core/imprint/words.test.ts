import { describe, expect, it } from 'vitest';
import { ImprintWish } from '../docket';
import { fieldsOf, stamping, unknownFields, varies, wordsOf, type Stamp } from './words';

const wish = (text: string, more: object = {}): ImprintWish =>
  ImprintWish.parse({
    counters: [{ name: 'No', digits: 3 }],
    prints: [{ name: 'It', text, says: { kind: 'text' } }],
    ...more,
  });
const COLUMNS = ['Title', 'First', 'Last', 'Town'];

/** What a text says for a row. */
function said(text: string, row: readonly string[] | null, at: Partial<Stamp> = {}): string {
  const { prints, counters } = wish(text);
  const stamp: Stamp = { imprint: prints[0]!, record: 0, nth: 0, of: 1, part: null, mirrored: false, ...at };
  return wordsOf(stamp, { counters, columns: COLUMNS }, row);
}

describe('what an imprint says', () => {
  it('fills in counters and columns', () => {
    expect(said('No. {No}: {First} {Last}', ['', 'Ada', 'Tern', ''], { record: 40 })).toBe('No. 041: Ada Tern');
    expect(said('{{No}} costs }5', [])).toBe('{No} costs }5');
    expect(said('{Nobody}', ['a', 'b', 'c', 'd'])).toBe('');
    expect(said('plain', null)).toBe('plain');
    expect(fieldsOf('{No} {First}{No} {{x}}')).toEqual(['No', 'First']);
  });

  it('closes up where fields are empty', () => {
    const names = '{Title} {First} {Last}';
    expect(said(names, ['Dr', 'Ada', 'Tern', ''])).toBe('Dr Ada Tern');
    expect(said(names, ['', 'Ada', 'Tern', ''])).toBe('Ada Tern');
    expect(said(names, ['Dr', '', 'Tern', ''])).toBe('Dr Tern');
    expect(said(names, ['Dr', 'Ada', '', ''])).toBe('Dr Ada');
    expect(said(names, ['', '', 'Tern', ''])).toBe('Tern');
    expect(said('{First}, {Last} · {Town}', ['', 'Ada', '', 'Gullcroft'])).toBe('Ada, Gullcroft');
    expect(said('{First} ({Town})', ['', 'Ada', '', ''])).toBe('Ada');
    expect(said('{First} ({Town})', ['', 'Ada', '', 'G'])).toBe('Ada (G)');
    expect(said('({Title}) {Last}', ['', '', 'Tern', ''])).toBe('Tern');
    expect(said('#{No}', [])).toBe('#001');
    expect(said('- {Town} -', ['', '', '', 'G'])).toBe('- G -');
    expect(said('--', [])).toBe('--');
  });

  it('leaves out lines that have nothing, and keeps those that are words', () => {
    expect(said('{Title}\n{First} {Last}\n\n{Town}', ['', 'Ada', 'Tern', ''])).toBe('Ada Tern\n');
    expect(said('a\n\nb', null)).toBe('a\n\nb');
  });

  it('counts by the record, or by the pages that it is on', () => {
    const numbers = (counter: object, on: unknown): string[] => {
      const { prints, counters, ...rest } = wish('{No}', {
        counters: [{ name: 'No', ...counter }],
        prints: [{ name: 'It', text: '{No}', says: { kind: 'text' }, on }],
      });
      const at = stamping({ ...rest, prints, counters } as ImprintWish, 4);
      return [0, 1, 2].flatMap((record) =>
        [1, 2, 3, 4].flatMap((page) => at(record, page).map((s) => wordsOf(s, { counters, columns: [] }, null))),
      );
    };
    expect(numbers({}, 'odd')).toEqual(['1', '1', '2', '2', '3', '3']);
    expect(numbers({ counts: 'pages' }, 'even')).toEqual(['1', '2', '3', '4', '5', '6']);
    expect(numbers({ counts: 'pages', restart: true }, 'all')).toEqual([
      '1',
      '2',
      '3',
      '4',
      '1',
      '2',
      '3',
      '4',
      '1',
      '2',
      '3',
      '4',
    ]);
    expect(numbers({ counts: 'pages', repeat: 2 }, [{ from: 2, to: 4 }])).toEqual('1 1 2 2 3 3 4 4 5'.split(' '));
  });

  it('knows which fields there are none of', () => {
    const it = wish('{No} {First} {Harbour} {Part}');
    expect(unknownFields(it, COLUMNS, false)).toEqual(['Harbour', 'Part']);
    expect(unknownFields(it, [], true)).toEqual(['First', 'Harbour']);
  });

  it('knows what differs from record to record', () => {
    expect(varies(wish('{No}'))).toBe(true);
    expect(varies(wish('No {{No}}'))).toBe(false);
    expect(varies(wish('{No}', { counters: [{ name: 'No', counts: 'pages', restart: true }] }))).toBe(false);
    expect(varies(wish('x', { table: { name: 'm.csv' } }))).toBe(true);
  });
});
