import type { FoundOnPage } from '../docket';
import { partsOf } from './divided';
import { edgeLines, INTO, marksAt, SMALLEST, type EdgeLine, type Line } from './mark-lines';
import { bounds, contains, grow, intersect, overlap, rect, type Rect } from '../measure';

/**
 * Where on a page the piece that it is for may stand: between mark lines, or where its content is. Millimetres from the
 * lower left of the media box, as the page is seen.
 */

/** Something that is drawn on a page, as far as its clip shows it. */
export interface DrawnItem {
  readonly box: Rect;
  /** A straight thin line; a rectangle or a picture that stands square on the page; anything else. */
  readonly kind: 'line' | 'ground' | 'other';
}

/** Mark lines are at least and at most so long, and no thicker; mm. */
const SHORTEST = 1.5;
const LONGEST = 40;
const THICKEST = 0.6;
/** No bleed is wider, mm. */
const WIDEST_BLEED = 15;
/** Edges that are looked at in a direction at most: what has more is a drawing, not marks. */
const MOST_EDGES = 30;
/** Mark lines on a page at most. */
const MOST_MARKS = 2000;
/** How far the edges of a ground may be from those of what is on it, mm. */
const FLUSH = 0.3;

const isMark = ({ kind, box }: DrawnItem): boolean => {
  const [long, short] = [Math.max(box.width, box.height), Math.min(box.width, box.height)];
  return kind === 'line' && long >= SHORTEST && long <= LONGEST && short <= THICKEST;
};

/** Lines that cross others are register marks and targets. */
const crossed = (line: Line, others: readonly Line[]): boolean =>
  others.some(
    (o) => o.at > line.from + INTO && o.at < line.to - INTO && line.at > o.from + INTO && line.at < o.to - INTO,
  );

/** A rectangle whose corners are marked, and how far beyond each edge the first mark begins. */
interface Marked {
  readonly trim: Rect;
  readonly free: { readonly left: number; readonly right: number; readonly top: number; readonly bottom: number };
}

function markedIn(upright: readonly EdgeLine[], level: readonly EdgeLine[]): Marked[] {
  const out: Marked[] = [];
  for (const [i, left] of upright.entries())
    for (const right of upright.slice(i + 1)) {
      if (right.at - left.at < SMALLEST) continue;
      for (const [k, low] of level.entries())
        for (const high of level.slice(k + 1)) {
          if (high.at - low.at < SMALLEST) continue;
          const ends = [marksAt(left, low.at, high.at), marksAt(right, low.at, high.at)] as const;
          const sides = [marksAt(low, left.at, right.at), marksAt(high, left.at, right.at)] as const;
          if (!ends[0] || !ends[1] || !sides[0] || !sides[1]) continue;
          out.push({
            trim: rect(left.at, low.at, right.at - left.at, high.at - low.at),
            free: {
              bottom: Math.min(ends[0].before, ends[1].before),
              top: Math.min(ends[0].behind, ends[1].behind),
              left: Math.min(sides[0].before, sides[1].before),
              right: Math.min(sides[0].behind, sides[1].behind),
            },
          });
        }
    }
  return out;
}

const area = ({ width, height }: Rect): number => width * height;

/** Whether one rectangle lies within another by the same on all sides, as a trim within its bleed. */
function isWithin(inner: Rect, outer: Rect): boolean {
  const gaps = [
    inner.x - outer.x,
    inner.y - outer.y,
    outer.x + outer.width - inner.x - inner.width,
    outer.y + outer.height - inner.y - inner.height,
  ];
  const widest = Math.max(...gaps);
  return widest <= WIDEST_BLEED && widest - Math.min(...gaps) <= FLUSH;
}

/**
 * The pieces among the rectangles that marks could mean: the largest that lie apart, and of those that have marks for
 * trim and for bleed the inner ones. Marks between the corners of a piece may be for folds and middles: it is not divided
 * here.
 */
