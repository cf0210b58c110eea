/** A page before and after, by their numbers from 1; null where there is none. */
export interface PagePair {
  readonly before: number | null;
  readonly after: number | null;
  readonly same: boolean;
}

/**
 * Which page of a file is which of the file it replaced: pages that look the same are paired in their order, as many of
 * them as can be (longest common subsequence); those between them are paired one by one as changed, and what is left over
 * was taken out or is new.
 * @param before what each page looks like, as a word that only the same page has
 */
export function pairPages(before: readonly string[], after: readonly string[]): PagePair[] {
  // what is alike at both ends needs no table
  let head = 0;
  while (head < before.length && head < after.length && before[head] === after[head]) head++;
  let tail = 0;
  while (
    tail < before.length - head &&
    tail < after.length - head &&
    before[before.length - 1 - tail] === after[after.length - 1 - tail]
  )
    tail++;
  const [a, b] = [before.slice(head, before.length - tail), after.slice(head, after.length - tail)];
  const same = (x: number, y: number): PagePair => ({ before: x, after: y, same: true });
  return [
    ...Array.from({ length: head }, (_, i) => same(i + 1, i + 1)),
    ...between(a, b, head),
    ...Array.from({ length: tail }, (_, i) => same(before.length - tail + i + 1, after.length - tail + i + 1)),
  ];
}

/** Pages whose table would be larger are paired by their place. */
const MOST_CELLS = 4_000_000;

function between(a: readonly string[], b: readonly string[], offset: number): PagePair[] {
  const out: PagePair[] = [];
  let [i, j] = [0, 0];
  /** What lies before the next pages that are the same: one by one, as far as both go. */
  const unlike = (toA: number, toB: number): void => {
    while (i < toA || j < toB)
      out.push({
        before: i < toA ? ++i + offset : null,
        after: j < toB ? ++j + offset : null,
        same: false,
      });
  };
  for (const [x, y] of common(a, b)) {
    unlike(x, y);
    out.push({ before: ++i + offset, after: ++j + offset, same: true });
  }
  unlike(a.length, b.length);
  return out;
}

/** The places of a longest common subsequence. */
function common(a: readonly string[], b: readonly string[]): [number, number][] {
  const out: [number, number][] = [];
  if (a.length * b.length > MOST_CELLS) {
    for (let k = 0; k < Math.min(a.length, b.length); k++) if (a[k] === b[k]) out.push([k, k]);
    return out;
  }
  const width = b.length + 1;
  const longest = new Uint16Array((a.length + 1) * width);
  for (let x = a.length - 1; x >= 0; x--)
    for (let y = b.length - 1; y >= 0; y--)
      longest[x * width + y] =
        a[x] === b[y]
          ? longest[(x + 1) * width + y + 1]! + 1
          : Math.max(longest[(x + 1) * width + y]!, longest[x * width + y + 1]!);
  for (let x = 0, y = 0; x < a.length && y < b.length;) {
    if (a[x] === b[y]) out.push([x++, y++]);
    else if (longest[(x + 1) * width + y]! >= longest[x * width + y + 1]!) x++;
    else y++;
  }
  return out;
}
