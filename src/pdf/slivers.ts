/** Areas that are filled and look like lines. */

/** An area is a line where it is this much longer than wide. */
export const LONG = 4;

export type Point = readonly [number, number];

/** The hull of points, counter-clockwise (the monotone chain). */
function hull(points: readonly Point[]): Point[] {
  const sorted = [...points].sort((p, q) => p[0] - q[0] || p[1] - q[1]);
  const side = (list: readonly Point[]): Point[] => {
    const out: Point[] = [];
    for (const p of list) {
      for (;;) {
        const [o, a] = [out.at(-2), out.at(-1)];
        if (!o || !a || (a[0] - o[0]) * (p[1] - o[1]) - (a[1] - o[1]) * (p[0] - o[0]) > 0) break;
        out.pop();
      }
      out.push(p);
    }
    return out.slice(0, -1);
  };
  return [...side(sorted), ...side(sorted.reverse())];
}

/**
 * How wide a shape is across, at its narrowest, and how long it is that way: the least over the edges of its hull.
 * @returns null where it has no two points apart
 */
export function narrowest(points: readonly Point[]): { readonly across: number; readonly along: number } | null {
  const round = hull(points);
  if (round.length < 2) return null;
  let best: { readonly across: number; readonly along: number } | null = null;
  round.forEach(([x, y], i) => {
    const [x1, y1] = round[(i + 1) % round.length]!;
    const length = Math.hypot(x1 - x, y1 - y);
    if (length === 0) return;
    const [u, v] = [(x1 - x) / length, (y1 - y) / length];
    const off = round.map((p) => (p[1] - y) * u - (p[0] - x) * v);
    const on = round.map((p) => (p[0] - x) * u + (p[1] - y) * v);
    const across = Math.max(...off) - Math.min(...off);
    if (!best || across < best.across) best = { across, along: Math.max(...on) - Math.min(...on) };
  });
  return best;
}

/** Points of an area that are looked at: a sliver has few. */
export const MOST_POINTS = 64;

/**
 * How thick an area is that is one or more lines; null where a part of it is none.
 * @param parts its subpaths, mm
 * @param thick lines are thinner than this, mm
 * @param short and longer than so many times this, mm
 */
export function lineThickness(parts: readonly (readonly Point[])[], thick: number, short: number): number | null {
  if (parts.length === 0) return null;
  let thinnest = Infinity;
  for (const part of parts) {
    const shape = narrowest(part);
    if (!shape || shape.across >= thick || shape.along < LONG * Math.max(shape.across, short)) return null;
    thinnest = Math.min(thinnest, shape.across);
  }
  return thinnest;
}
