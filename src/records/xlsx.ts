import { createReadStream } from 'node:fs';
import ExcelJs from 'exceljs';
import { TableError } from './errors';
import type { Gathering } from './gather';

const two = (n: number): string => String(n).padStart(2, '0');

/** A day, and the time where one is said: as ISO 8601 writes them. */
function dayOf(d: Date): string {
  const day = `${d.getUTCFullYear()}-${two(d.getUTCMonth() + 1)}-${two(d.getUTCDate())}`;
  const seconds = d.getUTCHours() * 3600 + d.getUTCMinutes() * 60 + d.getUTCSeconds();
  return seconds === 0 ? day : `${day} ${two(d.getUTCHours())}:${two(d.getUTCMinutes())}`;
}

/** A number as its cell shows it, where that is by leading zeros; else with all its digits. */
function numberOf(n: number, format: string | undefined): string {
  if (format && /^0{2,}$/.test(format) && Number.isInteger(n) && n >= 0) return String(n).padStart(format.length, '0');
  if (Number.isInteger(n)) return n.toFixed(0);
  // what was worked out in binary is shown as it was meant
  return String(Number(n.toPrecision(15)));
}

interface Said {
  formulas: number;
  errors: number;
}

/** What a cell shows. */
function textOf(value: unknown, format: string | undefined, said: Said): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'string') return value;
  if (typeof value === 'number') return numberOf(value, format);
  if (typeof value === 'boolean') return value ? 'TRUE' : 'FALSE';
  if (value instanceof Date) return Number.isNaN(value.getTime()) ? '' : dayOf(value);
  const it = value as Record<string, unknown>;
  if ('error' in it) {
    said.errors++;
    return '';
  }
  if ('richText' in it) return (it.richText as { text: string }[]).map((r) => r.text).join('');
  if ('formula' in it || 'sharedFormula' in it) {
    if (it.result === undefined || it.result === null) said.formulas++;
    return textOf(it.result, format, said);
  }
  if ('text' in it) return textOf(it.text, format, said);
  return '';
}

/** Reads the first sheet of an XLSX workbook that has anything in it, row by row. @throws TableError */
export async function readXlsx(path: string, to: Gathering): Promise<void> {
  const said: Said = { formulas: 0, errors: 0 };
  let sheets = 0;
  let taken = false;
  try {
    const reader = new ExcelJs.stream.xlsx.WorkbookReader(createReadStream(path), {
      worksheets: 'emit',
      sharedStrings: 'cache',
      styles: 'cache',
      hyperlinks: 'ignore',
      entries: 'emit',
    });
    for await (const sheet of reader) {
      sheets++;
      for await (const row of sheet) {
        if (taken) break;
        const fields: string[] = [];
        row.eachCell({ includeEmpty: true }, (cell, column) => {
          if (column <= 2000) fields[column - 1] = textOf(cell.value, cell.numFmt, said);
        });
        to.add(
          Array.from(fields, (f) => f ?? ''),
          row.number,
        );
      }
      taken ||= to.any;
    }
  } catch (e) {
    if (e instanceof TableError) throw e;
    throw new TableError(
      'This workbook cannot be read: it is damaged or locked. Save it anew, or as CSV, and drop that.',
    );
  }
  if (sheets > 1) to.note(`The workbook has ${sheets} sheets; the first that has rows was taken.`);
  if (said.formulas > 0)
    to.note(
      `${said.formulas} formulas were never worked out and are empty. Open the workbook, save it, and drop it again.`,
    );
  if (said.errors > 0) to.note(`${said.errors} cells show an error and are taken as empty.`);
}
