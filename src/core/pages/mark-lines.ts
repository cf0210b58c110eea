/** Mark lines as they mean edges: where each stands, and whether it is marked beyond both its ends. Millimetres. */

/** How far lines that mean one edge may stand from each other, mm. */
const SAME_LINE = 0.15;
/** How far a mark may reach into the piece whose edge it marks, or cross another without being a cross, mm. */
export const INTO = 0.3;
/** How far from a piece its marks may begin, mm. */
const FARTHEST = 30;
/** No piece is smaller, mm. */
export const SMALLEST = 10;

/** Lines along one direction: what they stand at, and from where to where each runs. */
export interface EdgeLine {
  readonly at: number;
  readonly runs: readonly { readonly from: number; readonly to: number }[];
}

export interface Line {
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

/** The edges that lines mean. */
export function edgeLines(lines: readonly Line[]): EdgeLine[] {
  const out: { at: number; runs: Line[] }[] = [];
  for (const line of lines.toSorted((a, b) => a.at - b.at)) {
    const last = out.at(-1);
    if (last && line.at - last.at <= SAME_LINE) last.runs.push(line);
    else out.push({ at: line.at, runs: [line] });
  }
  // an edge is marked at both its ends
  return out.filter(({ runs }) => runs.length > 1);
}

/** How far marks before and behind a stretch begin from it, mm; null where one is missing, or one runs through it. */
export function marksAt({ runs }: EdgeLine, from: number, to: number): { before: number; behind: number } | null {
  let [before, behind] = [Infinity, Infinity];
  for (const run of runs) {
    if (run.to <= from + INTO) before = Math.min(before, Math.max(0, from - run.to));
    else if (run.from >= to - INTO) behind = Math.min(behind, Math.max(0, run.from - to));
    else return null;
  }
  return before <= FARTHEST && behind <= FARTHEST ? { before, behind } : null;
}