function piecesAmong(all: readonly Marked[]): Marked[] {
  const whole: Marked[] = [];
  for (const it of all.toSorted((a, b) => area(b.trim) - area(a.trim)))
    if (!whole.some((w) => overlap(w.trim, it.trim))) whole.push(it);
  return whole.map((outer) =>
    all.reduce((best, it) => (area(it.trim) < area(best.trim) && isWithin(it.trim, outer.trim) ? it : best), outer),
  );
}

/** How far beyond each edge of a piece it is free of marks of any kind: crosses beside it as well as its corners. */
function freeOf({ trim, free }: Marked, marks: readonly DrawnItem[]): Marked['free'] {
  const out = { ...free };
  const [right, top] = [trim.x + trim.width, trim.y + trim.height];
  for (const { box } of marks) {
    const [x1, y1] = [box.x + box.width, box.y + box.height];
    const across = box.x < right + INTO && x1 > trim.x - INTO;
    const along = box.y < top + INTO && y1 > trim.y - INTO;
    // what is beyond in both ways stands at a corner, and is counted there
    if (across && !along) {
      if (y1 <= trim.y) out.bottom = Math.min(out.bottom, trim.y - y1);
      else out.top = Math.min(out.top, box.y - top);
    } else if (along && !across) {
      if (x1 <= trim.x) out.left = Math.min(out.left, trim.x - x1);
      else out.right = Math.min(out.right, box.x - right);
    }
  }
  return out;
}

/** Ink that stays so far within an edge does not run off it, mm. */
const RUNS_OFF = 0.5;
/** Bleed at an edge that nothing runs off: none is missed there, and nothing is printed in it; mm. */
const UNUSED = 3;
/** Of a part of a piece, whose corners have no marks of their own. */
const ANYWHERE = { left: Infinity, right: Infinity, top: Infinity, bottom: Infinity };
const EDGES = ['left', 'right', 'top', 'bottom'] as const;

/**
 * The bleed round a piece: where ink runs off an edge as far as it goes, up to where marks begin; where none does, as
 * much as would be wanted, up to whatever stands there. So pages of a book that differ in what runs off are few kinds.
 */
function bleedOf(
  piece: Marked,
  content: readonly DrawnItem[],
  marks: readonly DrawnItem[],
  all: readonly Pick<Marked, 'trim'>[],
): Rect {
  const { trim } = piece;
  const isOn = (i: DrawnItem): boolean => overlap(shrunk(i.box), trim);
  const on = content.filter(isOn);
  const beside = content.filter((i) => !isOn(i));
  const clear = freeOf(piece, marks);
  const empty = freeOf(piece, [...marks, ...beside]);
  // on a blank page nothing comes near an edge
  const ink = on.length > 0 ? bounds(on.map((i) => i.box)) : shrunk(grow(trim, -RUNS_OFF));
  const beyond = {
    left: trim.x - ink.x,
    right: ink.x + ink.width - trim.x - trim.width,
    top: ink.y + ink.height - trim.y - trim.height,
    bottom: trim.y - ink.y,
  };
  const bleed = { left: 0, right: 0, top: 0, bottom: 0 };
  for (const edge of EDGES)
    bleed[edge] =
      beyond[edge] > -RUNS_OFF
        ? Math.max(0, Math.min(beyond[edge], clear[edge], WIDEST_BLEED))
        : Math.max(0, Math.min(empty[edge], UNUSED));
  // between two pieces each has its half
  return all.reduce((r, { trim: other }) => halfway(r, trim, other), grow(trim, bleed));
}

const shrunk = (r: Rect): Rect => grow(r, -Math.min(0.05, r.width / 3, r.height / 3));

function halfway(r: Rect, own: Rect, other: Rect): Rect {
  if (other === own || !overlap(r, grow(other, WIDEST_BLEED))) return r;
  let [x0, y0, x1, y1] = [r.x, r.y, r.x + r.width, r.y + r.height];
  if (other.x >= own.x + own.width) x1 = Math.min(x1, (own.x + own.width + other.x) / 2);
  else if (other.x + other.width <= own.x) x0 = Math.max(x0, (own.x + other.x + other.width) / 2);
  else if (other.y >= own.y + own.height) y1 = Math.min(y1, (own.y + own.height + other.y) / 2);
  else if (other.y + other.height <= own.y) y0 = Math.max(y0, (own.y + other.y + other.height) / 2);
  return rect(x0, y0, x1 - x0, y1 - y0);
}

