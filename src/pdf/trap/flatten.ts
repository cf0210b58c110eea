import type { Path as MupdfPath } from 'mupdf';
import { FINE, TOLERANCE, type Path, type Paths } from './polygons';

type Affine = readonly [number, number, number, number, number, number];

/** Draws paths as lines, curves as lines near enough. */
export class Flattened {
  readonly paths: Paths = [];
  readonly closed: boolean[] = [];
  private last: readonly [number, number] = [0, 0];
  private open: Path | null = null;

  /** @param map from the path's units to those of the page */
  constructor(private readonly map: Affine) {}

  private at(x: number, y: number): readonly [number, number] {
    const [a, b, c, d, e, f] = this.map;
    return [(a * x + c * y + e) * FINE, (b * x + d * y + f) * FINE];
  }

  private put([x, y]: readonly [number, number]): void {
    this.open?.push({ X: Math.round(x), Y: Math.round(y) });
    this.last = [x, y];
  }

  readonly moveTo = (x: number, y: number): void => {
    this.open = [];
    this.paths.push(this.open);
    this.closed.push(false);
    this.put(this.at(x, y));
  };

  readonly lineTo = (x: number, y: number): void => this.put(this.at(x, y));

  readonly curveTo = (ax: number, ay: number, bx: number, by: number, x: number, y: number): void => {
    const [p, q, r, s] = [this.last, this.at(ax, ay), this.at(bx, by), this.at(x, y)];
    // a cubic strays from its chord by no more than an eighth of its second derivative's most, 6 of these
    const bend = Math.max(
      Math.hypot(p[0] - 2 * q[0] + r[0], p[1] - 2 * q[1] + r[1]),
      Math.hypot(q[0] - 2 * r[0] + s[0], q[1] - 2 * r[1] + s[1]),
    );
    const pieces = Math.min(MOST_PIECES, Math.max(1, Math.ceil(Math.sqrt((0.75 * bend) / TOLERANCE))));
    for (let i = 1; i < pieces; i++) {
      const t = i / pieces;
      const u = 1 - t;
      const [a, b, c, d] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
      this.put([a * p[0] + b * q[0] + c * r[0] + d * s[0], a * p[1] + b * q[1] + c * r[1] + d * s[1]]);
    }
    this.put(s);
  };

  readonly closePath = (): void => {
    if (this.closed.length > 0) this.closed[this.closed.length - 1] = true;
    const [first] = this.open ?? [];
    // what goes on goes on from where it began
    if (first) this.last = [first.X, first.Y];
  };
}
const MOST_PIECES = 400;

export function flattened(path: MupdfPath, map: Affine): Flattened {
  const out = new Flattened(map);
  path.walk(out);
  return out;
}

export type { Affine };
