import Papa from 'papaparse';
import { TableError } from './errors';
import type { Gathering } from './gather';
import { decoded } from './text';

const SEPARATORS = [',', ';', '\t', '|'] as const;

/** What parts the fields: what parts the names, and most rows into as many fields; a comma where there is one column. */
function separatorOf(text: string): string {
  const some = text.slice(0, 1 << 16);
  let best = { delimiter: ',', even: 0, fields: 1 };
  for (const delimiter of SEPARATORS) {
    const { data } = Papa.parse<string[]>(some, { delimiter, preview: 30, skipEmptyLines: 'greedy' });
    const fields = data[0]?.length ?? 1;
    if (fields < 2) continue;
    const even = data.filter((row) => row.length === fields).length;
    if (even > best.even || (even === best.even && fields > best.fields)) best = { delimiter, even, fields };
  }
  return best.delimiter;
}

/** Reads CSV (RFC 4180, and with semicolons, tabs or strokes). @throws TableError */
export function readCsv(bytes: Uint8Array, to: Gathering): void {
  const { text: all, encoding } = decoded(bytes);
  // some programs say first what parts the fields
  const [said, separator] = /^sep=(.)\r?\n/i.exec(all) ?? [];
  const text = said ? all.slice(said.length) : all;
  if (text.slice(0, 4000).includes('\0'))
    throw new TableError('This is no table. Save it as CSV or XLSX and drop that.');
  if (encoding === 'Windows-1252')
    to.note('It is not UTF-8: it was read as Windows-1252. Look at letters with accents.');
  const delimiter = separator ?? separatorOf(text);
  let line = said ? 1 : 0;
  let quotes = 0;
  Papa.parse<string[]>(text, {
    delimiter,
    skipEmptyLines: 'greedy',
    step: ({ data, errors }) => {
      line++;
      if (errors.some((e) => e.type === 'Quotes')) quotes ||= line;
      to.add(data, line);
    },
  });
  if (quotes > 0)
    to.note(`A quotation mark in row ${quotes.toLocaleString('en-GB')} is not closed, or stands within a field.`);
}
