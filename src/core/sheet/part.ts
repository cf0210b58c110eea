import * as z from 'zod';
import type { Docket } from '../docket';
import { sentOf, type Load } from './runs';

/** More times than anything is printed, and more sheets than any load has. */
const MOST = 1_000_000;

/** What is printed of a load: some of its sheets, so many times. */
export const LoadPart = z.strictObject({
  sheets: z
    .strictObject({ from: z.int().min(1).max(MOST), to: z.int().min(1).max(MOST) })
    .refine(({ from, to }) => from <= to, 'ends before it begins')
    .nullable()
    .describe('Places in the load, from 1, both counted; null for all'),
  times: z.int().min(1).max(MOST).nullable().describe('How many times; null for as many as the load is printed'),
});
export type LoadPart = z.infer<typeof LoadPart>;

/** The load that a part of a load is; places behind its end are left out. @returns null where nothing is left */
export function partOf(load: Load, part: LoadPart, send: Pick<Docket['send'], 'overs'>): Load | null {
  const { from, to } = part.sheets ?? { from: 1, to: load.sheets.length };
  const sheets = load.sheets.slice(from - 1, to);
  if (sheets.length === 0) return null;
  const copies = part.times ?? sentOf(load, send).times;
  const stocks = load.stocks
    .filter((s) => s.from <= to && s.to >= from)
    .map((s) => ({ ...s, from: Math.max(s.from, from) - from + 1, to: Math.min(s.to, to) - from + 1 }));
  return { ...load, sheets, stocks, copies, good: copies * sheets.length, overs: 0 };
}

/**
 * What is still to be printed when some sheets have come out well. Copies come out collated: first the rest of the copy
 * that was begun, then the whole ones.
 * @param first the place in its load that the printed part begins at, from 1
 * @param each sheets of one time · @param total sheets of all times · @param good sheets that came out well
 */
export function restAfter(first: number, each: number, total: number, good: number): LoadPart[] {
  const times = Math.ceil(total / each);
  const whole = Math.floor(good / each);
  const begun = good % each;
  const range = (from: number): LoadPart['sheets'] => ({ from: first + from, to: first + each - 1 });
  const left = times - whole - (begun > 0 ? 1 : 0);
  return [
    ...(begun > 0 && whole < times ? [{ sheets: range(begun), times: 1 }] : []),
    ...(left > 0 ? [{ sheets: range(0), times: left }] : []),
  ];
}

/** Places among `n` as they are typed, `all`, `3-5, 8`: in order and each once. @returns null where it is neither */
export function parseRanges(text: string, n: number): { readonly from: number; readonly to: number }[] | null {
  const plain = text.trim().toLowerCase();
  if (plain === 'all') return n > 0 ? [{ from: 1, to: n }] : null;
  const wanted = new Set<number>();
  for (const part of plain.split(/[,;\s]+(?=\d)/)) {
    const m = /^(\d{1,7})(?:\s*[-–]\s*(\d{1,7}))?$/.exec(part);
    if (!m) return null;
    const from = Number(m[1]);
    const to = Number(m[2] ?? m[1]);
    if (from < 1 || to < from || to > n) return null;
    for (let i = from; i <= to; i++) wanted.add(i);
  }
  const ranges: { from: number; to: number }[] = [];
  for (const i of [...wanted].sort((a, b) => a - b)) {
    const last = ranges.at(-1);
    if (last && last.to === i - 1) last.to = i;
    else ranges.push({ from: i, to: i });
  }
  return ranges.length <= 20 ? ranges : null;
}