/** As pieces are read: rows from the top, in each from the left. */
const inOrder = (a: Marked, b: Marked): number => {
  const rows = b.trim.y - a.trim.y;
  return Math.abs(rows) > Math.min(a.trim.height, b.trim.height) / 2 ? rows : a.trim.x - b.trim.x;
};

const round = (v: number): number => Math.round(v * 100) / 100;
const rounded = (r: Rect): Rect => rect(round(r.x), round(r.y), round(r.width), round(r.height));

/**
 * Looks where on a page pieces stand: rectangles that have a mark line beyond both ends of each edge, and something
 * drawn in them, or the only one of a blank page; and what the whole content takes up.
 * @param items what is drawn on it, white left out @param media its size, mm
 * @returns null where nothing is drawn
 */
export function foundOn(items: readonly DrawnItem[], media: Rect): FoundOnPage | null {
  const seen = items.flatMap((i) => {
    const box = intersect(grow(i.box, 0), media);
    return box || i.kind === 'line' ? [{ ...i, box: box ?? i.box }] : [];
  });
  if (seen.length === 0) return null;
  // with more it is a hatching or a plan, and none of its lines is a mark
  const marks = seen.filter(isMark).slice(0, MOST_MARKS + 1);
  if (marks.length > MOST_MARKS) return extentOf(seen);
  const content = seen.filter((i) => !isMark(i));
  const upright = marks
    .filter(({ box }) => box.height > box.width)
    .map(({ box }): Line => ({ at: box.x + box.width / 2, from: box.y, to: box.y + box.height }));
  const level = marks
    .filter(({ box }) => box.width >= box.height)
    .map(({ box }): Line => ({ at: box.y + box.height / 2, from: box.x, to: box.x + box.width }));
  const [up, flat] = [
    edgeLines(upright.filter((l) => !crossed(l, level))),
    edgeLines(level.filter((l) => !crossed(l, upright))),
  ];
  const few = up.length <= MOST_EDGES && flat.length <= MOST_EDGES;
  const all = few ? markedIn(up, flat) : [];
  const filled = all.filter(({ trim }) => content.some(({ box }) => overlap(shrunk(box), trim)));
  // a blank page has marks as well; what is between the pieces of a page has not
  const blank = filled.length === 0 ? piecesAmong(all) : [];
  const pieces = blank.length === 1 ? blank : piecesAmong(filled).toSorted(inOrder);
  const parts = pieces.length === 1 ? partsOf(pieces[0]!.trim, up, flat) : [];
  const told = (those: readonly Pick<Marked, 'trim'>[]): FoundOnPage['marked'] =>
    those.map((piece) => ({
      trim: rounded(piece.trim),
      bleed: rounded(bleedOf({ free: ANYWHERE, ...piece }, content, marks, those)),
    }));
  return {
    ...(pieces.length > 0 ? { marked: told(pieces) } : {}),
    ...(parts.length > 0 && parts.every((trim) => content.some(({ box }) => overlap(shrunk(box), trim)))
      ? { parts: told(parts.map((trim) => ({ trim }))) }
      : {}),
    ...extentOf(pieces.length > 0 ? content : seen),
  };
}

/** What holds all that is drawn, and whether one thing fills it. */
function extentOf(drawn: readonly DrawnItem[]): Pick<FoundOnPage, 'extent' | 'solid'> {
  if (drawn.length === 0) return {};
  const extent = bounds(drawn.map((i) => i.box));
  const solid = drawn.some((i) => i.kind === 'ground' && contains(grow(i.box, FLUSH), extent));
  return { extent: rounded(extent), solid };
}
