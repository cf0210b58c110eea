import * as z from 'zod';
import { nameSize, numberFrom, parseLength, parseSize, type Size, type Unit } from '../measure';
import { Coating, pricePerSheet, Stock, type Priced } from './stock';

/** Stocks of a table's rows: a row of headings, a row for each stock. Headings in any order, capitals or not. */

/** What a column may be headed by. */
const HEADINGS: Readonly<Record<string, readonly string[]>> = {
  name: ['name', 'stock', 'paper', 'description', 'grade'],
  size: ['size', 'format', 'sheet size', 'sheet'],
  width: ['width'],
  height: ['height', 'length', 'depth'],
  grammage: ['grammage', 'weight', 'gsm', 'g/m²', 'g/m2', 'basis weight'],
  caliper: ['caliper', 'thickness', 'calliper'],
  grain: ['grain', 'grain direction'],
  coating: ['coating', 'surface', 'finish'],
  swatch: ['colour', 'color', 'swatch'],
  sheet: ['price', 'price a sheet', 'price per sheet', 'cents', 'ct'],
  thousand: ['price a thousand', 'price per thousand', 'per thousand', 'price per 1000', 'price/1000'],
  kilogram: ['price a kilogram', 'price per kilogram', 'price per kg', 'per kg', 'price/kg'],
};

/** One row: the stock that it gives, or what is wrong with it, in words. */
export type StockRow =
  | { readonly row: number; readonly stock: Stock; readonly problem: null }
  | { readonly row: number; readonly stock: null; readonly problem: string };

const plain = (text: string): string =>
  text
    .trim()
    .toLowerCase()
    .replace(/\s*\(.*\)$/, '')
    .replace(/\s+/g, ' ');

function columnsOf(headings: readonly string[]): ReadonlyMap<string, number> {
  const columns = new Map<string, number>();
  headings.forEach((h, i) => {
    const key = Object.entries(HEADINGS).find(([, names]) => names.includes(plain(h)))?.[0];
    if (key && !columns.has(key)) columns.set(key, i);
  });
  return columns;
}

/** An id of a name, which no other has. */
export function freeId(name: string, taken: ReadonlySet<string>): string {
  const base =
    name
      .normalize('NFKC')
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 80) || 'new';
  for (let n = 1; ; n++) {
    const id = n === 1 ? base : `${base}-${n}`;
    if (!taken.has(id)) return id;
  }
}

/** The name of a stock's size: without upright and across, which a sheet is not. */
export const formatNamed = (size: Size, unit: Unit): string => nameSize(size, unit).replace(/ (upright|across)$/, '');

const COLOURS: Readonly<Record<string, string>> = {
  white: '#ffffff',
  'natural white': '#f7f1e3',
  cream: '#f3e8c9',
  ivory: '#f5ecd3',
  grey: '#c9c9c4',
  gray: '#c9c9c4',
  kraft: '#b99a6b',
  brown: '#a5824f',
  yellow: '#f6e27a',
  green: '#bcd9a7',
  blue: '#b5d0e6',
  pink: '#f2c1cb',
  red: '#d6675a',
  orange: '#f0b070',
  black: '#2b2b2b',
};

function swatchFrom(text: string): string {
  const t = plain(text);
  if (t === '') return '#ffffff';
  if (/^#?[0-9a-f]{6}$/.test(t)) return `#${t.replace('#', '')}`;
  const known = COLOURS[t];
  if (!known) throw new Error(`“${text}” is no colour: write one such as cream, or #f3e8c9.`);
  return known;
}

type Cell = (key: string) => string;

function sizeFrom(cell: Cell, unit: Unit): Size {
  const named = cell('size');
  if (named !== '') {
    try {
      return parseSize(named, unit);
    } catch {
      throw new Error(`“${named}” is no size: write SRA3, 320x450 or 13x19in.`);
    }
  }
  try {
    return { width: parseLength(cell('width'), unit), height: parseLength(cell('height'), unit) };
  } catch {
    throw new Error('It has no size: a column size with SRA3 or 320x450, or columns width and height.');
  }
}

function pricedFrom(cell: Cell): Priced {
  for (const [by, key, cents] of [
    ['sheet', 'sheet', 1],
    ['thousand', 'thousand', 100],
    ['kilogram', 'kilogram', 100],
  ] as const) {
    if (cell(key) === '') continue;
    const price = numberFrom(cell(key));
    if (!(price >= 0)) throw new Error(`“${cell(key)}” is no price.`);
    return { by, cents: price * cents };
  }
  return { by: 'sheet', cents: 0 };
}

function stockFrom(cell: Cell, unit: Unit, taken: ReadonlySet<string>): Stock {
  const name = cell('name');
  if (name === '') throw new Error('It has no name.');
  const { width, height } = sizeFrom(cell, unit);
  const tidy = (mm: number): number => Math.round(mm * 1000) / 1000;
  const size = { width: tidy(width), height: tidy(height) };
  const grammage = numberFrom(cell('grammage'));
  if (!(grammage > 0)) throw new Error('It has no weight in g/m².');
  const caliper = cell('caliper');
  // thickness comes in micrometres as often as in millimetres
  const thick =
    caliper === ''
      ? null
      : /µ|um$/i.test(caliper) || numberFrom(caliper) > 20
        ? numberFrom(caliper) / 1000
        : parseLength(caliper, unit);
  const grain = plain(cell('grain'));
  const coating = plain(cell('coating')) || 'uncoated';
  if (!Coating.safeParse(coating).success)
    throw new Error(`“${cell('coating')}” is no surface: uncoated, matt, silk or gloss.`);
  const priced = pricedFrom(cell);
  const format = formatNamed(size, unit);
  return Stock.parse({
    id: freeId(`${name} ${format} ${grain.startsWith('s') ? 'sg' : 'lg'}`, taken),
    name,
    format,
    ...size,
    grammage,
    ...(thick === null ? {} : { caliper: thick }),
    grain: grain.startsWith('s') ? 'short' : 'long',
    coating,
    price: pricePerSheet(priced, { ...size, grammage }),
    priced: priced.by === 'sheet' ? null : priced,
    swatch: swatchFrom(cell('swatch')),
  });
}

/**
 * The stocks that a table has, row by row; a row that cannot be one says why.
 * @param unit of lengths without one · @param taken ids that the shop has
 */
export function stocksFromRows(
  rows: readonly (readonly string[])[],
  unit: Unit,
  taken: ReadonlySet<string>,
): readonly StockRow[] {
  const [headings, ...body] = rows;
  const columns = columnsOf(headings ?? []);
  const ids = new Set(taken);
  return body.flatMap((row, i): StockRow[] => {
    if (row.every((c) => c.trim() === '')) return [];
    const cell: Cell = (key) => row[columns.get(key) ?? -1]?.trim() ?? '';
    try {
      const stock = stockFrom(cell, unit, ids);
      ids.add(stock.id);
      return [{ row: i + 2, stock, problem: null }];
    } catch (e) {
      const problem =
        e instanceof z.ZodError ? `${e.issues[0]!.path.join(' ')}: ${e.issues[0]!.message}` : (e as Error).message;
      return [{ row: i + 2, stock: null, problem }];
    }
  });
}
