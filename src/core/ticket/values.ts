import { NAMED_SIZES, type Size } from '../measure';
import { InksError, readInks, type Inks } from '../docket';
import { TicketError } from './error';

/** Values as tickets write them: points, amounts, dates, inks. */

/** Points to the inch and millimetres to it: a point of JDF and XJDF is that of PDF. */
const POINT = 25.4 / 72;
export const toPoints = (mm: number): number => mm / POINT;

/** A size in whole points of a named one is that one: A4 is written 595 × 842. mm */
const SNAP = 0.4;

const hundredths = (mm: number): number => Math.round(mm * 100) / 100;

/** A size written in points, `595 842 0`; undefined where nothing is written. @throws TicketError */
export function sizeIn(points: string | undefined, field: string): Size | undefined {
  if (points === undefined) return undefined;
  const [w, h] = points.split(/\s+/).map(Number);
  if (w === undefined || h === undefined || !(w > 0 && h > 0 && Number.isFinite(w + h)))
    throw new TicketError(`${field} says “${points}”. It takes a width and a height in points: 595.276 841.89 0.`);
  const size = { width: w * POINT, height: h * POINT };
  for (const { width, height } of Object.values(NAMED_SIZES)) {
    const lies = size.width > size.height !== width > height ? { width: height, height: width } : { width, height };
    if (Math.abs(lies.width - size.width) < SNAP && Math.abs(lies.height - size.height) < SNAP) return lies;
  }
  return { width: hundredths(size.width), height: hundredths(size.height) };
}

/** A whole amount; undefined where nothing is written. @throws TicketError */
export function amountIn(text: string | undefined, field: string): number | undefined {
  if (text === undefined || text.trim() === '') return undefined;
  const value = Number(text.trim().replace(/^(\d{1,3})([ '’](\d{3}))+$/, (all) => all.replace(/\D/g, '')));
  if (!Number.isInteger(value) || value < 0) throw new TicketError(`${field} says “${text}”. It takes a whole number.`);
  return value;
}

/** A weight in g/m²; undefined where nothing is written. @throws TicketError */
export function weightIn(text: string | undefined, field: string): number | undefined {
  if (text === undefined || text.trim() === '') return undefined;
  const value = Number(
    text
      .trim()
      .replace(',', '.')
      .replace(/\s*g(\/m(²|2)|sm)?$/i, ''),
  );
  if (!(value > 0)) throw new TicketError(`${field} says “${text}”. It takes a weight in g/m²: 135.`);
  return value;
}

/** The day of a date with or without its time (ISO 8601); undefined where nothing is written. @throws TicketError */
export function dayIn(text: string | undefined, field: string): string | undefined {
  if (text === undefined || text.trim() === '') return undefined;
  const day = /^(\d{4}-\d{2}-\d{2})(T.*)?$/.exec(text.trim())?.[1];
  if (!day || Number.isNaN(Date.parse(day)) || new Date(day).toISOString().slice(0, 10) !== day)
    throw new TicketError(`${field} says “${text}”. It takes a date as 2026-11-30.`);
  return day;
}

/** Inks as the trade writes them, front and back; undefined where nothing is written. @throws TicketError */
export function inksIn(text: string | undefined, field: string): Inks | undefined {
  if (text === undefined || text.trim() === '') return undefined;
  try {
    return readInks(text);
  } catch (e) {
    if (e instanceof InksError) throw new TicketError(`${field} says “${text}”. ${e.message}`);
    throw e;
  }
}

/** The name of a file in an address: its last part, unwritten (RFC 3986). */
export function fileIn(url: string | undefined): string | undefined {
  const last = url?.split(/[?#]/)[0]!.split(/[/\\]/).pop();
  if (!last) return undefined;
  try {
    return decodeURIComponent(last);
  } catch {
    return last;
  }
}
