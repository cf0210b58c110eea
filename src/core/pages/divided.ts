import { MOST_ON_PAGE } from '../docket';
import { rect, type Rect } from '../measure';
import { marksAt, SMALLEST, type EdgeLine } from './mark-lines';

/** Cards that share the marks of their cuts: what marks between the corners of a piece divide it into. */

/** How far the sizes of parts may be off each other, mm. */
const ALIKE = 0.3;

type Stretch = readonly [number, number];

/** The stretches between lines that are marked beyond both ends of a piece, from first to last; gaps left out. */
function stretches(lines: readonly EdgeLine[], [from, to]: Stretch, [low, high]: Stretch): Stretch[] {
  const inner = lines.filter((l) => l.at > from + SMALLEST && l.at < to - SMALLEST && marksAt(l, low, high));
  const at = [from, ...inner.map((l) => l.at), to];
  return at.slice(1).flatMap((end, i): Stretch[] => (end - at[i]! < SMALLEST ? [] : [[at[i]!, end]]));
}

const alike = (all: readonly Stretch[]): boolean => {
  const lengths = all.map(([a, b]) => b - a);
  return Math.max(...lengths) - Math.min(...lengths) <= ALIKE;
};

/**
 * The parts of a piece, rows from the top, in each from the left; none where no marks divide it into parts that are
 * alike. Whether they are parts, or folds and middles are marked there, is for who knows what is wanted.
 * @param upright edges that run up @param level edges that run across
 */
export function partsOf(trim: Rect, upright: readonly EdgeLine[], level: readonly EdgeLine[]): Rect[] {
  const [across, up]: [Stretch, Stretch] = [
    [trim.x, trim.x + trim.width],
    [trim.y, trim.y + trim.height],
  ];
  const columns = stretches(upright, across, up);
  const rows = stretches(level, up, across).toReversed();
  const count = columns.length * rows.length;
  if (count < 2 || count > MOST_ON_PAGE || !alike(columns) || !alike(rows)) return [];
  return rows.flatMap(([y, top]) => columns.map(([x, right]) => rect(x, y, right - x, top - y)));
}
