import { MOST_RECORDS, type Artwork, type Counter, type ImprintWish } from '../docket';

/** How many records there are, all told. */
export const recordCount = ({ records, table }: ImprintWish, artwork: Pick<Artwork, 'table'>): number =>
  Math.min(MOST_RECORDS, records ?? (table ? Math.max(1, artwork.table?.rows ?? 1) : 1));

/** The records that are printed, in order. */
export interface Records {
  readonly length: number;
  /** Which record the i-th one is, both from 0. */
  readonly at: (i: number) => number;
}

/** The records of a job: all of them, or those that are asked for, in the order in which they are named. */
export function recordsOf(wish: ImprintWish, artwork: Pick<Artwork, 'table'>): Records {
  const count = recordCount(wish, artwork);
  const runs = wish.only.flatMap(({ from, to }) =>
    from <= count ? [{ from: from - 1, to: Math.min(to, count) }] : [],
  );
  // none of them is there: that is found, and all are shown
  if (runs.length === 0) return { length: count, at: (i) => i };
  const begins: number[] = [];
  let length = 0;
  for (const { from, to } of runs) {
    begins.push(length);
    length += to - from;
  }
  return {
    length: Math.min(length, MOST_RECORDS),
    at: (i) => {
      let k = 0;
      while (k + 1 < runs.length && begins[k + 1]! <= i) k++;
      return runs[k]!.from + i - begins[k]!;
    },
  };
}

/** Numbers in a row, both ends counted. */
export interface RecordRun {
  readonly from: number;
  readonly to: number;
}

/** Reads `341-360, 402`; null where it is something else. */
export function readRuns(text: string): RecordRun[] | null {
  const out: RecordRun[] = [];
  for (const part of text.split(/[,;]/)) {
    const [, first, last] = /^\s*(-?\d{1,13})\s*(?:(?:-|–|to)\s*(-?\d{1,13})\s*)?$/.exec(part) ?? [];
    if (first === undefined) return null;
    const [from, to] = [Number(first), Number(last ?? first)];
    out.push({ from: Math.min(from, to), to: Math.max(from, to) });
  }
  return out;
}

/** `341–360, 402` */
export const runsSaid = (runs: readonly RecordRun[]): string =>
  runs.map(({ from, to }) => (from === to ? String(from) : `${from}–${to}`)).join(', ');

/** Which records, from 1, have these numbers; null where none has. Between two numbers of a counter lies no record. */
export function recordsWith(
  { start, step, repeat }: Pick<Counter, 'start' | 'step' | 'repeat'>,
  { from, to }: RecordRun,
  count: number,
): RecordRun | null {
  const [low, high] = step > 0 ? [from, to] : [to, from];
  const first = Math.max(0, Math.ceil((low - start) / step)) * repeat;
  const last = Math.min(count, (Math.floor((high - start) / step) + 1) * repeat) - 1;
  return first <= last ? { from: first + 1, to: last + 1 } : null;
}
