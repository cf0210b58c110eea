import { isPictureName, MOST_COLUMNS, MOST_RECORDS, widthOf, type ColumnFacts, type TableFacts } from '../core';
import { TableError } from './errors';
import { RowsWriter } from './rows-file';

/** Letters of a field at most: what is longer is no name and no number. */
export const MOST_LETTERS = 10_000;
/** Of the widest value so many letters are kept, and of unlike letters so many. */
const WIDEST = 400;
const MOST_UNLIKE = 4000;
/** Values of a column that names pictures: so many, of so many letters in all, are kept. */
const MOST_NAMES = 20_000;
const MOST_OF_NAMES = 500_000;
/** Of other columns so many, and letters of a whole table: pictures may be called after members or numbers. */
const MOST_PLAIN = 2000;
const MOST_OF_PLAIN = 100_000;

const whole = (n: number): string => n.toLocaleString('en-GB');

/** A column while its rows come in. */
class Column {
  private empty = 0;
  private longest = 0;
  private shortest = 0;
  private wide = -1;
  private short = Infinity;
  private widest = '';
  private readonly letters = new Set<string>();
  private readonly first = new Map<string, number>();
  private twice: [number, number] | null = null;
  /** Null where there are too many. */
  private values: Set<string> | null = new Set();
  private letteredIn = 0;
  private pictures = false;

  constructor(readonly name: string) {}

  add(value: string, row: number): void {
    if (value === '') {
      this.empty++;
      return;
    }
    for (const c of value) if (this.letters.size < MOST_UNLIKE) this.letters.add(c);
    const wide = widthOf(value.slice(0, WIDEST), 'text');
    if (wide > this.wide) [this.wide, this.longest, this.widest] = [wide, row, value.slice(0, WIDEST)];
    if (value.length < this.short) [this.short, this.shortest] = [value.length, row];
    this.value(value);
    if (!this.twice) {
      const before = this.first.get(value);
      if (before === undefined) this.first.set(value, row);
      else {
        this.twice = [before, row];
        this.first.clear();
      }
    }
  }

  private value(value: string): void {
    if (!this.values || this.values.has(value)) return;
    this.pictures ||= isPictureName(value);
    this.values.add(value);
    this.letteredIn += value.length;
    const most = this.pictures ? MOST_NAMES : MOST_PLAIN;
    if (this.values.size > most || this.letteredIn > MOST_OF_NAMES) this.values = null;
  }

  /** Letters of its values, where they are kept though they name no pictures. */
  get plain(): number {
    return this.values && !this.pictures ? this.letteredIn : 0;
  }

  /** @param room for letters of values that name no pictures */
  facts(room: number): ColumnFacts {
    const { name, empty, longest, shortest, widest, twice } = this;
    const named = this.values && this.plain <= room ? { values: [...this.values] } : {};
    return { name, empty, longest, shortest, widest, twice, ...named, letters: [...this.letters].join('') };
  }
}

/** Names of columns as they can be used: each there once, none empty, without braces. */
function named(header: readonly string[], notes: string[]): string[] {
  const used = new Set<string>();
  return header.map((given, i) => {
    const plain = given.replace(/\{/g, '(').replace(/\}/g, ')').replace(/\s+/g, ' ').trim().slice(0, 90);
    let name = plain || `Column ${i + 1}`;
    if (plain === '') notes.push(`Column ${i + 1} has no name and is called “${name}”.`);
    if (used.has(name)) {
      let n = 2;
      while (used.has(`${name} ${n}`)) n++;
      notes.push(`Two columns are called “${name}”: the second is “${name} ${n}” here.`);
      name = `${name} ${n}`;
    }
    used.add(name);
    return name;
  });
}

/** Takes the rows of a table as they come, the first for the names of its columns, and keeps them. */
export class Gathering {
  private columns: Column[] | null = null;
  private rows = 0;
  private uneven: { few: number; many: number; first: number } = { few: 0, many: 0, first: 0 };
  private readonly notes: string[] = [];
  private readonly out: RowsWriter;

  /** @param path where the rows are kept */
  constructor(path: string) {
    this.out = new RowsWriter(path);
  }

  /** Whether there is a row in it. */
  get any(): boolean {
    return this.columns !== null;
  }

  note(said: string): void {
    this.notes.push(said);
  }

  /** @param line in which the row stands in its file, from 1 @throws TableError where there is too much of it */
  add(fields: readonly string[], line: number): void {
    const row = fields.map((f) => f.replace(/\r\n?/g, '\n').trim());
    if (row.every((f) => f === '')) return;
    if (!this.columns) {
      if (row.length > MOST_COLUMNS)
        throw new TableError(`The table has ${whole(row.length)} columns; at most ${MOST_COLUMNS} are taken.`);
      // what stands empty at the right is no column
      while (row.at(-1) === '') row.pop();
      this.columns = named(row, this.notes).map((name) => new Column(name));
      return;
    }
    const { columns } = this;
    const long = row.find((f) => f.length > MOST_LETTERS);
    if (long !== undefined)
      throw new TableError(
        `Row ${whole(line)} has a field of ${whole(long.length)} letters: a quotation mark was opened there and not closed. Mend it and drop the table again.`,
      );
    if (this.rows >= MOST_RECORDS)
      throw new TableError(`The table has more than ${whole(MOST_RECORDS)} rows. Split it into several jobs.`);
    const extra = row.slice(columns.length).some((f) => f !== '');
    if (row.length < columns.length || extra) {
      this.uneven[extra ? 'many' : 'few']++;
      this.uneven.first ||= line;
    }
    const kept = columns.map((c, i) => {
      const value = row[i] ?? '';
      c.add(value, this.rows);
      return value;
    });
    this.out.add(kept);
    this.rows++;
  }

  /** @throws TableError where there is nothing in it */
  finish(): TableFacts {
    const { columns, rows, uneven } = this;
    if (!columns || rows === 0)
      throw new TableError(
        columns
          ? 'The table has its columns’ names and no rows below them.'
          : 'The table is empty. Its first row must have the columns’ names.',
      );
    if (uneven.few > 0 || uneven.many > 0) {
      const said = [
        uneven.few > 0 ? `${whole(uneven.few)} with fewer fields than there are columns` : '',
        uneven.many > 0 ? `${whole(uneven.many)} with more, which are left out` : '',
      ].filter(Boolean);
      this.notes.push(`Broken rows: ${said.join(', ')}; the first is in line ${whole(uneven.first)}.`);
    }
    this.out.finish();
    let room = MOST_OF_PLAIN;
    const facts = columns.map((c) => {
      const of = c.facts(room);
      if (of.values) room -= c.plain;
      return of;
    });
    return { rows, columns: facts, notes: this.notes };
  }

  abandon(): void {
    this.out.abandon();
  }
}
