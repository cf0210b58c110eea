import * as zxing from '@zxing/library';
import type { Reader } from '@zxing/library';
import type { Reads, Size } from '../../core';
import type { Pixels } from '../../pdf';
import { luma, windowOf, type Seen } from './sheet';

/** What the machine makes of a sheet that it sees: how it lies, and which program its code says. */

// the package is CommonJS: Node.js has what it exports in one piece, the tests' runner by name
const {
  BinaryBitmap,
  Code128Reader,
  DataMatrixReader,
  DecodeHintType,
  HybridBinarizer,
  QRCodeReader,
  RGBLuminanceSource,
} = (zxing as { default?: typeof zxing }).default ?? zxing;

/** How a sheet lies, as its register mark shows: a point of it is turned about the mark and moved with it. */
export interface Lying {
  /** The middle of the mark where it should be, and where it is. */
  readonly wanted: readonly [number, number];
  readonly found: readonly [number, number];
  readonly radians: number;
}

/** Takes a point of the sheet to where it lies in the machine. */
export function inMachine({ wanted, found, radians }: Lying, across: number, along: number): [number, number] {
  const [a, b] = [across - wanted[0], along - wanted[1]];
  const [c, s] = [Math.cos(radians), Math.sin(radians)];
  return [found[0] + a * c - b * s, found[1] + a * s + b * c];
}

/** Pixels of a millimetre in what is looked at. */
const FINE = 8;
/** How far beside its place a mark is looked for, mm: a sheet slips by two, and turns by a degree about its corner. */
const BESIDE = 5;
/** Darker than this is ink. */
const DARK = 128;

/** A patch of dark pixels that touch each other: the box round it. */
interface Patch {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly below: number;
}

function patchesIn({ width, height, rgb }: Pixels): Patch[] {
  const dark = Uint8Array.from({ length: width * height }, (_, i) => (luma(rgb, 3 * i) < DARK ? 1 : 0));
  const patches: Patch[] = [];
  const stack: number[] = [];
  const take = (p: number): void => {
    dark[p] = 2;
    stack.push(p);
  };
  for (let start = 0; start < dark.length; start++) {
    if (dark[start] !== 1) continue;
    let [left, top, right, below] = [width, height, 0, 0];
    take(start);
    while (stack.length > 0) {
      const p = stack.pop()!;
      const [x, y] = [p % width, Math.floor(p / width)];
      [left, right] = [Math.min(left, x), Math.max(right, x)];
      [top, below] = [Math.min(top, y), Math.max(below, y)];
      if (x > 0 && dark[p - 1] === 1) take(p - 1);
      if (x < width - 1 && dark[p + 1] === 1) take(p + 1);
      if (y > 0 && dark[p - width] === 1) take(p - width);
      if (y < height - 1 && dark[p + width] === 1) take(p + width);
    }
    patches.push({ left, top, right, below });
  }
  return patches;
}

/** A bar: its middle, which way it lies, its length and width; in pixels. */
interface Bar {
  readonly x: number;
  readonly y: number;
  readonly radians: number;
  readonly long: number;
  readonly short: number;
}

/** Lighter than this is paper. */
const PAPER = 235;
/** Round a patch there are edges that are neither ink nor paper: so many pixels of them are weighed as well. */
const EDGE = 3;

/** The bar that a patch is, by its moments: each pixel weighs as much as it is darker than paper. */
function barIn({ width, height, rgb }: Pixels, patch: Patch): Bar {
  let [m, mx, my, xx, yy, xy] = [0, 0, 0, 0, 0, 0];
  for (let y = Math.max(0, patch.top - EDGE); y <= Math.min(height - 1, patch.below + EDGE); y++)
    for (let x = Math.max(0, patch.left - EDGE); x <= Math.min(width - 1, patch.right + EDGE); x++) {
      const w = Math.max(0, PAPER - luma(rgb, 3 * (y * width + x)));
      m += w;
      mx += w * x;
      my += w * y;
      xx += w * x * x;
      yy += w * y * y;
      xy += w * x * y;
    }
  const [x, y] = [mx / m, my / m];
  const [a, b, c] = [xx / m - x * x, yy / m - y * y, xy / m - x * y];
  const spread = Math.hypot((a - b) / 2, c);
  const middle = (a + b) / 2;
  return {
    x,
    y,
    radians: 0.5 * Math.atan2(2 * c, a - b),
    // the moment of a bar about its middle is a twelfth of its length squared
    long: Math.sqrt(12 * (middle + spread)),
    short: Math.sqrt(12 * Math.max(0, middle - spread)),
  };
}

