import Flatbush from 'flatbush';
import type { TrapSettings } from '../../core';
import { PdfSyntaxError } from '../syntax/objects';
import type { Area } from './areas';
import { decide, type Decision, type Flat, type SolidDensity } from './decide';
import {
  asBox,
  both,
  boxOf,
  common,
  edgesIn,
  grown,
  grownBox,
  holds,
  isEmpty,
  asPath,
  lengthOf,
  meanWidth,
  TOLERANCE,
  within,
  without,
  type Box,
  type Paths,
} from './polygons';

/** Where two colours meet: lines along the edge that they share, and what of the page they are painted on. */
export interface Trap {
  readonly inks: Flat;
  /** How wide the pen is, in thousandths of a unit of the page. */
  readonly pen: number;
  readonly edges: Paths;
  readonly clip: Paths;
}

/** Edges that lie no further apart than this are one: a curve is never the same line twice. */
const MEETS = 3 * TOLERANCE;
/** Pairs of things that may meet. */
const MOST_PAIRS = 120_000;

interface Pair {
  readonly lower: number;
  readonly upper: number;
  readonly decision: Decision;
}

/** Decisions of colours that were met before. */
function decisions(
  flat: (number: number) => Flat,
  settings: TrapSettings,
  solid: SolidDensity,
): (a: number, b: number) => Decision | null {
  const known = new Map<string, Decision | null>();
  return (a, b) => {
    const id = `${a} ${b}`;
    let decision = known.get(id);
    if (decision === undefined) known.set(id, (decision = decide(flat(a), flat(b), settings, solid)));
    return decision;
  };
}

const searched = (index: Flatbush, { x0, y0, x1, y1 }: Box): number[] => index.search(x0, y0, x1, y1);

/** Whether a thing lies under a box that is drawn later, all of it: pages are drawn over and over by some programs. */
function hiddenOf(areas: readonly Area[], index: Flatbush): (i: number) => boolean {
  const hidden = new Map<number, boolean>();
  const covers = (j: number, box: Box): boolean => {
    if (!holds(areas[j]!.box, box)) return false;
    const square = asBox(areas[j]!.shape());
    return square !== null && holds(square, box);
  };
  return (i) => {
    let is = hidden.get(i);
    const { box } = areas[i]!;
    if (is === undefined) hidden.set(i, (is = searched(index, box).some((j) => j > i && covers(j, box))));
    return is;
  };
}

function pairsOf(areas: readonly Area[], index: Flatbush, of: ReturnType<typeof decisions>): Pair[] {
  const pairs: Pair[] = [];
  const hidden = hiddenOf(areas, index);
  areas.forEach(({ colour, box }, upper) => {
    if (colour === null || hidden(upper)) return;
    for (const lower of searched(index, grownBox(box, MEETS))) {
      const other = areas[lower]!.colour;
      if (lower >= upper || other === null || other === colour || hidden(lower)) continue;
      const decision = of(other, colour);
      if (!decision) continue;
      pairs.push({ lower, upper, decision });
      if (pairs.length > MOST_PAIRS)
        throw new PdfSyntaxError('A page has too much on it to be trapped here. Let the press trap it.');
    }
  });
  return pairs;
}

/**
 * The traps of a page.
 * @param areas what is drawn on it, from the lowest to the uppermost
 * @param flat the inks of a colour @param unit thousandths of a unit of the page that a millimetre in print is
 * @param solid how dense spot inks are
 */
export function trapsOf(
  areas: readonly Area[],
  flat: (colour: number) => Flat,
  settings: TrapSettings,
  unit: number,
  solid: SolidDensity,
): Trap[] {
  if (areas.length === 0) return [];
  const index = new Flatbush(areas.length);
  for (const { box } of areas) index.add(box.x0, box.y0, box.x1, box.y1);
  index.finish();
  const widths = new Map<number, number>();
  const widthOf = (i: number): number => {
    let width = widths.get(i);
    if (width === undefined) widths.set(i, (width = meanWidth(areas[i]!.shape())));
    return width;
  };
  /** What of a thing is seen in a part of the page. */
  const seenIn = (i: number, part: Box): Paths => {
    // one after the other: many at once that cross each other take longer
    let shape = within(areas[i]!.shape(), part);
    for (const j of searched(index, part).sort((a, b) => b - a)) {
      if (shape.length === 0) break;
      if (j <= i || isEmpty(common(areas[j]!.box, areas[i]!.box))) continue;
      const on = common(boxOf(shape), areas[j]!.box);
      if (!isEmpty(on)) shape = without(shape, within(areas[j]!.shape(), grownBox(on, 1)));
    }
    return shape;
  };
  const traps: Trap[] = [];
  for (const pair of pairsOf(areas, index, decisions(flat, settings, solid))) {
    const trap = trapOf(pair, areas, unit, seenIn, widthOf);
    if (trap) traps.push(trap);
  }
  return traps;
}

/** No trap takes more than this of what it lies in, from one side: a thin line keeps its colour in the middle. */
const MOST_OF = 1 / 4;

function trapOf(
  { lower, upper, decision: { lighter, half, width, inks } }: Pair,
  areas: readonly Area[],
  unit: number,
  seenIn: (i: number, part: Box) => Paths,
  widthOf: (i: number) => number,
): Trap | null {
  const [light, dark] = lighter === 0 ? [lower, upper] : [upper, lower];
  const wide = width * unit;
  const near = grownBox(common(grownBox(areas[lower]!.box, MEETS), grownBox(areas[upper]!.box, MEETS)), MEETS);
  if (isEmpty(near)) return null;
  const part = rounded(grownBox(near, 2 * wide + MEETS));
  const [l, d] = [seenIn(light, part), seenIn(dark, part)];
  if (l.length === 0 || d.length === 0) return null;
  const met = both(grown(d, MEETS), [asPath(rounded(near))]);
  const edges = edgesIn(l, met).filter((path) => lengthOf(path) > 2 * MEETS);
  if (edges.length === 0) return null;
  // half of it on each side is all of its width over the edge; else it is as wide on the darker side alone
  const into = half ? [widthOf(light), widthOf(dark)] : [widthOf(dark)];
  const on = Math.min(half ? wide / 2 : wide, ...into.map((w) => w * MOST_OF));
  if (on < 1) return null;
  return { inks, pen: 2 * on, edges, clip: half ? [...l, ...d] : d };
}

const rounded = ({ x0, y0, x1, y1 }: Box): Box => ({
  x0: Math.floor(x0),
  y0: Math.floor(y0),
  x1: Math.ceil(x1),
  y1: Math.ceil(y1),
});
