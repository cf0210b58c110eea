import { apply, rectThrough, type Matrix } from './matrix';
import { bounds, rect, type Rect } from './rect';

type Point = readonly [number, number];

/** A step of a path: a line to a point, or a cubic curve by two control points (ISO 32000-1, 8.5.2.2). */
export type Step = { readonly to: Point } | { readonly to: Point; readonly by: readonly [first: Point, second: Point] };

/** A closed shape in millimetres: a rectangle along the axes, or a path that ends where it begins. */
export type Outline =
  | { readonly kind: 'rectangle'; readonly rect: Rect }
  | { readonly kind: 'path'; readonly from: Point; readonly steps: readonly Step[] };

export const rectangle = (r: Rect): Outline => ({ kind: 'rectangle', rect: r });

/** The points that hold an outline: a curve lies within those of its ends and controls. */
function points(o: Extract<Outline, { kind: 'path' }>): Point[] {
  return [o.from, ...o.steps.flatMap((s) => ('by' in s ? [...s.by, s.to] : [s.to]))];
}

/** The smallest rectangle along the axes that is sure to hold an outline. */
export function boundsOf(o: Outline): Rect {
  return o.kind === 'rectangle' ? o.rect : bounds(points(o).map(([x, y]) => rect(x, y, 0, 0)));
}

/** An outline where a map takes it. A rectangle stays one where the map turns by quarters, else it becomes a path. */
export function outlineThrough(m: Matrix, o: Outline): Outline {
  if (o.kind === 'rectangle') {
    if ((m[1] === 0 && m[2] === 0) || (m[0] === 0 && m[3] === 0)) return rectangle(rectThrough(m, o.rect));
    const { x, y, width: w, height: h } = o.rect;
    const corners = [apply(m, x + w, y), apply(m, x + w, y + h), apply(m, x, y + h)];
    return { kind: 'path', from: apply(m, x, y), steps: corners.map((to) => ({ to })) };
  }
  const at = ([x, y]: Point): Point => apply(m, x, y);
  return {
    kind: 'path',
    from: at(o.from),
    steps: o.steps.map((s) => ('by' in s ? { to: at(s.to), by: [at(s.by[0]), at(s.by[1])] } : { to: at(s.to) })),
  };
}