/** Finds the register mark: a bar of its size, near its place, with nothing that touches it; null where there is none. */
export function findMark(seen: Seen, { mark }: Reads): Lying | null {
  const { side, lead, length, width } = mark;
  const [left, low] = [side - BESIDE, lead - BESIDE];
  const window = windowOf(seen, { width: length + 2 * BESIDE, height: width + 2 * BESIDE }, FINE, (x, y) => [
    left + x,
    low + y,
  ]);
  const near = (is: number, wanted: number): boolean => Math.abs(is - wanted) <= Math.max(0.35, 0.15 * wanted);
  const inside = ({ left: l, top, right, below }: Patch): boolean =>
    l > 0 && top > 0 && right < window.width - 1 && below < window.height - 1;
  const found = patchesIn(window)
    .filter(inside)
    .map((patch) => barIn(window, patch))
    .filter((bar) => near(bar.long / FINE, length) && near(bar.short / FINE, width));
  const [bar, ...others] = found;
  // two of them are none: it could not be told which
  if (!bar || others.length > 0) return null;
  return {
    wanted: [side + length / 2, lead + width / 2],
    found: [left + (bar.x + 0.5) / FINE, low + (bar.y + 0.5) / FINE],
    radians: bar.radians,
  };
}

/** How far beside its place an edge of the sheet is looked for, mm: a degree is 11 mm at the end of 650. */
const EDGE_BESIDE = 16;
/** How far from its corners the edges of a sheet are looked at, mm. */
const FROM_CORNER = 15;
/** Between the belt and paper. */
const BELT_ENDS = 145;

/** Where the edge of the sheet is on a line that begins off it and goes on to it; null where nothing of it is found. */
function edgeOn(seen: Seen, from: (mm: number) => readonly [number, number]): number | null {
  const { rgb, width } = windowOf(seen, { width: 2 * EDGE_BESIDE, height: 1 / FINE }, FINE, (x) =>
    from(x - EDGE_BESIDE),
  );
  for (let i = 1; i < width; i++) {
    const [before, now] = [luma(rgb, 3 * (i - 1)), luma(rgb, 3 * i)];
    if (before < BELT_ENDS && now >= BELT_ENDS)
      return (i - 0.5 + (BELT_ENDS - before) / (now - before)) / FINE - EDGE_BESIDE;
  }
  return null;
}

/**
 * How far the corner of a sheet, at the guide and the edge that goes in first, is from a right angle, as its two edges lie.
 * @param sheet across the feed and along it, mm
 * @returns degrees; null where an edge is not found
 */
export function outOfSquare(seen: Seen, sheet: Size): number | null {
  const lead = [FROM_CORNER, sheet.width - FROM_CORNER].map((a) => ({ a, b: edgeOn(seen, (mm) => [a, mm]) }));
  const side = [FROM_CORNER, sheet.height - FROM_CORNER].map((b) => ({ b, a: edgeOn(seen, (mm) => [mm, b]) }));
  const [l1, l2, s1, s2] = [lead[0]!.b, lead[1]!.b, side[0]!.a, side[1]!.a];
  if (l1 === null || l2 === null || s1 === null || s2 === null) return null;
  // turned by an angle, the one rises by it and the other leans back by it
  const rises = Math.atan2(l2 - l1, lead[1]!.a - lead[0]!.a);
  const leans = Math.atan2(s2 - s1, side[1]!.b - side[0]!.b);
  return ((rises + leans) * 180) / Math.PI;
}

const READERS: { readonly [S in NonNullable<Reads['code']>['symbology']]: () => Reader } = {
  'code-128': () => new Code128Reader(),
  qr: () => new QRCodeReader(),
  'data-matrix': () => new DataMatrixReader(),
};

/**
 * Reads the code where it should be on a sheet that lies so.
 * @param mirrored whether lengths across the feed are counted leftwards: from a guide on the right
 * @returns what it says, or null where it cannot be read
 */
export function readCode(seen: Seen, code: NonNullable<Reads['code']>, lying: Lying, mirrored: boolean): string | null {
  const { symbology, side, lead, width } = code;
  const height = symbology === 'code-128' ? code.height : width;
  const picture = windowOf(seen, { width, height }, FINE * 2, (x, y) =>
    inMachine(lying, mirrored ? side + width - x : side + x, lead + height - y),
  );
  const grey = Uint8ClampedArray.from({ length: picture.width * picture.height }, (_, i) => luma(picture.rgb, 3 * i));
  try {
    const bitmap = new BinaryBitmap(new HybridBinarizer(new RGBLuminanceSource(grey, picture.width, picture.height)));
    return READERS[symbology]()
      .decode(bitmap, new Map([[DecodeHintType.TRY_HARDER, true]]))
      .getText();
  } catch {
    return null;
  }
}
