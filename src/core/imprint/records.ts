import { MOST_RECORDS, type Artwork, type ImprintWish } from '../docket';

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
