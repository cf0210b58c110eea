/** A fold that a panel takes part in, and how far it is made. */
export interface Bending {
  readonly axis: 'upright' | 'level';
  readonly at: number;
  readonly to: 'over' | 'under';
  readonly moves: 'low' | 'high';
  readonly amount: number;
}

/** A point in space as CSS has it: x to the right, y down, z to the eye, in pixels. */
type Point = readonly [x: number, y: number, z: number];

const turnedY = ([x, y, z]: Point, degrees: number): Point => {
  const a = (degrees * Math.PI) / 180;
  return [x * Math.cos(a) + z * Math.sin(a), y, z * Math.cos(a) - x * Math.sin(a)];
};
const turnedX = ([x, y, z]: Point, degrees: number): Point => {
  const a = (degrees * Math.PI) / 180;
  return [x, y * Math.cos(a) - z * Math.sin(a), y * Math.sin(a) + z * Math.cos(a)];
};

/** How far a fold turns its panels, in degrees about its line: over comes toward the eye. */
export function foldDegrees(f: Bending): number {
  // which sense that is depends on the side of the line that moves
  const sign = (f.moves === 'low') === (f.to === 'over') ? 1 : -1;
  return sign * 180 * f.amount;
}

/** Where a point of a panel comes to lie by the folds that it takes part in, the first made first. */
export function folded(point: Point, folds: readonly Bending[], height: number, k: number, lift: number): Point {
  let [x, y, z] = point;
  for (const f of folds) {
    if (f.amount <= 0) continue;
    if (f.axis === 'upright') {
      const line = f.at * k;
      const [dx, , dz] = turnedY([x - line, y, z], foldDegrees(f));
      [x, z] = [dx + line, dz];
    } else {
      const line = (height - f.at) * k;
      const [, dy, dz] = turnedX([x, y - line, z], foldDegrees(f));
      [y, z] = [dy + line, dz];
    }
  }
  return [x, y, z + lift * k];
}

/** How it is looked at: turned about the level and the upright axis, in degrees, from so far away, in pixels. */
export interface Look {
  readonly x: number;
  readonly y: number;
  readonly distance: number;
}

/** The scale at which points fit a room, and where their middle is then seen, from the room's own middle. */
export function framed(
  points: readonly Point[],
  look: Look,
  room: { readonly width: number; readonly height: number },
  largest: number,
): { scale: number; x: number; y: number } {
  const turned = points.map((p) => turnedX(turnedY(p, look.y), look.x));
  const box = (scale: number): { left: number; right: number; top: number; bottom: number } => {
    let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
    for (const [x, y, z] of turned) {
      // what comes very near is not drawn without end
      const nearer = look.distance / Math.max(look.distance / 4, look.distance - z * scale);
      left = Math.min(left, x * scale * nearer);
      right = Math.max(right, x * scale * nearer);
      top = Math.min(top, y * scale * nearer);
      bottom = Math.max(bottom, y * scale * nearer);
    }
    return { left, right, top, bottom };
  };
  let scale = largest;
  // nearer things grow faster than the scale: a few rounds come close enough
  for (let i = 0; i < 4; i++) {
    const b = box(scale);
    const fits = Math.min(room.width / Math.max(1, b.right - b.left), room.height / Math.max(1, b.bottom - b.top));
    if (fits >= 1) break;
    scale *= fits;
  }
  const b = box(scale);
  return { scale, x: (b.left + b.right) / 2, y: (b.top + b.bottom) / 2 };
}
