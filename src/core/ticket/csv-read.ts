import Papa from 'papaparse';
import type { OrderFacts } from '../docket';
import { LengthError, parseLength } from '../measure';
import { TicketError } from './error';
import { factsFrom, type Loose } from './loose';
import { amountIn, dayIn, inksIn, weightIn } from './values';

/** How a column is read into the facts: the first row's names, whatever their capitals and spaces. */
type Read = (text: string, field: string) => unknown;

const words: Read = (text) => text.trim();
const length: Read = (text, field) => {
  try {
    return parseLength(text);
  } catch (e) {
    if (e instanceof LengthError) throw new TicketError(`${field} says “${text}”. ${e.message}`);
    throw e;
  }
};
const sides: Read = (text, field) => {
  const said = text.trim().toLowerCase();
  if (['1', 'one'].includes(said)) return 'one';
  if (['2', 'two'].includes(said)) return 'two';
  throw new TicketError(`${field} says “${text}”. It takes 1 or 2.`);
};

/** The columns of an order, and what each becomes. Widths and heights come in pairs. */
const COLUMNS = {
  number: words,
  title: words,
  customer: words,
  due: dayIn,
  kind: (text) => text.trim().toLowerCase(),
  copies: amountIn,
  width: length,
  height: length,
  bleed: length,
  sides,
  pages: amountIn,
  stock: words,
  grammage: weightIn,
  'paper width': length,
  'paper height': length,
  machine: words,
  'plate width': length,
  'plate height': length,
  inks: inksIn,
  artwork: words,
  note: words,
} satisfies Record<string, Read>;
type Column = keyof typeof COLUMNS;
const NAMES = Object.keys(COLUMNS) as Column[];

/** The pairs of columns that are a size each. */
const SIZES = [
  ['finished', 'width', 'height'],
  ['paper', 'paper width', 'paper height'],
  ['plate', 'plate width', 'plate height'],
] as const satisfies readonly (readonly [keyof OrderFacts, Column, Column])[];

/** Rows in one breath at most. */
const MOST_ROWS = 5000;

/** A row as it was read: a job of its own, or a form of one. */
interface Form {
  readonly facts: OrderFacts;
  readonly row: number;
}

/**
 * Reads orders from CSV (RFC 4180), a row each under a row of column names; fields parted by commas, semicolons or tabs.
 * Several rows of one number are forms of one job, each with its own copies.
 * @throws TicketError that says the row and the column
 */
export function readCsv(text: string): OrderFacts[] {
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy', preview: MOST_ROWS + 2 });
  if (data.length > MOST_ROWS + 1)
    throw new TicketError(`These are more than ${MOST_ROWS} rows. Send fewer at a time.`);
  const [head, ...rows] = data;
  const columns = (head ?? []).map((name) => {
    const plain = name.trim().toLowerCase().replaceAll('_', ' ');
    const column = NAMES.find((n) => n === plain);
    if (!column) throw new TicketError(`There is no column “${name.trim()}”. The columns are: ${NAMES.join(', ')}.`);
    return column;
  });
  if (rows.length === 0) throw new TicketError('There is no order under the column names.');
  const orders = new Map<string, Form[]>();
  rows.forEach((row, i) => {
    const facts = rowRead(columns, row, i + 2);
    const forms = orders.get(facts.number);
    if (forms) forms.push({ facts, row: i + 2 });
    else orders.set(facts.number, [{ facts, row: i + 2 }]);
  });
  return [...orders.values()].map(together);
}

function rowRead(columns: readonly Column[], row: readonly string[], number: number): OrderFacts {
  const given: Partial<Record<Column, unknown>> = {};
  columns.forEach((column, i) => {
    const text = row[i] ?? '';
    if (text.trim() !== '') given[column] = COLUMNS[column](text, `Row ${number}: ${column}`);
  });
  const loose: Record<string, unknown> = { ...given };
  for (const [fact, width, height] of SIZES) {
    delete loose[width];
    delete loose[height];
    if ((given[width] === undefined) !== (given[height] === undefined))
      throw new TicketError(`Row ${number}: ${width} and ${height} go together; one of them is empty.`);
    if (given[width] !== undefined) loose[fact] = { width: given[width], height: given[height] };
  }
  return factsFrom(loose as Loose, `Row ${number}: `);
}

/** The forms of one job as one order: they differ in nothing but their copies. */
function together(forms: readonly Form[]): OrderFacts {
  const [first] = forms;
  if (forms.length === 1) return first!.facts;
  const runs = forms.map(({ facts, row }) => {
    if (facts.copies === undefined)
      throw new TicketError(`Row ${row}: copies is empty. Several rows of one number are forms, each with its copies.`);
    return facts.copies;
  });
  for (const { facts, row } of forms)
    for (const key of Object.keys(facts) as (keyof OrderFacts)[])
      if (key !== 'copies' && JSON.stringify(facts[key]) !== JSON.stringify(first!.facts[key]))
        throw new TicketError(
          `Row ${row}: ${key} is not what row ${first!.row} says of order ${facts.number}. Forms of one job differ in their copies alone.`,
        );
  return { ...first!.facts, copies: Math.max(1, ...runs), ...(runs.every((r) => r === runs[0]) ? {} : { runs }) };
}
