import clipper, { type Path, type Paths } from 'clipper-lib';

/** Polygons in whole numbers: thousandths of a unit of the page. */

export type { Path, Paths };

/** Whole numbers of a unit of the page. */
export const FINE = 1000;

export interface Box {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
}
export const NOTHING: Paths = [];

const { ClipType, PolyType, PolyFillType, JoinType, EndType } = clipper;

export function boxOf(paths: Paths): Box {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const path of paths)
    for (const { X, Y } of path) {
      if (X < x0) x0 = X;
      if (X > x1) x1 = X;
      if (Y < y0) y0 = Y;
      if (Y > y1) y1 = Y;
    }
  return { x0, y0, x1, y1 };
}
export const grownBox = ({ x0, y0, x1, y1 }: Box, by: number): Box => ({
  x0: x0 - by,
  y0: y0 - by,
  x1: x1 + by,
  y1: y1 + by,
});
export const common = (a: Box, b: Box): Box => ({
  x0: Math.max(a.x0, b.x0),
  y0: Math.max(a.y0, b.y0),
  x1: Math.min(a.x1, b.x1),
  y1: Math.min(a.y1, b.y1),
});
export const isEmpty = ({ x0, y0, x1, y1 }: Box): boolean => !(x0 < x1 && y0 < y1);
export const holds = (a: Box, b: Box): boolean => a.x0 <= b.x0 && a.y0 <= b.y0 && a.x1 >= b.x1 && a.y1 >= b.y1;
export const asPath = ({ x0, y0, x1, y1 }: Box): Path => [
  { X: x0, Y: y0 },
  { X: x1, Y: y0 },
  { X: x1, Y: y1 },
  { X: x0, Y: y1 },
];
/** The box that a path is, where it is one that stands square. */
export function asBox(paths: Paths): Box | null {
  const [path] = paths;
  if (paths.length !== 1 || !path || (path.length !== 4 && path.length !== 5)) return null;
  const box = boxOf(paths);
  const corners = path.every(({ X, Y }) => (X === box.x0 || X === box.x1) && (Y === box.y0 || Y === box.y1));
  const level = path.every((p, i) => i === 0 || p.X === path[i - 1]!.X || p.Y === path[i - 1]!.Y);
  return corners && level ? box : null;
}

/** A shape by the rule it is filled by, as polygons that do not cross themselves: outer ones and holes. */
export const simple = (paths: Paths, evenOdd: boolean): Paths =>
  clipper.Clipper.SimplifyPolygons(paths, evenOdd ? PolyFillType.pftEvenOdd : PolyFillType.pftNonZero);

function cut(kind: number, a: Paths, b: Paths): Paths {
  const work = new clipper.Clipper();
  work.AddPaths(a, PolyType.ptSubject, true);
  work.AddPaths(b, PolyType.ptClip, true);
  const out: Paths = [];
  work.Execute(kind, out, PolyFillType.pftNonZero, PolyFillType.pftNonZero);
  return out;
}
/** What two shapes have in common. */
export const both = (a: Paths, b: Paths): Paths =>
  a.length === 0 || b.length === 0 ? NOTHING : cut(ClipType.ctIntersection, a, b);
/** A shape without another. */
export const without = (a: Paths, b: Paths): Paths => (b.length === 0 ? a : cut(ClipType.ctDifference, a, b));
/** A shape as far as it lies in a box. */
export const within = (a: Paths, box: Box): Paths => (holds(box, boxOf(a)) ? a : both(a, [asPath(box)]));

/** The parts of the edges of a shape that lie in another. */
export function edgesIn(shape: Paths, other: Paths): Paths {
  if (shape.length === 0 || other.length === 0) return NOTHING;
  const work = new clipper.Clipper();
  work.AddPaths(
    shape.map((path) => [...path, path[0]!]),
    PolyType.ptSubject,
    false,
  );
  work.AddPaths(other, PolyType.ptClip, true);
  const tree = new clipper.PolyTree();
  work.Execute(ClipType.ctIntersection, tree, PolyFillType.pftNonZero, PolyFillType.pftNonZero);
  return clipper.Clipper.OpenPathsFromPolyTree(tree);
}

/** A shape with a rim round it. */
export function grown(shape: Paths, by: number): Paths {
  const work = new clipper.ClipperOffset(2, by / 4);
  work.AddPaths(shape, JoinType.jtMiter, EndType.etClosedPolygon);
  const out: Paths = [];
  work.Execute(out, by);
  return out;
}

/** How lines are drawn with a pen: caps and joins by their numbers in PDF (8.4.3). */
export interface Pen {
  readonly width: number;
  readonly cap: number;
  readonly join: number;
  readonly miter: number;
}
const CAPS = [EndType.etOpenButt, EndType.etOpenRound, EndType.etOpenSquare];
const JOINS = [JoinType.jtMiter, JoinType.jtRound, JoinType.jtSquare];

/** What a pen draws along lines. @param closed which of them end where they begin */
export function drawnWith(lines: Paths, closed: readonly boolean[], { width, cap, join, miter }: Pen): Paths {
  const work = new clipper.ClipperOffset(Math.max(1, miter), TOLERANCE);
  const joins = JOINS[join] ?? JoinType.jtMiter;
  work.AddPaths(
    lines.filter((_, i) => closed[i]),
    joins,
    EndType.etClosedLine,
  );
  work.AddPaths(
    lines.filter((_, i) => !closed[i]),
    joins,
    CAPS[cap] ?? EndType.etOpenButt,
  );
  const out: Paths = [];
  work.Execute(out, width / 2);
  return out;
}

/** How far a curve may lie beside the line that stands for it: 5 µm on a page at its own size. */
export const TOLERANCE = 0.015 * FINE;

/** How wide a shape is in the mean: twice its area by its edges' length, what a long line is across. */
export function meanWidth(shape: Paths): number {
  let [area, length] = [0, 0];
  for (const path of shape) {
    area += clipper.Clipper.Area(path);
    path.forEach((p, i) => {
      const q = path[(i + 1) % path.length]!;
      length += Math.hypot(q.X - p.X, q.Y - p.Y);
    });
  }
  return length === 0 ? 0 : (2 * Math.abs(area)) / length;
}

/** How long lines are. */
export const lengthOf = (path: Path): number =>
  path.reduce((sum, p, i) => (i === 0 ? 0 : sum + Math.hypot(p.X - path[i - 1]!.X, p.Y - path[i - 1]!.Y)), 0);
