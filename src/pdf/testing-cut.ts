import type { wordsOf } from './made';

/** What is read off a PDF, cut by straight cuts and stacked: no plan is asked where anything lies. */

/** A number where it stands on a side, in points. */
export interface At {
  readonly n: number;
  readonly x: number;
  readonly y: number;
}
/** The words of a side that are numbers, without what is no digit. */
export const placesOn = (side: ReturnType<typeof wordsOf>[0] | undefined, is: RegExp): At[] =>
  (side?.words ?? [])
    .filter((w) => is.test(w.text))
    .map((w) => ({ n: Number(w.text.replace(/\D/g, '')), x: w.x, y: w.y }));

/** Lines to cut along, between things that stand in rows: the middle of every gap wider than half a piece. */
function cutsBetween(values: readonly number[], least: number): number[] {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted.flatMap((v, i) => (i > 0 && v - sorted[i - 1]! > least ? [(v + sorted[i - 1]!) / 2] : []));
}

/** A pile of sheets cut into piles, from the upper left across: each the numbers from the top down. */
export function cutApart(sheets: readonly At[][]): number[][] {
  const all = sheets.flat();
  const xs = cutsBetween(
    all.map((a) => a.x),
    40,
  );
  const ys = cutsBetween(
    all.map((a) => a.y),
    25,
  );
  const cell = ({ x, y }: At): number => {
    const column = xs.filter((v) => v < x).length;
    const row = ys.filter((v) => v > y).length;
    return row * (xs.length + 1) + column;
  };
  const piles: number[][] = Array.from({ length: (xs.length + 1) * (ys.length + 1) }, () => []);
  for (const sheet of sheets) for (const a of sheet) piles[cell(a)]!.push(a.n);
  return piles;
}
