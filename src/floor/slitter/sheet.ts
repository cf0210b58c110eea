import type { Fed, Rect, Size } from '../../core';
import type { Pixels } from '../../pdf';

/** A printed sheet on its way through the machine: where its points lie there, and what is seen of it from above. */

/** How far a sheet lies from where it should, as any feeder has it. */
export interface Slip {
  /** Turned about the corner at the guide and the edge that goes in first, degrees. */
  readonly degrees: number;
  /** Moved across the feed and along it, mm. */
  readonly across: number;
  readonly along: number;
  /** How far the corner there is from a right angle, degrees: the sheet was cut out of square. */
  readonly out?: number;
}

/** What is seen from above. Millimetres from the guide across the feed, and from where the first edge should be. */
export interface Seen {
  readonly pixels: Pixels;
  /** Takes a place in the machine to one in the picture of the sheet. Straight lines stay straight. */
  readonly toPixels: (across: number, along: number) => readonly [number, number];
  /** What of the picture is smudged, as a dirty roller leaves it; null where nothing is. */
  readonly smudge: Rect | null;
}

/** What lies under the sheets: a dark belt; and how dark a smudge is. */
const BELT = 35;
const SMUDGE = 60;

/** What is seen of a sheet that is fed with a slip. @param paper as it is printed, mm */
export function seenOf(pixels: Pixels, paper: Size, { feed, far }: Fed, slip: Slip): Seen {
  const { degrees, across, along, out = 0 } = slip;
  const lean = Math.tan((out * Math.PI) / 180);
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  const { fine } = pixels;
  const long = feed === 'long';
  const whole = long ? paper.width : paper.height;
  return {
    pixels,
    smudge: null,
    toPixels: (a, b) => {
      const [da, db] = [a - across, b - along];
      // back to where it lies on the sheet
      const pa = da * c + db * s;
      const pb = -da * s + db * c - pa * lean;
      const side = far ? whole - pa : pa;
      const [x, y] = long ? [side, pb] : [pb, side];
      return [x * fine - 0.5, (paper.height - y) * fine - 0.5];
    },
  };
}

/** The same with a smudge on a rectangle of the machine that holds the places in it. */
export function smudged(seen: Seen, on: Rect): Seen {
  const corners = [seen.toPixels(on.x, on.y), seen.toPixels(on.x + on.width, on.y + on.height)] as const;
  const [left, right] = [corners[0][0], corners[1][0]].sort((a, b) => a - b) as [number, number];
  const [top, below] = [corners[0][1], corners[1][1]].sort((a, b) => a - b) as [number, number];
  return { ...seen, smudge: { x: left, y: top, width: right - left, height: below - top } };
}

/**
 * A window as it is seen: its pixels, so many of a millimetre, from the upper left.
 * @param to takes a place in the window, mm from its upper left, to one in the machine; straight lines stay straight
 */
export function windowOf(
  { pixels, toPixels, smudge }: Seen,
  { width, height }: Size,
  fine: number,
  to: (x: number, y: number) => readonly [number, number],
): Pixels {
  const [w, h] = [Math.max(1, Math.round(width * fine)), Math.max(1, Math.round(height * fine))];
  const out = new Uint8ClampedArray(3 * w * h);
  const at = (x: number, y: number): readonly [number, number] => toPixels(...to(x / fine, y / fine));
  const [u0, v0] = at(0.5, 0.5);
  const [uRight, vRight] = at(1.5, 0.5);
  const [uDown, vDown] = at(0.5, 1.5);
  const [du, dv, eu, ev] = [uRight - u0, vRight - v0, uDown - u0, vDown - v0];
  const { width: W, height: H, rgb } = pixels;
  const row = 3 * W;
  for (let j = 0; j < h; j++)
    for (let i = 0; i < w; i++) {
      const u = u0 + i * du + j * eu;
      const v = v0 + i * dv + j * ev;
      const o = 3 * (j * w + i);
      if (smudge && u > smudge.x && u < smudge.x + smudge.width && v > smudge.y && v < smudge.y + smudge.height) {
        out.fill(SMUDGE, o, o + 3);
        continue;
      }
      const [x, y] = [Math.floor(u), Math.floor(v)];
      if (x < 0 || y < 0 || x + 1 >= W || y + 1 >= H) {
        // half a pixel at the sheet's edge is its paper still
        out.fill(u > -1 && v > -1 && u < W && v < H ? 255 : BELT, o, o + 3);
        continue;
      }
      const [fu, fv] = [u - x, v - y];
      const p = y * row + 3 * x;
      for (let k = 0; k < 3; k++) {
        const above = rgb[p + k]! * (1 - fu) + rgb[p + 3 + k]! * fu;
        const below = rgb[p + row + k]! * (1 - fu) + rgb[p + row + 3 + k]! * fu;
        out[o + k] = above * (1 - fv) + below * fv;
      }
    }
  return { width: w, height: h, rgb: out, fine };
}

export const luma = (rgb: Uint8ClampedArray, at: number): number =>
  0.299 * rgb[at]! + 0.587 * rgb[at + 1]! + 0.114 * rgb[at + 2]!;
